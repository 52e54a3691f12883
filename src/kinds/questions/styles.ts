/** How a form looks: fields as boxes or as lines to write on. */
import { readableOn } from '../../core/design/contrast'
import { paddingPx, small, text, title, titleWeight, type, type Look } from '../sizes'
import { filesEm, firstSize, pairedEm, sizes } from './heights'

export interface FormLook {
  readonly as: 'box' | 'line'
  readonly isFirstLarge: boolean
}

export function formStyles(look: Look, { as, isFirstLarge }: FormLook): string {
  const { 'look.accent': accent, 'look.muted': muted, 'look.text': ink, 'look.title': titleColour } = look
  const paper = look['look.background']
  const radius = `${look['look.radius']}px`
  const from = (em: number) => `@container (min-width:${em * look['look.textSize'] + 2 * paddingPx(look)}px)`
  const field =
    as === 'box'
      ? `border:1px solid ${muted};border-radius:${radius};padding:0 .75em`
      : `border:0;border-bottom:1px solid ${muted};border-radius:0;padding:0`
  const focus =
    as === 'box'
      ? `outline:2px solid ${accent};outline-offset:1px`
      : `outline:0;border-color:${accent};box-shadow:0 1px 0 ${accent}`
  return `
    [part=widget]{color-scheme:${readableOn(paper) === '#ffffff' ? 'dark' : 'light'};--accent:${accent};--quiet:${muted};--ink:${ink};--paper:${paper};--radius:${radius}}
    [part=form],[part=sent]{display:grid;grid-template-columns:minmax(0,1fr);gap:${sizes.apart}em;margin:0;outline:0}
    :is([part=form],[part=sent]) :is(p,[part=heading]){margin:0;overflow-wrap:anywhere}
    .top{display:grid;gap:${sizes.near}em}
    :is([part=intro],[part=hint],[part=aside],[part=step],[part=optional]){color:${muted}}
    :is([part=hint],[part=aside],[part=step],[part=fault],[part=note]){${type(small)}}
    [part=page]{display:grid;grid-template-columns:minmax(0,1fr);gap:${sizes.apart}em ${sizes.beside}em;align-items:start;outline:0}
    [part=page-title]{${type(title)}font-weight:${titleWeight};color:${titleColour}}
    ${from(pairedEm)}{[part=page]{grid-template-columns:repeat(2,minmax(0,1fr))}.all{grid-column:1/-1}}
    [part=text]{white-space:pre-line}
    [part=question]{display:grid;grid-template-columns:minmax(0,1fr);gap:${sizes.near}em;min-width:0;margin:0;padding:0;border:0}
    [part=label]{display:block;padding:0;${type(text)}font-weight:${titleWeight};color:${titleColour};overflow-wrap:anywhere}
    fieldset>[part=label]{float:left;width:100%}
    [part=optional]{font-weight:400}
    [part=field]{width:100%;min-width:0;height:${sizes.field}em;margin:0;font:inherit;color:${ink};background:none;appearance:none;${field}}
    textarea[part=field]{display:block;height:auto;resize:vertical;padding-block:${sizes.inField / 2 - 0.0625}em;line-height:${text.line}}
    select[part=field]{appearance:auto;background:transparent}
    select option{color:#1b1b1b;background:#fff}
    ${isFirstLarge ? `[part=page].first [part=question]:first-child>[part=field]{${type(firstSize)}height:${sizes.field / firstSize.size}em;font-weight:${titleWeight}}` : ''}
    [part=field]:focus-visible{${focus}}
    [part=help]{display:grid;gap:0;margin-block:.375em;padding-inline-start:.75em;border-inline-start:2px solid ${accent}}
    [part=help]>p{color:${muted};${type(small)}}
    [part=help] ul{margin:0;padding:0;list-style:none}
    [part=help]>ul>li+li{border-top:1px solid color-mix(in srgb,${muted} 35%,transparent)}
    [part=help]>ul>li>button{display:flex;flex-wrap:wrap;gap:0 1em;align-items:baseline;width:100%;min-height:2.75em;padding:.5em 0;border:0;font:inherit;color:inherit;text-align:start;background:none;cursor:pointer}
    [part=help] button span{flex:1 1 12em;min-width:0;overflow-wrap:anywhere}
    [part=help] small{color:${muted};${type(small)}}
    [part=help] mark{color:inherit;background:none;font-weight:${titleWeight};text-decoration:underline;text-decoration-color:${accent};text-decoration-thickness:2px;text-underline-offset:.2em}
    [part=help] [aria-expanded=true] span{font-weight:${titleWeight}}
    [part=article]{display:grid;gap:.75em;max-height:22em;padding-block:.25em 1em;overflow:auto;overflow-wrap:anywhere}
    [part=article] :is(p,h3,blockquote,pre,table){margin:0;font-size:1em;line-height:${text.line}}
    [part=article] :is(ul,ol){padding-inline-start:1.25em;list-style:revert}
    [part=article] pre{white-space:pre-wrap}
    [part=article] a{color:${accent}}
    [part=choices]{display:grid}
    [part=choice]{display:grid;grid-template-columns:auto minmax(0,1fr);gap:.625em;align-items:start;padding-block:${(sizes.choice - text.line) / 2}em;cursor:pointer;overflow-wrap:anywhere}
    [part=choice] input{width:1.25em;height:1.25em;margin:.125em 0 0;font:inherit;accent-color:${accent}}
    [part=stars]{display:flex;flex-wrap:wrap}
    [part=stars] label{position:relative;display:grid;place-items:center;width:${sizes.star}em;height:${sizes.star}em;cursor:pointer}
    [part=stars] svg{width:1.75em;height:1.75em;fill:none;stroke:${accent};stroke-width:1.25;stroke-linejoin:round}
    [part=stars] label:is(:has(:checked),:has(~label :checked)) svg{fill:${accent}}
    [part=files]{display:grid}
    [part=file]{display:flex;flex-wrap:wrap;gap:0 .75em;align-items:center;min-height:${sizes.add}em;border-bottom:1px solid ${muted}}
    [part=file] span{flex:1 1 12em;min-width:0}
    [part=file] button:not([part]){display:grid;place-items:center;width:${sizes.add / 1.25}em;height:${sizes.add / 1.25}em;padding:0;border:0;background:none;color:${ink};font:inherit;font-size:1.25em;cursor:pointer}
    :is([part=add],[part=see]) svg{width:1.25em;height:1.25em;fill:none;stroke:currentColor;stroke-width:1.5;stroke-linecap:round;stroke-linejoin:round}
    [part=add]{display:grid;gap:0 1em;align-items:center}
    ${from(filesEm)}{[part=add]:not(:has([part=see])){grid-template-columns:auto 1fr}}
    :is([part=add] label,[part=see]){position:relative;display:flex;gap:.5em;align-items:center;height:${sizes.add}em;color:${accent};font-weight:${titleWeight};cursor:pointer}
    .ways{display:flex;flex-wrap:wrap;gap:0 1.5em}
    [part=see]{margin:0;padding:0;border:0;font:inherit;font-weight:${titleWeight};background:none}
    @media (pointer:coarse){[part=see]{display:none}}
    :is([part=add] label,[part=see])[hidden]{display:none}
    [part=add]>:last-child{${type(small)}color:${muted}}
    [part=add] label:has(:focus-visible){outline:2px solid ${accent};outline-offset:2px;border-radius:2px}
    [part=fault]{font-weight:${titleWeight};color:${ink};padding-inline-start:.75em;border-inline-start:2px solid ${accent}}
    [part=field][aria-invalid]{border-color:${accent};box-shadow:0 1px 0 ${accent}}
    .end{display:grid;grid-template-columns:minmax(0,1fr);gap:${sizes.near}em ${sizes.beside}em;align-items:center}
    .buttons{display:flex;flex-wrap:wrap;gap:0 1em}
    [part=note]{grid-column:1/-1}
    [part=note]:empty{display:none}
    ${from(pairedEm)}{.end{grid-template-columns:auto minmax(50%,1fr)}}
    :is([part=send],[part=back],[part=again]){height:${sizes.field}em;margin:0;padding:0 1.5em;font:inherit;font-weight:${titleWeight};border:0;border-radius:${radius};cursor:pointer}
    [part=send]{color:${readableOn(accent)};background:${accent};justify-self:start}
    :is([part=back],[part=again]){padding:0;color:${accent};background:none;justify-self:start;text-decoration:underline;text-underline-offset:.2em}
    [part=send][aria-disabled]{opacity:.6;cursor:progress}
    [part=form] :is(button,[part=choice] input):focus-visible,[part=again]:focus-visible,[part=stars] label:has(:focus-visible){outline:2px solid ${accent};outline-offset:2px;border-radius:2px}`
}
