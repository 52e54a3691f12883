import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  dayMinutes,
  drawn,
  joined,
  linesOf,
  movedBy,
  stepMinutes,
  stretchedBy,
  stretchesOf,
  type Stretch,
} from './week'

const stretch = fc
  .record({
    day: fc.integer({ min: 0, max: 6 }),
    from: fc.integer({ min: 0, max: 95 }),
    length: fc.integer({ min: 1, max: 96 }),
  })
  .map(({ day, from, length }): Stretch => ({ day, from: from * 15, until: (from + length) * 15 }))

describe('lines and stretches', () => {
  test.each([
    [['Mo-Fr 09:00-17:30'], 5],
    [['Mo,We 22:00-02:00', 'Sa 10:00-14:00'], 3],
    [['nonsense'], 0],
  ])('%j are %i stretches', (lines, count) => expect(stretchesOf(lines)).toHaveLength(count))
  test('what is written is read as it was, whatever is drawn', () => {
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 12 }), (all) => {
        const tidy = joined(all).filter(({ from, until }) => until - from <= dayMinutes)
        expect(stretchesOf(linesOf(tidy))).toEqual(tidy)
      }),
    )
  })
  test('what touches within a day is one', () =>
    expect(
      joined([
        { day: 1, from: 600, until: 720 },
        { day: 1, from: 540, until: 600 },
        { day: 2, from: 600, until: 660 },
      ]),
    ).toEqual([
      { day: 1, from: 540, until: 720 },
      { day: 2, from: 600, until: 660 },
    ]))
})

describe('what is dragged', () => {
  test('stays within the week, in steps, and lasts at least one', () => {
    fc.assert(
      fc.property(
        stretch,
        fc.integer({ min: -3000, max: 3000 }),
        fc.integer({ min: -9, max: 9 }),
        (one, by, days) => {
          for (const to of [
            movedBy(one, by, days),
            stretchedBy(one, 'from', by),
            stretchedBy(one, 'until', by),
          ]) {
            expect([to.from % stepMinutes, to.until % stepMinutes]).toEqual([0, 0])
            expect(to.until - to.from).toBeGreaterThanOrEqual(stepMinutes)
            expect(to.day >= 0 && to.day <= 6 && to.from >= 0 && to.from < dayMinutes).toBe(true)
          }
          expect(movedBy(one, by, days).until - movedBy(one, by, days).from).toBe(one.until - one.from)
        },
      ),
    )
  })
  test('is drawn upwards as well as downwards', () => {
    expect(drawn(3, 547, 603)).toEqual({ day: 3, from: 540, until: 615 })
    expect(drawn(3, 603, 547)).toEqual({ day: 3, from: 540, until: 615 })
    expect(drawn(3, 600, 600)).toEqual({ day: 3, from: 600, until: 615 })
  })
})
