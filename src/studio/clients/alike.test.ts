import { expect, test } from '@jest/globals'
import { alike } from './alike'

const wrong = (row: number, price: string) => ({
  where: `row ${row}, Price`,
  what: `“${price}” cannot be understood as price`,
  done: 'it was left out',
})
test('twelve wrong prices are one problem, another fault is another', () => {
  const other = { where: 'row 3', what: 'it has 2 cells', done: 'the rest is empty' }
  const all = [...Array.from({ length: 12 }, (_one, at) => wrong(at + 2, `x${at}`)), other]
  expect(alike(all)).toEqual([
    { first: wrong(2, 'x0'), count: 12 },
    { first: other, count: 1 },
  ])
})
