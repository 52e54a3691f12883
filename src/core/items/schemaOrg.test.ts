import { expect, test } from '@jest/globals'
import { faultsIn } from './schemaOrg'

const event = {
  '@type': 'Event',
  name: 'Slow session',
  startDate: '2026-12-01T20:00:00Z',
  eventStatus: 'https://schema.org/EventScheduled',
  location: {
    '@type': 'Place',
    name: 'The hall',
    address: { '@type': 'PostalAddress', addressLocality: 'Old Quay' },
  },
}
const list = (...items: object[]) => ({
  '@context': 'https://schema.org',
  '@type': 'ItemList',
  itemListElement: items.map((item, at) => ({ '@type': 'ListItem', position: at + 1, item })),
})

test('what is whole has no fault', () => expect(faultsIn(list(event, event))).toEqual([]))
test.each<[string, object, string[]]>([
  ['a list of nothing', list(), ['itemListElement is missing']],
  ['no start', list({ ...event, startDate: undefined }), ['itemListElement.1.item.startDate is missing']],
  ['a start in words', { ...event, startDate: '1 December' }, ['startDate is written “1 December”']],
  ['no place', { ...event, location: undefined }, ['location is missing']],
  [
    'a place without an address',
    { ...event, location: { '@type': 'Place', name: 'x' } },
    ['location.address is missing'],
  ],
  [
    'an address of nothing',
    { ...event, location: { '@type': 'Place', name: 'x', address: { '@type': 'PostalAddress' } } },
    ['location.address says nothing'],
  ],
  [
    'a state of its own',
    { ...event, eventStatus: 'EventScheduled' },
    ['eventStatus is written “EventScheduled”'],
  ],
  ['something without a type', { ...event, offers: { price: 3 } }, ['offers.@type is missing']],
  [
    'hours that are none',
    { '@type': 'OpeningHoursSpecification', dayOfWeek: ['Mo'], opens: '9', closes: '24:00' },
    ['dayOfWeek is written “Mo”', 'opens is written “9”', 'closes is written “24:00”'],
  ],
])('%s', (_, description, expected) => expect(faultsIn(description)).toEqual(expected))
