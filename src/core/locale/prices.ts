/** Prices in words from a bundled table: Intl differs between Node and browsers, and a widget must not. */
import type { Offer } from '../items/item'

const signs: Readonly<Record<string, string>> = { EUR: '€', GBP: '£', USD: '$', AUD: 'A$', CAD: 'C$', NZD: 'NZ$', CHF: 'CHF', DKK: 'kr', NOK: 'kr', SEK: 'kr', JPY: '¥', PLN: 'zł' }
/** Currencies whose smallest coin is the unit itself (ISO 4217). */
const whole = new Set(['JPY', 'KRW', 'VND', 'ISK'])
const noBreak = '\u00a0'

/** English writes 1,234.50 with the sign before it; most others 1.234,50 with the sign behind it, Dutch before it. */
export function priceInWords({ price, priceCurrency }: Offer, locale: string): string {
  const language = locale.toLowerCase().split('-')[0]!
  const isEnglish = language === 'en' || language === 'cy'
  const fixed = Math.abs(price).toFixed(whole.has(priceCurrency ?? '') || Number.isInteger(price) ? 0 : 2)
  const [units = '', cents] = fixed.split('.')
  const grouped = units.replace(/\B(?=(\d{3})+$)/g, isEnglish ? ',' : language === 'fr' || language === 'pl' ? noBreak : '.')
  const minus = price < 0 ? '−' : ''
  const amount = `${grouped}${cents === undefined ? '' : `${isEnglish ? '.' : ','}${cents}`}`
  if (!priceCurrency) return minus + amount
  const sign = Object.hasOwn(signs, priceCurrency) ? signs[priceCurrency]! : priceCurrency
  if (!isEnglish && language !== 'nl') return `${minus}${amount}${noBreak}${sign}`
  return `${minus}${sign}${/^[A-Za-z]{2,}$/.test(sign) || !isEnglish ? noBreak : ''}${amount}`
}
