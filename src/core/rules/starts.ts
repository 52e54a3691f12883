/** When events begin, and when the next one takes its place. */
import type { Item } from '../items/item'
import { readMoment } from '../schedule/moment'
import { instantOf } from '../schedule/zone'

/** Minutes east of UTC at an instant, of the place that the widget is for: times without a zone are read there. */
export type OffsetAt = (ms: number) => number

/** A wall time in the widget's place, as an instant. */
export const instantHere = (wall: number, offsetAt: OffsetAt) =>
  wall - offsetAt(wall - offsetAt(wall) * 60_000) * 60_000

/** All starts of an event, as instants; empty for what is none. */
export function startsOf(item: Item, offsetAt: OffsetAt): number[] {
  return (item.dates ?? (item.startDate ? [item.startDate] : [])).flatMap((written) => {
    const moment = readMoment(written)
    if (!moment) return []
    if (moment.zone) return [instantOf(moment.wall, moment.zone)]
    return [instantHere(moment.wall, offsetAt)]
  })
}

/** The next start of an event, the last one when all are over. */
export function nextStart(item: Item, now: number, offsetAt: OffsetAt): number | undefined {
  const starts = startsOf(item, offsetAt)
  const coming = starts.filter((start) => start >= now)
  return coming.length > 0 ? Math.min(...coming) : starts.length > 0 ? Math.max(...starts) : undefined
}

/** When the next start of an event has passed, so that another one is its next. Infinity when all are over. */
export function turnOfNext(item: Item, now: number, offsetAt: OffsetAt): number {
  let next = Infinity
  for (const start of startsOf(item, offsetAt)) if (start >= now && start < next) next = start
  return next + 1
}
