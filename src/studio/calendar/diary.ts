/** Where bookings stand in a diary: in which column, from where to where, and beside what. Times are by the calendar's clock. */
import type { BookingShape } from '@/core/api/shapes'
import { dayOf, minuteOfDay } from '@/core/booking/when'
import { civilOf, weekdayOf } from '@/core/schedule/civil'

export const minuteOf = (iso: string): number => Math.floor(Date.parse(iso) / 60_000)

export interface Placed {
  readonly booking: BookingShape
  readonly column: number
  /** Minutes since midnight of its day. */
  readonly from: number
  readonly until: number
  /** Of those that overlap: which place, of how many. */
  readonly lane: number
  readonly lanes: number
}

/** @param columnsOf - in which columns something stands, by the day it begins on and who takes part */
export function placed(
  bookings: readonly BookingShape[],
  zone: string,
  columnsOf: (day: number, who: readonly string[]) => readonly number[],
): Placed[] {
  const all = bookings.flatMap((booking) => {
    const start = minuteOf(booking.start)
    const from = minuteOfDay(start, zone)
    const length = minuteOf(booking.end) - start
    return columnsOf(dayOf(start, zone), booking.who).map((column) => ({
      booking,
      column,
      from,
      until: Math.min(24 * 60, from + length),
    }))
  })
  const columns = [...new Set(all.map(({ column }) => column))]
  return columns.flatMap((column) => inLanes(all.filter((one) => one.column === column)))
}

type Standing = Omit<Placed, 'lane' | 'lanes'>

/** The first lane that is free; as many lanes as the most that overlap in one stretch. */
function inLanes(all: readonly Standing[]): Placed[] {
  const sorted = [...all].sort((a, b) => a.from - b.from || b.until - a.until)
  const done: Placed[] = []
  let open: { readonly one: Standing; readonly lane: number }[] = []
  let ends: number[] = []
  const close = () => {
    done.push(...open.map(({ one, lane }) => ({ ...one, lane, lanes: ends.length })))
    open = []
    ends = []
  }
  for (const one of sorted) {
    if (ends.every((end) => end <= one.from)) close()
    const free = ends.findIndex((end) => end <= one.from)
    const lane = free < 0 ? ends.length : free
    ends[lane] = one.until
    open.push({ one, lane })
  }
  close()
  return done
}

/** The Monday of a day's week. */
export const mondayOf = (day: number): number => day - weekdayOf(day)

const two = (value: number) => String(value).padStart(2, '0')
/** `2026-12-03` */
export function isoDay(day: number): string {
  const { year, month, day: of } = civilOf(day)
  return `${year}-${two(month)}-${two(of)}`
}
