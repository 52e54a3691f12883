/** How high the ring-back is at a width, before anything is sent. */
import { counted, linesOf } from '../letters'
import { faceOf, stackEm, text, type Look } from '../sizes'
import type { RingBackProps } from './ring'

/** Sizes in em, once, for the stylesheet and for the counted height. */
export const sizes = {
  apart: 1,
  /** Between a heading and what is said below it. */
  near: 0.5,
  field: 2.75,
  choice: 2.75,
  /** Of the round mark, with the space beside it. */
  mark: 1.75,
  button: 2.75,
} as const

export function ringBackPx(props: RingBackProps, look: Look, innerPx: number, headingPx: number): number {
  const em = look['look.textSize']
  const room = innerPx / em
  const lines = (words: string, widthEm = room) => linesOf(counted(words, faceOf(look, 'body')), widthEm)
  const label = (words: string) =>
    linesOf(counted(words, faceOf(look, 'body', 'bold')), room) * text.line + sizes.field
  const choice = ({ label: words, note }: RingBackProps['choices'][number]) =>
    sizes.choice + (lines(`${words}    ${note}`, room - sizes.mark) - 1) * text.line
  const top = stackEm([headingPx / em, props.intro ? lines(props.intro) * text.line : 0], sizes.near)
  const choices = props.choices.reduce((sum, one) => sum + choice(one), 0)
  const parts = [top, label(props.name), label(props.number), choices, sizes.button]
  return Math.ceil(stackEm(parts, sizes.apart) * em) + 1
}
