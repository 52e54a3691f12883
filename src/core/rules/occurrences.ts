/** Each date of what repeats as an entry of its own, so that a calendar can be told by its days. */
import type { Item } from '../items/item'
import { dayMs } from '../schedule/civil'
import { readMoment } from '../schedule/moment'
import { startsOf, type OffsetAt } from './starts'

export interface Occurrence {
  /** The item with this date only. A date of something that repeats has an id of its own. */
  readonly item: Item
  /** Id of the item that the date is one of. */
  readonly of: string
  /** Instants in ms; the end is the first instant at which it is over. */
  readonly start: number
  readonly end: number
}

/** All dates in the order in which they begin; what has none is left out. */
export function occurrencesOf(items: readonly Item[], offsetAt: OffsetAt): Occurrence[] {
  const all = items.flatMap((item) => {
    const written = item.dates ?? (item.startDate ? [item.startDate] : [])
    return written.flatMap((startDate): Occurrence[] => {
      const one: Item = { ...item, startDate, dates: undefined }
      const [start] = startsOf(one, offsetAt)
      if (start === undefined) return []
      const endDate = endDateOf(item, startDate, offsetAt)
      const id = written.length > 1 ? `${item.id} ${startDate}` : item.id
      return [
        {
          item: { ...one, id, endDate },
          of: item.id,
          start,
          end: overAt(startDate, endDate, start, offsetAt),
        },
      ]
    })
  })
  return all.sort((a, b) => a.start - b.start)
}

const instantAt = (startDate: string, offsetAt: OffsetAt): number | undefined =>
  startsOf({ startDate } as Item, offsetAt)[0]

/** The end of one date, as far behind its start as the first date's is. */
function endDateOf(item: Item, startDate: string, offsetAt: OffsetAt): string | undefined {
  if (!item.endDate || !item.startDate || startDate === item.startDate) return item.endDate
  const [first, end, start] = [item.startDate, item.endDate, startDate].map((one) => instantAt(one, offsetAt))
  if (first === undefined || end === undefined || start === undefined) return undefined
  const last = new Date(start + end - first)
  // Days are counted where the place is.
  if (readMoment(item.endDate)?.isDay)
    return new Date(+last + offsetAt(+last) * 60_000 + dayMs / 4).toISOString().slice(0, 10)
  return last.toISOString()
}

/**
 * A day is over at its midnight. What tells no end is over as it begins (RFC 5545, 3.6.1), a millisecond later, so that
 * it still stands at that moment.
 */
export function overAt(
  startDate: string,
  endDate: string | undefined,
  start: number,
  offsetAt: OffsetAt,
): number {
  const last = endDate ?? startDate
  const moment = readMoment(last)
  if (!moment?.isDay) return Math.max(start + 1, (endDate && instantAt(endDate, offsetAt)) || 0)
  const next = new Date(moment.wall + dayMs).toISOString().slice(0, 10)
  return Math.max(start + 1, instantAt(next, offsetAt) ?? 0)
}
