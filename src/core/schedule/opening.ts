/** When somebody, or something, is there to be booked: hours of the week, exceptions by date. */
import { dayMs, weekdayOf } from './civil'
import type { Hours } from './hours'
import { merged, type Span } from './spans'
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

/** Openings in order, as far as they touch `range`. They are not cut, so that times are counted alike whatever is asked for. */
export function openIn({ hours, exceptions, zone }: Opening, range: Span): Open[] {
  const ofWeek = Array.from({ length: 7 }, (_one, day) => hours.filter((one) => one.days.includes(day)))
  const minuteAt = (day: number, minutes: number) => {
    const wall = day * dayMs + minutes * 60_000
    return Math.round(wall / 60_000 - zone.offsetAtWall(wall))
  }
  // Two days before and after: other zones, and hours that go on past midnight.
  const firstDay = Math.floor(range.from / dayMinutes) - 2
  const lastDay = Math.ceil(range.until / dayMinutes) + 2
  const spans: Span[] = []
  for (let day = firstDay; day <= lastDay; day += 1) {
    const exception = exceptions.findLast((one) => one.first <= day && day <= one.last)
    for (const { from, until } of exception?.open ?? ofWeek[weekdayOf(day)]!) {
      const span = { from: minuteAt(day, from), until: minuteAt(day, until) }
      if (span.until > span.from) spans.push(span)
    }
  }
  const stretches = merged(spans)
  const starts = [...new Set(spans.map((one) => one.from))].sort((a, b) => a - b)
  let at = 0
  return starts.flatMap((from, place) => {
    while (stretches[at]!.until <= from) at += 1
    const { until } = stretches[at]!
    return until > range.from && from < range.until
      ? [{ from, next: starts[place + 1] ?? Infinity, until }]
      : []
  })
}
