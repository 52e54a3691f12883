import { expect, test } from '@jest/globals'
import { formatFor, inWords } from './ago'

const now = Date.parse('2026-03-10T12:00:00Z')
test.each([
  ['2026-03-10T11:59:50Z', 'en', 'this minute'],
  ['2026-03-10T11:40:00Z', 'en', '20 minutes ago'],
  ['2026-03-09T11:00:00Z', 'en', 'yesterday'],
  ['2026-03-12T13:00:00Z', 'en', 'in 2 days'],
  ['2024-01-01T00:00:00Z', 'en', '2 years ago'],
  ['2026-03-07T11:00:00Z', 'de', 'vor 3 Tagen'],
])('%s in %s is %s', (then, locale, words) =>
  expect(inWords(Date.parse(then), now, formatFor(locale))).toBe(words),
)
test('what is no date stays as it is', () => expect(inWords(NaN, now, formatFor('en'))).toBeUndefined())
