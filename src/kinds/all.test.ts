/** What every kind holds to, whatever it shows: run over the list, so that a new kind is tested by its line. */
import { describe, expect, test } from '@jest/globals'
import { plainBrand } from '../core/design/brand'
import { averageStars } from '../core/items/average'
import type { Item } from '../core/items/item'
import { faultsIn } from '../core/items/schemaOrg'
import { noDecisions } from '../core/rules/fields'
import type { Settings } from '../core/settings/field'
import { defaultsOf } from '../core/settings/settings'
import { rulesOf } from '../embed/rules'
import { getKind, kinds } from './all'
import { exampleItemsOf, typesOf, type Kind } from './contract'
import { defineKind } from './define'
import { prepare, render } from './render'

const context = {
  now: Date.parse('2026-04-01T00:00:00Z'),
  locale: 'en',
  offsetAt: () => 0,
  assets: 'https://d.example',
  ref: 'k3v9q2',
}

const awkwardFor = (kind: Kind): Item[] => {
  const awkward = (at: number, facts: Partial<Item>): Item => ({
    type: typesOf(kind)[0]!,
    id: `x/${at}`,
    source: 'x',
    sourceName: 'X',
    url: `https://x.example/${at}`,
    name: `Entry ${at}`,
    text: 'Words.',
    image: [],
    keywords: [],
    datePublished: `2026-03-0${at}T08:00:00.000Z`,
    ...facts,
  })
  return [
    awkward(1, { name: 'Long '.repeat(60), text: 'Long. '.repeat(400), image: [{ ref: 'a'.repeat(24) }] }),
    awkward(2, { name: 'יום פתוח בסדנה', inLanguage: 'he', datePublished: undefined, url: undefined }),
    awkward(3, { name: 'x'.repeat(300), text: 'y'.repeat(900) }),
    awkward(4, {
      name: '<img src=x onerror=alert(1)>',
      text: '"><script>alert(1)</script>',
      author: { name: '<b>Ada</b>' },
      jobTitle: '<b>Ada</b>',
      sameAs: ['javascript:alert(1)', 'https://people.example/'],
    }),
    awkward(5, { name: '', text: '' }),
  ]
}

describe.each(kinds.map((kind) => [kind.id, kind] as const))('kind %s', (id, kind) => {
  const all: [string, Settings][] = [
    ['its example', kind.example.settings],
    ...kind.startingPoints.map((point): [string, Settings] => [point.label, point.settings]),
  ]
  const awkwardItems = awkwardFor(kind)
  describe.each(all)('%s', (_name, settings) => {
    const input = {
      kind: id,
      settings: { ...defaultsOf(kind.fields), ...settings },
      brand: plainBrand,
      decisions: noDecisions,
    }
    const withReviews = (items: readonly Item[]) => ({ ...context, reviews: averageStars(items) })
    test('search engines find what they ask of each thing', () => {
      const items = exampleItemsOf(kind)
      expect(faultsIn(render(input, items, withReviews(items)).jsonLd)).toEqual([])
    })
    test.each([
      ['its own items', exampleItemsOf(kind)],
      ['awkward items', awkwardItems],
      ['one item', awkwardItems.slice(0, 1)],
      ['nothing', []],
    ])('renders %s from frozen input, twice alike, and survives JSON', (_what, items) => {
      const frozen = Object.freeze(items.map((item) => Object.freeze({ ...item })))
      const first = render(input, frozen, withReviews(items))
      expect(render(input, frozen, withReviews(items))).toEqual(first)
      expect(JSON.parse(JSON.stringify(first))).toEqual(first)
      const html = first.pieces.join('')
      expect(html).not.toMatch(/\sstyle=|<script|\son\w+=["']|javascript:/i)
      expect(html).not.toMatch(/<b>Ada|yimble-cards|undefined|NaN|\[object/)
      expect(first.css).not.toMatch(/undefined|NaN/)
      expect(rulesOf(first.css).join('').replace(/\s/g, '')).toBe(first.css.replace(/\s/g, ''))
    })
    test('its cards come one by one, each with its key', () => {
      const all = { ...input, settings: { ...input.settings, 'rules.limit': 200, 'rules.picture': false } }
      const { pieces } = render(all, awkwardItems, context)
      if (pieces.length === 1)
        return expect(kind.cards?.(prepare(all, awkwardItems, context).model) ?? []).toEqual([])
      expect(pieces).toHaveLength(awkwardItems.length + 2)
      for (const piece of pieces.slice(1, -1)) expect(piece).toMatch(/^<li [^>]*data-key="/)
      expect(pieces[0]).toContain('data-cards')
    })
    test('every part that the markup carries is listed', () => {
      const listed = new Set(kind.parts.map((part) => part.name))
      const { pieces } = render(input, [...exampleItemsOf(kind), ...awkwardItems], context)
      for (const [, part] of pieces.join('').matchAll(/\spart="([^"]+)"/g)) expect(listed).toContain(part)
    })
    test('takes no less height for more entries, and some for none', () => {
      const repeated = (count: number) =>
        Array.from({ length: count }, (_one, at) => ({ ...awkwardItems[0]!, id: `y/${at}`, name: `N ${at}` }))
      for (const width of [240, 390, 768, 1280]) {
        const heights = [6, 12, 60].map((count) => prepare(input, repeated(count), context).heightAt(width))
        expect([...heights].sort((a, b) => a - b)).toEqual(heights)
        expect(prepare(input, [], withReviews(exampleItemsOf(kind))).heightAt(width)).toBeGreaterThan(0)
      }
    })
  })

  test('a client would find it by words of their own', () => {
    expect(kind.alsoCalled.length).toBeGreaterThan(2)
    expect(kind.description).toMatch(/^[A-Z].*\.$/)
    expect(kind.startingPoints.length).toBeGreaterThan(1)
  })
})

test('an unknown kind is named, with those that there are', () =>
  expect(() => getKind('constructor')).toThrow(/Unknown kind "constructor"; known: .*feed/))

describe('the door for kinds', () => {
  const feed = getKind('feed')
  const point = { id: 'a', label: 'A', hint: '', settings: {} }
  test.each([
    ['a part that is not listed', { parts: [] }, 'names the part'],
    ['no starting point', { startingPoints: [] }, 'has no starting point'],
    ['an unknown field', { startingPoints: [{ ...point, settings: { nope: 1 } }] }, 'sets "nope"'],
    [
      'a starting point that says an unknown word',
      { startingPoints: [{ ...point, settings: { 'heading.text': { word: 'nope' } } }] },
      'says "nope"',
    ],
    ['a field that says an unknown word', { words: {} }, 'which is no word'],
    ['a missing migration', { version: 3 }, 'needs 2 migrations'],
    [
      'a role that nothing chooses',
      { fields: {}, startingPoints: [point] },
      'the role "sources" has no field',
    ],
  ])('refuses %s', (_name, change, message) =>
    expect(() =>
      defineKind({ ...(feed as never as Parameters<typeof defineKind>[0]), ...(change as object) }),
    ).toThrow(message),
  )
})
