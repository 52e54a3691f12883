/** @jsxImportSource preact */
/** Where an event takes place: the house, and the town that it is in. */
import type { Item } from '../../core/items/item'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { small, smallEm, type } from '../sizes'
import { onCards } from './group'
import { postalAddress } from './postalAddress'

interface Place {
  readonly house: string
  readonly town: string
  readonly location: NonNullable<Item['location']>
}

export const place = fact({
  id: 'place',
  parts: [{ name: 'place', label: 'Where' }],
  fields: { 'facts.place': toggle({ ...onCards, part: 'place', label: 'Where', default: true }) },
  of({ location }, values): Place | undefined {
    if (!values['facts.place'] || !location) return undefined
    const house = location.name ?? location.streetAddress ?? ''
    const town = location.addressLocality ?? location.addressRegion ?? ''
    // Some write the town into the name, too.
    const shown = house.includes(town) ? '' : town
    return house || town ? { house, town: shown, location } : undefined
  },
  view: ({ house, town }) => (
    <p part="place">
      {house && <b>{house}</b>}
      {house && town && ', '}
      {town}
    </p>
  ),
  em: (values) => (values['facts.place'] ? smallEm : 0),
  styles: (values) =>
    `[part=place]{${type(small)}margin:0;color:${values['look.muted']};white-space:nowrap;overflow:hidden;text-overflow:ellipsis}[part=place] b{font-weight:500;color:${values['look.text']}}`,
  jsonLd({ house, location }, itemType) {
    if (itemType !== 'Event') return {}
    return {
      location: {
        '@type': 'Place',
        name: house || location.addressLocality,
        address: postalAddress(location),
      },
    }
  },
})
