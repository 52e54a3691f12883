import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { columnPx, columnsAt } from '../sizes'
import { grid } from './grid'
import { rowsOf } from './mosaic'
import { balanced } from './reading'

describe('columns that are read downwards', () => {
  test.each<[string, number[], number, number]>([
    ['nothing', [], 3, 0],
    ['one', [50], 3, 50],
    ['as many as columns', [50, 20, 30], 3, 50],
    ['one column is all of them with their gaps', [50, 20, 30], 1, 120],
    ['what follows a high one closes up beside it', [120, 20, 30, 40], 2, 120],
    ['order is kept, though another would be lower', [10, 90, 10, 90], 2, 120],
  ])('%s', (_name, heights, columns, expected) => expect(balanced(heights, columns, 10)).toBe(expected))

  /** Tries every way to part the cards, in order, into so many columns. */
  const lowest = (heights: readonly number[], columns: number, gap: number): number => {
    const part = (rest: readonly number[], left: number, above: number): number => {
      const run = (some: readonly number[]) =>
        some.length === 0 ? 0 : above + some.reduce((sum, one) => sum + one, 0) + (some.length - 1) * gap
      if (left === 1 || rest.length === 0) return run(rest)
      return Math.min(
        ...rest.map((_one, at) =>
          Math.max(run(rest.slice(0, at + 1)), part(rest.slice(at + 1), left - 1, gap)),
        ),
      )
    }
    return part(heights, columns, 0)
  }
  test('no parting in order is lower', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 99 }), { maxLength: 8 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 0, max: 20 }),
        (heights, columns, gap) =>
          expect(balanced(heights, columns, gap)).toBe(lowest(heights, columns, gap)),
      ),
    ))
})

describe('even rows of pictures', () => {
  test.each<[string, number[], number, number[]]>([
    ['nothing', [], 400, []],
    ['one that is wider than the page has a row', [3, 1], 200, [1, 1]],
    ['as many as fit at the height of a row', [1, 1, 1, 1, 1], 330, [3, 2]],
    ['the gap counts', [1, 1, 1], 300, [2, 1]],
    ['shapes decide', [2, 1, 0.5, 0.5, 2], 330, [2, 3]],
  ])('%s', (_name, shapes, width, sizes) =>
    expect(rowsOf(shapes, 100, 10, width).map(({ from, to }) => to - from)).toEqual(sizes),
  )
  test('every picture has one place, in order, and no row is wider than the page unless it has one picture', () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 3, noNaN: true }), { maxLength: 30 }),
        fc.integer({ min: 60, max: 1600 }),
        (shapes, width) => {
          const rows = rowsOf(shapes, 100, 8, width)
          expect(
            rows.flatMap(({ from, to }) => Array.from({ length: to - from }, (_one, at) => from + at)),
          ).toEqual(shapes.map((_one, at) => at))
          for (const { from, to } of rows) {
            const taken =
              shapes.slice(from, to).reduce((sum, one) => sum + one * 100, 0) + (to - from - 1) * 8
            if (to - from > 1) expect(taken).toBeLessThanOrEqual(width)
          }
        },
      ),
    ))
})

describe('cards side by side', () => {
  test('none is wider than is said, so that no words are left out that there was room for', () =>
    fc.assert(
      fc.property(
        fc.record({
          'layout.columns': fc.integer({ min: 1, max: 6 }),
          'layout.least': fc.integer({ min: 7, max: 24 }),
          'look.spacing': fc.integer({ min: 0, max: 60 }),
          'look.textSize': fc.integer({ min: 10, max: 32 }),
        }),
        fc.integer({ min: 200, max: 1200 }),
        (some, width) => {
          const values = some as Parameters<NonNullable<typeof grid.widestEm>>[0] & typeof some
          const columns = columnsAt(width, some['layout.columns'], values, some['layout.least'])
          expect(columnPx(width, columns, values) / some['look.textSize']).toBeLessThanOrEqual(
            grid.widestEm!(values, width / some['look.textSize']) + 1e-9,
          )
        },
      ),
    ))
})
