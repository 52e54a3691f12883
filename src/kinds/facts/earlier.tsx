/** @jsxImportSource preact */
/** When the same thing took place in earlier years, each date with its page: what was there once often comes again. */
import type { Item } from '../../core/items/item'
import { dateInWords } from '../../core/locale/dates'
import { say, type Phrase } from '../../core/locale/phrase'
import { startsOf, type OffsetAt } from '../../core/rules/starts'
import { number } from '../../core/settings/controls/number'
import { fact } from '../block'
import { small, smallEm, type } from '../sizes'
import { onCards } from './group'

const before: Phrase = {
  en: 'Earlier:',
  cy: 'Cynt:',
  de: 'Früher:',
  es: 'Antes:',
  fr: 'Avant\u00a0:',
  it: 'Prima:',
  nl: 'Eerder:',
  pl: 'Wcześniej:',
  pt: 'Antes:',
  ar: 'سابقًا:',
}

interface Earlier {
  readonly label: string
  readonly dates: readonly { readonly words: string; readonly url: string | undefined }[]
}
type Dated = { readonly item: Item; readonly start: number }

/** Names without their letter case, years and points: what a publisher changes from one year to the next. */
const nameKey = (name: string) =>
  name
    .normalize('NFKC')
    .toLowerCase()
    .replace(/\b(19|20)\d\d\b/g, '')
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, ' ')
    .trim()

/** What is over, by name, once for all cards of a widget. */
const gone = new WeakMap<readonly Item[], ReadonlyMap<string, readonly Dated[]>>()
function byName(rest: readonly Item[], offsetAt: OffsetAt): ReadonlyMap<string, readonly Dated[]> {
  const held = gone.get(rest)
  if (held) return held
  const all = new Map<string, Dated[]>()
  for (const item of rest) {
    const [start] = startsOf(item, offsetAt)
    const key = nameKey(item.name)
    if (start === undefined || !key) continue
    const same = all.get(key)
    if (same) same.push({ item, start })
    else all.set(key, [{ item, start }])
  }
  gone.set(rest, all)
  return all
}

/** Picks one date of each earlier year: the one whose day of the year is nearest to this date's. */
export function earlierOf(item: Item, rest: readonly Item[], offsetAt: OffsetAt): Dated[] {
  const [start] = startsOf(item, offsetAt)
  if (start === undefined) return []
  const yearOf = (ms: number) => new Date(ms + offsetAt(ms) * 60_000).getUTCFullYear()
  const inYear = (ms: number) => ms - Date.UTC(yearOf(ms), 0, 1)
  const years = new Map<number, Dated>()
  for (const one of byName(rest, offsetAt).get(nameKey(item.name)) ?? []) {
    const year = yearOf(one.start)
    if (year >= yearOf(start)) continue
    const best = years.get(year)
    const away = (ms: number) => Math.abs(inYear(ms) - inYear(start))
    if (!best || away(one.start) < away(best.start)) years.set(year, one)
  }
  return [...years.values()].sort((a, b) => b.start - a.start)
}

export const earlier = fact({
  id: 'earlier',
  parts: [{ name: 'earlier', label: 'Earlier years’ dates' }],
  words: { before },
  fields: {
    'facts.earlier': number(
      { min: 0, max: 3, unit: 'years', zero: 'not shown' },
      {
        ...onCards,
        part: 'earlier',
        label: 'The same in earlier years',
        hint: 'Its date then, with its page; known by its name',
        default: 1,
      },
    ),
  },
  of(item, values, { rest, locale, offsetAt }): Earlier | undefined {
    const all = earlierOf(item, rest, offsetAt).slice(0, values['facts.earlier'])
    if (all.length === 0) return undefined
    const dates = all.map(({ item: { url }, start }) => ({
      words: dateInWords(new Date(start).toISOString(), locale, offsetAt(start)),
      url,
    }))
    return { label: say(before, locale), dates }
  },
  view: ({ label, dates }) => (
    <p part="earlier">
      {label}{' '}
      {dates.map(({ words, url }, at) => (
        <span key={words}>
          {at > 0 && ', '}
          {url ? <a href={url}>{words}</a> : words}
        </span>
      ))}
    </p>
  ),
  em: (values, _room, told) => (values['facts.earlier'] > 0 && told !== undefined ? smallEm : 0),
  styles: (values) =>
    `[part=earlier]{${type(small)}color:${values['look.muted']};white-space:nowrap;overflow:hidden;text-overflow:ellipsis}[part=earlier] a{position:relative;z-index:1;color:inherit;text-underline-offset:.2em}`,
})
