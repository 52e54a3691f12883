/**
 * The same thing from several sources: found by its address, by being the same event, or by the same words posted on
 * the same days. What is kept does not depend on the order in which the sources are read, and finding twice finds nothing new.
 */
import { canonicalAddress, shortHash } from './identity'
import type { Item } from './item'

export interface Double {
  /** Ids of the item that stays and of the one that it stands for. */
  readonly kept: string
  readonly id: string
  readonly because: string
}

const fold = (text: string) =>
  text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
/** Shorter posts are alike by chance. */
const leastLetters = 30

/** What two items have in common when they are one thing, each with why. Within one source nothing is a double. */
function marksOf(item: Item): (readonly [string, string])[] {
  const marks: (readonly [string, string])[] = []
  if (item.url)
    marks.push([
      `url ${canonicalAddress(item.url)
        .replace(/^https?:\/\/(www\.)?/, '')
        .replace(/\/$/, '')}`,
      'the same address',
    ])
  const day = item.startDate?.slice(0, 10)
  const place = fold(
    item.location?.name ?? item.location?.addressLocality ?? item.location?.streetAddress ?? '',
  )
  if (item.type === 'Event' && day && item.name)
    marks.push([`event ${fold(item.name)} ${day} ${place}`, 'the same name, day and place'])
  const words = fold(`${item.name} ${item.text}`)
  if (
    (item.type === 'SocialMediaPosting' || item.type === 'Article') &&
    words.length >= leastLetters &&
    item.datePublished
  )
    marks.push([
      `post ${shortHash(words.slice(0, 400))} ${item.datePublished.slice(0, 10)}`,
      'the same words on the same day',
    ])
  return marks
}

/** Folding texts is the dear part, and items don't change: each is folded once, however often rules do. */
const kept = new WeakMap<Item, readonly (readonly [string, string])[]>()

function keptMarks(item: Item): readonly (readonly [string, string])[] {
  const known = kept.get(item)
  if (known) return known
  const marks = marksOf(item)
  kept.set(item, marks)
  return marks
}

/** Fuller items stay; among equals the id decides, so that the answer never changes with the order. */
function isFuller(a: Item, b: Item): boolean {
  const weight = (item: Item) => (item.image.length > 0 ? 4 : 0) + (item.text ? 2 : 0) + (item.url ? 1 : 0)
  return weight(a) !== weight(b)
    ? weight(a) > weight(b)
    : a.text.length !== b.text.length
      ? a.text.length > b.text.length
      : a.id < b.id
}

/** @param apart - ids of items that a designer said are no doubles of anything */
export function findDoubles(items: readonly Item[], apart: readonly string[] = []): Double[] {
  if (items.every((item) => item.source === items[0]!.source)) return []
  const alone = new Set(apart)
  const groups = new Map<string, { items: Item[]; because: string }>()
  for (const item of items) {
    if (alone.has(item.id)) continue
    for (const [mark, because] of keptMarks(item)) {
      const group = groups.get(mark)
      if (group) group.items.push(item)
      else groups.set(mark, { items: [item], because })
    }
  }
  // Marks join items into clusters: one that shares an address with a second and a day with a third stands for all three.
  const parents = new Map<Item, Item>()
  const reasons = new Map<Item, string>()
  const rootOf = (item: Item): Item => {
    let root = item
    for (let next = parents.get(root); next; next = parents.get(root)) root = next
    return root
  }
  for (const { items: alike, because } of groups.values()) {
    if (new Set(alike.map((one) => one.source)).size < 2) continue
    for (const one of alike) if (!reasons.has(one)) reasons.set(one, because)
    for (const other of alike.slice(1)) {
      const [a, b] = [rootOf(alike[0]!), rootOf(other)]
      if (a !== b) parents.set(isFuller(a, b) ? b : a, isFuller(a, b) ? a : b)
    }
  }
  return [...parents.keys()]
    .map((item) => ({ id: item.id, kept: rootOf(item).id, because: reasons.get(item)! }))
    .sort((a, b) => (a.id < b.id ? -1 : 1))
}
