import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { findDoubles } from './doubles'
import type { Item } from './item'

const item = (id: string, source: string, facts: Partial<Item> = {}): Item => ({
  type: 'Article',
  id,
  source,
  sourceName: source,
  name: id,
  text: '',
  image: [],
  keywords: [],
  ...facts,
})
const concert = (id: string, source: string, facts: Partial<Item> = {}) =>
  item(id, source, {
    type: 'Event',
    name: 'Spring concert',
    startDate: '2026-05-09T19:00:00',
    location: { name: 'The Old Quay Music Hall' },
    ...facts,
  })
const found = (...items: Item[]) => findDoubles(items).map((one) => `${one.id}=${one.kept}`)

describe('doubles', () => {
  test.each<[string, Item[], string[]]>([
    [
      'the same address, tracked and with another scheme',
      [
        item('a', 's', { url: 'https://x.example/1?utm_source=q' }),
        item('b', 't', { url: 'http://www.x.example/1/' }),
      ],
      ['b=a'],
    ],
    [
      'the same event, written in another way',
      [
        concert('a', 's'),
        concert('b', 't', {
          name: 'SPRING Concert!',
          startDate: '2026-05-09',
          location: { name: 'the old quay music hall' },
        }),
      ],
      ['b=a'],
    ],
    ['another day is another event', [concert('a', 's'), concert('b', 't', { startDate: '2026-05-10' })], []],
    ['another place, too', [concert('a', 's'), concert('b', 't', { location: { name: 'Elsewhere' } })], []],
    [
      'one post in two networks',
      [
        item('a', 's', {
          type: 'SocialMediaPosting',
          name: '',
          text: 'Two stools are free on Saturday, bring an apron',
          datePublished: '2026-03-02T08:00:00Z',
        }),
        item('b', 't', {
          type: 'SocialMediaPosting',
          name: '',
          text: 'Two stools are free on Saturday: bring an apron!',
          datePublished: '2026-03-02T09:00:00Z',
          image: [{ ref: 'r' }],
        }),
      ],
      ['a=b'],
    ],
    [
      'short words are alike by chance',
      [
        item('a', 's', { type: 'SocialMediaPosting', name: 'Open!', datePublished: '2026-03-02T08:00:00Z' }),
        item('b', 't', { type: 'SocialMediaPosting', name: 'Open!', datePublished: '2026-03-02T08:00:00Z' }),
      ],
      [],
    ],
    [
      'within one source nothing is a double',
      [item('a', 's', { url: 'https://x.example/1' }), item('b', 's', { url: 'https://x.example/1' })],
      [],
    ],
    [
      'three that hang together by two marks',
      [
        concert('a', 's', { url: 'https://x.example/1' }),
        item('b', 't', { url: 'https://x.example/1' }),
        concert('c', 'u'),
      ],
      ['b=a', 'c=a'],
    ],
  ])('%s', (_name, items, expected) => expect(found(...items)).toEqual(expected))
  test('the fuller one stays', () =>
    expect(found(concert('a', 's'), concert('b', 't', { text: 'With a choir' }))).toEqual(['a=b']))
  test('why is told, and a designer may disagree', () => {
    const items = [concert('a', 's'), concert('b', 't')]
    expect([findDoubles(items)[0]!.because, findDoubles(items, ['b'])]).toEqual([
      'the same name, day and place',
      [],
    ])
  })
  test('the order of sources changes nothing, and what is left has none', () => {
    const any = fc.array(
      fc.record({
        id: fc.uuid(),
        source: fc.constantFrom('s', 't', 'u'),
        url: fc.option(fc.constantFrom('https://x.example/1', 'https://x.example/2'), { nil: undefined }),
        day: fc.constantFrom('2026-05-09', '2026-05-10'),
        text: fc.constantFrom('', 'long'),
      }),
      { maxLength: 9 },
    )
    fc.assert(
      fc.property(any, fc.nat(), (rows, turn) => {
        const items = rows.map(({ id, source, url, day, text }) =>
          concert(id, source, { url, startDate: day, text }),
        )
        const turned = [
          ...items.slice(turn % (items.length + 1)),
          ...items.slice(0, turn % (items.length + 1)),
        ].reverse()
        const kept = (list: Item[]) => {
          const gone = new Set(findDoubles(list).map((one) => one.id))
          return list.filter((one) => !gone.has(one.id))
        }
        expect(new Set(kept(turned).map((one) => one.id))).toEqual(new Set(kept(items).map((one) => one.id)))
        expect(kept(kept(items))).toEqual(kept(items))
      }),
    )
  })
})
