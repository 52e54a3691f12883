/** @jsxImportSource preact */
/** How a strip that is one link looks: a button in the accent colour, in one line. */
import { titleWeight, type Look } from '../sizes'

export interface LinkButton {
  readonly url: string
  readonly words: string
}
const buttonEm = 2.75

/** The view, height (px) and styles of a strip whose part holds one link. */
export const linkButton = (part: string) => ({
  view: ({ url, words }: LinkButton) => (
    <p part={part}>
      <a href={url}>{words}</a>
    </p>
  ),
  height: (_value: LinkButton, values: Look) => buttonEm * values['look.textSize'],
  styles: (values: Look) => `
    [part=${part}]{display:flex;height:${buttonEm}em}
    [part=${part}] a{
      display:flex;align-items:center;max-width:100%;padding:0 1.25em;overflow:hidden;white-space:nowrap;text-overflow:ellipsis;
      border-radius:${Math.min(values['look.radius'], 24)}px;background:${values['look.accent']};color:${values['look.background']};
      font-weight:${titleWeight};text-decoration:none;
    }
    [part=${part}] a:hover{text-decoration:underline;text-underline-offset:.2em}`,
})
