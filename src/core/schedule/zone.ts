/** Time zones: wall times to instants and back. A zone comes from the platform (by name) or from a calendar's own definition. */
import { dayMs } from './civil'
import { occurrencesOf, type Rule } from './recurrence'

export interface Zone {
  readonly name: string
  /** Minutes east of UTC that hold at a wall time. In a gap: as before it; where a time comes twice: at the first. (RFC 5545, 3.3.5) */
  offsetAtWall(wall: number): number
}

/** Names of zones → minutes east of UTC at an instant; undefined for a name that nobody knows. */
export type ZoneLookup = (name: string) => ((ms: number) => number) | undefined

export const instantOf = (wall: number, zone: Zone): number => wall - zone.offsetAtWall(wall) * 60_000
export const utc: Zone = { name: 'UTC', offsetAtWall: () => 0 }

export function zoneFromOffsets(name: string, offsetAt: (ms: number) => number): Zone {
  return {
    name,
    offsetAtWall(wall) {
      const before = offsetAt(wall - dayMs)
      const after = offsetAt(wall + dayMs)
      if (before === after) return before
      if (offsetAt(wall - before * 60_000) === before) return before
      return offsetAt(wall - after * 60_000) === after ? after : before
    },
  }
}

/** One STANDARD or DAYLIGHT part of a VTIMEZONE (RFC 5545, 3.6.5). Offsets in minutes, possibly with fractions. */
export interface ZonePart {
  readonly start: number
  readonly from: number
  readonly to: number
  readonly rules: readonly { readonly rule: Rule; readonly until: number }[]
  /** Wall times of further onsets. */
  readonly dates: readonly number[]
}

interface Onset {
  readonly wall: number
  readonly from: number
  readonly to: number
}

/** Days looked at for the onsets of one zone: a yearly rule has room for ten thousand years, one that changes each second ends soon. */
const mostSteps = 500_000

export function zoneFromParts(name: string, parts: readonly ZonePart[]): Zone {
  const steps = { left: mostSteps }
  const sources = parts.flatMap((part) => [
    {
      part,
      walls: [part.start, ...part.dates][Symbol.iterator]() as Iterator<number>,
      until: Infinity,
      done: false,
    },
    ...part.rules.map(({ rule, until }) => ({
      part,
      walls: occurrencesOf(rule, part.start, { steps }) as Iterator<number>,
      until,
      done: false,
    })),
  ])
  let onsets: Onset[] = []
  let known = -Infinity
  const extend = (wall: number) => {
    if (wall < known) return
    // A few years on at a time, so that few askings pay for it.
    known = wall + 5 * 366 * dayMs
    for (const source of sources) {
      while (!source.done) {
        const { value, done } = source.walls.next()
        if (done || value > source.until) source.done = true
        else {
          onsets.push({ wall: value, from: source.part.from, to: source.part.to })
          if (value > known) break
        }
      }
    }
    onsets = onsets.sort((a, b) => a.wall - b.wall)
  }
  return {
    name,
    offsetAtWall(wall) {
      extend(wall)
      let low = 0
      let high = onsets.length
      while (low < high) {
        const middle = (low + high) >> 1
        if (onsets[middle]!.wall <= wall) low = middle + 1
        else high = middle
      }
      const onset = onsets[low - 1]
      if (!onset) return onsets[0]?.from ?? 0
      const isGap = wall < onset.wall + (onset.to - onset.from) * 60_000
      return isGap ? onset.from : onset.to
    },
  }
}
