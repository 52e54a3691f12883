/** @jsxImportSource preact */
/**
 * The average of reviews: as a line, or large with how many gave how many stars. Always of all reviews that the sources
 * have, also of those that are hidden or wait: whatever else it said would be made up.
 */
import { Fragment } from 'preact'
import { numberInWords } from '../../core/locale/numbers'
import { languageOf, say, sayCount, type Counting, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { toggle } from '../../core/settings/controls/toggle'
import { strip } from '../block'
import { starsOf } from '../../core/rules/rules'
import { outOf, starsIn, starsLook, starsPart, starStyles, type Stars } from '../facts/stars'
import { counted, linesOf } from '../letters'
import { Choice, choicePart, choosingStyles, chosenPattern } from './choosing'
import { faceOf, headingFont, small, smallEm, text, tint, titleWeight, type } from '../sizes'

const group = { step: 'arrange', group: 'Average of reviews', part: 'average' } as const

const fromReviews: Counting = {
  en: { one: 'from {n} review', other: 'from {n} reviews' },
  cy: { other: 'o {n} adolygiad' },
  de: { one: 'aus {n} Bewertung', other: 'aus {n} Bewertungen' },
  es: { one: 'de {n} reseña', other: 'de {n} reseñas' },
  fr: { one: 'sur {n} avis', other: 'sur {n} avis' },
  it: { one: 'da {n} recensione', other: 'da {n} recensioni' },
  nl: { one: 'uit {n} beoordeling', other: 'uit {n} beoordelingen' },
  pl: { one: 'z {n} opinii', other: 'z {n} opinii' },
  pt: { one: 'de {n} avaliação', other: 'de {n} avaliações' },
  ar: {
    zero: 'من {n} تقييم',
    one: 'من تقييم واحد',
    two: 'من تقييمين',
    few: 'من {n} تقييمات',
    many: 'من {n} تقييمًا',
    other: 'من {n} تقييم',
  },
}
const wrote: Phrase = {
  en: '{name} wrote: “{words}”',
  cy: 'Ysgrifennodd {name}: “{words}”',
  de: '{name} schrieb: „{words}“',
  es: '{name} escribió: «{words}»',
  fr: '{name} a écrit\u00a0: «\u202f{words}\u202f»',
  it: '{name} ha scritto: «{words}»',
  nl: '{name} schreef: “{words}”',
  pl: '{name}: „{words}”',
  pt: '{name} escreveu: “{words}”',
  ar: 'كتب {name}: «{words}»',
}

/** Letters of a sentence that still stands in the line. */
const longestQuote = 60
const large = { size: 3.5, line: 1 } as const
/** Heights in em of the bar and of the space above what stands below it. */
const bar = { em: 0.5625, gapEm: 0.25 } as const
/** Width in em of the number that the bar stands beside, from which container width it does, and the space between. */
const beside = { numberEm: 9, fromEm: 36, gapEm: 2 } as const
/** Shares are told in so many steps by a class each: strict pages block style attributes. */
const steps = 40

interface Share {
  /** Chooses those who gave so many; undefined where none did. */
  readonly mark: string | undefined
  readonly stars: string
  readonly count: string
  readonly share: number
}
interface Average {
  readonly stars: Stars
  /** `640 reviews` in a sentence. */
  readonly from: string
  /** `of 5, from 640 reviews` */
  readonly caption: string
  readonly quote: string | undefined
  /** How many gave five stars, four, … one, with their share in steps; undefined where that is not shown. */
  readonly byStars: readonly Share[] | undefined
  /** What is said while visitors have chosen one; undefined where there is nothing to choose from. */
  readonly chosen: string | undefined
  readonly isLarge: boolean
}

export const average = strip({
  id: 'average',
  parts: [
    { name: 'average', label: 'Average of reviews' },
    { name: 'distribution', label: 'How many gave how many' },
    choicePart,
    starsPart,
  ],
  words: { fromReviews, wrote, outOf },
  fields: {
    'average.shown': toggle({
      ...group,
      label: 'Average of all reviews',
      hint: 'Of all reviews that the sources have, also of those that are hidden',
      default: false,
    }),
    'average.form': choice(
      [
        { value: 'line', label: 'As a line' },
        { value: 'large', label: 'Large' },
      ],
      { ...group, label: 'Set', default: 'line', shownWhen: { path: 'average.shown', is: [true] } },
    ),
    'average.distribution': toggle({
      ...group,
      part: 'distribution',
      label: 'How many gave how many stars',
      hint: 'Visitors choose those reviews with a click. Not in a row to move along',
      default: false,
      shownWhen: { path: 'average.form', is: ['large'] },
    }),
    'average.quote': toggle({
      ...group,
      label: 'With the newest short sentence of a review',
      default: false,
      shownWhen: { path: 'average.form', is: ['line'] },
    }),
    ...starsLook,
  },
  of(items, values, { reviews: all, locale, shown }): Average | undefined {
    if (!values['average.shown'] || !all) return undefined
    const isLarge = values['average.form'] === 'large'
    const from = sayCount(fromReviews, all.count, locale)
    const stars = starsIn(all.average, 1, locale)
    const ofFive = say(outOf, locale).replace('{n}', '').trim()
    const short = items.find(({ text: words, author }) => words && words.length <= longestQuote && author)
    const quote =
      !isLarge && values['average.quote'] && short
        ? say(wrote, locale).replace('{name}', short.author!.name).replace('{words}', short.text)
        : undefined
    const comma = languageOf(locale) === 'ar' ? '،' : ','
    return {
      stars,
      from,
      caption: `${ofFive}${comma} ${from}`,
      quote,
      isLarge,
      chosen: shown > 0 ? chosenPattern(shown, locale) : undefined,
      byStars:
        isLarge && values['average.distribution']
          ? all.byStars.map((count, at) => ({
              mark: count > 0 && shown > 0 ? markOf(5 - at) : undefined,
              stars: numberInWords(5 - at, 0, locale),
              count: numberInWords(count, 0, locale),
              share: Math.max(1, Math.round((count / all.count) * steps)),
            }))
          : undefined,
    }
  },
  marks: (item, { byStars, chosen }) => {
    const given = byStars && chosen ? starsOf(item) : undefined
    return given === undefined ? [] : [markOf(Math.min(5, Math.max(1, Math.round(given))))]
  },
  view: ({ stars, from, caption, quote, byStars, chosen, isLarge }) =>
    isLarge ? (
      <div part="average" class="large-average" data-choices={byStars && chosen}>
        <p class="number">
          <b>{stars.number}</b> <span class="caption">{caption}</span>
          <span class="chosen" role="status" />
        </p>
        {byStars && (
          <ul part="distribution" role="list">
            {byStars.map(({ mark, ...one }) => (
              <li key={one.stars} class={`s${one.share}`}>
                {mark ? (
                  <Choice mark={mark}>
                    <Given {...one} />
                  </Choice>
                ) : (
                  <Given {...one} />
                )}
              </li>
            ))}
          </ul>
        )}
      </div>
    ) : (
      <p part="average">
        <b>
          {stars.number}&#8239;<span class="star">★</span>
        </b>{' '}
        {from}
        {quote && `. ${quote}`}
      </p>
    ),
  behaviours: (values) =>
    values['average.shown'] && values['average.form'] === 'large' && values['average.distribution']
      ? ['choose']
      : [],
  height({ stars, from, quote, byStars, isLarge }, values, widthPx) {
    const em = values['look.textSize']
    const widthEm = widthPx / em
    if (!isLarge) {
      const whole = counted(
        `${stars.number} ★ ${from}${quote ? `. ${quote}` : ''}`,
        faceOf(values, 'body', 'bold'),
      )
      return linesOf(whole, widthEm) * text.line * em
    }
    const numberEm = large.size * large.line + smallEm
    if (!byStars) return numberEm * em
    const barEm = bar.em + bar.gapEm + smallEm
    return (widthEm >= beside.fromEm ? numberEm : numberEm + text.line + barEm) * em
  },
  styles: (values) => {
    const fromPx = beside.fromEm * values['look.textSize']
    return [
      starStyles(values),
      values['average.form'] === 'large' ? choosingStyles(values) : '',
      `
    [part=average]{color:${values['look.muted']};overflow-wrap:anywhere}
    [part=average] b{color:${values['look.title']};font-weight:${titleWeight}}
    .star{color:${values['look.stars']}}
    .number{margin:0}
    .number b{display:block;${type(large)}${headingFont(values)}letter-spacing:-.02em}
    .number:has(.chosen:not(:empty)) .caption{display:none}
    .number span:not(:empty){display:block;${type(small)}white-space:nowrap}
    [part=distribution]{display:flex;gap:2px;margin:${text.line}em 0 0;padding:0;list-style:none;${type(small)}}
    [part=distribution] li{position:relative;flex:1 1 0;min-width:${2.75 / small.size}em;white-space:nowrap}
    [part=distribution] li::before{
      content:'';display:block;height:${bar.em / small.size}em;margin-bottom:${bar.gapEm / small.size}em;
      background:${values['look.stars']};
    }
    [part=distribution] button::after{content:'';position:absolute;inset:0}
    [part=distribution] button:not(:hover,[aria-pressed=true]){text-decoration:none}
    ${[78, 58, 42, 30].map((percent, at) => `[part=distribution] li:nth-child(${at + 2})::before{${tint('background', values['look.stars'], percent, values['look.line'])}}`).join('')}
    [part=distribution] li:first-child::before{border-start-start-radius:1em;border-end-start-radius:1em}
    [part=distribution] li:last-child::before{border-start-end-radius:1em;border-end-end-radius:1em}
    ${Array.from({ length: steps }, (_one, at) => `.s${at + 1}{flex-grow:${at + 1}!important}`).join('')}
    @container (min-width:${fromPx}px){
      .large-average{display:flex;align-items:flex-end;gap:${beside.gapEm}em}
      .number{flex:0 0 auto;min-width:${beside.numberEm}em}
      [part=distribution]{flex:1;margin:0}
    }`,
    ]
  },
})

const markOf = (stars: number) => `s${stars}`

const Given = ({ stars, count }: Pick<Share, 'stars' | 'count'>) => (
  <Fragment>
    <b>
      {stars}&#8239;<span class="star">★</span>
    </b>{' '}
    <span>{count}</span>
  </Fragment>
)
