/**
 * What may be shown, in which order, how many. Each rule is a plain value; the engine tells after each how many are
 * left and which ones it took away, so that nobody has to guess. No rule lets more through than came to it.
 */
import { distanceKm } from '../geo/distance'
import { pointOf } from '../geo/places'
import { findDoubles } from '../items/doubles'
import type { Item } from '../items/item'
import { dayMs } from '../schedule/civil'
import { readMoment } from '../schedule/moment'
import { instantOf } from '../schedule/zone'
import { instantHere, type OffsetAt, startsOf, turnOfNext } from './starts'
import { fold, wordFinder } from './words'

/** Asks something of one item. */
export type Condition =
  /** Whole words or phrases in title, text or tags; letter case does not count. */
  | { readonly type: 'words'; readonly mode: 'only' | 'without'; readonly words: readonly string[] }
  | { readonly type: 'tags'; readonly tags: readonly string[] }
  | { readonly type: 'authors'; readonly names: readonly string[] }
  /** Published in the last `days` days; what has no date stays out. */
  | { readonly type: 'age'; readonly days: number }
  /** Starts, or starts again, within the next `days` days. */
  | { readonly type: 'next'; readonly days: number }
  /** Its own day in the widget's zone, or any day on which it repeats, `YYYY-MM-DD`, both ends included; an empty end is open. */
  | { readonly type: 'dates'; readonly from: string; readonly to: string }
  /** On a scale of five, whatever the publisher's own is. */
  | { readonly type: 'stars'; readonly least: number; readonly most: number }
  | { readonly type: 'price'; readonly least: number; readonly most: number }
  | {
      readonly type: 'near'
      readonly latitude: number
      readonly longitude: number
      readonly km: number
      readonly of: string
    }
  | {
      readonly type: 'area'
      readonly by: 'addressRegion' | 'addressLocality' | 'postalCode'
      readonly names: readonly string[]
    }
  /** A named list, or a group in it as `List / Group`. */
  | { readonly type: 'lists'; readonly names: readonly string[] }
  | { readonly type: 'answer' }
  | { readonly type: 'shared' }
  | { readonly type: 'picture' }
  /** BCP 47, also in general: `en` takes `en-GB`. What says no language passes. */
  | { readonly type: 'language'; readonly languages: readonly string[] }
export type Node =
  | Condition
  | { readonly type: 'any'; readonly of: readonly Node[] }
  | { readonly type: 'all'; readonly of: readonly Node[] }
  | { readonly type: 'not'; readonly of: Node }
export const orderKeys = [
  'newest',
  'oldest',
  'soonest',
  'name',
  'stars',
  'cheapest',
  'dearest',
  'likes',
  'source',
] as const

export type OrderKey = (typeof orderKeys)[number]
export type Rule =
  | Node
  | { readonly type: 'hidden'; readonly ids: readonly string[] }
  /** `apart`: ids that a designer said are no doubles. */
  | { readonly type: 'doubles'; readonly apart: readonly string[] }
  | { readonly type: 'order'; readonly by: readonly OrderKey[] }
  /** To the front, in this order; what the rules took away does not come back. */
  | { readonly type: 'pin'; readonly ids: readonly string[] }
  /** At most so many of each source. */
  | { readonly type: 'quota'; readonly count: number }
  | { readonly type: 'limit'; readonly count: number }
export interface RuleStep {
  readonly rule: Rule
  readonly left: number
  /** Ids of the items that this rule took away. */
  readonly removed: readonly string[]
  /** Those among them that say nothing of what the rule asks, such as a place. */
  readonly unknown: readonly string[]
}

export interface Sifted {
  readonly shown: readonly Item[]
  readonly total: number
  /** Left by the rules, before `limit` cut. */
  readonly passed: number
  readonly steps: readonly RuleStep[]
  /** Instant (ms) when time alone changes the answer; Infinity when it never does. */
  readonly validUntil: number
}

/** @param now - ms since 1970, UTC */
export function sift(
  items: readonly Item[],
  rules: readonly Rule[],
  now: number,
  offsetAt: OffsetAt = () => 0,
): Sifted {
  let left = items
  let passed = items.length
  let validUntil = Infinity
  const taken: RuleStep[] = []
  for (const rule of rules) {
    if (isTimed(rule))
      for (const item of left) validUntil = Math.min(validUntil, turnsAt(item, rule, now, offsetAt))
    if (rule.type === 'order' && rule.by.includes('soonest'))
      for (const item of left) validUntil = Math.min(validUntil, turnOfNext(item, now, offsetAt))
    const next = apply(left, rule, now, offsetAt)
    if (rule.type !== 'limit') passed = next.length
    const kept = next.length === left.length ? undefined : new Set(next)
    const removed = kept ? left.filter((item) => !kept.has(item)) : []
    taken.push({
      rule,
      left: next.length,
      removed: removed.map((item) => item.id),
      unknown: rule.type === 'near' ? removed.filter((item) => !placeOf(item)).map((item) => item.id) : [],
    })
    left = next
  }
  return { shown: left, total: items.length, passed, steps: taken, validUntil }
}

function apply(items: readonly Item[], rule: Rule, now: number, offsetAt: OffsetAt): readonly Item[] {
  switch (rule.type) {
    case 'hidden': {
      const hidden = new Set(rule.ids)
      return items.filter((item) => !hidden.has(item.id))
    }
    case 'doubles': {
      const doubles = new Set(findDoubles(items, rule.apart).map((one) => one.id))
      return doubles.size > 0 ? items.filter((item) => !doubles.has(item.id)) : items
    }
    case 'order':
      return inOrder(items, rule.by, now, offsetAt)
    case 'pin': {
      const places = new Map(rule.ids.map((id, at) => [id, at]))
      const pinned = items
        .filter((item) => places.has(item.id))
        .sort((a, b) => places.get(a.id)! - places.get(b.id)!)
      return pinned.length > 0 ? [...pinned, ...items.filter((item) => !places.has(item.id))] : items
    }
    case 'quota': {
      const counts = new Map<string, number>()
      return items.filter((item) => {
        const count = (counts.get(item.source) ?? 0) + 1
        counts.set(item.source, count)
        return count <= rule.count
      })
    }
    case 'limit':
      return items.slice(0, rule.count)
    default:
      return items.filter(tester(rule, now, offsetAt))
  }
}

/** A test for many items: what can be worked out beforehand is. */
function tester(node: Node, now: number, offsetAt: OffsetAt): (item: Item) => boolean {
  switch (node.type) {
    case 'any': {
      const tests = node.of.map((one) => tester(one, now, offsetAt))
      return tests.length === 0 ? () => true : (item) => tests.some((test) => test(item))
    }
    case 'all': {
      const tests = node.of.map((one) => tester(one, now, offsetAt))
      return (item) => tests.every((test) => test(item))
    }
    case 'not': {
      // A question that asks nothing yet rules nothing out.
      if (asksNothing(node.of)) return () => true
      const test = tester(node.of, now, offsetAt)
      return (item) => !test(item)
    }
    case 'words': {
      if (node.words.length === 0) return () => true
      const found = wordFinder(node.words)
      return (item) => found(item) === (node.mode === 'only')
    }
    case 'tags':
      return oneOf(node.tags, (item) => item.keywords)
    case 'authors':
      return oneOf(node.names, (item) => (item.author ? [item.author.name] : []))
    case 'lists': {
      const wanted = node.names.map(fold)
      return (item) =>
        wanted.length === 0 ||
        (item.lists ?? []).some((list) =>
          wanted.some((one) => fold(list) === one || fold(list).startsWith(`${one} / `)),
        )
    }
    case 'area':
      return node.by === 'postalCode'
        ? (item) =>
            node.names.length === 0 ||
            node.names.some((one) => squeeze(item.location?.postalCode ?? '').startsWith(squeeze(one)))
        : oneOf(node.names, (item) => [item.location?.[node.by] ?? ''])
    case 'age':
      return (item) => now - publishedAt(item) <= node.days * dayMs
    case 'next':
      return (item) =>
        startsOf(item, offsetAt).some((start) => start >= now && start <= now + node.days * dayMs)
    case 'dates':
      return between(node, offsetAt)
    case 'stars':
      return (item) => within(starsOf(item), node)
    case 'price':
      return (item) => within(item.offers?.price, node)
    case 'near':
      if (asksNothing(node)) return () => true
      return (item) => {
        const point = placeOf(item)
        return point !== undefined && distanceKm(point, node) <= node.km
      }
    case 'answer':
      return (item) => item.inReplyTo !== undefined
    case 'shared':
      return (item) => item.sharedFrom !== undefined
    case 'picture':
      return (item) => item.image.length > 0
    case 'language': {
      const wanted = node.languages.map((one) => one.toLowerCase())
      return ({ inLanguage }) =>
        !inLanguage ||
        wanted.length === 0 ||
        wanted.some(
          (one) => inLanguage.toLowerCase() === one || inLanguage.toLowerCase().startsWith(`${one}-`),
        )
    }
  }
}

/** Whether one of its days lies between two; the borders are worked out once, as wall times and as instants of the widget's place. */
function between({ from, to }: { from: string; to: string }, offsetAt: OffsetAt): (item: Item) => boolean {
  const walls = [from ? Date.parse(from) : -Infinity, to ? Date.parse(to) + dayMs : Infinity] as const
  const instants = walls.map((wall) => (Number.isFinite(wall) ? instantHere(wall, offsetAt) : wall))
  const isWithin = (at: number, [first, end]: readonly number[]) => at >= first! && at < end!
  return ({ dates, startDate, datePublished, dateModified }) => {
    const starts = dates ?? (startDate ? [startDate] : [])
    if (starts.length === 0) return isWithin(Date.parse(datePublished ?? dateModified ?? ''), instants)
    return starts.some((written) => {
      const moment = readMoment(written)
      return (
        moment !== undefined &&
        (moment.zone ? isWithin(instantOf(moment.wall, moment.zone), instants) : isWithin(moment.wall, walls))
      )
    })
  }
}

const placeOf = ({ location }: Item) => location && pointOf(location)
const within = (value: number | undefined, { least, most }: { least: number; most: number }) =>
  value !== undefined && value >= least && value <= most

/** Without a word, a name or a day in it. */
function asksNothing(node: Node): boolean {
  switch (node.type) {
    case 'any':
    case 'all':
      return node.of.length === 0
    case 'words':
      return node.words.length === 0
    case 'tags':
      return node.tags.length === 0
    case 'authors':
    case 'lists':
    case 'area':
      return node.names.length === 0
    case 'language':
      return node.languages.length === 0
    case 'dates':
      return node.from === '' && node.to === ''
    case 'near':
      return node.of === ''
    default:
      return false
  }
}

const squeeze = (text: string) => text.replace(/\s+/g, '').toUpperCase()
function oneOf(names: readonly string[], of: (item: Item) => readonly string[]): (item: Item) => boolean {
  const wanted = new Set(names.map(fold))
  return wanted.size === 0 ? () => true : (item) => of(item).some((one) => wanted.has(fold(one)))
}

/** On a scale of five. */
export const starsOf = ({ reviewRating, aggregateRating }: Item): number | undefined => {
  // A count may come without what it counts.
  const rating =
    reviewRating ?? (aggregateRating && aggregateRating.ratingValue > 0 ? aggregateRating : undefined)
  return rating && rating.bestRating > 0 ? (rating.ratingValue / rating.bestRating) * 5 : undefined
}

/** What has no date counts as oldest. */
const publishedAt = (item: Item) => Date.parse(item.datePublished ?? item.dateModified ?? '') || -Infinity
const isTimed = (rule: Rule): rule is Node =>
  rule.type === 'age' ||
  rule.type === 'next' ||
  ((rule.type === 'any' || rule.type === 'all') && rule.of.some(isTimed)) ||
  (rule.type === 'not' && isTimed(rule.of))

/** When the answer for this item may be another by time alone. */
function turnsAt(item: Item, node: Node, now: number, offsetAt: OffsetAt): number {
  switch (node.type) {
    case 'any':
    case 'all':
      return Math.min(Infinity, ...node.of.map((one) => turnsAt(item, one, now, offsetAt)))
    case 'not':
      return turnsAt(item, node.of, now, offsetAt)
    case 'age': {
      const end = publishedAt(item) + node.days * dayMs
      return end >= now ? end + 1 : Infinity
    }
    case 'next':
      return Math.min(
        Infinity,
        ...startsOf(item, offsetAt).flatMap((start) =>
          start > now + node.days * dayMs ? [start - node.days * dayMs] : start >= now ? [start + 1] : [],
        ),
      )
    default:
      return Infinity
  }
}

/** What lacks a key comes last, whichever way the key runs; what is equal in all keys stays as it came. */
function inOrder(
  items: readonly Item[],
  by: readonly OrderKey[],
  now: number,
  offsetAt: OffsetAt,
): readonly Item[] {
  const keys = by.filter((one) => one !== 'source')
  if (keys.length === 0) return items
  const values = new Map(items.map((item) => [item, keys.map((key) => keyOf(item, key, now, offsetAt))]))
  return [...items].sort((a, b) => {
    const [left, right] = [values.get(a)!, values.get(b)!]
    for (let at = 0; at < keys.length; at += 1) {
      const [one, two] = [left[at], right[at]]
      if (one === two) continue
      if (one === undefined) return 1
      if (two === undefined) return -1
      return one < two ? -1 : 1
    }
    return 0
  })
}

function keyOf(item: Item, key: OrderKey, now: number, offsetAt: OffsetAt): number | string | undefined {
  const sure = (value: number | undefined) =>
    value !== undefined && Number.isFinite(value) ? value : undefined
  const turned = (value: number | undefined) => (value === undefined ? undefined : -value)
  switch (key) {
    case 'newest':
      return turned(sure(publishedAt(item)))
    case 'oldest':
      return sure(publishedAt(item))
    case 'soonest': {
      const starts = startsOf(item, offsetAt)
      const coming = starts.filter((start) => start >= now)
      // What is over comes after what is coming, the latest first.
      return coming.length > 0
        ? Math.min(...coming)
        : starts.length > 0
          ? 1e15 - Math.max(...starts)
          : undefined
    }
    case 'name':
      return fold(item.familyName ? `${item.familyName} ${item.givenName ?? ''}` : item.name) || undefined
    case 'stars':
      return turned(starsOf(item))
    case 'cheapest':
      return item.offers?.price
    case 'dearest':
      return turned(item.offers?.price)
    case 'likes':
      return turned(item.likes)
    case 'source':
      return 0
  }
}
