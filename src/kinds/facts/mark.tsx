/** @jsxImportSource preact */
/** What many gave on average, and how many they were. */
import { say, sayCount, type Counting, type Phrase } from '../../core/locale/phrase'
import { starsOf } from '../../core/rules/rules'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { small, smallEm, type } from '../sizes'
import { onCards } from './group'
import { outOf, StarMark, starsIn, starsLook, starsPart, starStyles, type Stars } from './stars'

const fromMany: Counting = {
  en: { other: 'from {n}' },
  cy: { other: 'gan {n}' },
  de: { other: 'von {n}' },
  es: { other: 'de {n}' },
  fr: { other: 'sur {n}' },
  it: { other: 'da {n}' },
  nl: { other: 'van {n}' },
  pl: { other: 'od {n}' },
  pt: { other: 'de {n}' },
  ar: { other: 'من {n}' },
}
const notYet: Phrase = {
  en: 'not rated yet',
  cy: 'heb ei raddio eto',
  de: 'noch nicht bewertet',
  es: 'aún sin valorar',
  fr: 'pas encore noté',
  it: 'non ancora valutato',
  nl: 'nog niet beoordeeld',
  pl: 'jeszcze bez oceny',
  pt: 'ainda sem avaliação',
  ar: 'لم يُقيَّم بعد',
}

interface Mark {
  readonly stars: Stars | undefined
  readonly words: string
  readonly count: number | undefined
}

export const mark = fact({
  id: 'mark',
  parts: [starsPart, { name: 'mark', label: 'Rating' }],
  words: { outOf, fromMany, notYet },
  fields: {
    'facts.mark': toggle({ ...onCards, part: 'mark', label: 'Rating', default: true }),
    ...starsLook,
  },
  of(item, values, { locale }): Mark | undefined {
    if (!values['facts.mark']) return undefined
    const value = starsOf(item)
    const count = item.aggregateRating?.reviewCount
    if (value === undefined) return { stars: undefined, words: say(notYet, locale), count }
    return {
      stars: starsIn(value, 1, locale),
      words: count ? sayCount(fromMany, count, locale) : '',
      count,
    }
  },
  view: ({ stars, words }) => (
    <p part="mark">
      {stars && StarMark(stars)}
      {stars && words ? ' ' : ''}
      {words}
    </p>
  ),
  em: (values) => (values['facts.mark'] ? smallEm : 0),
  styles: (values) => [
    starStyles(values),
    `[part=mark]{${type(small)}color:${values['look.muted']};white-space:nowrap;overflow:hidden;text-overflow:ellipsis}`,
  ],
  jsonLd: ({ stars, count }, itemType) =>
    stars && itemType !== 'Person'
      ? {
          aggregateRating: {
            '@type': 'AggregateRating',
            ratingValue: stars.value,
            bestRating: 5,
            ...(count ? { reviewCount: count } : {}),
          },
        }
      : {},
})
