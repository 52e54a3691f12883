/**
 * Where something is. Coordinates of places are data that an agency brings; here is how a text is looked up among them.
 * Nothing in this file knows a place.
 */
import type { Location } from '../items/item'
import type { Point } from './distance'

/** By its coordinates alone. Postcodes and towns have been looked up before items get here. */
export const pointOf = ({ latitude, longitude }: Location): Point | undefined =>
  latitude !== undefined && longitude !== undefined ? { latitude, longitude } : undefined

/** A code or a name as it is compared: letter case and spaces do not count. */
export const placeKey = (written: string): string =>
  written
    .normalize('NFKC')
    .toUpperCase()
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, '')

const mostWords = 4
const shortestCode = 2

/**
 * Keys under which a location may be found, the surest first: its postcode, whole and then shorter, its town, then
 * words of its address. Only what is written as a code is shortened.
 */
export function placeKeysOf({ postalCode, addressLocality, name, streetAddress }: Location): string[] {
  const keys = [
    ...shorterCodes(postalCode ?? ''),
    placeKey(addressLocality ?? ''),
    ...phrasesIn(streetAddress ?? ''),
    ...phrasesIn(name ?? ''),
  ]
  return [...new Set(keys)].filter((key) => key.length >= shortestCode)
}

/** What somebody typed as a place: a whole name or a code. */
export const typedKeys = (written: string): string[] =>
  [...new Set([placeKey(written), ...shorterCodes(written)])].filter((key) => key.length >= shortestCode)

/** `QM4 2QT`, then `QM42Q` … `QM`. A code has a digit; its area is at its beginning. */
function shorterCodes(code: string): string[] {
  const whole = placeKey(code)
  if (!/\d/.test(whole) || whole.length > 12) return whole ? [whole] : []
  const [area] = code.trim().split(/\s+/)
  const shorter = Array.from({ length: Math.max(0, whole.length - shortestCode) }, (_one, at) =>
    whole.slice(0, whole.length - 1 - at),
  )
  return [whole, placeKey(area ?? ''), ...shorter]
}

/** Parts of an address from its end, where the town stands, and runs of words in them; long runs first. */
function phrasesIn(text: string): string[] {
  return text
    .split(/[,;\n·|]+/)
    .reverse()
    .flatMap((part) => {
      const words = part.trim().split(/\s+/).slice(0, 12)
      const runs: string[] = []
      for (let length = Math.min(mostWords, words.length); length > 0; length -= 1)
        for (let at = words.length - length; at >= 0; at -= 1)
          runs.push(placeKey(words.slice(at, at + length).join(' ')))
      return runs
    })
    .slice(0, 60)
}
