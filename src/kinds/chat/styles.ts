/** Sets the conversation like a play: the margin says who and when, and the visitor's words stand in italics. */
import { readableOn } from '../../core/design/contrast'
import { small, text, titleWeight, type, type Look } from '../sizes'
import { sizes } from './heights'

const marginEm = 4.5

export function chatStyles(look: Look): string {
  const { 'look.accent': accent, 'look.muted': muted, 'look.text': ink, 'look.line': line } = look
  const background = look['look.transparent'] ? 'inherit' : look['look.background']
  const link = `padding:0;border:0;background:none;font:inherit;font-weight:${titleWeight};color:${accent};text-align:start;text-decoration:underline;text-underline-offset:.22em;text-decoration-thickness:1px;cursor:pointer;overflow-wrap:anywhere`
  const focus = `outline:2px solid ${accent};outline-offset:2px;border-radius:2px`
  return `
    [part=chat]{display:flex;flex-direction:column;gap:${sizes.apart}em;position:relative}
    [part=chat] :is(p,ol,[part=heading]){margin:0;overflow-wrap:anywhere}
    .desk{display:flex;flex-direction:column}
    :is([part=hours],[part=note],[part=fault]){${type(small)}color:${muted}}
    [part=channels]{display:flex;flex-wrap:wrap;gap:0 ${sizes.beside}em}
    [part=channel]{${type(small)}${link}}
    .alone [part=channels]{flex-direction:column}
    .alone [part=channel]{${type(text)}padding-block:${(sizes.channel - text.line) / 2}em}
    [part=greeting]{color:${ink}}
    [part=talk]{max-height:26em;overflow:auto;overscroll-behavior:contain}
    [part=talk][hidden]{display:none}
    [part=talk] ol{display:flex;flex-direction:column;gap:1em;padding:0;list-style:none}
    [part=said]{display:grid;grid-template-columns:${marginEm}em minmax(0,1fr);gap:0 1em}
    [part=who]{${type(small)}font-weight:${titleWeight};color:${look['look.title']};overflow-wrap:anywhere}
    [part=who] span{display:block;font-weight:400;color:${muted};font-variant-numeric:tabular-nums}
    .you [part=who]{color:${accent}}
    [part=words] p{white-space:pre-line}
    [part=words] p+p{margin-top:.5em}
    .you [part=words]{font-style:italic}
    [part=words] [part=file]::before{content:"+ ";color:${muted}}
    [part=suggestions]{display:flex;flex-wrap:wrap;gap:0 ${sizes.beside}em}
    [part=suggestion]{${link}}
    [part=note]:empty{display:none}
    [part=form]{display:grid;grid-template-columns:minmax(0,1fr);margin:0;background:${background}}
    .line{display:grid;grid-template-columns:minmax(0,1fr) auto auto;align-items:end;border-top:1px solid ${line}}
    :is([part=field],[part=address]){width:100%;min-width:0;height:${sizes.field - 0.0625}em;margin:0;padding:${(sizes.field - 0.0625 - text.line) / 2}em 0;border:0;border-radius:0;background:none;font:inherit;line-height:${text.line};color:${ink};appearance:none;resize:none;outline:0}
    [part=field]{display:block;field-sizing:content;height:auto;min-height:${sizes.field - 0.0625}em;max-height:9em}
    [part=address]{height:${sizes.field}em;border-top:1px solid ${line}}
    :is([part=field],[part=address])::placeholder{color:${muted};opacity:1}
    .line:has([part=field]:focus-visible),[part=address]:focus-visible{border-color:${accent};box-shadow:0 -1px 0 ${accent}}
    [part=address][aria-invalid]{border-color:${accent};text-decoration:underline wavy;text-decoration-color:${accent}}
    [part=fault]{font-weight:${titleWeight};color:${ink};padding-block:.375em}
    :is([part=add],[part=send]){display:grid;place-items:center;height:${sizes.field - 0.0625}em;min-width:${sizes.field}em;padding:0 .5em;cursor:pointer}
    [part=add]{position:relative;color:${muted}}
    [part=add] svg{width:1.25em;height:1.25em;fill:none;stroke:currentColor;stroke-width:1.5;stroke-linecap:round}
    [part=add]:hover{color:${ink}}
    [part=send]{height:${sizes.field - 0.5}em;margin-block:.1875em;border:0;border-radius:${look['look.radius']}px;padding:0 1em;font:inherit;font-weight:${titleWeight};color:${readableOn(accent)};background:${accent}}
    [part=form]>[part=file]{display:flex;align-items:center;gap:.75em;${type(small)}color:${muted}}
    [part=form]>[part=file] button{width:2em;height:2em;padding:0;border:0;background:none;font:inherit;font-size:1.25em;color:${ink};cursor:pointer}
    :is([part=channel],[part=suggestion],[part=send],[part=talk],[part=form]>[part=file] button):focus-visible,[part=add]:has(:focus-visible){${focus}}
    [data-as=corner] :is(.inside,.inside>.y,[part=widget],[data-island],[part=chat]){display:flex;flex-direction:column;flex:1 0 auto}
    [data-as=corner] .inside{flex:1 1 0}
    [data-as=corner] [part=form]{margin-top:auto}
    [part=surface] [part=talk]{max-height:none;overflow:visible}
    [part=surface] [part=form]{position:sticky;bottom:0;background:${look['look.background']}}`
}
