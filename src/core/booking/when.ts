/**
 * Times of bookings in words. By the platform's own tables, so it is not for what is rendered ahead: mails, and what is drawn in the
 * page after a visitor has chosen.
 */
export const dayMinutes = 24 * 60

/** English is written as in Britain unless it says otherwise; figures are the language's own. */
const tagOf = (locale: string) => (locale.toLowerCase() === 'en' ? 'en-GB' : locale)

/** @param minute - since 1970, UTC @param zone - IANA name @returns e.g. `Thursday, 3 December 2026 at 10:20` */
export const momentIn = (minute: number, locale: string, zone: string): string =>
  write(minute, locale, zone, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric', ...clock })
/** As `Thursday 3 December`. */
export const dayIn = (minute: number, locale: string, zone: string): string =>
  write(minute, locale, zone, { weekday: 'long', day: 'numeric', month: 'long' })
/** As `10:20`. */
export const timeIn = (minute: number, locale: string, zone: string): string =>
  write(minute, locale, zone, clock)

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
