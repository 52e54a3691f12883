import { dayIn, timeIn } from '../../core/booking/when'

/** @param pattern - such as `{day} at {time}` */
export const momentOf = (minute: number, locale: string, zone: string, pattern: string): string =>
  pattern.replace('{day}', dayIn(minute, locale, zone)).replace('{time}', timeIn(minute, locale, zone))
