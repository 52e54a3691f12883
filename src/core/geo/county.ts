/** Postal areas of the invented county of Saltmere, for finding a place by its postcode. Coordinates in degrees. */
import type { Location } from '../items/item'
import type { Point } from './distance'

export interface PostalArea extends Point {
  readonly code: string
  readonly town: string
}

export const county: readonly PostalArea[] = [
  { code: 'SM1', town: 'Saltmere', latitude: 52.93, longitude: 1.03 },
  { code: 'SM2', town: 'Harrow Sands', latitude: 52.96, longitude: 0.86 },
  { code: 'SM3', town: 'Wickmouth', latitude: 52.88, longitude: 1.21 },
  { code: 'SM4', town: 'Marlowick', latitude: 52.79, longitude: 1.08 },
  { code: 'SM5', town: 'Upper Juniper', latitude: 52.71, longitude: 0.94 },
  { code: 'SM6', town: 'Fernhollow', latitude: 52.66, longitude: 1.19 },
  { code: 'SM7', town: 'Old Quay', latitude: 52.61, longitude: 1.36 },
  { code: 'SM8', town: 'Tidewell', latitude: 52.84, longitude: 1.42 },
  { code: 'SM9', town: 'Kilnbridge', latitude: 52.55, longitude: 0.81 },
]

/** By postcode (its area is enough) or by town; undefined when it is in neither. */
export function findPlace(written: string): PostalArea | undefined {
  const text = written.trim().toUpperCase()
  const [code] = /^[A-Z]{1,2}\d{1,2}(?=\s|\d[A-Z]{2}$|$)/.exec(text) ?? []
  return county.find((area) => area.code === code) ?? county.find((area) => area.town.toUpperCase() === text)
}

/** Where something is: by its coordinates, else by its postcode, else by its town. */
export function pointOf({ latitude, longitude, postalCode, addressLocality }: Location): Point | undefined {
  if (latitude !== undefined && longitude !== undefined) return { latitude, longitude }
  return (
    (postalCode ? findPlace(postalCode) : undefined) ??
    (addressLocality ? findPlace(addressLocality) : undefined)
  )
}
