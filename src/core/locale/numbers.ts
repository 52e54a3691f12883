/** Numbers and prices in words from a bundled table: Intl differs between Node and browsers, and a widget must not. */
import type { Offer } from '../items/item'

const signs: Readonly<Record<string, string>> = {
  EUR: '€',
  GBP: '£',
  USD: '$',
  AUD: 'A$',
  CAD: 'C$',
  NZD: 'NZ$',
  CHF: 'CHF',
  DKK: 'kr',
  NOK: 'kr',
  SEK: 'kr',
  JPY: '¥',
  PLN: 'zł',
}
/** Currencies whose smallest coin is the unit itself (ISO 4217). */
const whole = new Set(['JPY', 'KRW', 'VND', 'ISK'])
const noBreak = '\u00a0'

/** What a language writes between the whole and the rest, and between thousands. */
function separators(locale: string): { readonly point: string; readonly thousands: string } {
  const language = locale.toLowerCase().split('-')[0]!
  if (language === 'en' || language === 'cy') return { point: '.', thousands: ',' }
  if (language === 'ar') return { point: '٫', thousands: '٬' }
  return { point: ',', thousands: language === 'fr' || language === 'pl' ? noBreak : '.' }
}

/** Western digits as the language writes them. */
export const digitsIn = (text: string, locale: string): string =>
  /^ar(-|$)/i.test(locale) ? text.replace(/[0-9]/g, (digit) => '٠١٢٣٤٥٦٧٨٩'[Number(digit)]!) : text

/** Halves are rounded up, as people do. @param digits - behind the point */
export function numberInWords(value: number, digits: number, locale: string): string {
  const { point, thousands } = separators(locale)
  const [units = '', rest] = (Math.round(Math.abs(value) * 10 ** digits) / 10 ** digits)
    .toFixed(digits)
    .split('.')
  const words = units.replace(/\B(?=(\d{3})+$)/g, thousands) + (rest === undefined ? '' : point + rest)
  return digitsIn(`${value < 0 ? '−' : ''}${words}`, locale)
}

/** English writes 1,234.50 with the sign before it; most others 1.234,50 with the sign behind it, Dutch before it. */
export function priceInWords({ price, priceCurrency }: Offer, locale: string): string {
  const language = locale.toLowerCase().split('-')[0]!
  const isEnglish = language === 'en' || language === 'cy'
  const amount = numberInWords(
    Math.abs(price),
    whole.has(priceCurrency ?? '') || Number.isInteger(price) ? 0 : 2,
    locale,
  )
  const minus = price < 0 ? '−' : ''
  if (!priceCurrency) return minus + amount
  const sign = Object.hasOwn(signs, priceCurrency) ? signs[priceCurrency]! : priceCurrency
  if (!isEnglish && language !== 'nl') return `${minus}${amount}${noBreak}${sign}`
  return `${minus}${sign}${/^[A-Za-z]{2,}$/.test(sign) || !isEnglish ? noBreak : ''}${amount}`
}
