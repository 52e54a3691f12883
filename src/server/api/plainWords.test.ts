/** Walks every shape that the API takes, with wrong input, and reads what a person would see. */
import { describe, expect, test } from '@jest/globals'
import * as z from 'zod'
import { faultIn, inPlainWords, whereInWords } from './plainWords'
import { routes } from './routes'

const wrong: readonly unknown[] = [
  undefined,
  null,
  '',
  'x'.repeat(300_000),
  -1,
  1e12,
  0.5,
  true,
  [],
  Array.from({ length: 20_000 }, () => 'x'),
  { unknown: 1 },
]
const machineWords =
  /expected|received|Invalid|Too (big|small)|Unrecognized|must match|pattern|undefined|NaN|regex|[<>]=|\bnull\b|\[object|string to have|zod/i

/** Every object with one input spoilt, for each input and each spoiling. */
function* spoilt(shape: z.ZodType): Generator<unknown> {
  yield* wrong
  if (!(shape instanceof z.ZodObject)) return
  for (const key of Object.keys(shape.shape)) for (const value of wrong) yield { [key]: value }
}

describe.each(
  routes.filter((one) => one.body).map((one) => [`${one.method} ${one.path}`, one.body!] as const),
)('%s', (_line, body) => {
  test('says what is wrong in words', () => {
    let count = 0
    for (const value of spoilt(body)) {
      const parsed = body.safeParse(value, { error: inPlainWords })
      if (parsed.success) continue
      count += 1
      const { where, why } = faultIn(parsed.error)
      expect(`${where}: ${why}`).not.toMatch(machineWords)
      expect(why.length).toBeGreaterThan(5)
    }
    expect(count).toBeGreaterThan(0)
  })
})
test.each<[readonly PropertyKey[], string]>([
  [['rows', 5, 1], 'Row 7, column 2'],
  [['rows', 0], 'Row 2'],
  [['name'], 'Name'],
  [['brand', 'colours', 'accent'], 'Brand colour accent'],
  [[], ''],
])('%p is %p', (path, words) => expect(whereInWords(path)).toBe(words))
test('a cell that is too long is told as on the screen', () => {
  const shape = z.strictObject({ rows: z.array(z.array(z.string().max(4000))) })
  const parsed = shape.safeParse({ rows: [['a'], ['a', 'x'.repeat(4001)]] }, { error: inPlainWords })
  expect(faultIn(parsed.error!)).toEqual({
    where: 'Row 3, column 2',
    why: 'it may have 4000 letters at most',
  })
})
