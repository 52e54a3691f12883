/** What every kind promises, read from the list: a new kind is covered the day it is added. */
import { describe, expect, test } from '@jest/globals'
import { plainBrand } from '../design/brand'
import type { Item } from '../items/item'
import { render } from '../render/render'
import type { Settings } from '../settings/field'
import { noDecisions } from '../rules/fields'
import { defaultsOf, resolveSettings } from '../settings/settings'
import { getKind, kinds } from './all'
import { defineKind } from './kind'

const context = {
  now: Date.parse('2026-03-10T12:00:00Z'),
  locale: 'en',
  offsetAt: () => 60,
  assets: 'https://delivery.example',
}

/** As awkward as real ones. */
const awkward = (at: number, facts: Partial<Item>): Item => ({
  type: 'Article',
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
const awkwardItems: Item[] = [
  awkward(1, { name: 'Long '.repeat(60), text: 'Long. '.repeat(400), image: [{ ref: 'a'.repeat(24) }] }),
  awkward(2, { name: 'יום פתוח בסדנה', inLanguage: 'he', datePublished: undefined, url: undefined }),
  awkward(3, { name: 'x'.repeat(300) }),
  awkward(4, {
    name: '<img src=x onerror=alert(1)>',
    text: '"><script>alert(1)</script>',
    author: { name: '<b>Ada</b>' },
  }),
  awkward(5, { name: '', text: '' }),
]

describe.each(kinds.map((kind) => [kind.id, kind] as const))('kind %s', (id, kind) => {
  const all: [string, Settings][] = [
    ['its example', kind.example.settings],
    ...kind.startingPoints.map((point): [string, Settings] => [point.label, point.settings]),
  ]
  describe.each(all)('%s', (_name, settings) => {
    const input = {
      kind: id,
      settings: { ...defaultsOf(kind.fields), ...settings },
      brand: plainBrand,
      decisions: noDecisions,
    }
    test.each([
      ['its own items', kind.example.items],
      ['awkward items', awkwardItems],
      ['one item', awkwardItems.slice(0, 1)],
      ['nothing', []],
    ])('renders %s from frozen input, twice alike, and survives JSON', (_what, items) => {
      const frozen = Object.freeze(items.map((item) => Object.freeze({ ...item })))
      const first = render(input, frozen, context)
      expect(render(input, frozen, context)).toEqual(first)
      expect(JSON.parse(JSON.stringify(first))).toEqual(first)
      expect(first.html).not.toMatch(/\sstyle=|<script|\son\w+=["']/i)
      expect(first.html.match(/<b>Ada/)).toBeNull()
      expect(first.css).not.toContain('undefined')
      expect(first.css).not.toContain('NaN')
    })
    test('a list that is put in by pieces stands last, and its entries are keyed', () => {
      const { html } = render(input, awkwardItems, context)
      if (!html.includes('data-chunks')) return
      expect(html).toMatch(/<\/(ul|ol|div)>(<\/\w+>)*$/)
      expect(html.match(/\sdata-key=/g)).toHaveLength(awkwardItems.length)
    })
    test('every part that the markup carries is listed', () => {
      const listed = new Set(kind.parts.map((part) => part.name))
      for (const [, part] of render(input, awkwardItems, context).html.matchAll(/\spart="([^"]+)"/g))
        expect(listed).toContain(part)
    })
    test('reserves more for more, and never less than nothing', () => {
      const values = resolveSettings(input.settings, plainBrand)
      for (const width of [240, 390, 768, 1280]) {
        const heights = [0, 1, 2, 12, 100].map((count) => kind.reserve(count, values, width))
        expect([...heights].sort((a, b) => a - b)).toEqual(heights)
        expect(heights[0]).toBeGreaterThan(0)
      }
    })
  })
})

test('an unknown kind is named, with those that there are', () =>
  expect(() => getKind('constructor')).toThrow(/Unknown kind "constructor"; known: .*feed/))

describe('the door for kinds', () => {
  const feed = getKind('feed')
  test.each([
    ['a part that is not listed', { parts: [] }, 'names the part'],
    ['no starting point', { startingPoints: [] }, 'has no starting point'],
    [
      'a starting point with an unknown field',
      { startingPoints: [{ id: 'a', label: 'A', hint: '', settings: { nope: 1 } }] },
      'sets "nope"',
    ],
    ['a missing migration', { version: 2 }, 'needs 1 migrations'],
    [
      'no sources',
      { fields: {}, startingPoints: [{ id: 'a', label: 'A', hint: '', settings: {} }] },
      'no "sources" field',
    ],
  ])('refuses %s', (_name, change, message) =>
    expect(() =>
      defineKind({ ...(feed as never as Parameters<typeof defineKind>[0]), ...(change as object) }),
    ).toThrow(message),
  )
})
