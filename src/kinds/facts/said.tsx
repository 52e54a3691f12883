/** @jsxImportSource preact */
/** What somebody posted, with its addresses as links. */
import type { VNode } from 'preact'
import { choice } from '../../core/settings/controls/choice'
import { fact } from '../block'
import { counted, linesOf, type Counted } from '../letters'
import { clamp, faceOf, text } from '../sizes'
import { onCards } from './group'

interface Said {
  readonly text: Counted
  readonly pieces: readonly (string | { readonly url: string; readonly words: string })[]
}

/** Addresses show without their scheme, and no longer than a line. */
const longestAddress = 40

/** A text parted at its web addresses. */
export function piecesIn(text: string): Said['pieces'] {
  const pieces: (string | { url: string; words: string })[] = []
  let from = 0
  for (const match of text.matchAll(/https?:\/\/[^\s<>"]+[^\s<>".,;:!?)\]]/g)) {
    if (match.index > from) pieces.push(text.slice(from, match.index))
    const bare = match[0].replace(/^https?:\/\/(www\.)?/, '')
    const words = bare.length > longestAddress ? `${bare.slice(0, longestAddress - 1)}…` : bare
    pieces.push({ url: match[0], words })
    from = match.index + match[0].length
  }
  if (from < text.length) pieces.push(text.slice(from))
  return pieces
}

export const said = fact({
  id: 'said',
  parts: [{ name: 'summary', label: 'What is said' }],
  fields: {
    'said.lines': choice(
      [
        { value: '0', label: 'All of it' },
        { value: '2', label: 'Two lines' },
        { value: '4', label: 'Four lines' },
        { value: '8', label: 'Eight lines' },
      ],
      { ...onCards, part: 'summary', label: 'What is said', default: '8' },
    ),
  },
  of(item, values): Said | undefined {
    const words = [item.type === 'SocialMediaPosting' ? '' : item.name, item.text].filter(Boolean).join('. ')
    if (!words) return undefined
    const pieces = piecesIn(words)
    const shown = pieces.map((piece) => (typeof piece === 'string' ? piece : piece.words)).join('')
    return { text: counted(shown, faceOf(values, 'body')), pieces }
  },
  view: ({ pieces }) => (
    <p part="summary">
      {pieces.map((piece): VNode | string =>
        typeof piece === 'string' ? (
          piece
        ) : (
          <a key={piece.url} href={piece.url}>
            {piece.words}
          </a>
        ),
      )}
    </p>
  ),
  em(values, { form, widthEm }, value) {
    const most = form === 'line' || form === 'after' ? 1 : Number(values['said.lines']) || Infinity
    if (!value) return (Number.isFinite(most) ? most : 6) * text.line
    return linesOf(value.text, widthEm, most) * text.line
  },
  styles: (values) => `
    [part=summary]{color:${values['look.text']};${values['said.lines'] === '0' ? '' : clamp(Number(values['said.lines']))}}
    :is(.line,.after) [part=summary]{${clamp(1)}}
    [part=summary] a,[part=post]{color:${values['look.accent']};text-underline-offset:.2em}`,
  jsonLd: ({ text: { words } }) => ({ articleBody: words }),
})
