/**
 * Times of bookings in words. By the platform's own tables, so it is not for what is rendered ahead: mails, and what is drawn in the
 * page after a visitor has chosen.
 */
import { dayNumber } from '../schedule/civil'

/** English is written as in Britain unless it says otherwise; Arabic in its own figures. */
function tagOf(locale: string): string {
  const tag = locale.toLowerCase()
  return tag === 'en' ? 'en-GB' : tag === 'ar' ? 'ar-u-nu-arab' : locale
}

/** @param minute - since 1970, UTC @param zone - IANA name @returns e.g. `Thursday, 3 December 2026 at 10:20` */
export const momentIn = (minute: number, locale: string, zone: string): string =>
  write(minute, locale, zone, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric', ...clock })
/** As `Thursday 3 December`. */
export const dayIn = (minute: number, locale: string, zone: string): string =>
  write(minute, locale, zone, { weekday: 'long', day: 'numeric', month: 'long' })
/** As `10:20`. */
export const timeIn = (minute: number, locale: string, zone: string): string =>
  write(minute, locale, zone, clock)

/** The day of a moment by a clock, as a number since 1970. */
export function dayOf(minute: number, zone: string): number {
  const [year, month, day] = write(minute, 'en-CA', zone, {
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  })
    .split('-')
    .map(Number)
  return dayNumber(year!, month!, day!)
}
/** Minutes since midnight by a clock. */
export function minuteOfDay(minute: number, zone: string): number {
  const [hours, minutes] = timeIn(minute, 'en', zone).split(':').map(Number)
  return hours! * 60 + minutes!
}

const clock = { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' } as const
const formats = new Map<string, Intl.DateTimeFormat>()

export function write(
  minute: number,
  locale: string,
  timeZone: string,
  options: Intl.DateTimeFormatOptions,
): string {
  const key = `${locale} ${timeZone} ${JSON.stringify(options)}`
  const format = formats.get(key) ?? new Intl.DateTimeFormat(tagOf(locale), { ...options, timeZone })
  formats.set(key, format)
  return format.format(minute * 60_000)
}
