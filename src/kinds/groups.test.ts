import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Item } from '../core/items/item'
import type { AnyValues } from './block'
import { byList, byMonth, byPlace, grouped, groupedHeight } from './groups'

const counting = Object.fromEntries(
  ['en', 'cy', 'de', 'es', 'fr', 'it', 'nl', 'pl', 'pt', 'ar'].map((one) => [one, { other: '{n}' }]),
) as unknown as Parameters<typeof grouped>[1]['counting']
const groups = { ways: [byPlace, byList], counting }
const here = { locale: 'en', now: 0, offsetAt: () => 0 }
const person = (id: string, town?: string, lists?: string[]) =>
  ({ id, name: id, location: town ? { addressLocality: town } : undefined, lists }) as unknown as Item
const by = (way: string) =>
  ({ 'groups.by': way, 'look.textSize': 16, 'look.spacing': 10 }) as unknown as AnyValues
const told = (items: readonly Item[], way: string) => {
  const { items: ordered, heads } = grouped(items, groups, by(way), { ...here, level: 3 })
  return ordered.map(({ id }, at) => {
    const head = heads.get(at)
    return head ? `${head.name} ${head.told}: ${id}` : id
  })
}

describe('entries in groups', () => {
  test.each<[string, Item[], string, string[]]>([
    ['none is left out, none is grouped', [person('a', 'X'), person('b')], 'none', ['a', 'b']],
    [
      'groups stand in the order of their first, who has none comes last',
      [person('a', 'Y'), person('b'), person('c', 'X'), person('d', 'Y')],
      'place',
      ['Y 2: a', 'd', 'X 1: c', 'Others 1: b'],
    ],
    [
      'the group within a list gives its name',
      [person('a', undefined, ['Team / Nurses']), person('b', undefined, ['Vets'])],
      'list',
      ['Nurses 1: a', 'Vets 1: b'],
    ],
    ['nobody makes no group', [], 'place', []],
  ])('%s', (_name, items, way, expected) => expect(told(items, way)).toEqual(expected))

  test('everybody shows once, under the heading of their own group', () => {
    const items = fc.array(fc.option(fc.constantFrom('X', 'Y', 'Z')), { maxLength: 30 })
    fc.assert(
      fc.property(items, (towns) => {
        const all = towns.map((town, at) => person(String(at), town ?? undefined))
        const { items: ordered, heads } = grouped(all, groups, by('place'), { ...here, level: 3 })
        expect(new Set(ordered)).toEqual(new Set(all))
        expect(ordered).toHaveLength(all.length)
        let current = ''
        ordered.forEach((item, at) => {
          current = heads.get(at)?.name ?? current
          expect(byPlace.of(item, here) ?? 'Others').toBe(current)
        })
        expect(new Set([...heads.values()].map((one) => one.name)).size).toBe(heads.size)
      }),
    )
  })
})

describe('their height', () => {
  const lineOf = (_from: number, count: number) => count * 40 + (count - 1) * 10
  test('without headings it is that of the entries', () =>
    expect(groupedHeight(new Map(), 5, by('none'), lineOf)).toBe(lineOf(0, 5)))
  test('each heading adds itself, the gap below it, and the space above all but the first', () => {
    const head = { name: 'A', told: '1', level: 3 }
    const heads = new Map([
      [0, head],
      [2, head],
    ])
    const headPx = 2 + 2.7 * 16
    expect(groupedHeight(heads, 3, by('place'), lineOf)).toBeCloseTo(
      lineOf(0, 2) + lineOf(2, 1) + 2 * headPx + 3 * 10 + 1.5 * 16,
    )
    // Only what shows counts: the second group is held back.
    expect(groupedHeight(heads, 2, by('place'), lineOf)).toBeCloseTo(lineOf(0, 2) + headPx + 10)
  })
})

test.each([
  ['en', 'December 2026'],
  ['pl', 'Grudzień 2026'],
  ['es', 'Diciembre 2026'],
  ['ar', 'ديسمبر ٢٠٢٦'],
])('the month of a start, by the clock of the place, %s', (locale, words) => {
  const item = { startDate: '2026-11-30T23:30:00Z' } as unknown as Item
  expect(byMonth.of(item, { locale, now: 0, offsetAt: () => 60 })).toBe(words)
  expect(byMonth.of({} as Item, { locale, now: 0, offsetAt: () => 60 })).toBeUndefined()
})
