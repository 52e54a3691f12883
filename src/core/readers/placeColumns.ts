/** Columns that say where something is, and when it is open. */
import type { ItemType } from '../items/item'
import { named, type Column } from './column'
import { zoneNamed } from '../schedule/offsetIn'
import { readSpecialHours } from '../schedule/specialHours'
import { degrees, place } from './columnValues'

const placed: readonly ItemType[] = ['Event', 'Place', 'Person']

export const placeColumns: readonly Column[] = [
  {
    id: 'place',
    label: 'Place',
    headings: named('place, location, venue, where, ort, lieu, room'),
    types: placed,
    example: 'The Old Quay Music Hall',
    put: place('name'),
    correct: { fact: 'location', types: ['Event'], write: ({ location }) => location?.name ?? '' },
  },
  {
    id: 'street',
    label: 'Street',
    headings: named('street, address, street address, address 1, address line 1, adresse, road'),
    types: placed,
    example: '4 Ropewalk',
    put: place('streetAddress'),
  },
  {
    id: 'town',
    label: 'Town',
    headings: named('town, city, locality, stadt, ville'),
    types: placed,
    example: 'Marlowick',
    put: place('addressLocality'),
  },
  {
    id: 'region',
    label: 'Region',
    headings: named('region, county, state, province, area, district'),
    types: placed,
    example: 'Saltmere',
    put: place('addressRegion'),
  },
  {
    id: 'postcode',
    label: 'Postcode',
    headings: named('postcode, postal code, post code, zip, zip code, plz'),
    types: placed,
    example: 'QM4 2QT',
    put: place('postalCode'),
  },
  {
    id: 'country',
    label: 'Country',
    headings: named('country, land, pays'),
    types: placed,
    example: 'GB',
    put: place('addressCountry'),
  },
  {
    id: 'latitude',
    label: 'Latitude',
    headings: named('latitude, lat'),
    types: placed,
    example: '52.91',
    put: degrees('latitude', 90),
  },
  {
    id: 'longitude',
    label: 'Longitude',
    headings: named('longitude, lng, lon, long'),
    types: placed,
    example: '1.02',
    put: degrees('longitude', 180),
  },
  {
    id: 'openingHours',
    label: 'Opening hours',
    headings: named('hours, opening hours, open, oeffnungszeiten'),
    types: ['Place'],
    example: 'Mo-Fr 09:00-17:30; Sa 10:00-16:00',
    put: (item, value) => (
      (item.openingHours = value
        .split(/[;|\n]/)
        .map((one) => one.trim())
        .filter(Boolean)),
      true
    ),
  },
  {
    id: 'specialHours',
    label: 'Other hours on single days',
    headings: named('exceptions, special hours, special opening hours, holidays, closed on'),
    types: ['Place'],
    example: '2026-12-25 closed; 2026-12-24 08:00-12:00',
    put(item, value) {
      const lines = value
        .split(/[;|\n]/)
        .map((one) => one.trim())
        .filter(Boolean)
      item.specialHours = lines
      return lines.every((one) => readSpecialHours(one) !== undefined)
    },
  },
  {
    id: 'zone',
    label: 'Time zone',
    headings: named('time zone, timezone, zone, zeitzone'),
    types: ['Place'],
    example: 'Europe/London',
    put(item, value) {
      item.timeZone = value.trim()
      return zoneNamed(item.timeZone) !== undefined
    },
  },
]
