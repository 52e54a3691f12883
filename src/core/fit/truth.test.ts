import { expect, test } from '@jest/globals'
import type { Item } from '../items/item'
import { sift, type Rule } from '../rules/rules'
import { averageStars } from '../items/average'
import { truthFindings } from './truth'

const review = (id: string, ratingValue: number, bestRating = 5): Item => ({
  type: 'Review',
  id,
  source: 's',
  sourceName: 'S',
  name: '',
  text: id,
  image: [],
  keywords: [],
  reviewRating: { ratingValue, bestRating },
})
const reviews = [review('a', 5), review('b', 5), review('c', 1), review('d', 8, 10)]
const told = (...rules: Rule[]) =>
  truthFindings(reviews, sift(reviews, rules, 0).steps).map((one) => one.what)

test('the average is on one scale, of reviews only', () =>
  expect(averageStars([...reviews, { ...review('p', 1), type: 'Product' }])).toEqual({
    average: 3.75,
    count: 4,
    byStars: [2, 1, 0, 0, 1],
  }))
test.each<[string, Rule[], string[]]>([
  [
    'a rule by stars',
    [{ type: 'stars', least: 4, most: 5 }],
    [
      '1 of 4 reviews are left out, and those that show look better: 4.7 stars, not 3.8. An average that is shown stays that of all 4.',
    ],
  ],
  [
    'hidden by hand',
    [{ type: 'hidden', ids: ['a', 'b'] }],
    [
      '2 of 4 reviews are left out, and those that show look worse: 2.5 stars, not 3.8. An average that is shown stays that of all 4.',
    ],
  ],
  ['cut by number alone', [{ type: 'limit', count: 2 }], []],
  ['nothing left out', [{ type: 'stars', least: 0, most: 5 }], []],
])('%s', (_name, rules, expected) => expect(told(...rules)).toEqual(expected))
test('what waits for a decision counts as left out', () =>
  expect(truthFindings(reviews.slice(0, 2), [], { average: 3.75, count: 4, byStars: [] })[0]?.what).toContain(
    '2 of 4 reviews are left out, and those that show look better: 5.0 stars, not 3.8.',
  ))
test('what is no review says nothing', () =>
  expect(truthFindings([{ ...review('x', 5), type: 'Article' }], [])).toEqual([]))
