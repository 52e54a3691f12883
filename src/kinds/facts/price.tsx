/** @jsxImportSource preact */
/** What an item costs. */
import type { Offer } from '../../core/items/item'
import { priceInWords } from '../../core/locale/numbers'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { smallEm } from '../sizes'
import { onCards } from './group'

interface Price {
  readonly words: string
  readonly offer: Offer
}

export const price = fact({
  id: 'price',
  parts: [{ name: 'price', label: 'Price' }],
  fields: { 'facts.price': toggle({ ...onCards, part: 'price', label: 'Price', default: false }) },
  of: (item, values, { locale }): Price | undefined =>
    values['facts.price'] && item.offers
      ? { words: priceInWords(item.offers, locale), offer: item.offers }
      : undefined,
  view: ({ words }) => <b part="price">{words}</b>,
  em: (values) => (values['facts.price'] ? smallEm : 0),
  jsonLd: ({ offer }, type) =>
    type === 'Product' || type === 'Event' ? { offers: { '@type': 'Offer', ...offer } } : {},
})
