/** What the kind tells of places: open or not by their own clock, the way there, and what search engines ask. */
import { describe, expect, test } from '@jest/globals'
import type { Item } from '../../core/items/item'
import type { Settings } from '../../core/settings/field'
import { defaultsOf } from '../../core/settings/settings'
import { exampleLocations } from './example'
import { locations } from './kind'

// A Wednesday.
const noon = Date.parse('2026-11-25T12:00:00Z')
const settings = (change: Settings = {}) =>
  ({ ...defaultsOf(locations.fields), ...change }) as Settings as never
const context = (now = noon) =>
  ({ locale: 'en', offsetAt: () => 0, assets: '.', ref: 'abcdefghij', now }) as never
const model = (items: readonly Item[], change: Settings = {}, now = noon) =>
  locations.model({ sources: items } as never, settings(change), context(now))

interface Told {
  readonly openHours?: { readonly words: string; readonly now?: number }
  readonly address?: { readonly way?: string; readonly words: string }
}
const toldOf = (item: Item, change: Settings = {}, now = noon): Told =>
  (model([item], change, now) as { cards: { told: Told }[] }).cards[0]!.told
const [quay, lantern] = exampleLocations as [Item, Item]

describe('open or not', () => {
  test.each<[string, string, string]>([
    ['at noon', '2026-11-25T12:00:00Z', 'Open until 17:30'],
    ['early', '2026-11-25T06:00:00Z', 'Opens at 06:30'],
    ['in the evening', '2026-11-25T20:00:00Z', 'Closed, opens tomorrow at 06:30'],
    ['on Saturday evening', '2026-11-28T20:00:00Z', 'Closed, opens Monday at 06:30'],
  ])('%s', (_, now, words) => expect(toldOf(quay, {}, Date.parse(now)).openHours?.words).toBe(words))

  test('it is told anew when it turns, and the mark moves on before that', () => {
    const until = (change: Settings) =>
      locations.until?.({ sources: [quay] } as never, settings(change), context())
    expect(until({ 'facts.openLine': false })).toBe(Date.parse('2026-11-25T17:30:00Z'))
    expect(until({})).toBe(noon + 30 * 60_000)
  })
  test('at night there is no mark; hours in words only tell nothing', () => {
    expect(toldOf(quay, {}, Date.parse('2026-11-25T23:30:00Z')).openHours?.now).toBeUndefined()
    expect(toldOf({ ...quay, openingHours: ['by appointment'] }).openHours).toBeUndefined()
  })
})

describe('the way there', () => {
  test.each<[string, Settings, Partial<Item>, string | undefined]>([
    [
      'in the visitor’s own map program',
      {},
      {},
      'geo:52.41,1.12?q=52.41,1.12(Quay%20Road%2C%202%20Quay%20Road%2C%20Marlowick%20QM4%202QT)',
    ],
    ['without coordinates there is none', {}, { location: { streetAddress: '2 Quay Road' } }, undefined],
    [
      'at an address of the designer’s',
      { 'way.leads': 'web', 'way.address': 'https://maps.example/?to={lat},{lon}&q={address}' },
      {},
      'https://maps.example/?to=52.41,1.12&q=Quay%20Road%2C%202%20Quay%20Road%2C%20Marlowick%20QM4%202QT',
    ],
    ['nothing that runs', { 'way.leads': 'web', 'way.address': 'javascript:alert(1)//{lat}' }, {}, undefined],
    ['nowhere', { 'way.leads': 'none' }, {}, undefined],
  ])('%s', (_, change, facts, way) => expect(toldOf({ ...quay, ...facts }, change).address?.way).toBe(way))
})

test('each place has what search engines ask of a place', () => {
  const described = locations.jsonLd?.(model(exampleLocations)) as unknown as {
    itemListElement: { item: Record<string, unknown> }[]
  }
  expect(described.itemListElement).toHaveLength(4)
  for (const { item } of described.itemListElement)
    expect(item).toMatchObject({
      '@type': 'Place',
      name: expect.stringMatching(/./),
      address: { '@type': 'PostalAddress', streetAddress: expect.stringMatching(/./) },
      geo: { '@type': 'GeoCoordinates', latitude: expect.any(Number) },
    })
  const hours = (
    described.itemListElement.find(({ item }) => item.name === lantern.name)!.item as never as {
      openingHoursSpecification: unknown
    }
  ).openingHoursSpecification
  expect(hours).toEqual([
    {
      '@type': 'OpeningHoursSpecification',
      dayOfWeek: ['Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'],
      opens: '07:30',
      closes: '16:00',
    },
  ])
})
