/** @jsxImportSource preact */
/** What a review gives, of five: one star behind the number, or a row of five rounded to halves. */
import { numberInWords } from '../../core/locale/numbers'
import { say, type Phrase } from '../../core/locale/phrase'
import { starsOf } from '../../core/rules/rules'
import { choice } from '../../core/settings/controls/choice'
import { colour } from '../../core/settings/controls/colour'
import { toggle } from '../../core/settings/controls/toggle'
import { type ValuesOf } from '../../core/settings/field'
import { fact } from '../block'
import { small, smallEm, type, type Look } from '../sizes'
import { onCards } from './group'

/** `half` counts half stars, 0 to 10. */
export interface Stars {
  readonly half: number
  /** `4.3 of 5` */
  readonly words: string
  /** `4.3` */
  readonly number: string
  readonly value: number
}

export const outOf: Phrase = {
  en: '{n} of 5',
  cy: '{n} o 5',
  de: '{n} von 5',
  es: '{n} de 5',
  fr: '{n} sur 5',
  it: '{n} su 5',
  nl: '{n} van 5',
  pl: '{n} z 5',
  pt: '{n} de 5',
  ar: '{n} من ٥',
}

/** @param value - on a scale of five; a publisher's slip beyond it counts as its end */
export function starsIn(value: number, digits: number, locale: string): Stars {
  const number = numberInWords(value, digits, locale)
  const half = Math.round(Math.min(5, Math.max(0, value)) * 2)
  return { half, words: say(outOf, locale).replace('{n}', number), number, value }
}

export const starsPart = { name: 'stars', label: 'Stars' } as const

/** What whoever draws stars needs to offer. */
export const starsLook = {
  'look.stars': colour({
    step: 'dress',
    group: 'Colours',
    part: 'stars',
    label: 'Stars',
    default: { link: 'color.accent' },
  }),
}

/** Filled from the start by a class of its own: strict pages block style attributes. */
export const StarRow = ({ half, words }: Stars) => (
  <span part="stars" class={`row h${half}`} role="img" aria-label={words}>
    ★★★★★
  </span>
)
/** `4.3 ★` */
export const StarMark = ({ number, words }: Stars) => (
  <span part="stars" role="img" aria-label={words}>
    {number}&#8239;★
  </span>
)

/** A row is coloured up to where it is filled, from the side where reading begins. */
export const starStyles = ({ 'look.stars': full, 'look.line': empty }: ValuesOf<typeof starsLook> & Look) => `
  [part=stars]{flex:none;color:${full};font-weight:600;white-space:nowrap}
  [part=stars].row{
    --filled:0%;--to:right;
    letter-spacing:.05em;line-height:1;color:transparent;forced-color-adjust:none;
    background:linear-gradient(to var(--to),${full} var(--filled),${empty} var(--filled)) text;
    -webkit-background-clip:text;background-clip:text;
  }
  [part=stars].row:dir(rtl){--to:left}
  ${Array.from({ length: 10 }, (_one, at) => `.h${at + 1}{--filled:${(at + 1) * 10}%}`).join('')}`

export const stars = fact({
  id: 'stars',
  parts: [starsPart],
  words: { outOf },
  fields: {
    'facts.stars': toggle({ ...onCards, part: 'stars', label: 'Stars of a review', default: false }),
    'stars.form': choice(
      [
        { value: 'mark', label: 'Number and a star' },
        { value: 'row', label: 'Row of five' },
      ],
      {
        ...onCards,
        part: 'stars',
        label: 'Stars as',
        default: 'row',
        shownWhen: { path: 'facts.stars', is: [true] },
      },
    ),
    ...starsLook,
  },
  of(item, values, { locale }): (Stars & { readonly isRow: boolean }) | undefined {
    const value = values['facts.stars'] ? starsOf(item) : undefined
    if (value === undefined) return undefined
    return {
      ...starsIn(value, Number.isInteger(value) ? 0 : 1, locale),
      isRow: values['stars.form'] === 'row',
    }
  },
  view: (value) => (value.isRow ? <p class="rating">{StarRow(value)}</p> : StarMark(value)),
  em: (values) => (values['facts.stars'] ? smallEm : 0),
  styles: (values) => [starStyles(values), `.rating{${type(small)}margin:0}`],
  jsonLd({ value }, itemType) {
    const reviewRating = { '@type': 'Rating', ratingValue: value, bestRating: 5 }
    return itemType === 'Review' ? { reviewRating } : {}
  },
})
