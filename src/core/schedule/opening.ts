/** When somebody, or something, is there to be booked: hours of the week, exceptions by date. */
import { dayMs, weekdayOf } from './civil'
import type { Hours } from './hours'
import { inOrder, merged, type Span } from './spans'
import type { Zone } from './zone'

/** On these days (numbers since 1970, both included) the hours of the week do not hold; without spans it is closed. */
export interface Exception {
  readonly first: number
  readonly last: number
  /** Minutes since midnight by the clock on the wall; more than a day's for after midnight. */
  readonly open: readonly { readonly from: number; readonly until: number }[]
}

export interface Opening {
  readonly hours: readonly Hours[]
  /** A later one wins over an earlier one. */
  readonly exceptions: readonly Exception[]
  readonly zone: Zone
}

/** One opening of a day, in minutes since 1970 (UTC). */
export interface Open {
  /** Times are counted from here … */
  readonly from: number
  /** … and up to here, where the next opening begins; Infinity for the last. */
  readonly next: number
  /** What begins before `next` may last until here: openings that touch are one, also over midnight. */
  readonly until: number
}

const dayMinutes = 24 * 60

/** Minutes since 1970 (UTC) of a time by the clock on the wall. @param offset - undefined on days on which clocks change */
function minuteAt(zone: Zone, day: number, minutes: number, offset: number | undefined): number {
  const east = offset ?? zone.offsetAtWall(day * dayMs + minutes * 60_000)
  return Math.round(day * dayMinutes + minutes - east)
}

/** Openings in order, as far as they touch `range`. They are not cut, so that times are counted alike whatever is asked for. */
export function openIn({ hours, exceptions, zone }: Opening, range: Span): Open[] {
  const ofWeek = Array.from({ length: 7 }, (_one, day) => hours.filter((one) => one.days.includes(day)))
  // Two days before and after: other zones, and hours that go on past midnight.
  const firstDay = Math.floor(range.from / dayMinutes) - 2
  const lastDay = Math.ceil(range.until / dayMinutes) + 2
  const spans: Span[] = []
  for (let day = firstDay; day <= lastDay; day += 1) {
    const exception =
      exceptions.length > 0 ? exceptions.findLast((one) => one.first <= day && day <= one.last) : undefined
    const opens = exception?.open ?? ofWeek[weekdayOf(day)]!
    if (opens.length === 0) continue
    const offset = zone.offsetAtWall(day * dayMs)
    // Hours may go on into the next day.
    const known = offset === zone.offsetAtWall((day + 2) * dayMs) ? offset : undefined
    for (const one of opens) {
      const [from, until] = [minuteAt(zone, day, one.from, known), minuteAt(zone, day, one.until, known)]
      if (until > from) spans.push({ from, until })
    }
  }
  const ordered = inOrder(spans)
  const stretches = merged(ordered)
  const all: Open[] = []
  let at = 0
  for (let place = 0; place < ordered.length; place += 1) {
    const { from } = ordered[place]!
    const next = ordered[place + 1]?.from ?? Infinity
    if (next === from) continue
    while (stretches[at]!.until <= from) at += 1
    const { until } = stretches[at]!
    if (until > range.from && from < range.until) all.push({ from, next, until })
  }
  return all
}
