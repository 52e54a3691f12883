/** How a booking looks: lines and words, nothing enclosed but what is chosen. */
import { readableOn } from '../../core/design/contrast'
import { headingFont, paddingPx, small, text, tint, titleWeight, type, type Look } from '../sizes'
import { besideEm, roomyEm, sizes } from './heights'

/** Width of the line below a day, by how much of it is free. */
const shares = Array.from({ length: 8 }, (_one, at) => `.f${at + 1}{width:${((at + 1) / 8) * 3.5}em}`).join(
  '',
)
/** Where the first day of a month stands. */
const firsts = Array.from({ length: 7 }, (_one, at) => `.c${at}{grid-column-start:${at + 1}}`).join('')

export function bookingStyles(look: Look): string {
  const {
    'look.accent': accent,
    'look.muted': muted,
    'look.text': ink,
    'look.line': line,
    'look.title': titleColour,
  } = look
  const radius = `${look['look.radius']}px`
  const from = (em: number) => `@container (min-width:${em * look['look.textSize'] + 2 * paddingPx(look)}px)`
  const { large, small: tight } = sizes.sentence
  const plain =
    'margin:0;padding:0;border:0;background:none;color:inherit;font:inherit;text-align:start;cursor:pointer'
  return `
    [part=booking]{display:grid;grid-template-columns:minmax(0,1fr);gap:${sizes.below}em}
    [part=booking] :is(p,ul,[part=heading]){margin:0;padding:0;list-style:none;overflow-wrap:anywhere}
    [part=booking] .top{display:grid;gap:.5em}
    [part=booking] :where(button:not([part=send],[part=back],[part=again])){${plain}}
    [part=booking] .body{outline:0;display:grid;grid-template-columns:minmax(0,1fr);gap:1.5em}
    [part=booking] :is([part=note],[part=aside],[part=facts],[part=intro],.weekday){color:${muted}}
    [part=booking] :is([part=note],[part=aside],[part=facts],[part=text],.weekday,[part=soon]){${type(small)}}
    [part=sentence]{font-size:${tight.size}em;line-height:${tight.line};max-width:26em;color:${titleColour};${headingFont(look)}letter-spacing:-.02em;text-wrap:pretty}
    ${from(roomyEm)}{[part=sentence]{font-size:${large.size}em;line-height:${large.line}}}
    [part=sentence] :is(b,em,button){font:inherit;letter-spacing:inherit}
    [part=booking] [part=sentence] [part=word]{display:inline;text-decoration:underline;text-decoration-thickness:2px;text-underline-offset:.22em;text-decoration-color:${muted}}
    [part=sentence] [part=word]:hover{text-decoration-color:currentColor}
    [part=open]{color:${accent};text-decoration:underline;text-decoration-thickness:3px;text-underline-offset:.22em}
    .groups{display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,${sizes.columnMin}em),1fr));gap:${sizes.groups}em 2.5em;align-items:start}
    [part=group-name]{${type(small)}color:${muted};padding-bottom:.75em!important;border-bottom:2px solid ${ink}}
    [part=group] li{border-bottom:1px solid ${line}}
    [part=booking] [part=service]{display:grid;grid-template-columns:minmax(0,1fr) auto;gap:0 1em;width:100%;padding:${sizes.inService / 2}em 0;overflow-wrap:anywhere}
    [part=service]>:is([part=facts],[part=text]){grid-column:1/-1}
    [part=service-name]{font-weight:${titleWeight};color:${titleColour};line-height:${text.line}}
    [part=service]:hover [part=service-name],[part=person]:hover [part=service-name]{color:${accent}}
    [part=price]{font-variant-numeric:tabular-nums;white-space:nowrap}
    .body [part=form]{max-width:47.5em}
    .whom{max-width:44em}
    .whom li:first-child [part=service-name]:first-letter{text-transform:uppercase}
    [part=service-name]{display:block}
    .whom li{border-bottom:1px solid ${line}}
    [part=booking] [part=person]{display:grid;grid-template-columns:minmax(0,1fr) auto;gap:0 1em;width:100%;min-height:3.5em;align-items:center;padding:.75em 0}
    [part=person]>:is([part=facts],[part=service-name]){grid-column:1}
    [part=person]>[part=soon]{grid-column:2;grid-row:1/span 2;align-self:center;text-align:end;color:${ink}}
    [part=person]:disabled{cursor:default;color:${muted}}
    .when{display:grid;grid-template-columns:minmax(0,1fr);gap:2em 4em;align-items:start}
    .when{min-height:${sizes.month.below}em;align-content:start}.looking{min-height:${sizes.month.below / small.size}em}
    ${from(besideEm)}{.when{grid-template-columns:minmax(0,7fr) minmax(0,5fr)}.when{min-height:${sizes.month.beside}em}.looking{min-height:${sizes.month.beside / small.size}em}}
    .head{display:flex;gap:.5em;align-items:center;height:3em;border-bottom:2px solid ${ink}}
    [part=month-name]{flex:1;font-size:1.125em;font-weight:${titleWeight};color:${titleColour}}
    [part=booking] [part=arrow]{display:grid;place-items:center;width:2.75em;height:2.75em;color:${accent}}
    [part=booking] [part=arrow][aria-disabled=true]{color:${muted};opacity:.6;cursor:default}
    [part=arrow] svg{width:1.25em;height:1.25em;fill:none;stroke:currentColor;stroke-width:1.5;stroke-linecap:round;stroke-linejoin:round}
    [part=arrow] .back,[part=arrow] svg:dir(rtl){transform:scaleX(-1)}
    [part=arrow] .back:dir(rtl){transform:none}
    .sheet{display:grid;grid-template-columns:repeat(7,minmax(0,1fr));margin-bottom:1em}
    .sheet[aria-busy=true]{opacity:.5}
    .sheet>*{min-width:0;min-height:3.75em;border-bottom:1px solid ${line}}
    .sheet>.weekday{min-height:0;padding:.75em .5em;overflow:hidden}
    .sheet .none,[part=booking] [part=day]{display:flex;flex-direction:column;align-items:flex-start;justify-content:flex-start;width:100%;height:100%;padding:.75em .5em 0;font-variant-numeric:tabular-nums;box-sizing:border-box}
    .sheet .none{color:${muted}}
    [part=booking] [part=day]{font-weight:${titleWeight};border-radius:${radius}}
    [part=day] i{max-width:100%;height:3px;margin-top:.5em;background:${accent}}
    [part=day]:hover{${tint('background', accent, 12, 'transparent')}}
    [part=booking] [part=day][aria-pressed=true]{color:${readableOn(accent)};background:${accent}}
    [part=day][aria-pressed=true] i{background:currentColor}
    ${shares}${firsts}
    .scroll{display:grid;gap:1em;max-height:12em;padding:1em 0;overflow-y:auto}
    .slots{display:grid;grid-template-columns:repeat(auto-fill,minmax(5.5em,1fr))}
    .rows{display:grid}
    ${from(besideEm)}{.scroll{max-height:22em}}
    [part=booking] [part=time]{display:flex;justify-content:space-between;gap:1em;align-items:center;min-height:2.75em;padding:0 .75em;margin-inline-start:-.75em;border-radius:${radius};font-variant-numeric:tabular-nums}
    .rows [part=time]{margin-inline-start:0;border-bottom:1px solid ${line};border-radius:0}
    [part=time] small{${type(small)}color:${muted}}
    [part=time]:hover{${tint('background', accent, 12, 'transparent')}}
    [part=booking] [part=time][aria-pressed=true]{color:${readableOn(accent)};background:${accent}}
    [part=count]{display:flex;gap:.5em;align-items:center}
    [part=count] b{min-width:1.5em;text-align:center;font-variant-numeric:tabular-nums}
    [part=gone]{padding-inline-start:.75em!important;border-inline-start:2px solid ${accent}}
    [part=booking] .body [part=word]{display:inline-flex;min-height:1.75em;align-items:center;margin-inline-end:1em;color:${accent};text-decoration:underline;text-underline-offset:.2em}
    [part=done]{display:grid;gap:2em}
    [part=mark]{display:flex;gap:.5em;align-items:center;font-weight:${titleWeight};color:${accent}}
    [part=mark] svg{flex:none;width:1.5em;height:1.5em;fill:none;stroke:currentColor;stroke-width:1.5;stroke-linecap:round;stroke-linejoin:round}
    .details{display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,15em),1fr));gap:1.5em 2.5em;padding-top:1.25em;border-top:2px solid ${ink}}
    .details a{color:${accent};text-underline-offset:.2em}
    [part=done] [part=again]{justify-self:start}`
}
