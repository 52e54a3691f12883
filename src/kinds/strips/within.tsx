/** @jsxImportSource preact */
/**
 * A sentence that says how far around and from whom the entries are, and in which visitors choose less of it. Without a script it is a
 * sentence.
 */
import type { VNode } from 'preact'
import { distanceKm } from '../../core/geo/distance'
import { pointOf } from '../../core/geo/places'
import type { Item } from '../../core/items/item'
import { say, sayCount, type Counting, type Phrase } from '../../core/locale/phrase'
import { toggle } from '../../core/settings/controls/toggle'
import { strip } from '../block'
import { kmPerMile, nearRule } from '../facts/away'
import { counted, linesOf, widthEm } from '../letters'
import { faceOf } from '../sizes'
import { chosenPattern, choosingStyles } from './choosing'

const everything: Phrase = {
  en: 'Everything within {far} of {place}, from {who}.',
  cy: 'Popeth o fewn {far} i {place}, gan {who}.',
  de: 'Alles im Umkreis von {far} um {place}, von {who}.',
  es: 'Todo a menos de {far} de {place}, de {who}.',
  fr: 'Tout à moins de {far} de {place}, par {who}.',
  it: 'Tutto entro {far} da {place}, di {who}.',
  nl: 'Alles binnen {far} van {place}, van {who}.',
  pl: 'Wszystko w promieniu {far}, miejsce: {place}, od: {who}.',
  pt: 'Tudo até {far} de {place}, de {who}.',
  ar: 'كل ما هو ضمن {far} من {place}، من {who}.',
}
const fromAll: Phrase = {
  en: 'Everything from {who}.',
  cy: 'Popeth gan {who}.',
  de: 'Alles von {who}.',
  es: 'Todo de {who}.',
  fr: 'Tout de la part de {who}.',
  it: 'Tutto da {who}.',
  nl: 'Alles van {who}.',
  pl: 'Wszystko od: {who}.',
  pt: 'Tudo de {who}.',
  ar: 'كل شيء من {who}.',
}
const all: Counting = {
  en: { one: '{n} publisher', other: '{n} publishers' },
  cy: { one: '{n} cyhoeddwr', other: '{n} cyhoeddwr' },
  de: { one: '{n} Veranstalter', other: '{n} Veranstaltern' },
  es: { one: '{n} fuente', other: '{n} fuentes' },
  fr: { one: '{n} source', other: '{n} sources' },
  it: { one: '{n} fonte', other: '{n} fonti' },
  nl: { one: '{n} aanbieder', other: '{n} aanbieders' },
  pl: { one: '{n} źródła', few: '{n} źródeł', many: '{n} źródeł', other: '{n} źródła' },
  pt: { one: '{n} fonte', other: '{n} fontes' },
  ar: {
    zero: '{n} ناشر',
    one: 'ناشر واحد',
    two: 'ناشرَين',
    few: '{n} ناشرين',
    many: '{n} ناشرًا',
    other: '{n} ناشر',
  },
}
const km: Counting = {
  en: { one: '{n} km', other: '{n} km' },
  cy: { one: '{n} km', other: '{n} km' },
  de: { one: '{n} km', other: '{n} km' },
  es: { one: '{n} km', other: '{n} km' },
  fr: { one: '{n} km', other: '{n} km' },
  it: { one: '{n} km', other: '{n} km' },
  nl: { one: '{n} km', other: '{n} km' },
  pl: { one: '{n} km', other: '{n} km' },
  pt: { one: '{n} km', other: '{n} km' },
  ar: { one: '{n} كم', other: '{n} كم' },
}
const miles: Counting = {
  en: { one: '{n} mile', other: '{n} miles' },
  cy: { one: '{n} filltir', other: '{n} milltir' },
  de: { one: '{n} Meile', other: '{n} Meilen' },
  es: { one: '{n} milla', other: '{n} millas' },
  fr: { one: '{n} mile', other: '{n} miles' },
  it: { one: '{n} miglio', other: '{n} miglia' },
  nl: { one: '{n} mijl', other: '{n} mijl' },
  pl: { one: '{n} mili', few: '{n} mil', many: '{n} mil', other: '{n} mili' },
  pt: { one: '{n} milha', other: '{n} milhas' },
  ar: { one: '{n} ميل', two: '{n} ميل', few: '{n} أميال', many: '{n} ميلًا', other: '{n} ميل' },
}

interface Pick {
  readonly name: 'far' | 'who'
  /** Mark and words; the first has no mark: it is everything. */
  readonly options: readonly (readonly [mark: string, words: string])[]
}
interface Within {
  /** Words and what stands between them to be chosen, in the order of the language. */
  readonly parts: readonly (string | Pick)[]
  readonly told: string
  readonly marksOf: (item: Item) => readonly string[]
}

/** Distances to choose, in the unit of the widget. */
const ladder = [2, 5, 10, 20, 50, 100] as const
/** `above`: between it and the heading, in its own em. */
const size = { size: 1.25, line: 1.6, above: 0.3 } as const
/** What a choice has beside its words: the sign that it opens. */
const signEm = 1.25

export const within = strip({
  id: 'within',
  parts: [
    { name: 'sentence', label: 'Sentence to choose by' },
    { name: 'pick', label: 'What can be chosen in it' },
  ],
  fields: {
    'within.shown': toggle({
      step: 'arrange',
      group: 'Sentence to choose by',
      part: 'sentence',
      label: 'Sentence to choose by',
      hint: 'How far around, by the rule “Near a place”, and from which source',
      default: false,
    }),
  },
  of(items, values, { locale, shown }): Within | undefined {
    if (!values['within.shown'] || shown === 0) return undefined
    const near = nearRule(values)
    const isMiles = (values as { 'facts.away'?: string })['facts.away'] === 'miles'
    const unitKm = isMiles ? kmPerMile : 1
    const farOf = ({ location }: Item) => {
      const point = near && location && pointOf(location)
      return point ? distanceKm(point, near) / unitKm : Infinity
    }
    const inUnit = (far: number) => sayCount(isMiles ? miles : km, far, locale)
    const fars = items.map(farOf)
    const countTo = (far: number) => fars.filter((one) => one <= far).length
    const steps = ladder.filter(
      (far, at) => countTo(far) > countTo(ladder[at - 1] ?? -1) && countTo(far) < items.length,
    )
    const sources = [...new Map(items.map(({ source, sourceName }) => [source, sourceName]))]
    if (steps.length === 0 && sources.length < 2) return undefined
    const picks: Record<Pick['name'], string | Pick> = {
      far: near
        ? {
            name: 'far',
            options: [
              ['', inUnit(Math.round(near.km / unitKm))],
              ...steps.map((far) => [`w${far}`, inUnit(far)] as const),
            ],
          }
        : '',
      who:
        sources.length > 1
          ? {
              name: 'who',
              options: [
                ['', sayCount(all, sources.length, locale)],
                ...sources.map(([, name], at) => [`f${at}`, name] as const),
              ],
            }
          : (sources[0]?.[1] ?? ''),
    }
    const sentence = say(near ? everything : fromAll, locale).replace('{place}', () => near?.of ?? '')
    const parts = sentence
      .split(/\{(far|who)\}/)
      .map((one, at) => (at % 2 === 1 ? picks[one as Pick['name']] : one))
    return {
      parts,
      told: chosenPattern(shown, locale),
      marksOf: (item) => [
        ...steps.filter((far) => farOf(item) <= far).map((far) => `w${far}`),
        `f${sources.findIndex(([source]) => source === item.source)}`,
      ],
    }
  },
  marks: (item, { marksOf }) => marksOf(item),
  view: ({ parts, told }): VNode => (
    <p part="sentence" data-choices={told}>
      {parts.map((one) =>
        typeof one === 'string' ? (
          one
        ) : (
          <span
            key={one.name}
            part="pick"
            data-pick={one.options.length > 1 ? JSON.stringify(one.options) : undefined}
          >
            {one.options[0]![1]}
          </span>
        ),
      )}{' '}
      <span class="chosen" role="status" />
    </p>
  ),
  height({ parts }, values, widthPx) {
    const em = values['look.textSize'] * size.size
    const face = faceOf(values, 'body', 'bold')
    // A choice is as wide as its longest words, so that the sentence does not move when another is taken.
    const longest = ({ options }: Pick) =>
      options
        .map(([, words]) => words)
        .reduce((one, other) => (widthEm(counted(other, face)) > widthEm(counted(one, face)) ? other : one))
    const signs = parts.filter((one) => typeof one !== 'string').length
    const text = parts.map((one) => (typeof one === 'string' ? one : longest(one))).join('')
    const lines = linesOf(counted(text, face), Math.max(4, widthPx / em - signs * signEm))
    return (lines * size.line + size.above) * em
  },
  behaviours: (values) => (values['within.shown'] ? ['choose', 'picks'] : []),
  styles: (values) => [
    `
    [part=sentence]{margin:0;padding-top:${size.above}em;font-size:${size.size}em;line-height:${size.line};color:${values['look.title']};overflow-wrap:anywhere}
    select[part=pick]{field-sizing:content;max-width:100%;margin:0;padding:0 ${signEm}em 0 0;border:0;border-bottom:2px solid ${values['look.accent']};border-radius:0;font:inherit;line-height:1.35;color:inherit;background:linear-gradient(45deg,transparent 50%,currentColor 50%) right .45em center/.3em .3em no-repeat,linear-gradient(-45deg,transparent 50%,currentColor 50%) right .15em center/.3em .3em no-repeat;appearance:none;cursor:pointer;text-overflow:ellipsis}
    select[part=pick]:dir(rtl){padding:0 0 0 ${signEm}em;background-position:left .15em center,left .45em center}
    select[part=pick]:focus-visible{outline:2px solid ${values['look.accent']};outline-offset:3px}
    [part=pick] option{color:#1b1b1b;background:#fff}`,
    choosingStyles(values),
  ],
})
