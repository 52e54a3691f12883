import { expect, test } from '@jest/globals'
import type { Item } from '../../items/item'
import { plainBrand } from '../../design/brand'
import { defaultsOf, resolveSettings } from '../../settings/settings'
import { feedFields, type FeedValues } from './fields'
import { feedModel } from './model'

const values = resolveSettings(defaultsOf(feedFields), plainBrand) as unknown as FeedValues
const now = Date.parse('2026-05-01T12:00:00Z')
const entry = (facts: Partial<Item>, locale = 'en', minutes = 60) => feedModel([{ type: 'Article', id: 'i', source: 's', sourceName: 'S', name: '', text: '', image: [], keywords: [], ...facts }], values, { now, locale, offsetAt: () => minutes, assets: '' }).entries[0]!

test.each<[string, Partial<Item>, [string, string | undefined]]>([
  ['a name and a text', { name: 'A', text: 'B' }, ['A', 'B']],
  ['a post without a title begins with its first sentence', { text: 'Two stools are free. Bring an apron.' }, ['Two stools are free.', 'Bring an apron.']],
  ['one sentence is said once', { text: 'Open.' }, ['Open.', undefined]],
  ['a long one is cut, and stays whole below', { text: `${'word '.repeat(40)}end` }, [expect.stringMatching(/^word .{60,90}…$/) as unknown as string, `${'word '.repeat(40)}end`]],
  ['nothing at all', {}, ['Untitled', undefined]],
  ['a name that ends in dots', { text: '' , name: 'Well …' }, ['Well …', undefined]],
])('%s', (_name, facts, [title, summary]) => expect(entry(facts)).toMatchObject({ title, summary }))

test.each<[string, Partial<Item>, string | undefined]>([
  ['when it was published', { datePublished: '2026-04-01T10:00:00Z' }, '2026-04-01T10:00:00Z'],
  ['an event’s own time, on the clock of its place', { type: 'Event', startDate: '2026-05-09T19:00:00', datePublished: '2026-04-01T10:00:00Z' }, '2026-05-09T18:00:00.000Z'],
  ['the next of several', { type: 'Event', startDate: '2026-04-01T19:00:00Z', dates: ['2026-04-01T19:00:00Z', '2026-05-06T19:00:00Z', '2026-05-13T19:00:00Z'] }, '2026-05-06T19:00:00.000Z'],
  ['the last, when all are over', { type: 'Event', startDate: '2026-04-01T19:00:00Z', dates: ['2026-04-01T19:00:00Z', '2026-04-08T19:00:00Z'] }, '2026-04-08T19:00:00.000Z'],
  ['a whole day is that day', { type: 'Event', startDate: '2026-05-09' }, '2026-05-08T23:00:00.000Z'],
  ['none', {}, undefined],
])('its date: %s', (_name, facts, iso) => expect(entry(facts).date?.iso).toBe(iso))
test('a whole day is told as that day', () => expect(entry({ type: 'Event', startDate: '2026-05-09' }).date?.words).toContain('9 May'))
test.each([['en-GB', 'Walk (cancelled)'], ['de', 'Walk (abgesagt)'], ['xx', 'Walk (cancelled)']])('what is called off says so in %s', (locale, title) => expect(entry({ type: 'Event', name: 'Walk', eventStatus: 'EventCancelled' }, locale).title).toBe(title))

test('linked products are told with their price, in the words of the place', () => {
  const mentions = [{ id: 'p', name: 'Fern', url: 'https://a.example/fern', image: { ref: 'r' }, offers: { price: 6.5, priceCurrency: 'EUR' } }, { id: 'q', name: 'Pot' }]
  expect(entry({ mentions }, 'de').products).toMatchObject([{ name: 'Fern', price: '6,50\u00a0€', picture: { src: '/p/r/160.webp', alt: '' } }, { name: 'Pot', price: undefined, picture: undefined, url: undefined }])
})
