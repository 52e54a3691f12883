/** Stable identity of items: what a designer decided about one must survive every refresh. */
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import type { ReadItem } from './item'

/** First 24 hex digits (96 bits) of the text's SHA-256. */
export const shortHash = (text: string): string => bytesToHex(sha256(utf8ToBytes(text))).slice(0, 24)

/** Query names that only tell where a click came from. */
const trackingNames = /^(utm_|mc_)|^(fbclid|gclid|ref)$/

/** The address without what does not name the thing: fragment, tracking, default port, letter case of the host. */
export function canonicalAddress(address: string): string {
  if (!URL.canParse(address)) return address.trim()
  const url = new URL(address)
  url.hash = ''
  for (const name of [...url.searchParams.keys()]) if (trackingNames.test(name)) url.searchParams.delete(name)
  return url.href
}

/**
 * Ids for the items of one reading, in order: source id, then a hash of the first of guid, canonical address, content.
 * Two entries with one guid are told apart by address; two that are alike in everything get one id.
 */
export function identify(source: string, items: readonly ReadItem[]): string[] {
  const timesSeen = new Map<string, Set<string>>()
  for (const item of items) {
    if (!item.guid) continue
    const addresses = timesSeen.get(item.guid) ?? new Set()
    timesSeen.set(item.guid, addresses.add(placeOf(item)))
  }
  return items.map(
    (item) => `${source}/${shortHash(keyOf(item, (timesSeen.get(item.guid ?? '')?.size ?? 0) > 1))}`,
  )
}

/** What tells items with one guid apart: their addresses, or the dates of one event. */
const placeOf = (item: ReadItem) => item.recurrenceId ?? item.url ?? ''

function keyOf(item: ReadItem, guidIsShared: boolean): string {
  if (item.guid) return guidIsShared ? `guid ${item.guid} ${placeOf(item)}` : `guid ${item.guid}`
  if (item.url) return `url ${canonicalAddress(item.url)}`
  return `content ${item.name} ${item.datePublished ?? item.startDate ?? ''} ${item.text ?? ''} ${item.summary ?? ''} ${item.html ?? ''}`
}
