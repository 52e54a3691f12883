import { describe, expect, test } from '@jest/globals'
import { corrections as shape } from '@/core/api/shapes'
import { itemTypes } from '@/core/items/facts'
import type { Item } from '@/core/items/item'
import { correctables, correctablesOf, correctionsIn } from './correctable'

const item = (facts: Partial<Item>): Item => ({
  type: 'Article',
  id: 's/1',
  source: 's',
  sourceName: 'S',
  name: 'One',
  text: 'Words',
  image: [],
  keywords: [],
  ...facts,
})
const event = item({
  type: 'Event',
  startDate: '2026-05-09T19:00:00',
  location: { name: 'The Hall', addressLocality: 'Tidewell' },
})

describe('corrections by hand', () => {
  test.each<[string, Item, Record<string, string>, object, string[]]>([
    ['what is as it was is none', item({}), { name: 'One', text: ' Words ', url: '' }, {}, []],
    ['another title', item({}), { name: 'Two' }, { name: 'Two' }, []],
    ['an empty field takes the source’s own again', item({}), { text: ' ' }, { text: null }, []],
    ['a time', event, { startDate: '2026-05-10 20:30' }, { startDate: '2026-05-10T20:30:00' }, []],
    ['a day alone', event, { startDate: '2026-05-10' }, { startDate: '2026-05-10' }, []],
    ['no time at all', event, { startDate: 'soon' }, {}, ['startDate']],
    [
      'a place keeps its town',
      event,
      { location: 'The Barn' },
      { location: { name: 'The Barn', addressLocality: 'Tidewell' } },
      [],
    ],
    [
      'a price keeps its currency',
      item({ type: 'Product', offers: { price: 6.5, priceCurrency: 'GBP' } }),
      { offers: '7,50' },
      { offers: { price: 7.5, priceCurrency: 'GBP' } },
      [],
    ],
    ['no price', item({ type: 'Product' }), { offers: 'cheap' }, {}, ['offers']],
    [
      'lists and groups',
      item({ type: 'Product' }),
      { lists: 'Tableware / Plates; Blue' },
      { lists: ['Tableware / Plates', 'Blue'] },
      [],
    ],
    [
      'one list whose name has a comma stays one',
      item({ type: 'Product', lists: ['Cups, large'] }),
      { lists: 'Cups, very large;' },
      { lists: ['Cups, very large'] },
      [],
    ],
    ['an address that leads nowhere', item({}), { url: 'over there' }, {}, ['url']],
    [
      'profiles of a person',
      item({ type: 'Person' }),
      { sameAs: 'https://a.example/x  https://b.example/y' },
      { sameAs: ['https://a.example/x', 'https://b.example/y'] },
      [],
    ],
    ['what a type does not have is passed over', item({}), { offers: '3' }, {}, []],
  ])('%s', (_name, one, written, expected, wrong) => {
    const { corrections, faults } = correctionsIn(one, written)
    expect([corrections, Object.keys(faults)]).toEqual([expected, wrong])
    expect(shape.safeParse(corrections).success).toBe(true)
  })
  test('of a review neither its words nor its title are offered', () =>
    expect(correctablesOf(item({ type: 'Review' })).map((one) => one.fact)).not.toEqual(
      expect.arrayContaining(['text']),
    ))
  test('the dates of what repeats are its calendar’s', () =>
    expect(correctablesOf({ ...event, dates: ['2026-05-09'] }).map((one) => one.fact)).not.toContain(
      'startDate',
    ))
  test('every type can be corrected, and nothing is asked for twice', () => {
    for (const type of itemTypes) {
      const keys = correctablesOf(item({ type })).map((one) => one.fact)
      const first = type === 'Review' ? ['url'] : ['name', 'text', 'url']
      expect([keys.slice(0, first.length), new Set(keys).size]).toEqual([first, keys.length])
    }
    expect(correctables.filter(({ fact }) => !(fact in shape.shape))).toEqual([])
  })
})
