/** Each date of what repeats as an entry of its own, so that a calendar can be told by its days. */
import type { Item } from '../items/item'
import { startsOf, type OffsetAt } from './starts'

/** Instants in ms; the end is no longer in it. */
export interface DateRange {
  readonly from: number
  readonly until: number
}

/**
 * Gives the dates in the order in which they begin. A date of something that repeats has an id of its own. Items without a date and
 * dates outside of the range are left out.
 * @param isEach - every date of an item; otherwise its first one in the range
 */
export function occurrencesIn(
  items: readonly Item[],
  { from, until }: DateRange,
  offsetAt: OffsetAt,
  isEach = true,
): Item[] {
  const all = items.flatMap((item) => {
    const written = item.dates ?? (item.startDate ? [item.startDate] : [])
    const dates = written.flatMap((startDate) => {
      const one: Item = { ...item, startDate, dates: undefined }
      const [start] = startsOf(one, offsetAt)
      if (start === undefined || start < from || start >= until) return []
      const last = endOf(item, startDate, offsetAt)
      const named = written.length > 1 ? { ...one, id: `${item.id} ${startDate}` } : one
      return [{ start, item: last === undefined ? named : { ...named, endDate: last } }]
    })
    return isEach ? dates : dates.sort(byStart).slice(0, 1)
  })
  return all.sort(byStart).map(({ item }) => item)
}

const byStart = (a: { readonly start: number }, b: { readonly start: number }) => a.start - b.start

/** The end of one date, as far behind its start as the first date's is. */
function endOf(item: Item, startDate: string, offsetAt: OffsetAt): string | undefined {
  if (!item.endDate || !item.startDate || startDate === item.startDate) return item.endDate
  const at = (moment: string) => startsOf({ ...item, startDate: moment, dates: undefined }, offsetAt)[0]
  const [first, end, start] = [at(item.startDate), at(item.endDate), at(startDate)]
  return first === undefined || end === undefined || start === undefined
    ? undefined
    : new Date(start + end - first).toISOString()
}
