import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { daysOf, readHours, writeHours } from './hours'

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
