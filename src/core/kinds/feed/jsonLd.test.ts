import { expect, test } from '@jest/globals'
import { plainBrand } from '../../design/brand'
import type { Item } from '../../items/item'
import { defaultsOf, resolveSettings } from '../../settings/settings'
import { feedFields, type FeedValues } from './fields'
import { feedJsonLd } from './jsonLd'
import { feedModel } from './model'

const values = {
  ...(resolveSettings(defaultsOf(feedFields), plainBrand) as unknown as FeedValues),
  'facts.author': true,
}
const described = (facts: Partial<Item>) => {
  const item: Item = {
    type: 'Article',
    id: 'i',
    source: 's',
    sourceName: 'S',
    name: 'Name',
    text: '',
    image: [],
    keywords: [],
    ...facts,
  }
  const whole = feedJsonLd(
    feedModel([item], values, { now: 0, locale: 'en', offsetAt: () => 0, assets: '' }),
  ) as { itemListElement: { item: object }[] }
  return whole.itemListElement[0]!.item
}
test.each<[string, Partial<Item>, object]>([
  [
    'an article',
    { url: 'https://a.example/', datePublished: '2026-03-02T08:00:00Z', author: { name: 'Ada' } },
    {
      '@type': 'Article',
      headline: 'Name',
      url: 'https://a.example/',
      datePublished: '2026-03-02T08:00:00Z',
      author: { '@type': 'Person', name: 'Ada' },
    },
  ],
  [
    'an event begins',
    { type: 'Event', startDate: '2026-05-09T19:00:00Z' },
    { '@type': 'Event', name: 'Name', startDate: '2026-05-09T19:00:00.000Z' },
  ],
  [
    'a review has somebody who wrote it',
    { type: 'Review', author: { name: 'Ada' } },
    { '@type': 'Review', name: 'Name', author: { '@type': 'Person', name: 'Ada' } },
  ],
  [
    'a product was not written',
    { type: 'Product', author: { name: 'Ada' }, datePublished: '2026-03-02T08:00:00Z' },
    { '@type': 'Product', name: 'Name' },
  ],
])('%s', (_name, facts, told) => expect(described(facts)).toEqual(told))
test('nothing is described where nothing shows', () =>
  expect(
    feedJsonLd(feedModel([], values, { now: 0, locale: 'en', offsetAt: () => 0, assets: '' })),
  ).toBeUndefined())
