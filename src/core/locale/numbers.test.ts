import { expect, test } from '@jest/globals'
import { numberInWords, priceInWords } from './numbers'

test.each<[string, number, string | undefined, string]>([
  ['en-GB', 12.5, 'GBP', '£12.50'],
  ['en', 1234567, 'USD', '$1,234,567'],
  ['en', 18, 'CHF', 'CHF\u00a018'],
  ['en', 18, 'XTS', 'XTS\u00a018'],
  ['en', 9.99, undefined, '9.99'],
  ['de', 1234.5, 'EUR', '1.234,50\u00a0€'],
  ['fr-FR', 12345, 'EUR', '12\u00a0345\u00a0€'],
  ['nl', 7.25, 'EUR', '€\u00a07,25'],
  ['ja', 1500.4, 'JPY', '1.500\u00a0¥'],
  ['en', -3, 'GBP', '−£3'],
  ['en', 5, 'constructor', 'constructor\u00a05'],
])('in %s, %d %s is %s', (locale, price, priceCurrency, words) =>
  expect(priceInWords({ price, priceCurrency }, locale)).toBe(words),
)
test.each<[number, number, string, string]>([
  [4.349, 1, 'en', '4.3'],
  [4.349, 1, 'de', '4,3'],
  [12640, 0, 'en-GB', '12,640'],
  [12640, 0, 'pl', '12\u00a0640'],
  [-0.5, 1, 'fr', '−0,5'],
  [999, 0, 'nl', '999'],
])('%d with %d digits in %s is %s', (value, digits, locale, words) =>
  expect(numberInWords(value, digits, locale)).toBe(words),
)
