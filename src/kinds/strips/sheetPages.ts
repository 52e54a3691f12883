/** The months of a sheet: weeks of seven days, and on each day what is on. */
import type { Item } from '../../core/items/item'
import { monthInWords } from '../../core/locale/dates'
import { digitsIn } from '../../core/locale/numbers'
import { say } from '../../core/locale/phrase'
import { weekdayNames } from '../../core/locale/weekdays'
import { overAt } from '../../core/rules/occurrences'
import { startsOf, type OffsetAt } from '../../core/rules/starts'
import { dayMs, dayNumber, daysInMonth, weekdayOf } from '../../core/schedule/civil'
import { readMoment } from '../../core/schedule/moment'
import { counted, type Counted, type Face } from '../letters'

export interface OnDay {
  readonly key: string
  readonly time: string
  readonly name: Counted
  readonly url: string | undefined
  readonly isHome: boolean
  readonly isOff: boolean
}
export interface SheetDay {
  readonly day: string
  readonly weekday: string
  readonly isToday: boolean
  readonly on: readonly OnDay[]
}
export interface SheetPage {
  readonly key: string
  readonly title: string
  /** Seven each; undefined outside of the month. */
  readonly weeks: readonly (readonly (SheetDay | undefined)[])[]
}

interface Drawing {
  /** Instant (ms) from which on what is over still shows. */
  readonly keptFrom: number
  readonly tellsHouses: boolean
  /** In which names are set: plain, and those of the house where most is on. */
  readonly faces: readonly [plain: Face, home: Face]
  readonly locale: string
  readonly now: number
  readonly offsetAt: OffsetAt
}

/** @returns such as 2026 × 12 + 11 for December 2026 */
const monthOf = (wallDay: number) => {
  const date = new Date(wallDay * dayMs)
  return date.getUTCFullYear() * 12 + date.getUTCMonth()
}
/** Day of the place, counted from 1970. */
export const dayOf = (ms: number, offsetAt: OffsetAt) => Math.floor((ms + offsetAt(ms) * 60_000) / dayMs)

const mostMonths = 24
const mostDays = 31

/** @param rest - what is over */
export function sheetPagesOf(
  items: readonly Item[],
  rest: readonly Item[],
  { keptFrom, tellsHouses, faces, locale, now, offsetAt }: Drawing,
) {
  const today = dayOf(now, offsetAt)
  const home = tellsHouses ? mostlyAt(items) : undefined
  const spans = [...items, ...rest].flatMap((item) => daysOf(item, offsetAt) ?? [])
  const last = Math.max(...items.map((item) => daysOf(item, offsetAt)?.from ?? today))
  const kept = dayOf(keptFrom, offsetAt)
  const gone = spans.filter(({ from }) => from >= kept).map(({ from }) => from)
  const current = Math.min(monthOf(today), monthOf(last))
  const begin = Math.min(current, ...gone.map(monthOf), ...items.flatMap((one) => firstMonth(one, offsetAt)))
  const first = Math.max(begin, current - mostMonths)
  const end = Math.min(monthOf(last), first + 2 * mostMonths)
  const byDay = new Map<number, { item: Item; from: number; start: number }[]>()
  for (const { item, from, until, start } of spans)
    for (let day = from; day <= until; day += 1) {
      const there = byDay.get(day)
      if (there) there.push({ item, from, start })
      else byDay.set(day, [{ item, from, start }])
    }
  const names = say(weekdayNames, locale).split(' ')
  const dayAt = (number: number): SheetDay => ({
    day: digitsIn(String(new Date(number * dayMs).getUTCDate()), locale),
    weekday: names[weekdayOf(number)]!,
    isToday: number === today,
    on: (byDay.get(number) ?? [])
      .sort((a, b) => a.start - b.start)
      .map(({ item, from, start }) => {
        const isHome = home !== undefined && houseOf(item) === home
        return {
          key: item.id,
          time:
            from === number && !readMoment(item.startDate ?? '')?.isDay
              ? timeOf(start, locale, offsetAt)
              : '',
          name: counted(item.name, faces[isHome ? 1 : 0]),
          url: item.url,
          isHome,
          isOff: item.eventStatus === 'EventCancelled',
        }
      }),
  })
  const pages = Array.from({ length: end - first + 1 }, (_one, at): SheetPage => {
    const year = Math.floor((first + at) / 12)
    const month = (first + at) % 12
    const start = dayNumber(year, month + 1, 1)
    const length = daysInMonth(year, month + 1)
    const before = weekdayOf(start)
    const weeks = Array.from({ length: Math.ceil((before + length) / 7) }, (_week, row) =>
      Array.from({ length: 7 }, (_day, column) => {
        const number = row * 7 + column - before
        return number >= 0 && number < length ? dayAt(start + number) : undefined
      }),
    )
    return { key: `${year}-${month + 1}`, title: monthInWords(year, month, locale), weeks }
  })
  const isMixed = home !== undefined && items.some((item) => houseOf(item) !== home)

  return { pages, at: current - first, home, isMixed }
}

const timeOf = (ms: number, locale: string, offsetAt: OffsetAt) =>
  digitsIn(new Date(ms + offsetAt(ms) * 60_000).toISOString().slice(11, 16), locale)

/** The days of the place on which it is on. */
function daysOf(item: Item, offsetAt: OffsetAt) {
  const [start] = startsOf(item, offsetAt)
  if (start === undefined || !item.startDate) return undefined
  const from = dayOf(start, offsetAt)
  const end = overAt(item.startDate, item.endDate, start, offsetAt)
  // What goes on until two in the morning is on that evening.
  const nightMs = end - start < dayMs ? dayMs / 4 : 1
  const until = Math.max(from, dayOf(end - nightMs, offsetAt))
  return { item, start, from, until: Math.min(until, from + mostDays) }
}
const firstMonth = (item: Item, offsetAt: OffsetAt): readonly number[] => {
  const days = daysOf(item, offsetAt)
  return days ? [monthOf(days.from)] : []
}

const houseOf = ({ location }: Item) => location?.name ?? location?.addressLocality
/** The house where most is on. */
function mostlyAt(items: readonly Item[]): string | undefined {
  const counts = new Map<string, number>()
  for (const item of items) {
    const house = houseOf(item)
    if (house) counts.set(house, (counts.get(house) ?? 0) + 1)
  }
  return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0]
}
