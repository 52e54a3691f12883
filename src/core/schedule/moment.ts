/** Times as they are written: a day, a time on any clock, or a time with a zone of its own. */
import { dayMs, dayNumber, daysInMonth, writeDay, writeOffset, writeWall } from './civil'
import { utc, type Zone } from './zone'

export interface Moment {
  readonly wall: number
  readonly isDay: boolean
  /** Undefined: floating, the same on every clock. */
  readonly zone?: Zone
}

const written =
  /^\s*(\d{4})-?(\d{2})-?(\d{2})(?:[T ]?(\d{2})(?::?(\d{2})(?::?(\d{2})(?:[.,]\d+)?)?)?)?\s*(Z|[+-]\d{2}:?\d{2})?\s*$/i

/** A DATE or DATE-TIME as written. Tolerates dashes, colons, missing seconds and offsets. */
export function readMoment(value: string): Moment | undefined {
  const [, year, month, day, hour, minute = '0', second = '0', zone] = written.exec(value) ?? []
  if (!year) return undefined
  if (
    Number(month) < 1 ||
    Number(month) > 12 ||
    Number(day) < 1 ||
    Number(day) > daysInMonth(Number(year), Number(month))
  )
    return undefined
  if (Number(hour ?? 0) > 24 || Number(minute) > 59 || Number(second) > 60) return undefined
  const wall =
    dayNumber(Number(year), Number(month), Number(day)) * dayMs +
    ((Number(hour ?? 0) * 60 + Number(minute)) * 60 + Number(second)) * 1000
  const minutes = /^[+-]/.test(zone ?? '') ? readOffset(zone!) : 0
  return {
    wall,
    isDay: hour === undefined,
    ...(zone ? { zone: minutes ? { name: zone, offsetAtWall: () => minutes } : utc } : {}),
  }
}

/** Minutes, with fractions for the seconds that old offsets have; 0 for what no clock shows. */
export function readOffset(value: string): number {
  const [, sign, hours, minutes, seconds = '0'] = /([+-]?)(\d{2}):?(\d{2}):?(\d{2})?/.exec(value) ?? []
  // No clock is a day off.
  if (!hours || Number(hours) > 23 || Number(minutes) > 59) return 0
  return (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes) + Number(seconds) / 60)
}

/** `YYYY-MM-DD`, `YYYY-MM-DDTHH:MM:SS`, or the latter with `Z` or an offset. */
export const writeMoment = ({ wall, isDay, zone }: Moment): string =>
  isDay ? writeDay(wall / dayMs) : writeWall(wall) + (zone ? writeOffset(zone.offsetAtWall(wall)) : '')
