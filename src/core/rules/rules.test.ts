import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Item } from '../items/item'
import { orderKeys, sift, type Node, type Rule } from './rules'
import { ruleInWords } from './inWords'
import { ruleTree } from './tree'

const now = Date.parse('2026-03-10T00:00:00Z')
const item = (id: string, facts: Partial<Item> = {}): Item => ({
  type: 'Article',
  id,
  source: 's',
  sourceName: 'S',
  name: id,
  text: '',
  image: [],
  keywords: [],
  ...facts,
})
const items = [
  item('glaze', { datePublished: '2026-03-01T00:00:00Z', text: 'A new glaze, sold out' }),
  item('kiln', { datePublished: '2026-03-09T00:00:00Z', image: [{ ref: 'r' }] }),
  item('undated', { keywords: ['Glaze'] }),
  item('old', { datePublished: '2020-01-01T00:00:00Z', name: 'Ärger im Öfchen' }),
]
const idsAfter = (...rules: Rule[]) => sift(items, rules, now).shown.map((one) => one.id)

describe('sift', () => {
  test.each<[string, Rule, string[]]>([
    [
      'only with a word, in title, text or keywords',
      { type: 'words', mode: 'only', words: ['glaze'] },
      ['glaze', 'undated'],
    ],
    ['whole words only', { type: 'words', mode: 'only', words: ['gla'] }, []],
    ['a phrase', { type: 'words', mode: 'without', words: ['sold  out'] }, ['kiln', 'undated', 'old']],
    ['letter case and umlauts', { type: 'words', mode: 'only', words: ['ärger'] }, ['old']],
    ['what looks like a pattern is a word', { type: 'words', mode: 'only', words: ['.*'] }, []],
    ['no word says nothing', { type: 'words', mode: 'only', words: [] }, ['glaze', 'kiln', 'undated', 'old']],
    ['age leaves out what has no date', { type: 'age', days: 10 }, ['glaze', 'kiln']],
    ['with a picture', { type: 'picture' }, ['kiln']],
    ['newest first, undated last', { type: 'order', by: ['newest'] }, ['kiln', 'glaze', 'old', 'undated']],
    ['oldest first, undated last', { type: 'order', by: ['oldest'] }, ['old', 'glaze', 'kiln', 'undated']],
    ['hidden by hand', { type: 'hidden', ids: ['kiln'] }, ['glaze', 'undated', 'old']],
    ['at most', { type: 'limit', count: 2 }, ['glaze', 'kiln']],
  ])('%s', (_name, rule, ids) => expect(idsAfter(rule)).toEqual(ids))

  test('tells after each rule how many are left, and which it took', () => {
    const { total, passed, steps } = sift(items, [{ type: 'picture' }, { type: 'limit', count: 0 }], now)
    expect({ total, passed }).toEqual({ total: 4, passed: 1 })
    expect(steps.map(({ left, removed }) => ({ left, removed }))).toEqual([
      { left: 1, removed: ['glaze', 'undated', 'old'] },
      { left: 0, removed: ['kiln'] },
    ])
  })

  test('tells when time alone will change the answer', () => {
    expect(new Date(sift(items, [{ type: 'age', days: 10 }], now).validUntil).toISOString()).toBe(
      '2026-03-11T00:00:00.001Z',
    )
    expect(sift(items, [{ type: 'picture' }], now).validUntil).toBe(Infinity)
  })

  const anyNode: fc.Arbitrary<Node> = fc.letrec<{ node: Node }>((tie) => ({
    node: fc.oneof(
      { maxDepth: 3 },
      fc.constantFrom<Node>(
        { type: 'picture' },
        { type: 'age', days: 10 },
        { type: 'next', days: 3 },
        { type: 'stars', least: 4, most: 5 },
        { type: 'tags', tags: ['glaze'] },
        { type: 'dates', from: '2026-03-02', to: '' },
      ),
      fc.record({
        type: fc.constantFrom('any' as const, 'all' as const),
        of: fc.array(tie('node'), { maxLength: 3 }),
      }),
      fc.record({ type: fc.constant('not' as const), of: tie('node') }),
    ),
  })).node
  const anyRule = fc.oneof<fc.Arbitrary<Rule>[]>(
    fc.record({
      type: fc.constant('words' as const),
      mode: fc.constantFrom('only' as const, 'without' as const),
      words: fc.array(fc.string()),
    }),
    fc.record({ type: fc.constant('age' as const), days: fc.nat(4000) }),
    fc.constant({ type: 'picture' as const }),
    fc.record({
      type: fc.constant('order' as const),
      by: fc.array(fc.constantFrom(...orderKeys), { maxLength: 3 }),
    }),
    fc.record({ type: fc.constant('quota' as const), count: fc.nat(3) }),
    fc.record({ type: fc.constant('pin' as const), ids: fc.subarray(['glaze', 'kiln', 'gone']) }),
    fc.record({ type: fc.constant('doubles' as const), apart: fc.subarray(['glaze']) }),
    anyNode,
    fc.record({ type: fc.constant('limit' as const), count: fc.nat(6) }),
  )
  test('no rule lets more through than came to it, and the same answer comes twice', () => {
    fc.assert(
      fc.property(fc.array(anyRule, { maxLength: 6 }), (rules) => {
        const first = sift(items, rules, now)
        let before = items.length
        for (const step of first.steps) {
          expect(step.left).toBeLessThanOrEqual(before)
          expect(before - step.left).toBe(step.removed.length)
          before = step.left
        }
        expect(sift(items, rules, now)).toEqual(first)
      }),
    )
  })
})

describe('words of any language', () => {
  test.each<[string, string, string, boolean]>([
    ['a word of a script without spaces is found anywhere', '陶器', '新しい陶器の販売を始めます', true],
    ['of another one, too, with its marks', 'ดินเผา', 'เครื่องปั้นดินเผาใหม่', true],
    ['beside letters that set words apart', 'Kiln陶', 'the Kiln陶器', true],
    ['which still end where they should', 'iln陶', 'the Kiln陶器', false],
    ['Greek', 'πηλός', 'Ο πηλός είναι έτοιμος', true],
    ['Greek, a part of a word', 'πηλ', 'Ο πηλός είναι έτοιμος', false],
    ['Arabic', 'طين', 'هذا طين جديد', true],
    ['Arabic, a part of a word', 'طي', 'هذا طين جديد', false],
    ['Hindi, where a mark belongs to the word', 'मिट्ट', 'मिट्टी का घड़ा', false],
  ])('%s', (_name, word, text, isFound) =>
    expect(
      sift([item('one', { text })], [{ type: 'words', mode: 'only', words: [word] }], now).shown.length === 1,
    ).toBe(isFound),
  )
})

describe('conditions', () => {
  const at = (latitude: number, longitude: number) => ({
    location: { latitude, longitude, addressLocality: 'Marlowick', postalCode: 'QM4 2QT' },
  })
  const many = [
    item('a', {
      author: { name: 'Ada' },
      keywords: ['Clay'],
      offers: { price: 12 },
      lists: ['Tableware / Plates'],
      inLanguage: 'en-GB',
      ...at(52.79, 1.08),
    }),
    item('b', {
      reviewRating: { ratingValue: 8, bestRating: 10 },
      inReplyTo: 'x',
      offers: { price: 80 },
      lists: ['Tableware'],
      inLanguage: 'cy',
      ...at(52.93, 1.03),
    }),
    item('c', {
      type: 'Event',
      startDate: '2026-03-12',
      sharedFrom: 'Bo',
      dates: ['2026-03-01', '2026-03-12T19:00:00'],
    }),
    item('d', { aggregateRating: { ratingValue: 2, bestRating: 5 }, datePublished: '2025-12-31T23:00:00Z' }),
  ]
  const left = (...rules: Rule[]) =>
    sift(many, rules, now)
      .shown.map((one) => one.id)
      .join('')
  test.each<[string, Rule, string]>([
    ['tags, whatever their case', { type: 'tags', tags: ['clay'] }, 'a'],
    ['authors', { type: 'authors', names: ['ADA'] }, 'a'],
    ['stars on one scale', { type: 'stars', least: 4, most: 5 }, 'b'],
    ['price', { type: 'price', least: 0, most: 20 }, 'a'],
    ['a list with its groups', { type: 'lists', names: ['tableware'] }, 'ab'],
    ['one group of it', { type: 'lists', names: ['Tableware / Plates'] }, 'a'],
    ['near', { type: 'near', latitude: 52.79, longitude: 1.08, km: 5, of: 'Marlowick' }, 'a'],
    ['a little farther', { type: 'near', latitude: 52.79, longitude: 1.08, km: 17, of: 'Marlowick' }, 'ab'],
    ['a town', { type: 'area', by: 'addressLocality', names: ['marlowick'] }, 'ab'],
    ['a postal area', { type: 'area', by: 'postalCode', names: ['qm42'] }, 'ab'],
    ['coming days, also of what repeats', { type: 'next', days: 3 }, 'c'],
    ['fixed dates take the day of an event', { type: 'dates', from: '2026-03-12', to: '2026-03-12' }, 'c'],
    [
      'fixed dates take every day of what repeats',
      { type: 'dates', from: '2026-02-28', to: '2026-03-01' },
      'c',
    ],
    ['an open end', { type: 'dates', from: '', to: '2025-12-31' }, 'd'],
    ['a language in general; none said passes', { type: 'language', languages: ['en'] }, 'acd'],
    ['not an answer', { type: 'not', of: { type: 'answer' } }, 'acd'],
    ['not with a tag', { type: 'not', of: { type: 'tags', tags: ['clay'] } }, 'bcd'],
    ['not by somebody', { type: 'not', of: { type: 'authors', names: ['Ada'] } }, 'bcd'],
    ['not what is not named yet', { type: 'not', of: { type: 'lists', names: [] } }, 'abcd'],
    [
      'both of two, or a third',
      {
        type: 'any',
        of: [
          {
            type: 'all',
            of: [
              { type: 'lists', names: ['Tableware'] },
              { type: 'not', of: { type: 'answer' } },
            ],
          },
          { type: 'shared' },
        ],
      },
      'ac',
    ],
    ['nothing passed on', { type: 'not', of: { type: 'shared' } }, 'abd'],
    ['any of two', { type: 'any', of: [{ type: 'shared' }, { type: 'authors', names: ['Ada'] }] }, 'ac'],
    [
      'all of two',
      {
        type: 'all',
        of: [
          { type: 'lists', names: ['Tableware'] },
          { type: 'price', least: 50, most: 90 },
        ],
      },
      'b',
    ],
    ['an empty group asks nothing', { type: 'any', of: [] }, 'abcd'],
  ])('%s', (_name, rule, ids) => expect(left(rule)).toBe(ids))
  test.each<[readonly (typeof orderKeys)[number][], string]>([
    [['name'], 'abcd'],
    [['stars'], 'bdac'],
    [['cheapest'], 'abcd'],
    [['dearest'], 'bacd'],
    [['soonest', 'name'], 'cabd'],
    [['source'], 'abcd'],
    [['stars', 'dearest'], 'bdac'],
  ])('in the order of %p', (by, ids) => expect(left({ type: 'order', by })).toBe(ids))
  test('pinned ones come first, in the order in which they were pinned', () =>
    expect(left({ type: 'order', by: ['name'] }, { type: 'pin', ids: ['d', 'b', 'gone'] })).toBe('dbac'))
  test('a pin brings nothing back', () =>
    expect(left({ type: 'shared' }, { type: 'pin', ids: ['a'] })).toBe('c'))
  test('so many of each source', () =>
    expect(
      sift([item('1'), item('2'), item('3', { source: 't' })], [{ type: 'quota', count: 1 }], now).shown.map(
        (one) => one.id,
      ),
    ).toEqual(['1', '3']))
  test('times without a zone are those of the widget’s place', () => {
    const event = item('e', { type: 'Event', startDate: '2026-03-10T01:00:00' })
    const shown = (minutes: number) =>
      sift([event], [{ type: 'next', days: 1 }], now, () => minutes).shown.length
    expect([shown(0), shown(120)]).toEqual([1, 0])
  })
  test('a day is that of the widget’s place, for posts and for times with a zone; a time on any clock keeps its own', () => {
    const late = [
      item('post', { datePublished: '2026-03-09T23:30:00Z' }),
      item('zoned', { type: 'Event', startDate: '2026-03-09T23:30:00Z' }),
      item('any clock', { type: 'Event', startDate: '2026-03-09T23:30:00' }),
    ]
    const on = (day: string, minutes: number) =>
      sift(late, [{ type: 'dates', from: day, to: day }], now, () => minutes).shown.map((one) => one.id)
    expect([on('2026-03-09', 0), on('2026-03-10', 60), on('2026-03-09', 60)]).toEqual([
      ['post', 'zoned', 'any clock'],
      ['post', 'zoned'],
      ['any clock'],
    ])
  })
  test('whatever the place’s clocks say, a post is on one day: its own there', () => {
    const dayHere = (at: number, minutes: number) =>
      new Date(at + minutes * 60_000).toISOString().slice(0, 10)
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60_000_000 }),
        fc.integer({ min: -12 * 60, max: 14 * 60 }),
        (minute, offset) => {
          const at = Date.parse('2020-01-01T00:00:00Z') + minute * 60_000
          const post = item('post', { datePublished: new Date(at).toISOString() })
          const isOn = (day: string) =>
            sift([post], [{ type: 'dates', from: day, to: day }], now, () => offset).shown.length === 1
          const day = dayHere(at, offset)
          expect([
            isOn(dayHere(at - 86_400_000, offset)),
            isOn(day),
            isOn(dayHere(at + 86_400_000, offset)),
          ]).toEqual([false, true, false])
        },
      ),
    )
  })
  test('what is too far and what is nowhere are told apart', () => {
    const people = [
      item('near', { location: { latitude: 52.79, longitude: 1.08 } }),
      item('far', { location: { latitude: 50, longitude: 1 } }),
      item('nowhere', { location: { addressLocality: 'Elsewhere' } }),
      item('none'),
    ]
    const rule = { type: 'near', latitude: 52.79, longitude: 1.08, km: 25, of: 'Marlowick' } as const
    const { shown, steps } = sift(people, [rule], now)
    expect([shown.map((one) => one.id), steps[0]!.removed, steps[0]!.unknown]).toEqual([
      ['near'],
      ['far', 'nowhere', 'none'],
      ['nowhere', 'none'],
    ])
  })
  test('a place that is not chosen yet leaves nothing out', () =>
    expect(
      sift([item('none')], [{ type: 'near', latitude: 0, longitude: 0, km: 1, of: '' }], now).shown,
    ).toHaveLength(1))
  test('an event that begins changes the answer', () =>
    expect(new Date(sift(many, [{ type: 'next', days: 3 }], now).validUntil).toISOString()).toBe(
      '2026-03-12T00:00:00.001Z'.replace('T00', 'T19'),
    ))
  test.each<[Rule, string]>([
    [
      { type: 'any', of: [{ type: 'picture' }, { type: 'not', of: { type: 'answer' } }] },
      'Only with a picture, or not: answers to others',
    ],
    [{ type: 'stars', least: 4, most: 5 }, 'With at least 4 stars'],
    [{ type: 'dates', from: '2026-01-01', to: '' }, 'From 2026-01-01 on'],
    [{ type: 'order', by: ['soonest', 'name'] }, 'What comes next first, then by name'],
  ])('in words: %p', (rule, words) => expect(ruleInWords(rule)).toBe(words))
})

describe('rules as they are stored', () => {
  test.each<[string, unknown, boolean]>([
    ['a group', { v: 1, all: [{ type: 'any', of: [{ type: 'picture' }] }] }, true],
    ['another version', { v: 2, all: [] }, false],
    ['an unknown rule', { v: 1, all: [{ type: 'magic' }] }, false],
    ['more than was asked', { v: 1, all: [{ type: 'picture', also: 1 }] }, false],
    ['stars off the scale', { v: 1, all: [{ type: 'stars', least: 0, most: 9 }] }, false],
    [
      'groups without end',
      {
        v: 1,
        all: [Array.from({ length: 6 }).reduce<unknown>((of) => ({ type: 'not', of }), { type: 'picture' })],
      },
      false,
    ],
  ])('%s', (_name, value, fits) => expect(ruleTree.safeParse(value).success).toBe(fits))
})
