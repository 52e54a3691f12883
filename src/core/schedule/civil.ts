/**
 * Wall clocks as numbers: a wall time is the milliseconds that a clock in some place has counted since 1970 by its own
 * reading, as if it stood in UTC. Day numbers count days since 1970-01-01. Gregorian calendar throughout.
 */
export const dayMs = 86_400_000

/** @param month 1–12; days and months that overflow are carried on */
export const dayNumber = (year: number, month: number, day: number): number => {
  // Date.UTC takes years 0–99 for 1900–1999; 400 years later is the same calendar.
  const late = year < 100
  return Date.UTC(late ? year + 400 : year, month - 1, day) / dayMs - (late ? 146_097 : 0)
}

export interface Civil {
  readonly year: number
  readonly month: number
  readonly day: number
}

export function civilOf(number: number): Civil {
  const date = new Date(number * dayMs)
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, day: date.getUTCDate() }
}

/** 0 Monday … 6 Sunday */
export const weekdayOf = (number: number): number => (((number + 3) % 7) + 7) % 7
export const daysInMonth = (year: number, month: number): number =>
  dayNumber(year, month + 1, 1) - dayNumber(year, month, 1)
export const daysInYear = (year: number): number => dayNumber(year + 1, 1, 1) - dayNumber(year, 1, 1)

/** The day on which week 1 of a year starts: the first week with at least four days in it (ISO 8601, any first weekday). */
export function firstWeekOf(year: number, weekStart: number): number {
  const first = dayNumber(year, 1, 1)
  const into = (weekdayOf(first) - weekStart + 7) % 7
  return first - into + (into > 3 ? 7 : 0)
}

const two = (value: number) => String(value).padStart(2, '0')
/** `YYYY-MM-DD` */
export function writeDay(number: number): string {
  const { year, month, day } = civilOf(number)
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}`
}
/** `YYYY-MM-DDTHH:MM:SS`, without a zone */
export const writeWall = (wall: number): string => {
  const day = Math.floor(wall / dayMs)
  const seconds = Math.floor((wall - day * dayMs) / 1000)
  return `${writeDay(day)}T${two(Math.floor(seconds / 3600))}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}`
}
/** `+01:00`; `Z` at 0. @param minutes east of UTC */
export const writeOffset = (minutes: number): string => {
  const whole = Math.round(Math.abs(minutes))
  return whole === 0 ? 'Z' : `${minutes < 0 ? '-' : '+'}${two(Math.floor(whole / 60))}:${two(whole % 60)}`
}
