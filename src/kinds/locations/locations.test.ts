/** What the kind tells of places: open or not by their own clock, the way there, and what search engines ask. */
import { describe, expect, test } from '@jest/globals'
import type { Item } from '../../core/items/item'
import type { Settings } from '../../core/settings/field'
import { defaultsOf } from '../../core/settings/settings'
import { plainBrand } from '../../core/design/brand'
import { noDecisions } from '../../core/rules/fields'
import { render } from '../render'
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

describe('nearest first, and a map', () => {
  const tiles = 'https://tiles.example/{z}/{x}/{y}.png'
  const drawn = (change: Settings, items = exampleLocations) =>
    render(
      {
        kind: 'locations',
        settings: { ...defaultsOf(locations.fields), ...change },
        brand: plainBrand,
        decisions: noDecisions,
      },
      items,
      context(Date.parse('2026-11-25T10:00:00Z')) as never,
    )
  const html = (...given: Parameters<typeof drawn>) => drawn(...given).pieces.join('')
  test('every place says where it is; the map names who sends it, and is asked for by a button', () => {
    const markup = html({ layout: 'map', 'map.tiles': tiles, 'nearest.shown': true })
    expect([...markup.matchAll(/data-at="([^"]+)"/g)]).toHaveLength(exampleLocations.length)
    expect(markup).toContain('It comes from tiles.example, which then knows your address.')
    expect(markup).toContain('>Show the map</button>')
  })
  test.each<[string, string, string[]]>([
    ['none', '', []],
    ['no address', 'county', []],
    ['no tile', 'https://tiles.example/map.png', []],
    ['a script', 'javascript:alert({z})', []],
    ['one', tiles, ['https://tiles.example']],
    ['one that would end the directive', 'https://tiles.example; script-src *{z}', []],
  ])('whom the page loads from: %s', (_, address, expected) => {
    const { hosts, behaviours } = drawn({ layout: 'map', 'map.tiles': address })
    expect(hosts.images).toEqual(expected)
    expect(behaviours.includes('map')).toBe(expected.length > 0)
  })
  test('where no place says where it is, nobody is asked where they are', () => {
    const nowhere = exampleLocations.map((one) => ({ ...one, location: { addressLocality: 'Saltmere' } }))
    expect(html({ 'nearest.shown': true }, nowhere)).not.toContain('part="nearest"')
  })
  test('a place in another zone goes by its own clock, and tells days that differ', () => {
    const shop = (timeZone: string, specialHours: string[] = []) => [
      { ...exampleLocations[0]!, openingHours: ['Mo-Fr 09:00-17:00'], timeZone, specialHours },
    ]
    const told = (items: ReturnType<typeof shop>) =>
      /<p class="is-open">([^<]+)|<div part="open"><p>([^<]+)/.exec(html({}, items))!
    expect(told(shop('Europe/London')).slice(1).join('')).toBe('Open until 17:00')
    expect(told(shop('America/New_York')).slice(1).join('')).toBe('Opens at 09:00')
    expect(
      told(shop('Europe/London', ['2026-11-25/2026-12-24 closed']))
        .slice(1)
        .join(''),
    ).toBe('Closed, opens 25 December at 09:00')
    const { jsonLd } = drawn({}, shop('Europe/London', ['2026-11-25 closed']))
    expect(JSON.stringify(jsonLd)).toContain(
      '"validFrom":"2026-11-25","validThrough":"2026-11-25","opens":"00:00","closes":"00:00"',
    )
  })
})
