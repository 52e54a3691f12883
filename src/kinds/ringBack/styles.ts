/** How the ring-back looks: lines to write on, choices between hairlines, and the number large while it rings. */
import { readableOn } from '../../core/design/contrast'
import { heading as headingSize, headingFont, small, text, titleWeight, type, type Look } from '../sizes'
import { sizes } from './heights'

export function ringBackStyles(look: Look): string {
  const { 'look.accent': accent, 'look.muted': muted, 'look.text': ink, 'look.line': line } = look
  const focus = `outline:2px solid ${accent};outline-offset:3px`
  return `
    :is([part=form],[part=call]){position:relative;display:grid;grid-template-columns:minmax(0,1fr);gap:${sizes.apart}em;margin:0;outline:0}
    :is([part=form],[part=call]) :is(p,[part=heading],ul){margin:0;padding:0;overflow-wrap:anywhere}
    .top{display:grid;gap:${sizes.near}em}.top:empty{display:none}
    [part=intro]{color:${ink}}
    [part=label]{display:block;font-weight:${titleWeight};color:${look['look.title']};overflow-wrap:anywhere}
    [part=field]{display:block;width:100%;min-width:0;height:${sizes.field}em;margin:0;padding:0;border:0;border-bottom:1px solid ${muted};border-radius:0;background:none;font:inherit;color:${ink};text-align:start;appearance:none;outline:0}
    [part=field][type=tel]{font-variant-numeric:tabular-nums}
    :dir(rtl)>[part=field][type=tel]{text-align:end}
    textarea[part=field]{height:auto;min-height:6em;padding-block:.5em;line-height:${text.line};resize:vertical}
    [part=field]:focus-visible{border-color:${accent};box-shadow:0 1px 0 ${accent}}
    [part=field][aria-invalid]{text-decoration:underline wavy;text-decoration-color:${accent}}
    [part=choices]{border-top:1px solid ${line}}
    [part=choice]{display:grid;grid-template-columns:auto minmax(0,1fr) auto;gap:0 .75em;align-items:center;min-height:${sizes.choice}em;box-sizing:border-box;padding-block:${(sizes.choice - text.line) / 2 - 0.0625}em;border-bottom:1px solid ${line};cursor:pointer}
    [part=choice] b{font-weight:400;min-width:0;overflow-wrap:anywhere}
    [part=choice]:has(:checked) b{font-weight:${titleWeight}}
    [part=choice] span{${type(small)}color:${muted};text-align:end;font-variant-numeric:tabular-nums}
    [part=choice] input{width:1em;height:1em;margin:0;border:1.5px solid ${muted};border-radius:50%;appearance:none;background:none}
    [part=choice] input:checked{border:.3125em solid ${accent}}
    [part=choice] input:focus-visible{${focus}}
    [part=ring]{display:block;width:100%;min-height:${sizes.button}em;margin:0;padding:.5em 1em;border:0;border-radius:${look['look.radius']}px;font:inherit;font-weight:${titleWeight};line-height:${text.line};color:${readableOn(accent)};background:${accent};cursor:pointer}
    [part=ring][aria-disabled]{opacity:.6;cursor:progress}
    :is([part=ring],[part=link],[part=listen]):focus-visible{${focus}}
    [part=fault]{${type(small)}font-weight:${titleWeight};color:${ink};margin-top:.375em!important;padding-inline-start:.75em!important;border-inline-start:2px solid ${accent}}
    [part=note]{${type(small)}color:${muted}}[part=note]:empty{display:none}
    [part=large]{font-size:2em;line-height:1.25;font-weight:${titleWeight};${headingFont(look)}color:${look['look.title']};font-variant-numeric:lining-nums tabular-nums;letter-spacing:-.02em;margin-top:.25em!important}
    [dir=rtl] [part=large],:dir(rtl)>[part=large]{text-align:end}
    [part=tries]{list-style:none;border-top:1px solid ${line}}
    [part=tries] li{display:grid;grid-template-columns:1.5em minmax(0,1fr) auto;gap:0 .5em;align-items:center;padding-block:.625em;border-bottom:1px solid ${line}}
    [part=tries] svg,[part=listen] svg{width:1.25em;height:1.25em;fill:none;stroke:currentColor;stroke-width:1.5;stroke-linecap:round;stroke-linejoin:round;color:${muted}}
    [part=tries] :is([data-is=took],[data-is=asked]) svg{color:${accent}}
    [part=tries] :is([data-is=ringing],[data-is=took],[data-is=asked]){font-weight:${titleWeight}}
    [part=tries] :is([data-is=next]>span,small){${type(small)}color:${muted};font-weight:400}
    :is([part=tries],[part=sound]) time{font-variant-numeric:tabular-nums}
    .pulse{display:flex;gap:4px;align-items:center;height:20px}
    .pulse i{width:4px;height:4px;border-radius:2px;background:${accent};animation:pulse 1.8s ease-in-out infinite}
    .pulse i:nth-child(2){height:10px;animation-delay:.15s}.pulse i:nth-child(3){height:16px;animation-delay:.3s}.pulse i:nth-child(4){height:8px;animation-delay:.45s}
    @keyframes pulse{50%{transform:scaleY(.4)}}
    @media (prefers-reduced-motion:reduce){.pulse i{animation:none}}
    [part=message]{display:grid;gap:.75em}
    [part=message] [part=intro]{${type(small)}color:${muted}}
    [part=sound]{display:grid;grid-template-columns:2.75em minmax(0,1fr) auto;gap:0 .75em;align-items:center;padding-block:1em;border-block:1px solid ${line}}
    [part=listen]{display:grid;place-items:center;font:inherit;width:2.75em;height:2.75em;padding:0;border:0;border-radius:50%;background:none;box-shadow:inset 0 0 0 1.5px ${accent};cursor:pointer}
    [part=listen] svg{color:${accent}}
    .bars{width:100%;height:1.75em;fill:none;stroke:${accent};stroke-width:1.6}
    [part=writing]{display:grid;gap:.5em;margin:0}
    [part=links]{display:flex;flex-wrap:wrap;gap:0 1.5em}[part=links]:empty{display:none}
    [part=link]{min-height:2.75em;padding:0;border:0;background:none;font:inherit;font-weight:${titleWeight};color:${accent};text-align:start;text-decoration:underline;text-underline-offset:.25em;text-decoration-thickness:1px;cursor:pointer}
    [part=call] [part=heading]{line-height:${headingSize.line}}`
}
