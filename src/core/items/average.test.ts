import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { together, type Average } from './average'

const averages = fc.array(
  fc.record({
    average: fc.double({ min: 0, max: 5, noNaN: true }),
    count: fc.integer({ min: 1, max: 10_000 }),
    byStars: fc.array(fc.nat(1000), { minLength: 5, maxLength: 5 }),
  }),
  { minLength: 1, maxLength: 8 },
)

test('none is none', () => expect(together([])).toBeUndefined())
test('what counts more weighs more', () =>
  expect(
    together([
      { average: 5, count: 3, byStars: [3, 0, 0, 0, 0] },
      { average: 1, count: 1, byStars: [0, 0, 0, 0, 1] },
    ]),
  ).toEqual({ average: 4, count: 4, byStars: [3, 0, 0, 0, 1] }))
test('it lies between the lowest and the highest, and the order of the sources does not matter', () =>
  fc.assert(
    fc.property(averages, (all) => {
      const one = together(all)!
      expect(one.average).toBeGreaterThanOrEqual(Math.min(...all.map((each) => each.average)) - 1e-9)
      expect(one.average).toBeLessThanOrEqual(Math.max(...all.map((each) => each.average)) + 1e-9)
      expect(together([...all].reverse())!.average).toBeCloseTo(one.average, 9)
    }),
  ))
test('averages of parts make the average of the whole', () =>
  fc.assert(
    fc.property(averages, fc.nat(8), (all, cut) => {
      const parts = [all.slice(0, cut), all.slice(cut)].flatMap((part): Average[] =>
        together(part) ? [together(part)!] : [],
      )
      expect(together(parts)!.average).toBeCloseTo(together(all)!.average, 9)
    }),
  ))
