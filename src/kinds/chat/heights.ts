/** How high the conversation is at a width, before anything is said. */
import { counted, linesOf, widthEm } from '../letters'
import { faceOf, small, stackEm, text, type Look } from '../sizes'
import type { ChatProps } from './talk'

/** Sizes in em, once, for the stylesheet and for the counted height. */
export const sizes = {
  /** Between what stands below each other. */
  apart: 0.75,
  /** A field to write on, and the buttons beside it. */
  field: 2.75,
  /** A channel where there is nothing else. */
  channel: 2.75,
  /** Between what stands side by side. */
  beside: 1.25,
} as const

const linesEm = (words: string, widthPx: number, look: Look, of: { size: number; line: number }) =>
  words
    ? linesOf(counted(words, faceOf(look, 'body')), widthPx / (of.size * look['look.textSize'])) *
      of.size *
      of.line
    : 0

/** Height in em of the body of words that stand side by side and wrap where there is no more room. */
function flowEm(
  all: readonly string[],
  widthPx: number,
  look: Look,
  of: { size: number; line: number },
): number {
  if (all.length === 0) return 0
  const room = widthPx / (of.size * look['look.textSize'])
  const gap = sizes.beside / of.size
  let lines = 1
  let used = 0
  for (const words of all) {
    const one = counted(words, faceOf(look, 'body', 'bold'))
    const width = widthEm(one)
    if (used > 0 && used + gap + width > room) {
      lines += 1
      used = 0
    }
    lines += linesOf(one, room) - 1
    used += (used > 0 ? gap : 0) + width
  }
  return lines * of.size * of.line
}

/** @param headingPx - 0 where there is none @param innerPx - of the room inside the widget's edge */
export function chatPx(props: ChatProps, look: Look, innerPx: number, headingPx: number): number {
  const em = look['look.textSize']
  const labels = props.channels.map(({ words }) => words)
  const channels = props.canWrite
    ? flowEm(labels, innerPx, look, small)
    : labels.reduce(
        (sum, words) =>
          sum + sizes.channel - text.line + Math.max(text.line, linesEm(words, innerPx, look, text)),
        0,
      )
  const desk = linesEm(props.hours, innerPx, look, small) + channels
  if (!props.canWrite) return Math.ceil(stackEm([headingPx / em, desk], sizes.apart) * em)
  const form = sizes.field * (props.isOpen ? 1 : 2)
  const parts = [
    headingPx / em,
    desk,
    linesEm(props.isOpen ? props.greeting : props.away, innerPx, look, text),
    flowEm(props.suggestions, innerPx, look, text),
    form,
  ]
  return Math.ceil(stackEm(parts, sizes.apart) * em)
}
