/** How the value of a cell is put into an item. */
import type { Location, ReadItem } from '../items/item'
import { oneLine } from '../items/text'
import { readMoment, writeMoment } from '../schedule/moment'
import { readDate } from './dates'

export type Draft = { -readonly [Key in keyof ReadItem]: ReadItem[Key] }
export const text =
  (
    key:
      | 'name'
      | 'jobTitle'
      | 'worksFor'
      | 'itemReviewed'
      | 'familyName'
      | 'givenName'
      | 'duration'
      | 'inLanguage',
  ) =>
  (item: Draft, value: string) => {
    item[key] = oneLine(value)
    return true
  }
/** Commas part a list only where nothing stronger does: names have commas, too. */
export const list =
  (key: 'keywords' | 'telephone' | 'email' | 'sameAs' | 'openingHours' | 'lists') =>
  (item: Draft, value: string) => {
    item[key] = [
      ...(item[key] ?? []),
      ...value
        .split(key === 'telephone' || /[;|\n]/.test(value) ? /[;|\n]/ : /,/)
        .map((one) => one.trim())
        .filter(Boolean),
    ]
    return true
  }
export const place = (key: keyof Location) => (item: Draft, value: string) => {
  item.location = { ...item.location, [key]: oneLine(value) }
  return true
}

export const degrees = (key: 'latitude' | 'longitude', most: number) => (item: Draft, value: string) => {
  const number = readNumber(value)
  if (number === undefined || Math.abs(number) > most) return false
  item.location = { ...item.location, [key]: number }
  return true
}

export const moment = (key: 'startDate' | 'endDate') => (item: Draft, value: string) => {
  const read = readMoment(value)
  const date = read ? writeMoment(read) : readDate(value)
  if (date) item[key] = date
  return Boolean(date)
}

/** `1,234.50`, `1.234,50`, `£12`, `12 %`; undefined when no number stands there. */
export function readNumber(value: string): number | undefined {
  const digits = value.replace(/[^\d.,+-]/g, '')
  const point = Math.max(digits.lastIndexOf('.'), digits.lastIndexOf(','))
  // One separator before exactly three digits groups thousands: nobody prices in thousandths.
  const isGroup = /^[+-]?[1-9]\d{0,2}([.,])\d{3}(\1\d{3})*$/.test(digits)
  const plain = isGroup
    ? digits.replace(/[.,]/g, '')
    : point >= 0
      ? `${digits.slice(0, point).replace(/[.,]/g, '')}.${digits.slice(point + 1)}`
      : digits
  return /\d/.test(plain) && Number.isFinite(Number(plain)) ? Number(plain) : undefined
}

export const currencies: Readonly<Record<string, string>> = { '£': 'GBP', '€': 'EUR', $: 'USD', '¥': 'JPY' }
