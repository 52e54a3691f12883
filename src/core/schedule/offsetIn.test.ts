import { expect, test } from '@jest/globals'
import { offsetIn } from './offsetIn'

test.each([
  ['UTC', '2026-07-01T00:00:00Z', 0],
  ['Europe/London', '2026-01-01T00:00:00Z', 0],
  ['Europe/London', '2026-07-01T00:00:00Z', 60],
  ['America/New_York', '2026-01-01T00:00:00Z', -300],
  ['Asia/Kathmandu', '2026-01-01T00:00:00Z', 345],
  ['Europe/London', '2026-03-29T00:59:59Z', 0],
  ['Europe/London', '2026-03-29T01:00:00Z', 60],
  ['Nowhere/Atall', '2026-01-01T00:00:00Z', 0],
])('%s at %s is %i minutes east', (zone, at, minutes) => expect(offsetIn(zone)(Date.parse(at))).toBe(minutes))
test('of no instant there is none', () => expect(offsetIn('Europe/London')(NaN)).toBe(0))
