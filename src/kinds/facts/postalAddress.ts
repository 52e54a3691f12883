/** A place's address as schema.org describes it. */
import type { Item } from '../../core/items/item'

export function postalAddress({
  streetAddress,
  addressLocality,
  addressRegion,
  postalCode,
  addressCountry,
}: NonNullable<Item['location']>) {
  return {
    '@type': 'PostalAddress',
    streetAddress,
    addressLocality,
    addressRegion,
    postalCode,
    addressCountry,
  }
}
