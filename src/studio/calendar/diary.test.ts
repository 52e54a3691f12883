import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { BookingShape } from '@/core/api/shapes'
import { dayNumber } from '@/core/schedule/civil'
import { isoDay, mondayOf, placed } from './diary'

const booking = (start: string, minutes: number, who = ['a']): BookingShape => ({
  id: start,
  service: 's',
  who,
  start,
  end: new Date(Date.parse(start) + minutes * 60_000).toISOString(),
  count: 1,
  state: 'booked',
  heldUntil: null,
  name: '',
  email: '',
  note: '',
  submissionId: null,
  elsewhere: null,
})
const oneColumn = () => [0]

test('what overlaps stands side by side, what does not below each other', () => {
  const all = placed(
    [
      booking('2026-06-01T08:00:00Z', 60),
      booking('2026-06-01T08:30:00Z', 60),
      booking('2026-06-01T10:00:00Z', 30),
    ],
    'UTC',
    oneColumn,
  )
  expect(all.map(({ from, lane, lanes }) => [from, lane, lanes])).toEqual([
    [480, 0, 2],
    [510, 1, 2],
    [600, 0, 1],
  ])
})
test('times are by the clock of the calendar, also after it has changed', () => {
  const at = (start: string) => placed([booking(start, 30)], 'Europe/London', oneColumn)[0]!.from
  expect([at('2026-10-24T09:00:00Z'), at('2026-10-26T09:00:00Z')]).toEqual([600, 540])
})
test('who takes part decides the columns', () =>
  expect(
    placed([booking('2026-06-01T08:00:00Z', 60, ['b', 'a'])], 'UTC', (_day, who) =>
      ['a', 'b', 'c'].flatMap((id, at) => (who.includes(id) ? [at] : [])),
    ).map(({ column }) => column),
  ).toEqual([0, 1]))
test('nothing that overlaps shares a lane', () => {
  const some = fc.array(fc.tuple(fc.integer({ min: 0, max: 1300 }), fc.integer({ min: 5, max: 130 })), {
    maxLength: 20,
  })
  fc.assert(
    fc.property(some, (times) => {
      const midnight = Date.parse('2026-06-01T00:00:00Z')
      const all = placed(
        times.map(([from, length]) => booking(new Date(midnight + from * 60_000).toISOString(), length)),
        'UTC',
        oneColumn,
      )
      expect(all).toHaveLength(times.length)
      for (const [at, one] of all.entries())
        for (const other of all.slice(at + 1))
          if (one.from < other.until && other.from < one.until)
            expect([one.lane !== other.lane, one.lanes === other.lanes]).toEqual([true, true])
    }),
  )
})
test('a week begins on its Monday', () => {
  expect(isoDay(mondayOf(dayNumber(2026, 11, 29)))).toBe('2026-11-23')
  expect(isoDay(mondayOf(dayNumber(2026, 11, 23)))).toBe('2026-11-23')
})
