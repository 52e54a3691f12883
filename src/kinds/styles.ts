/** What is around cards, in every kind that shows some. */
import type { AnyValues } from './block'
import { fontOf, paddingPx, text, type } from './sizes'

export function frameStyles(values: AnyValues): string {
  const space = values['look.spacing']
  const background = `background:${values['look.background']};border-radius:${values['look.radius']}px;`
  return `
    [part=widget]{
      padding:${paddingPx(values)}px;color:${values['look.text']};
      font-size:${values['look.textSize']}px;${type(text)}
      ${fontOf(values)}
      ${values['look.transparent'] ? '' : background}
    }
    [part=list]{display:grid;gap:${space}px;margin:0;padding:0;list-style:none}
    [part=widget]>*{margin:0}
    [part=widget]>*+*{margin-top:${space}px}
    [part=empty]{color:${values['look.muted']}}
    a:focus-visible,button:focus-visible{outline:2px solid ${values['look.accent']};outline-offset:3px;border-radius:2px}`
}
