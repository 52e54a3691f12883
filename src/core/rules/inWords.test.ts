/** Every rule in words, and every condition through the door of storage. */
import { describe, expect, test } from '@jest/globals'
import { orderLabels, ruleInWords } from './inWords'
import { orderKeys, type Node, type Rule } from './rules'
import { noRules, ruleTree } from './tree'

/** One of each condition; the type holds the table complete. */
const conditions: { readonly [T in Node['type']]: readonly [Extract<Node, { type: T }>, string][] } = {
  words: [
    [{ type: 'words', mode: 'only', words: ['firing', 'salt glaze'] }, 'Only with “firing”, “salt glaze”'],
    [{ type: 'words', mode: 'without', words: ['sold out'] }, 'Nothing with “sold out”'],
  ],
  tags: [[{ type: 'tags', tags: ['spring'] }, 'Tagged “spring”']],
  authors: [
    [{ type: 'authors', names: ['Ada Fennimore'] }, 'By “Ada Fennimore”'],
    [{ type: 'authors', names: [] }, 'By …'],
  ],
  age: [[{ type: 'age', days: 90 }, 'No older than 90 days']],
  next: [[{ type: 'next', days: 92 }, 'Within the next 92 days']],
  dates: [
    [{ type: 'dates', from: '2026-05-01', to: '2026-05-31' }, 'From 2026-05-01 to 2026-05-31'],
    [{ type: 'dates', from: '2026-05-01', to: '' }, 'From 2026-05-01 on'],
    [{ type: 'dates', from: '', to: '2026-05-31' }, 'Until 2026-05-31'],
    [{ type: 'dates', from: '', to: '' }, 'On any day'],
  ],
  stars: [
    [{ type: 'stars', least: 4, most: 5 }, 'With at least 4 stars'],
    [{ type: 'stars', least: 0, most: 2 }, 'With at most 2 stars'],
    [{ type: 'stars', least: 2, most: 4 }, 'With 2 to 4 stars'],
  ],
  price: [
    [{ type: 'price', least: 10, most: 1e9 }, 'Priced at least 10'],
    [{ type: 'price', least: 0, most: 25 }, 'Priced at most 25'],
    [{ type: 'price', least: 10, most: 25 }, 'Priced 10 to 25'],
  ],
  near: [
    [{ type: 'near', latitude: 52.5, longitude: 1.25, km: 20, of: 'QM4 2QT' }, 'Within 20 km of QM4 2QT'],
    [{ type: 'near', latitude: 52.5, longitude: 1.25, km: 20, of: '' }, 'Near a place: none chosen yet'],
  ],
  area: [[{ type: 'area', by: 'addressLocality', names: ['Tidewick'] }, 'In “Tidewick”']],
  lists: [[{ type: 'lists', names: ['Treatments / Dogs'] }, 'From the list “Treatments / Dogs”']],
  answer: [[{ type: 'answer' }, 'Answers to others']],
  shared: [[{ type: 'shared' }, 'Passed on from others']],
  picture: [[{ type: 'picture' }, 'Only with a picture']],
  language: [[{ type: 'language', languages: ['en', 'cy'] }, 'In en, cy']],
  any: [
    [
      { type: 'any', of: [{ type: 'picture' }, { type: 'tags', tags: ['a'] }] },
      'Only with a picture, or tagged “a”',
    ],
    [{ type: 'any', of: [] }, 'Any of nothing yet: all pass'],
  ],
  all: [
    [
      { type: 'all', of: [{ type: 'picture' }, { type: 'answer' }] },
      'Only with a picture, and answers to others',
    ],
    [{ type: 'all', of: [] }, 'Nothing asked: all pass'],
  ],
  not: [[{ type: 'not', of: { type: 'answer' } }, 'Not: answers to others']],
}
const all = Object.values(conditions).flat() as readonly [Node, string][]

test.each(all.map(([node, words]) => [words, node] as const))('%s', (words, node) =>
  expect(ruleInWords(node)).toBe(words),
)
test.each(all.map(([node, words]) => [words, node] as const))('is kept as it is: %s', (_words, node) =>
  expect(ruleTree.parse({ v: 1, all: [node] })).toEqual({ v: 1, all: [node] }),
)
test.each<[Rule, string]>([
  [{ type: 'hidden', ids: ['a', 'b'] }, 'Hidden one by one: 2'],
  [{ type: 'doubles', apart: [] }, 'The same thing from several sources once'],
  [{ type: 'order', by: ['stars', 'newest'] }, 'Best rated first, then newest first'],
  [{ type: 'pin', ids: ['a'] }, 'Pinned to the front: 1'],
  [{ type: 'quota', count: 3 }, 'At most 3 of each source'],
  [{ type: 'limit', count: 6 }, 'At most 6'],
])('%j', (rule, words) => expect(ruleInWords(rule)).toBe(words))
test('every order has words of its own', () =>
  expect(new Set(orderKeys.map((key) => orderLabels[key])).size).toBe(orderKeys.length))

describe('the door of storage', () => {
  const deep = (levels: number): Node =>
    levels === 0 ? { type: 'picture' } : { type: 'not', of: deep(levels - 1) }
  test('takes no rules, and groups as deep as are drawn', () => {
    expect(ruleTree.safeParse(noRules).success).toBe(true)
    expect(ruleTree.safeParse({ v: 1, all: [deep(3)] }).success).toBe(true)
  })
  test.each<[string, unknown]>([
    ['another version', { v: 2, all: [] }],
    ['groups within groups within groups', { v: 1, all: [deep(4)] }],
    ['a condition that nobody knows', { v: 1, all: [{ type: 'moon' }] }],
    ['a condition with something more', { v: 1, all: [{ type: 'picture', also: 'x' }] }],
    ['six stars of five', { v: 1, all: [{ type: 'stars', least: 6, most: 6 }] }],
    ['a place on no globe', { v: 1, all: [{ type: 'near', latitude: 91, longitude: 0, km: 5, of: '' }] }],
    ['a day that is written otherwise', { v: 1, all: [{ type: 'dates', from: '1 May', to: '' }] }],
    ['an empty word', { v: 1, all: [{ type: 'tags', tags: [' '] }] }],
    ['a language that is none', { v: 1, all: [{ type: 'language', languages: ['English!'] }] }],
    ['more rules than anybody reads', { v: 1, all: Array.from({ length: 41 }, () => ({ type: 'picture' })) }],
    ['a list', []],
    ['nothing', null],
  ])('refuses %s', (_name, tree) => expect(ruleTree.safeParse(tree).success).toBe(false))
})
