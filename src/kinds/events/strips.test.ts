/** What stands around dates: months to jump to, what is over, earlier years, distances, and the month on one sheet. */
import { describe, expect, test } from '@jest/globals'
import { plainBrand } from '../../core/design/brand'
import type { Item } from '../../core/items/item'
import { noDecisions } from '../../core/rules/fields'
import type { Settings } from '../../core/settings/field'
import { defaultsOf } from '../../core/settings/settings'
import { entriesOf, prepare, render } from '../render'
import { events } from './kind'

const london = (ms: number) =>
  ms >= Date.parse('2026-03-29T01:00Z') && ms < Date.parse('2026-10-25T01:00Z') ? 60 : 0
const event = (id: string, startDate: string, name: string, more: Partial<Item> = {}): Item => ({
  type: 'Event',
  id,
  source: 's',
  sourceName: 'S',
  url: `https://quay.example/${id}`,
  name,
  text: '',
  image: [],
  keywords: [],
  startDate,
  ...more,
})
const input = (change: Settings) => ({
  kind: 'events',
  settings: { ...defaultsOf(events.fields), 'rules.limit': 24, ...change },
  brand: plainBrand,
  decisions: noDecisions,
})
const at = (now: string, locale = 'en') => ({
  now: Date.parse(now),
  locale,
  offsetAt: london,
  assets: 'https://d.example',
  ref: 'abcdefghij',
})
const shown = (items: readonly Item[], change: Settings, now: string, locale?: string) =>
  render(input(change), items, at(now, locale))
const markup = (...given: Parameters<typeof shown>) => shown(...given).pieces.join('')
const words = (html: string) =>
  html
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

const carols = [
  event('now', '2026-12-05T15:00:00', 'Carols at the tide mill'),
  event('2025', '2025-12-07T15:00:00', 'Carols at the Tide Mill 2025'),
  event('2025b', '2025-04-07T15:00:00', 'Carols at the tide mill'),
  event('2024', '2024-12-01T15:00:00', 'CAROLS at the tide-mill'),
  event('other', '2025-12-05T15:00:00', 'Bells'),
]

describe('earlier years', () => {
  test.each<[string, number, string[]]>([
    ['none', 0, []],
    ['the last one, on its date nearest in the year', 1, ['7 December 2025']],
    ['two', 2, ['7 December 2025', '1 December 2024']],
  ])('%s', (_, years, expected) => {
    const html = markup(carols, { 'facts.earlier': years }, '2026-11-28T12:00:00Z')
    const told = /<p part="earlier">(.*?)<\/p>/.exec(html)?.[1] ?? ''
    expect([...told.matchAll(/<a href="([^"]+)">([^<]+)/g)].map(([, , date]) => date)).toEqual(expected)
  })
})

describe('what is over', () => {
  const told = (back: number) =>
    words(
      markup(
        carols,
        { 'events.back': back, 'facts.earlier': 0, 'groups.by': 'none' },
        '2026-11-28T12:00:00Z',
      ),
    )
  test.each<[number, string]>([
    [0, ''],
    [360, 'Earlier, 2 dates 7 December 2025'],
    [3650, 'Earlier, 4 dates 7 December 2025'],
  ])('kept for %p days', (back, begin) => expect(told(back).startsWith(begin)).toBe(true))
  test('it leaves by time alone', () => {
    const one = [event('a', '2026-12-01', 'A day'), event('b', '2026-11-20T10:00:00', 'Over')]
    const rendered = shown(one, { 'events.back': 10 }, '2026-11-28T12:00:00Z')
    expect(rendered.validUntil).toBe('2026-11-30T10:00:00.001Z')
  })
})

test.each<[string, string]>([
  ['none', 'The mill , Saltmere'],
  ['km', 'The mill , Saltmere, 42 km from Old Quay'],
  ['miles', 'The mill , Saltmere, 26 miles from Old Quay'],
])('distance: %s', (unit, expected) => {
  const location = { name: 'The mill', addressLocality: 'Saltmere', latitude: 52.93, longitude: 1.03 }
  const near = { type: 'near', latitude: 52.61, longitude: 1.36, km: 60, of: 'Old Quay' } as const
  const html = markup(
    [event('a', '2026-12-01', 'A', { location })],
    { 'facts.away': unit, 'rules.tree': { v: 1, all: [near] } },
    '2026-11-28T12:00:00Z',
  )
  expect(words(/<p part="place">(.*?)<\/p>/.exec(html)![1]!)).toBe(expected)
})

test('months to jump to, over a turn of the year, and each card by its own', () => {
  const items = [
    event('a', '2026-12-30', 'A'),
    event('b', '2026-12-31T23:30:00', 'B'),
    event('c', '2027-01-01T00:30:00', 'C'),
  ]
  const html = markup(items, { 'months.shown': true }, '2026-11-28T12:00:00Z')
  expect(words(/<div part="months".*?<\/div>/.exec(html)![0])).toBe('December 2 January 2027 1')
  expect([...html.matchAll(/data-marks="([^"]+)"/g)].map(([, mark]) => mark)).toEqual([
    '2026-12',
    '2026-12',
    '2027-01',
  ])
})

describe('a month on one sheet', () => {
  const sheet = { layout: 'sheet', 'rules.limit': 200, 'events.back': 60 }
  /** Words of each day that has something, of the page that shows. */
  const days = (html: string) => {
    const page = html
      .split('data-page')
      .find((part) => !/^[^>]*hidden/.test(part) && part.includes('sheet-head'))!
    return [...page.matchAll(/<li class="day ([^"]*)"[^>]*>(.*?)<\/li>/g)]
      .filter(([, classes]) => classes!.includes('some'))
      .map(([, , inside]) => words(inside!))
  }
  test('over a change of the clocks each day stands once, and times are those of the place', () => {
    const items = [
      event('before', '2026-10-24T23:30:00', 'Late'),
      event('day', '2026-10-25', 'The long day'),
      event('twice', '2026-10-25T01:30:00Z', 'At half past one'),
      event('after', '2026-10-26T00:30:00', 'Early'),
    ]
    const html = markup(items, sheet, '2026-10-20T12:00:00Z')
    expect(days(html)).toEqual([
      '24 Saturday 23:30 Late',
      '25 Sunday The long day 01:30 At half past one',
      '26 Monday 00:30 Early',
    ])
    const numbers = [...html.matchAll(/<b>(\d+)<span>/g)].map(([, day]) => Number(day))
    expect(numbers).toEqual(Array.from({ length: 31 }, (_, day) => day + 1))
  })
  test('what lasts several days is on each, what lasts into the night on its evening', () => {
    const items = [
      event('fair', '2026-12-04', 'Fair', { endDate: '2026-12-06' }),
      event('dance', '2026-12-09T20:00:00', 'Dance', { endDate: '2026-12-10T02:00:00' }),
    ]
    expect(days(markup(items, sheet, '2026-12-01T12:00:00Z'))).toEqual([
      '4 Friday Fair',
      '5 Saturday Fair',
      '6 Sunday Fair',
      '9 Wednesday 20:00 Dance',
    ])
  })
  test('what is over stays in its month, and arrows name the months beside it', () => {
    const items = [
      event('a', '2026-11-03', 'Over'),
      event('b', '2026-12-20', 'Coming'),
      event('c', '2027-02-01', 'Far'),
    ]
    const html = markup(items, sheet, '2026-12-01T12:00:00Z')
    expect([...html.matchAll(/aria-label="([^"]+)"/g)].map(([, name]) => name)).toEqual([
      ...['December 2026', 'November 2026', 'January 2027', 'December 2026', 'February 2027', 'January 2027'],
    ])
    expect(days(html)).toEqual(['20 Sunday Coming'])
    expect(words(html)).toContain('3 Tuesday Over')
  })
  test('the next midnight makes another day today', () => {
    const items = [event('b', '2026-12-20', 'Coming')]
    expect(shown(items, sheet, '2026-12-01T12:00:00Z').validUntil).toBe('2026-12-02T00:00:00.000Z')
  })
  test('nothing coming is said, and search engines are told of what is on', () => {
    expect(words(markup([], sheet, '2026-12-01T12:00:00Z'))).toBe('Nothing is planned at the moment.')
    const { jsonLd, isEmpty } = shown([event('b', '2026-12-20', 'Coming')], sheet, '2026-12-01T12:00:00Z')
    expect([isEmpty, JSON.stringify(jsonLd)]).toEqual([false, expect.stringContaining('"name":"Coming"')])
  })
})

test('each date leads to a file of its own; what is called off leads to none', () => {
  const items = [
    event('a', '2026-12-01T20:00:00', 'A', { dates: ['2026-12-01T20:00:00', '2026-12-08T20:00:00'] }),
    event('b', '2026-12-02', 'B', { eventStatus: 'EventCancelled' }),
  ]
  const context = at('2026-11-28T12:00:00Z')
  const html = markup(items, { 'facts.calendar': true }, '2026-11-28T12:00:00Z')
  const links = [...html.matchAll(/href="https:\/\/d\.example\/h\/abcdefghij\/([^"]+)"/g)].map(
    ([, key]) => key,
  )
  const { dates } = entriesOf(prepare(input({ 'facts.calendar': true }), items, context), 'en')
  expect(new Set(links).size).toBe(2)
  expect(dates.map(({ key }) => key)).toEqual(expect.arrayContaining(links))
})

describe('a sentence to choose by', () => {
  const around = (name: string, latitude: number, more: Partial<Item> = {}) =>
    event(name, '2026-12-05T15:00:00', name, { location: { name, latitude, longitude: 1.36 }, ...more })
  const county = { source: 'c', sourceName: 'On in the county' }
  const all = [
    around('Quay', 52.61),
    around('Mill', 52.65, county),
    around('Tidewell', 52.8, county),
    event('Nowhere', '2026-12-06T15:00:00', 'Nowhere', county),
  ]
  const near = {
    v: 1,
    all: [{ type: 'near', latitude: 52.61, longitude: 1.36, km: 50, of: 'Old Quay' }],
  } as never
  const of = (items: readonly Item[], change: Settings, locale?: string) =>
    markup(items, { 'within.shown': true, ...change }, '2026-12-01T10:00Z', locale)
  const sentenceIn = (html: string) =>
    (/<p part="sentence".*?<\/p>/.exec(html)?.[0] ?? '').replace(/<[^>]+>/g, '').trim()
  const marks = (html: string) => [...html.matchAll(/data-marks="([^"]*)"/g)].map(([, one]) => one)

  test('says how far around and from whom, in the units of the widget', () => {
    const html = of(all.slice(0, 3), { 'rules.tree': near, 'facts.away': 'miles' })
    expect(sentenceIn(html)).toBe('Everything within 31 miles of Old Quay, from 2 publishers.')
    expect(html).toContain('[&quot;w5&quot;,&quot;5 miles&quot;]')
    expect(html).toContain('[&quot;f1&quot;,&quot;On in the county&quot;]')
    expect(marks(html)).toEqual(['w2 w5 f0', 'w5 f1', 'f1'])
  })
  test('offers no distance that changes nothing, and nothing at all where there is nothing to choose', () => {
    const html = of([around('Quay', 52.61), around('Mill', 52.61)], { 'rules.tree': near })
    expect(html).not.toContain('sentence')
    expect(of(all, {})).toContain('Everything from')
    expect(of([], {})).not.toContain('data-pick')
  })
  test('is said in other languages in their own order', () => {
    expect(sentenceIn(of(all.slice(0, 3), { 'rules.tree': near }, 'de'))).toMatch(
      /^Alles im Umkreis von 50 km um Old Quay, von 2 Veranstaltern\.$/,
    )
  })
})
