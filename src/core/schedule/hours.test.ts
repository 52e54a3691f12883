import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { daysOf, openAt, readHours, writeHours } from './hours'
import { offsetIn } from './offsetIn'

const week = ['Mo-Fr 09:00-17:30', 'Sa 10:00-14:00']
const london = offsetIn('Europe/London')
const at = (iso: string) => Date.parse(iso)
const iso = (ms: number | undefined) => (ms === undefined ? undefined : new Date(ms).toISOString())

describe('what is written can be read', () => {
  test.each([
    ['Mo-Fr 09:00-17:30', { days: [0, 1, 2, 3, 4], from: 540, until: 1050 }],
    ['Sa,Su 9:00-12:00', { days: [5, 6], from: 540, until: 720 }],
    ['Fr-Mo 20:00-02:00', { days: [0, 4, 5, 6], from: 1200, until: 1560 }],
    ['Tu 00:00-24:00', { days: [1], from: 0, until: 1440 }],
  ])('%s', (line, hours) => expect(readHours(line)).toEqual(hours))
  test.each(['', 'Mo', 'Mo 9-17', 'Xx 09:00-10:00', 'Mo 25:00-26:00', 'Mo 09:70-10:00'])('not “%s”', (line) =>
    expect(readHours(line)).toBeUndefined(),
  )
  test('whatever is chosen comes back as it was', () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }),
        fc.integer({ min: 0, max: 1439 }),
        fc.integer({ min: 1, max: 1440 }),
        (days, from, length) => {
          const hours = { days: [...days].sort((a, b) => a - b), from, until: from + length }
          expect(readHours(writeHours(hours))).toEqual(hours)
        },
      ),
    ))
  test('days of several lines', () =>
    expect(daysOf(['Mo,We 09:00-10:00', 'Sa-Su'])).toEqual([true, false, true, false, false, true, true]))
})

describe('whether it is open, and until when', () => {
  test.each([
    ['within the hours', '2026-11-27T11:00:00Z', true, '2026-11-27T17:30:00.000Z'],
    ['before them', '2026-11-27T08:59:59Z', false, '2026-11-27T09:00:00.000Z'],
    ['at the very beginning', '2026-11-27T09:00:00Z', true, '2026-11-27T17:30:00.000Z'],
    ['at the very end', '2026-11-27T17:30:00Z', false, '2026-11-28T10:00:00.000Z'],
    ['over the weekend', '2026-11-28T15:00:00Z', false, '2026-11-30T09:00:00.000Z'],
    ['in summer, by the clock on the wall', '2026-07-27T08:00:00Z', true, '2026-07-27T16:30:00.000Z'],
    ['over the night the clocks go back', '2026-10-24T20:00:00Z', false, '2026-10-26T09:00:00.000Z'],
  ])('%s', (_what, now, isOpen, changesAt) => {
    const state = openAt(week, at(now), london)
    expect([state.isOpen, iso(state.changesAt)]).toEqual([isOpen, changesAt])
  })
  test('past midnight it is still the evening before', () =>
    expect(openAt(['Fr 20:00-02:00'], at('2026-11-28T01:00:00Z'), london)).toEqual({
      isOpen: true,
      changesAt: at('2026-11-28T02:00:00Z'),
    }))
  test('hours that meet are one', () =>
    expect(
      iso(openAt(['Fr 09:00-12:00', 'Fr 12:00-15:00'], at('2026-11-27T10:00:00Z'), london).changesAt),
    ).toBe('2026-11-27T15:00:00.000Z'))
  test.each([[[]], [['Mo-Su 00:00-24:00']]])('never shut: %j', (lines) =>
    expect(openAt(lines, at('2026-11-27T10:00:00Z'), london)).toEqual({ isOpen: true, changesAt: undefined }),
  )
})
