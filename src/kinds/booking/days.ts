/** Free times by days and months, by the clock that they are told by. */
import { dayOf } from '../../core/booking/when'
import { civilOf, dayNumber } from '../../core/schedule/civil'

export interface Time {
  readonly start: number
  readonly left: number
}
export interface Month {
  readonly year: number
  /** 1–12 */
  readonly month: number
}
/** Free times by day number since 1970, by the clock that they are told by. */
export type Days = ReadonlyMap<number, readonly Time[]>

export const monthOf = (day: number): Month => civilOf(day)
export const monthAfter = ({ year, month }: Month, by: number): Month =>
  civilOf(dayNumber(year, month + by, 1))

export function daysOf(times: readonly Time[], zone: string): Days {
  const days = new Map<number, Time[]>()
  for (const time of times) {
    const day = dayOf(time.start, zone)
    const there = days.get(day)
    if (there) there.push(time)
    else days.set(day, [time])
  }
  return days
}
