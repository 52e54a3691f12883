import { expect, test } from '@jest/globals'
import { dateInWords } from './dates'

test.each([
  ['2026-03-02T08:00:00Z', 'en-GB', 0, '2 March 2026'],
  ['2026-03-02T08:00:00Z', 'en-US', 0, 'March 2, 2026'],
  ['2026-03-02T08:00:00Z', 'de', 0, '2. März 2026'],
  ['2026-03-02T08:00:00Z', 'fr-CA', 0, '2 mars 2026'],
  ['2026-03-02T08:00:00Z', 'es', 0, '2 de marzo de 2026'],
  ['2026-03-02T08:00:00Z', 'xx', 0, '2 March 2026'],
  ['2026-03-02T23:30:00Z', 'en', 60, '3 March 2026'],
  ['2026-03-01T00:30:00Z', 'en', -60, '28 February 2026'],
])('%s in %s, %i minutes east, is %s %s', (iso, locale, offset, words) =>
  expect(dateInWords(iso, locale, offset)).toBe(words),
)
