/** How offers look: lines and words, pictures at one size; a page in two columns. */
import { headingFont, paddingPx, small, text, tint, titleWeight, type, type Look } from '../sizes'
import { nextLines, sizes } from './heights'

export function offersStyles(look: Look): string {
  const {
    'look.accent': accent,
    'look.muted': muted,
    'look.text': ink,
    'look.line': line,
    'look.title': titleColour,
  } = look
  const radius = `${Math.round(look['look.radius'] / 2)}px`
  const wide = `@container (min-width:${sizes.wide * look['look.textSize'] + 2 * paddingPx(look)}px)`
  const { picture: plate, smallPicture } = sizes
  const roomy = `@container (min-width:${sizes.roomy * look['look.textSize'] + 2 * paddingPx(look)}px)`
  return `
    [part=offers]{display:grid;grid-template-columns:minmax(0,1fr);gap:${sizes.below}em}
    :is([part=offers],[part=offer-page]) :is(p,ul,h1,h2,h3,h4,h5,dl,dd){margin:0;padding:0;list-style:none;overflow-wrap:anywhere}
    [part=offers] .top{display:grid;gap:.5em}
    :is([part=offers],[part=offer-page]) :is([part=note],[part=facts],[part=intro],dt){color:${muted}}
    :is([part=offers],[part=offer-page]) :is([part=note],[part=facts],dt){${type(small)}}
    .next{min-height:${nextLines.narrow * small.line}em}
    [part=facts] b{font-weight:${titleWeight};color:${ink}}
    [part=sentence] select[part=word]{appearance:none;max-width:100%;margin:0;padding:0;border:0;border-bottom:2px solid ${accent};border-radius:0;background:none;color:inherit;font:inherit;letter-spacing:inherit;field-sizing:content;cursor:pointer}
    [part=sentence] select option{color:#1b1b1b;background:#fff;font-size:1rem}
    [part=offers] [part=sentence] [part=note]{font-size:.4em;letter-spacing:0;white-space:nowrap}
    [part=tabs]{display:flex;flex-wrap:wrap;gap:0 1.5em;border-bottom:1px solid ${line}}
    [part=tab]{max-width:100%;text-align:start;overflow-wrap:anywhere;min-height:${sizes.tab}em;margin:0;padding:0;border:0;background:none;color:${muted};font:inherit;cursor:pointer}
    [part=tab][aria-pressed=true]{color:${ink};font-weight:${titleWeight};box-shadow:inset 0 -2px 0 ${accent}}
    [part=offers] [part=group].named{border-top:2px solid ${ink};padding-top:1em}
    [part=offers] [part=group-name]{padding:0!important;border:0;font-size:${sizes.groupName.size}em;line-height:${sizes.groupName.line};font-weight:${titleWeight};color:${titleColour};${headingFont(look)}}
    [part=offer]{overflow-wrap:anywhere;display:grid;grid-template-columns:auto minmax(0,1fr);gap:.5em ${sizes.gap}em;padding:${sizes.inRow}em 0;border-bottom:1px solid ${line}}
    [part=offer]:last-child{border-bottom:0}
    [part=offer]:not(:has([part=picture])){grid-template-columns:minmax(0,1fr)}
    [part=offer] [part=picture]{display:grid;place-items:center;width:${smallPicture.width}em;height:${smallPicture.height}em;object-fit:cover;border-radius:${radius};${tint('background', accent, 10, line)}color:${muted};font-size:1em;${headingFont(look)}}
    ${roomy}{[part=offer] [part=picture]{width:${plate.width}em;height:${plate.height}em}}
    [part=offer]:has([part=picture])>.deal{grid-column:2}
    [part=offer] .words{display:grid;align-content:start;min-width:0}
    [part=offer-name]{font-weight:${titleWeight};color:${titleColour};text-decoration:none;${type(text)}}
    [part=offer-name]:hover{color:${accent}}
    [part=offer] .deal{display:flex;flex-wrap:wrap;gap:0 1em;align-items:baseline}
    [part=price]{font-size:1.25em;line-height:1.2;color:${titleColour};font-variant-numeric:tabular-nums;white-space:nowrap;${headingFont(look)}font-weight:${titleWeight}}
    [part=choose]{color:${accent};font-weight:${titleWeight};text-underline-offset:.25em;text-decoration-thickness:1px}
    ${wide}{
      [part=offers] [part=group].named{display:grid;grid-template-columns:${sizes.names}em minmax(0,1fr);gap:${sizes.gap}em;padding-top:0}
      [part=group].named header{padding-top:${sizes.inRow}em}
      [part=offer]{grid-template-columns:auto minmax(0,1fr) ${sizes.end}em}
      [part=offer]:not(:has([part=picture])){grid-template-columns:minmax(0,1fr) ${sizes.end}em}
      [part=offer]:has([part=picture])>.deal{grid-column:3}
      .next{min-height:${nextLines.wide * small.line}em}
      [part=offer] .deal{display:grid;justify-items:end;align-content:start;text-align:end;gap:0}
    }
    [part=offer-page]{display:grid;grid-template-columns:minmax(0,1fr);gap:2em 4em;align-items:start;outline:0}
    .told{display:grid;grid-template-columns:minmax(0,1fr);gap:1.5em;min-width:0}
    .side{container-type:inline-size;min-width:0}
    ${wide}{[part=offer-page]{grid-template-columns:minmax(0,1fr) ${sizes.side}em}.side{border-top:2px solid ${ink};padding-top:1em}}
    [part=offer-page] a[part=word]{color:inherit}
    [part=page-name]{font-size:${sizes.pageName.size}em;line-height:${sizes.pageName.line};font-weight:${titleWeight};color:${titleColour};letter-spacing:-.02em;text-wrap:balance;${headingFont(look)}}
    [part=lead]{font-size:${sizes.lead.size}em;line-height:${sizes.lead.line};max-width:34em;white-space:pre-line}
    .pictures{display:grid;grid-template-columns:repeat(3,minmax(0,1fr));gap:.5em}
    .pictures [part=picture]{display:block;width:100%;aspect-ratio:4/3;object-fit:cover;border-radius:${radius};${tint('background', accent, 10, line)}}
    .pictures [part=picture]:first-child{grid-column:1/-1;aspect-ratio:16/9}
    [part=page-facts]{display:grid;grid-template-columns:repeat(auto-fit,minmax(8em,1fr));gap:1em 1.5em;padding:1em 0!important;border-block:1px solid ${line}}
    [part=page-facts] dd{font-weight:${titleWeight}}
    [part=beforehand] :is(h2,h3,h4,h5){padding-bottom:.5em;font-size:1.375em;line-height:1.25;font-weight:${titleWeight};color:${titleColour};${headingFont(look)}}
    [part=beforehand] li{position:relative;padding:.25em 0 .25em 0;padding-inline-start:1.5em}
    [part=beforehand] li::before{content:'';position:absolute;inset-inline-start:0;top:1em;width:.9em;border-top:1px solid ${accent}}
    [part=offer-page] [part=sentence]{font-size:${sizes.beside.size}em;line-height:${sizes.beside.line};letter-spacing:-.01em}
    [part=dates]{display:grid;gap:1.25em}
    [part=dates] fieldset{min-width:0;margin:0;padding:0;border:0}
    [part=dates] legend{padding:0 0 .5em}
    [part=date]{display:grid;grid-template-columns:auto 5em 1fr auto;gap:.75em;align-items:center;min-height:2.75em;border-top:1px solid ${line};cursor:pointer}
    [part=date] input{width:1.125em;height:1.125em;margin:0;accent-color:${accent}}
    [part=date] b{font-weight:${titleWeight}}
    [part=date]:has(:checked) b{color:${accent}}
    [part=date] small{${type(small)}color:${muted}}
    [part=sum]{display:flex;flex-wrap:wrap;gap:.25em 1em;justify-content:space-between;align-items:baseline;padding-top:1em;border-top:1px solid ${line}}
    [part=sum]:not(:has(b,span:not(:empty))){display:none}
    [part=dates] [part=send]{width:100%;justify-self:stretch}`
}
