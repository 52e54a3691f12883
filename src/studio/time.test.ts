import { expect, test } from '@jest/globals'
import { ago } from './time'

const now = Date.parse('2026-03-10T12:00:00Z')
test.each([
  ['2026-03-10T11:59:58Z', 'just now'],
  ['2026-03-10T12:00:30Z', 'in a moment'],
  ['2026-03-10T11:58:00Z', '2 minutes ago'],
  ['2026-03-10T12:30:00Z', 'in 30 minutes'],
  ['2026-03-10T07:00:00Z', '5 hours ago'],
  ['2026-03-09T11:00:00Z', 'yesterday'],
])('%s is %s', (iso, words) => expect(ago(iso, now)).toBe(words))
