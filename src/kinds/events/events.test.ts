/** What the kind tells of events: each date, none that is over, and all that search engines ask of an event. */
import { describe, expect, test } from '@jest/globals'
import { exampleEvents } from './example'
import { events } from './kind'
import type { Settings } from '../../core/settings/field'
import { defaultsOf } from '../../core/settings/settings'
import type { Item } from '../../core/items/item'

const context = {
  locale: 'en',
  offsetAt: () => 60,
  assets: '.',
  ref: 'abcdefghij',
}
const now = Date.parse('2026-04-10T00:00:00Z')
const settings = (change: Settings = {}) =>
  ({ ...defaultsOf(events.fields), 'rules.limit': 24, ...change }) as never
const model = (items: readonly Item[], change: Settings = {}, at = now) =>
  events.model({ sources: items } as never, settings(change), { ...context, now: at } as never)
const told = (items: readonly Item[], change: Settings = {}, at = now) =>
  (model(items, change, at) as { cards: { id: string }[] }).cards.map(({ id }) => id.replace('example/', ''))

const later = Date.parse('2030-01-01T00:00:00Z')

describe('dates', () => {
  test.each<[string, Settings, string[]]>([
    [
      'each date to come, in order',
      {},
      ['2 2026-04-14T20:00:00', '2 2026-04-21T20:00:00', '3', '4', '2 2026-05-05T20:00:00', '5'].sort(),
    ],
    [
      'the next date of what repeats only',
      { 'events.each': false },
      ['2 2026-04-14T20:00:00', '3', '4', '5'],
    ],
    [
      'a month ahead only',
      { 'events.ahead': 1 },
      ['2 2026-04-14T20:00:00', '2 2026-04-21T20:00:00', '3', '4', '2 2026-05-05T20:00:00'].sort(),
    ],
    ['two at most', { 'rules.limit': 2 }, ['2 2026-04-14T20:00:00', '3']],
    [
      'a fixed month of any year',
      { 'events.span': 'fixed', 'events.month': '5' },
      ['4', '2 2026-05-05T20:00:00'],
    ],
    [
      'a fixed year',
      { 'events.span': 'fixed', 'events.year': 2026, 'events.each': false },
      ['2 2026-04-14T20:00:00', '3', '4', '5'],
    ],
    ['a fixed year with nothing in it', { 'events.span': 'fixed', 'events.year': 2024 }, []],
  ])('%s', (_, change, expected) =>
    expect([...told(exampleEvents, change)].sort()).toEqual([...expected].sort()),
  )

  test.each<[string, string, boolean]>([
    ['before it begins', '2026-05-02T18:59:00Z', true],
    ['while it goes on', '2026-05-02T20:59:00Z', true],
    ['when it is over', '2026-05-02T21:00:00Z', false],
  ])('an event stands %s', (_, at, isThere) => {
    const one = { ...exampleEvents[3]!, endDate: '2026-05-02T22:00:00' }
    expect(told([one], {}, Date.parse(at))).toEqual(isThere ? ['4'] : [])
  })
  test('its end is when the widget is made anew', () => {
    const one = { ...exampleEvents[3]!, endDate: '2026-05-02T22:00:00' }
    const at = { ...context, now: Date.parse('2026-05-02T20:00:00Z') } as never
    expect(events.until?.({ sources: [one] } as never, settings(), at)).toBe(
      Date.parse('2026-05-02T21:00:00Z'),
    )
  })
  test('a month that is over as a whole is shown, not folded', () =>
    expect(
      told(exampleEvents, { 'events.span': 'fixed', 'events.year': 2026, 'events.month': '4' }, later),
    ).toHaveLength(5))

  test('nothing coming is said', () => {
    expect(events.isEmpty?.(model(exampleEvents, {}, later))).toBe(true)
  })
})

test('each date has what search engines ask of an event', () => {
  const described = events.jsonLd?.(model(exampleEvents)) as {
    itemListElement: { item: Record<string, unknown> }[]
  }
  const all = described.itemListElement.map(({ item }) => item)
  expect(all).toHaveLength(6)
  for (const one of all) {
    expect(one).toMatchObject({
      '@type': 'Event',
      name: expect.stringMatching(/./),
      startDate: expect.stringMatching(/^2026-\d\d-\d\d/),
      location: {
        '@type': 'Place',
        name: expect.stringMatching(/./),
        address: { '@type': 'PostalAddress', addressLocality: expect.stringMatching(/./) },
      },
    })
    expect(String(one.eventStatus)).toMatch(/^https:\/\/schema.org\/Event(Scheduled|Cancelled)$/)
  }
  expect(all.filter(({ eventStatus }) => String(eventStatus).endsWith('Cancelled'))).toMatchObject([
    { name: expect.stringContaining('Herring Girls') },
  ])
})
