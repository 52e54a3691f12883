/** How high a form is at a width: what its first step takes before anything is answered. */
import { wordsOf } from '../../core/locale/telephones'
import { isAsked } from '../../core/forms/answers'
import { showsScreen } from '../../core/forms/files'
import type { Entry, Question } from '../../core/forms/form'
import { counted, linesOf, type Counted } from '../letters'
import { faceOf, small, smallEm, stackEm, text, title, type Look } from '../sizes'
import type { QuestionsProps } from './form'

/** Sizes in em, once, for the stylesheet and for the counted height. */
export const sizes = {
  field: 3,
  /** Above and below the text of a field, together. */
  inField: 1.5,
  /** A line to choose, with the space around it. */
  choice: 2.5,
  /** Of the box to tick, with the space beside it. */
  tick: 1.875,
  star: 2.75,
  /** The button that adds files. */
  add: 2.75,
  /** Between label, field and hint. */
  near: 0.375,
  /** Between questions. */
  apart: 1.25,
  /** Between two that stand side by side. */
  beside: 1.5,
} as const
/** From this width on, the limits of files stand beside the button. */
export const filesEm = 34
/** From this width on, halves stand side by side. */
export const pairedEm = 30
/** Space for the words of a field that is written large. */
export const firstSize = { size: 1.1875, line: 1.5 } as const

/** A text in em of the body, at a width in em of the body. */
function textEm(words: string, widthEm: number, look: Look, of = text, weight: 'plain' | 'bold' = 'plain') {
  if (!words) return 0
  const lines = words
    .split('\n')
    .reduce((sum, line) => sum + linesOf(count(line, look, weight), widthEm / of.size), 0)
  return lines * of.size * of.line
}
const count = (words: string, look: Look, weight: 'plain' | 'bold'): Counted =>
  counted(words, faceOf(look, 'body', weight))

function fieldEm(question: Question, widthEm: number, look: Look): number {
  const { choice, tick, field, inField, star } = sizes
  switch (question.type) {
    case 'long':
      return question.lines * text.line + inField
    case 'address':
      return 3 * text.line + inField
    case 'one':
    case 'several':
      return question.options.reduce(
        (sum, option) => sum + choice - text.line + textEm(option, widthEm - tick, look),
        0,
      )
    case 'file':
      return sizes.add + (widthEm < filesEm || showsScreen(question) ? smallEm : 0)
    case 'rating':
      return star * Math.ceil((question.of * star) / widthEm)
    default:
      return field
  }
}

function entryEm(entry: Entry, widthEm: number, look: Look, optional: string): number {
  if (entry.type === 'hidden') return 0
  if (entry.type === 'text') return textEm(entry.words, widthEm, look)
  const asked = entry.isRequired ? entry.label : `${entry.label} ${optional}`
  const hint = textEm(entry.hint, widthEm, look, small)
  if (entry.type === 'consent')
    return stackEm(
      [sizes.choice - text.line + textEm(asked, widthEm - sizes.tick, look, text, 'bold'), hint],
      sizes.near,
    )
  const label = textEm(asked, widthEm, look, text, 'bold')
  return stackEm([label, fieldEm(entry, widthEm, look), hint], sizes.near)
}

/** In px, of everything below the heading. */
export function formPx(props: QuestionsProps, look: Look, widthPx: number): number {
  const em = look['look.textSize']
  const widthEm = widthPx / em
  const isPaired = widthEm >= pairedEm
  const steps = props.form.pages
  const step = steps[props.preview ?? 0] ?? steps[0]!
  const shown = step.entries.filter(
    (entry) => entry.type !== 'hidden' && (props.preview !== undefined || isAsked(entry, props.form, {})),
  )
  const halfEm = (widthEm - sizes.beside) / 2
  const rows: number[] = step.title ? [textEm(step.title, widthEm, look, title, 'bold')] : []
  for (let at = 0; at < shown.length; at += 1) {
    const [entry, next] = [shown[at]!, shown[at + 1]]
    if (!isPaired || !isHalf(entry)) {
      rows.push(entryEm(entry, widthEm, look, props.said.optional))
      continue
    }
    const other = next && isHalf(next) ? next : undefined
    if (other) at += 1
    rows.push(
      Math.max(...[entry, other].map((one) => (one ? entryEm(one, halfEm, look, props.said.optional) : 0))),
    )
  }
  const count = steps.length > 1 ? smallEm : 0
  const aside = textEm(wordsOf(props.aside), isPaired ? halfEm : widthEm, look, small)
  const end = isPaired ? Math.max(sizes.field, aside) : stackEm([sizes.field, aside], sizes.near)
  return stackEm([count, stackEm(rows, sizes.apart), end], sizes.apart) * em
}

const isHalf = (entry: Entry) => entry.type !== 'text' && entry.isHalf
