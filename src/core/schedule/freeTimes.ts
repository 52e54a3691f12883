/**
 * Free times: at which minutes something can begin. Whoever is needed is open for all of its length, and busy with nothing else,
 * buffers included. Everything is counted on one axis of minutes (UTC), so that clocks that change need no case of their own.
 */
import type { Open } from './opening'
import { merged, type Span } from './spans'

/** A person or a room. `open` is in order, as `openIn` gives it; `busy` may be in any order. */
export interface Resource {
  readonly id: string
  readonly open: readonly Open[]
  readonly busy: readonly Span[]
}

export interface Service {
  /** Minutes. */
  readonly length: number
  /** Minutes kept free before and after it. */
  readonly before: number
  readonly after: number
  /** It can begin every so many minutes, counted from each opening. */
  readonly every: number
  /** How many can book the same time of the same person; 1 for what one books alone. */
  readonly places: number
}

/** Times of one service that are booked already, with several places: how many are taken of each. */
export interface Taken {
  readonly resource: string
  readonly start: number
  readonly count: number
}

/** How much can be booked at each minute of a range. */
export interface FreeTimes {
  readonly from: number
  /** By minutes after `from`: of how many resources, or how many places, a start is free. */
  readonly left: Uint16Array
}

/** One resource by itself. @param range - starts lie within it */
export const freeOf = (
  service: Service,
  resource: Resource,
  range: Span,
  taken: readonly Taken[] = [],
): FreeTimes => freeOfAny(service, [resource], range, taken)

/** Any of several: what is left is added up. */
export function freeOfAny(
  service: Service,
  resources: readonly Resource[],
  range: Span,
  taken: readonly Taken[] = [],
): FreeTimes {
  const left = new Uint16Array(Math.max(0, range.until - range.from))
  for (const resource of resources)
    addFree(
      service,
      resource,
      range,
      service.places > 1 ? taken.filter((one) => one.resource === resource.id) : [],
      left,
    )
  return { from: range.from, left }
}

/**
 * So many at once, of several each of whom has room for a whole class: a minute's places are those of the last who is needed. A party
 * is never split over two of them, so nothing is added up.
 */
export function freeOfClass(all: readonly FreeTimes[], { from, until }: Span, needed: number): FreeTimes {
  const left = new Uint16Array(Math.max(0, until - from))
  for (let at = 0; at < left.length; at += 1) {
    const places = all.flatMap((one) => one.left[at] || []).sort((a, b) => b - a)
    left[at] = places[needed - 1] ?? 0
  }
  return { from, left }
}

function addFree(
  { length, before, after, every, places }: Service,
  { open, busy }: Resource,
  range: Span,
  taken: readonly Taken[],
  left: Uint16Array,
): void {
  const buffered = (start: number): Span => ({ from: start - before, until: start + length + after })
  const others = merged(busy)
  const all = taken.length > 0 ? merged([...others, ...taken.map((one) => buffered(one.start))]) : others
  const countOf = new Map(taken.map((one) => [one.start, one.count]))
  let at = 0
  let atOthers = 0
  for (const { from, next, until } of open) {
    const last = Math.min(until - length, next - 1, range.until - 1)
    const skipped = Math.max(0, Math.ceil((range.from - from) / every))
    for (let start = from + skipped * every; start <= last;) {
      const begin = start - before
      while (at < all.length && all[at]!.until <= begin) at += 1
      const busyNext = all[at]
      const lastFree = busyNext ? Math.min(last, busyNext.from - length - after) : last
      for (; start <= lastFree; start += every) left[start - range.from]! += places
      if (!busyNext || start > last) break
      if (busyNext.until <= start - before) continue
      const count = countOf.get(start)
      if (count === undefined) {
        // Nothing begins before what is in the way is over.
        const by = busyNext.until + before - start
        start += countOf.size > 0 ? every : Math.max(1, Math.ceil(by / every)) * every
        continue
      }
      // Its own time keeps others from it, and not those who come along.
      while (atOthers < others.length && others[atOthers]!.until <= start - before) atOthers += 1
      const other = others[atOthers]
      const end = start + length + after
      const isElse =
        (other && other.from < end) ||
        taken.some(
          (one) =>
            one.start !== start && one.start + length + after > start - before && one.start - before < end,
        )
      if (!isElse && count < places) left[start - range.from]! += places - count
      start += every
    }
  }
}

/**
 * Several at once: each group gives so many of its own. Groups have nobody in common, such as people and rooms.
 * @param groups - what is free of any of each, for one range
 */
export function freeOfAll(
  groups: readonly { readonly free: FreeTimes; readonly needed: number }[],
): FreeTimes {
  const [first] = groups
  if (!first) return { from: 0, left: new Uint16Array() }
  if (groups.length === 1 && first.needed === 1) return first.free
  const left = first.free.left.slice()
  for (let at = 0; at < left.length; at += 1) {
    let most = Infinity
    for (let group = 0; group < groups.length && most > 0; group += 1) {
      const { free, needed } = groups[group]!
      most = Math.min(most, Math.floor(free.left[at]! / needed))
    }
    left[at] = most
  }
  return { from: first.free.from, left }
}

/** Starts in order, each with how much is left. */
export function* startsIn({
  from,
  left,
}: FreeTimes): Generator<{ readonly start: number; readonly left: number }> {
  for (let at = 0; at < left.length; at += 1) if (left[at]! > 0) yield { start: from + at, left: left[at]! }
}
