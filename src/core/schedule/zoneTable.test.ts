/** Zones as tables answer as the platform does, at every instant and by every clock on a wall. */
import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { offsetIn } from './offsetIn'
import { zoneFromOffsets } from './zone'
import { zoneFromTable } from './zoneTable'

const hourMs = 3_600_000
const [first, last] = [Date.parse('2026-01-01T00:00Z'), Date.parse('2029-01-01T00:00Z')]
/** Hour by hour, then to the minute: slow, and sure. */
function tableOf(name: string) {
  const offsetAt = offsetIn(name)
  const since = [-Infinity]
  const offsets = [offsetAt(first)]
  for (let at = first; at < last; at += hourMs) {
    if (offsetAt(at + hourMs) === offsets.at(-1)) continue
    let change = at
    while (offsetAt(change) === offsets.at(-1)) change += 60_000
    since.push(change)
    offsets.push(offsetAt(change))
  }
  return { name, since, offsets }
}

test.each([
  'Europe/London',
  'America/New_York',
  'Australia/Lord_Howe',
  'Africa/Casablanca',
  'Asia/Kathmandu',
  'UTC',
])('%s', (name) => {
  const zone = zoneFromTable(tableOf(name))
  const slow = zoneFromOffsets(name, offsetIn(name))
  fc.assert(
    fc.property(
      fc.integer({ min: (first + 48 * hourMs) / 60_000, max: (last - 48 * hourMs) / 60_000 }),
      (at) => {
        const ms = at * 60_000
        expect(zone.offsetAt(ms)).toBe(offsetIn(name)(ms))
        expect(zone.offsetAtWall(ms)).toBe(slow.offsetAtWall(ms))
      },
    ),
    { numRuns: 400 },
  )
  // Around each change, minute by minute.
  for (const change of tableOf(name).since.slice(1))
    for (let by = -150; by <= 150; by += 1) {
      const wall = change + by * 60_000 + zone.offsetAt(change - 1) * 60_000
      expect([by, zone.offsetAtWall(wall)]).toEqual([by, slow.offsetAtWall(wall)])
    }
})
test('a table needs one offset for each transition', () => {
  expect(() => zoneFromTable({ name: 'x', since: [], offsets: [] })).toThrow(RangeError)
  expect(() => zoneFromTable({ name: 'x', since: [-Infinity, 0], offsets: [0] })).toThrow(RangeError)
})
