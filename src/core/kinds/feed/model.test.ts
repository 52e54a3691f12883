import { expect, test } from '@jest/globals'
import type { Item } from '../../items/item'
import { plainBrand } from '../../design/brand'
import { defaultsOf, resolveSettings } from '../../settings/settings'
import { feedFields, type FeedValues } from './fields'
import { feedModel } from './model'

const values = resolveSettings(defaultsOf(feedFields), plainBrand) as unknown as FeedValues
const now = Date.parse('2026-05-01T12:00:00Z')
const entry = (facts: Partial<Item>, locale = 'en', minutes = 60) =>
  feedModel(
    [
      {
        type: 'Article',
        id: 'i',
        source: 's',
        sourceName: 'S',
        name: '',
        text: '',
        image: [],
        keywords: [],
        ...facts,
      },
    ],
    values,
    { now, locale, offsetAt: () => minutes, assets: '' },
  ).entries[0]!

test.each<[string, Partial<Item>, [string, string | undefined]]>([
  ['a name and a text', { name: 'A', text: 'B' }, ['A', 'B']],
  [
    'a post without a title begins with its first sentence',
    { text: 'Two stools are free. Bring an apron.' },
    ['Two stools are free.', 'Bring an apron.'],
  ],
  ['one sentence is said once', { text: 'Open.' }, ['Open.', undefined]],
  [
    'a long one is cut, and stays whole below',
    { text: `${'word '.repeat(40)}end` },
    [expect.stringMatching(/^word .{60,90}…$/) as unknown as string, `${'word '.repeat(40)}end`],
  ],
  ['nothing at all', {}, ['Untitled', undefined]],
  ['a name that ends in dots', { text: '', name: 'Well …' }, ['Well …', undefined]],
])('%s', (_name, facts, [title, summary]) => expect(entry(facts)).toMatchObject({ title, summary }))

test.each<[string, Partial<Item>, string | undefined]>([
  ['when it was published', { datePublished: '2026-04-01T10:00:00Z' }, '2026-04-01T10:00:00Z'],
  [
    'an event’s own time, on the clock of its place',
    { type: 'Event', startDate: '2026-05-09T19:00:00', datePublished: '2026-04-01T10:00:00Z' },
    '2026-05-09T18:00:00.000Z',
  ],
  [
    'the next of several',
    {
      type: 'Event',
      startDate: '2026-04-01T19:00:00Z',
      dates: ['2026-04-01T19:00:00Z', '2026-05-06T19:00:00Z', '2026-05-13T19:00:00Z'],
    },
    '2026-05-06T19:00:00.000Z',
  ],
  [
    'the last, when all are over',
    {
      type: 'Event',
      startDate: '2026-04-01T19:00:00Z',
      dates: ['2026-04-01T19:00:00Z', '2026-04-08T19:00:00Z'],
    },
    '2026-04-08T19:00:00.000Z',
  ],
  ['a whole day is that day', { type: 'Event', startDate: '2026-05-09' }, '2026-05-08T23:00:00.000Z'],
  ['none', {}, undefined],
])('its date: %s', (_name, facts, iso) => expect(entry(facts).date?.iso).toBe(iso))
test('a whole day is told as that day', () =>
  expect(entry({ type: 'Event', startDate: '2026-05-09' }).date?.words).toContain('9 May'))
test.each([
  ['en-GB', 'Walk (cancelled)'],
  ['de', 'Walk (abgesagt)'],
  ['xx', 'Walk (cancelled)'],
])('what is called off says so in %s', (locale, title) =>
  expect(entry({ type: 'Event', name: 'Walk', eventStatus: 'EventCancelled' }, locale).title).toBe(title),
)

test('linked products are told with their price, in the words of the place', () => {
  const mentions = [
    {
      id: 'p',
      name: 'Fern',
      url: 'https://a.example/fern',
      image: { ref: 'r' },
      offers: { price: 6.5, priceCurrency: 'EUR' },
    },
    { id: 'q', name: 'Pot' },
  ]
  expect(entry({ mentions }, 'de').products).toMatchObject([
    { name: 'Fern', price: '6,50\u00a0€', picture: { src: '/p/r/160.webp', alt: '' } },
    { name: 'Pot', price: undefined, picture: undefined, url: undefined },
  ])
})

const starred = { ...values, 'facts.stars': true, 'facts.price': true, 'average.shown': true }
const modelOf = (facts: Partial<Item>, reviews?: { average: number; count: number }, locale = 'en') =>
  feedModel(
    [
      {
        type: 'Review',
        id: 'i',
        source: 's',
        sourceName: 'S',
        name: '',
        text: '',
        image: [],
        keywords: [],
        ...facts,
      },
    ],
    starred,
    { now, locale, offsetAt: () => 0, assets: '', reviews },
  )
test.each<[string, Partial<Item>, object | undefined]>([
  ['of five', { reviewRating: { ratingValue: 4, bestRating: 5 } }, { half: 8, words: '4 of 5' }],
  [
    'of ten, rounded to halves',
    { reviewRating: { ratingValue: 7.3, bestRating: 10 } },
    { half: 7, words: '3.7 of 5' },
  ],
  ['of a hundred', { reviewRating: { ratingValue: 100, bestRating: 100 } }, { half: 10, words: '5 of 5' }],
  [
    'a publisher’s slip above its own scale',
    { reviewRating: { ratingValue: 9, bestRating: 5 } },
    { half: 10 },
  ],
  ['none', {}, undefined],
])('stars %s', (_name, facts, stars) =>
  stars
    ? expect(modelOf(facts).entries[0]!.stars).toMatchObject(stars)
    : expect(modelOf(facts).entries[0]!.stars).toBeUndefined(),
)
test.each<[string, string, number, object]>([
  ['en', 'en', 640, { value: '4.3', words: '4.3 of 5', of: '640 reviews', half: 9 }],
  ['de', 'de', 1640, { value: '4,3', of: '1.640 Bewertungen' }],
  ['one', 'en', 1, { of: '1 review' }],
])('the average in words: %s', (_name, locale, count, told) =>
  expect(modelOf({}, { average: 4.349, count }, locale).average).toMatchObject(told),
)
test('no average is made up where there are no reviews', () =>
  expect(modelOf({ type: 'Product', offers: { price: 3 } })).toMatchObject({
    average: undefined,
    entries: [{ price: '3' }],
  }))

test.each<[string, boolean, [string, string | undefined, string | undefined]]>([
  ['has its writer for a title, once', true, ['Cy', 'Kind people. Worth the walk.', undefined]],
  [
    'begins with its first words where writers are not shown',
    false,
    ['Kind people.', 'Worth the walk.', undefined],
  ],
])('a review without a title %s', (_name, isShown, told) => {
  const [made] = feedModel(
    [
      {
        type: 'Review',
        id: 'i',
        source: 's',
        sourceName: 'S',
        name: '',
        text: 'Kind people. Worth the walk.',
        author: { name: 'Cy' },
        image: [],
        keywords: [],
      },
    ],
    { ...values, 'facts.author': isShown },
    { now, locale: 'en', offsetAt: () => 0, assets: '' },
  ).entries
  expect([made!.title, made!.summary, made!.author]).toEqual(told)
})
