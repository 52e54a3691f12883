import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Item } from '../items/item'
import { sift, type Rule } from './rules'

const now = Date.parse('2026-03-10T00:00:00Z')
const item = (id: string, facts: Partial<Item> = {}): Item => ({ type: 'Article', id, source: 's', sourceName: 'S', name: id, text: '', image: [], keywords: [], ...facts })
const items = [
  item('glaze', { datePublished: '2026-03-01T00:00:00Z', text: 'A new glaze, sold out' }),
  item('kiln', { datePublished: '2026-03-09T00:00:00Z', image: [{ ref: 'r' }] }),
  item('undated', { keywords: ['Glaze'] }),
  item('old', { datePublished: '2020-01-01T00:00:00Z', name: 'Ärger im Öfchen' }),
]
const idsAfter = (...rules: Rule[]) => sift(items, rules, now).shown.map((one) => one.id)

describe('sift', () => {
  test.each<[string, Rule, string[]]>([
    ['only with a word, in title, text or keywords', { type: 'words', mode: 'only', words: ['glaze'] }, ['glaze', 'undated']],
    ['whole words only', { type: 'words', mode: 'only', words: ['gla'] }, []],
    ['a phrase', { type: 'words', mode: 'without', words: ['sold  out'] }, ['kiln', 'undated', 'old']],
    ['letter case and umlauts', { type: 'words', mode: 'only', words: ['ärger'] }, ['old']],
    ['what looks like a pattern is a word', { type: 'words', mode: 'only', words: ['.*'] }, []],
    ['no word says nothing', { type: 'words', mode: 'only', words: [] }, ['glaze', 'kiln', 'undated', 'old']],
    ['age leaves out what has no date', { type: 'age', days: 10 }, ['glaze', 'kiln']],
    ['with a picture', { type: 'picture' }, ['kiln']],
    ['newest first, undated last', { type: 'order', by: 'newest' }, ['kiln', 'glaze', 'old', 'undated']],
    ['oldest first, undated last', { type: 'order', by: 'oldest' }, ['old', 'glaze', 'kiln', 'undated']],
    ['hidden by hand', { type: 'hidden', ids: ['kiln'] }, ['glaze', 'undated', 'old']],
    ['at most', { type: 'limit', count: 2 }, ['glaze', 'kiln']],
  ])('%s', (_name, rule, ids) => expect(idsAfter(rule)).toEqual(ids))

  test('tells after each rule how many are left, and which it took', () => {
    const { total, passed, steps } = sift(items, [{ type: 'picture' }, { type: 'limit', count: 0 }], now)
    expect({ total, passed }).toEqual({ total: 4, passed: 1 })
    expect(steps.map(({ left, removed }) => ({ left, removed }))).toEqual([{ left: 1, removed: ['glaze', 'undated', 'old'] }, { left: 0, removed: ['kiln'] }])
  })

  test('tells when time alone will change the answer', () => {
    expect(new Date(sift(items, [{ type: 'age', days: 10 }], now).validUntil).toISOString()).toBe('2026-03-11T00:00:00.001Z')
    expect(sift(items, [{ type: 'picture' }], now).validUntil).toBe(Infinity)
  })

  const anyRule = fc.oneof<fc.Arbitrary<Rule>[]>(
    fc.record({ type: fc.constant('words' as const), mode: fc.constantFrom('only' as const, 'without' as const), words: fc.array(fc.string()) }),
    fc.record({ type: fc.constant('age' as const), days: fc.nat(4000) }),
    fc.constant({ type: 'picture' as const }),
    fc.record({ type: fc.constant('order' as const), by: fc.constantFrom('newest' as const, 'oldest' as const, 'source' as const) }),
    fc.record({ type: fc.constant('limit' as const), count: fc.nat(6) }),
  )
  test('no rule lets more through than came to it, and the same answer comes twice', () => {
    fc.assert(fc.property(fc.array(anyRule, { maxLength: 6 }), (rules) => {
      const first = sift(items, rules, now)
      let before = items.length
      for (const step of first.steps) {
        expect(step.left).toBeLessThanOrEqual(before)
        expect(before - step.left).toBe(step.removed.length)
        before = step.left
      }
      expect(sift(items, rules, now)).toEqual(first)
    }))
  })
})
