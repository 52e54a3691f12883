/** @jsxImportSource preact */
/** Where an event takes place: the house, the town that it is in, and how far away that is. */
import type { Item } from '../../core/items/item'
import { toggle } from '../../core/settings/controls/toggle'
import { fact, type AnyValues } from '../block'
import { counted, linesOf, type Counted } from '../letters'
import { clamp, faceOf, small, smallEm, type } from '../sizes'
import { awayField, awayInWords, awayWords } from './away'
import { onCards } from './group'
import { postalAddress } from './postalAddress'

interface Place {
  readonly house: string
  /** The town, and how far away. */
  readonly around: string
  readonly lines: Counted
  readonly location: NonNullable<Item['location']>
}
const mostLines = 2

/** Undefined where no part of it is told. */
const addressOf = (location: NonNullable<Item['location']>) => {
  const address = postalAddress(location)
  return Object.values(address).filter((part) => part !== undefined).length > 1 ? address : undefined
}

export const place = fact({
  id: 'place',
  parts: [{ name: 'place', label: 'Where' }],
  words: awayWords,
  fields: {
    'facts.place': toggle({ ...onCards, part: 'place', label: 'Where', default: true }),
    'facts.away': awayField,
  },
  of(item, values, { locale }): Place | undefined {
    const { location } = item
    if (!values['facts.place'] || !location) return undefined
    const house = location.name ?? location.streetAddress ?? ''
    const town = location.addressLocality ?? location.addressRegion ?? ''
    // Some write the town into the name, too.
    const shown = house.includes(town) ? '' : town
    const around = [shown, awayInWords(item, values, locale)].filter(Boolean).join(', ')
    if (!house && !town) return undefined
    // The house is set in a heavier weight.
    const lines = counted(
      [house, around].filter(Boolean).join(', '),
      faceOf(values as AnyValues, 'body', 'bold'),
    )
    return { house, around, lines, location }
  },
  view: ({ house, around }) => (
    <p part="place">
      {house && <b>{house}</b>}
      {house && around && ', '}
      {around}
    </p>
  ),
  em(values, { form, widthEm }, told) {
    if (!values['facts.place']) return 0
    const most = form === 'line' ? 1 : mostLines
    return (told ? linesOf(told.lines, widthEm / small.size, most) : most) * smallEm
  },
  styles: (values) =>
    `[part=place]{${type(small)}margin:0;color:${values['look.muted']};${clamp(mostLines)}}.line [part=place]{display:block;white-space:nowrap;text-overflow:ellipsis}[part=place] b{font-weight:500;color:${values['look.text']}}`,
  jsonLd({ house, location }, itemType) {
    if (itemType !== 'Event') return {}
    return {
      location: {
        '@type': 'Place',
        name: house || location.addressLocality,
        // A calendar says it in one line.
        address: addressOf(location) ?? house,
      },
    }
  },
})
