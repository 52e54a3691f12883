/** Hours of a week as spans that are dragged, and back into lines such as `Mo-Fr 09:00-17:30`. */
import { readHours, writeHours } from '@/core/schedule/hours'

export interface Stretch {
  /** 0 Monday … 6 Sunday */
  readonly day: number
  /** Minutes since midnight. */
  readonly from: number
  /** More than a day's minutes where it is after midnight. */
  readonly until: number
}

export const dayMinutes = 24 * 60
/** What is dragged snaps to it. */
export const stepMinutes = 15
const least = stepMinutes

export const stretchesOf = (lines: readonly string[]): Stretch[] =>
  lines
    .flatMap((line) => {
      const hours = readHours(line)
      return hours ? hours.days.map((day) => ({ day, from: hours.from, until: hours.until })) : []
    })
    .sort(byTime)

const byTime = (a: Stretch, b: Stretch) => a.day - b.day || a.from - b.from

/** Days with the same hours share a line. */
export function linesOf(stretches: readonly Stretch[]): string[] {
  const days = new Map<string, { from: number; until: number; days: number[] }>()
  for (const { day, from, until } of joined(stretches)) {
    const key = `${from} ${until}`
    const line = days.get(key)
    if (line) line.days.push(day)
    else days.set(key, { from, until, days: [day] })
  }
  return [...days.values()].sort((a, b) => a.days[0]! - b.days[0]! || a.from - b.from).map(writeHours)
}

/** What overlaps or touches within a day becomes one. */
export function joined(stretches: readonly Stretch[]): Stretch[] {
  const all: Stretch[] = []
  for (const one of [...stretches].sort(byTime)) {
    const last = all.at(-1)
    if (last && last.day === one.day && one.from <= last.until)
      all[all.length - 1] = { ...last, until: Math.max(last.until, one.until) }
    else all.push(one)
  }
  return all
}

const snapped = (minutes: number) => Math.round(minutes / stepMinutes) * stepMinutes
const within = (value: number, from: number, until: number) => Math.max(from, Math.min(until, value))

/** To another time or day, as long as it was. */
export function movedBy(one: Stretch, minutes: number, days = 0): Stretch {
  const length = one.until - one.from
  const from = within(snapped(one.from + minutes), 0, dayMinutes - stepMinutes)
  return { day: within(one.day + days, 0, 6), from, until: from + length }
}
/** Its beginning or its end moves; it stays as long as one step at least, and no longer than a day. */
export function stretchedBy(one: Stretch, edge: 'from' | 'until', minutes: number): Stretch {
  return edge === 'from'
    ? { ...one, from: within(snapped(one.from + minutes), 0, Math.min(one.until, dayMinutes) - least) }
    : { ...one, until: within(snapped(one.until + minutes), one.from + least, one.from + dayMinutes) }
}
/** Drawn from one minute to another, in either direction. */
export function drawn(day: number, one: number, other: number): Stretch {
  const from = within(Math.floor(Math.min(one, other) / stepMinutes) * stepMinutes, 0, dayMinutes - least)
  const until = within(Math.ceil(Math.max(one, other) / stepMinutes) * stepMinutes, from + least, dayMinutes)
  return { day, from, until }
}
