/** How high a booking is before anything is chosen. */
import { wordsOf } from '../../core/locale/telephones'
import { say } from '../../core/locale/phrase'
import { doorWords } from '../doorWords'
import { heading } from '../strips/heading'
import { counted, linesOf } from '../letters'
import {
  columnPx,
  columnsAt,
  faceOf,
  innerPx,
  paddingPx,
  small,
  smallEm,
  stackEm,
  text,
  type Look,
} from '../sizes'
import type { BlockValues } from '../block'
import { begun, canChooseWho, showsMonth, stepOf, type BookingProps } from './view'
import { groupsOf } from './names'

/** In em of the text. */
export const sizes = {
  sentence: { large: { size: 2.25, line: 1.45 }, small: { size: 1.625, line: 1.5 } },
  /** Below the sentence. */
  below: 2.25,
  /** Between groups that stand below each other. */
  groups: 2.25,
  /** Above and below a service, together. */
  inService: 1.5,
  belowName: 0.75,
  columnMin: 17,
  /** A month with the times of a day beside it or below it; kept while it is looked for, so that nothing moves when it comes. */
  month: { beside: 30, below: 46 },
} as const
/** From this width on, times stand beside their month. */
export const besideEm = 46
/** From this width on, the sentence is large. */
export const roomyEm = 44

type Title = Parameters<typeof heading.height>[0]

/**
 * Lines of the sentence before anything is chosen. What leads back is a button, which a line never ends within: it goes whole to the
 * next one, and one that is wider than a line leaves the rest of its last line empty.
 * @param lines - of a text at the sentence's width
 */
export function sentenceLines(props: BookingProps, lines: (words: string) => number): number {
  const chosen = begun(props)
  const step = stepOf(props, chosen)
  const fill = (pattern: string, words: string) => pattern.replace(/\{\w+\}/, () => words)
  if (!chosen.service) return lines(fill(props.sentence.what, props.open.what))
  const whole = (words: string) => words.replaceAll(' ', '\u00a0')
  const { name } = chosen.service
  const isButton = props.services.length > 1
  const who = step === 'who' ? props.open.who : whole(props.anybody)
  const said = [
    fill(props.sentence.what, isButton ? whole(name) : name),
    canChooseWho(props, chosen.service) ? fill(props.sentence.who, who) : '',
    step === 'when' ? fill(props.sentence.when, props.open.when) : '',
  ]
  return lines(said.join('')) + (isButton && lines(name) > 1 ? 1 : 0)
}

/** While times are looked for, or what is said when nobody answers: whichever is longer. */
const lookingLines = ({ looking, locale }: BookingProps, of: (words: string) => number): number =>
  Math.max(of(looking), of(say(doorWords.away, locale)))

/** The same in em, with the room that a month will take. @param linesOf - lines of small print that words take */
export function lookingEm(props: BookingProps, widthEm: number, linesOf: (words: string) => number): number {
  const looking = lookingLines(props, linesOf) * smallEm
  if (!showsMonth(props, begun(props))) return looking
  return Math.max(looking, widthEm >= besideEm ? sizes.month.beside : sizes.month.below)
}

export function bookingPx(
  props: BookingProps,
  title: Title | undefined,
  look: Look & BlockValues<typeof heading.fields>,
  widthPx: number,
): number {
  const em = look['look.textSize']
  const inner = innerPx(look, widthPx)
  const widthEm = inner / em
  const chosen = begun(props)
  const step = stepOf(props, chosen)
  const body = faceOf(look, 'body')
  const bold = faceOf(look, 'body', 'bold')
  const lines = (words: string, em_: number, size: number, face = body) =>
    words ? linesOf(counted(words, face), em_ / size) : 0
  const sentence = widthEm >= roomyEm ? sizes.sentence.large : sizes.sentence.small
  const sentenceWidth = Math.min(widthEm, 26 * sentence.size)
  const sentenceEm =
    sentenceLines(props, (words) => lines(words, sentenceWidth, sentence.size, faceOf(look, 'heading'))) *
    sentence.size *
    sentence.line
  const titleEm = title ? heading.height(title, look, inner) / em : 0
  const introEm = lines(props.intro, widthEm, 1) * text.line
  const top = stackEm([titleEm, introEm], 0.5)
  const columns = columnsAt(
    inner,
    groupsOf(props.services).length || 1,
    { ...look, 'look.spacing': 2.5 * em },
    sizes.columnMin,
  )
  const columnEm = columnPx(inner, columns, { ...look, 'look.spacing': 2.5 * em }) / em
  const groups = groupsOf(props.services).map(([name, services]) =>
    services.reduce(
      (sum, one) => {
        const priceEm = one.price ? one.price.length * 0.7 + 1 : 0
        return (
          sum +
          sizes.inService +
          lines(one.name, columnEm - priceEm, 1, bold) * text.line +
          (one.takes || one.priceNote
            ? lines([one.takes, one.priceNote].filter(Boolean).join(', '), columnEm, small.size) * smallEm
            : 0) +
          lines(one.text, columnEm, small.size) * smallEm
        )
      },
      // Their lines: one below each service, a thick one below the name.
      (services.length + (name ? 2 : 0)) / em +
        (name ? lines(name, columnEm, small.size) * smallEm + sizes.belowName : 0),
    ),
  )
  const rows: number[] = []
  for (let at = 0; at < groups.length; at += columns) rows.push(Math.max(...groups.slice(at, at + columns)))
  const asideEm = lines(wordsOf(props.aside), widthEm, small.size) * smallEm
  const what =
    props.services.length === 0
      ? smallEm * lines(props.nothing, widthEm, small.size)
      : stackEm([stackEm(rows, sizes.groups), asideEm], sizes.below)
  const bodyEm =
    step === 'what' ? what : lookingEm(props, widthEm, (words) => lines(words, widthEm, small.size))
  const all = stackEm([top, sentenceEm, bodyEm], sizes.below)
  return Math.ceil(all * em + 2 * paddingPx(look) + rows.length)
}
