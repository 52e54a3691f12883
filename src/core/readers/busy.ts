/** When a calendar (RFC 5545) says that somebody is busy. What repeats blocks exactly its dates. */
import { dayMs } from '../schedule/civil'
import { merged, type Span } from '../schedule/spans'
import { instantOf, type Zone, type ZoneLookup } from '../schedule/zone'
import { lineOf, plainText, readComponents, type Component } from './contentLines'
import { componentsNamed, endOf, mostSteps, readTime, startsOf, zonesOf, type Time } from './iCalendar'

export interface BusyContext {
  /** What is asked for, in minutes since 1970 (UTC). */
  readonly range: Span
  readonly zones: ZoneLookup
  /** The zone in which whole days, and times without a zone, are taken to be. */
  readonly home: Zone
  /** Events that are ours: they are known already. */
  readonly isOwn: (uid: string) => boolean
}

const minuteMs = 60_000

/** In order, without overlap. What cannot be read blocks nothing. */
export function busyIn(text: string, { range, zones: lookup, home, isOwn }: BusyContext): Span[] {
  const { root } = readComponents(text)
  const zones = zonesOf(root, { zones: lookup })
  const uidOf = (event: Component) => plainText(lineOf(event, 'UID'))
  const events = componentsNamed(root, 'VEVENT').filter((event) => !isOwn(uidOf(event)))
  const replaced = new Map<string, Set<number>>()
  const at = (time: Time) => instantOf(time.wall, time.zone ?? home)
  for (const event of events) {
    const line = lineOf(event, 'RECURRENCE-ID')
    const time = line && readTime(line, zones)
    // By its instant: an exception may be written in another zone than its series.
    if (time) replaced.set(uidOf(event), (replaced.get(uidOf(event)) ?? new Set()).add(at(time)))
  }
  const steps = { left: mostSteps }
  const [from, until] = [range.from * minuteMs, range.until * minuteMs]
  const spans: Span[] = []
  for (const event of events) {
    if (isFree(event)) continue
    const startLine = lineOf(event, 'DTSTART')
    const start = startLine && readTime(startLine, zones)
    const end = start && endOf(event, start, zones)
    if (!start || !end) continue
    const isOne = lineOf(event, 'RECURRENCE-ID') !== undefined
    const isSameClock = end.zone === start.zone
    const walls = isOne
      ? [start.wall]
      : startsOf(event, start, zones, {
          from: from - dayMs - Math.max(0, end.wall - start.wall),
          to: until + dayMs,
          steps,
        })
    for (const wall of walls) {
      const begins = at({ ...start, wall })
      if (begins >= until) break
      if (!isOne && replaced.get(uidOf(event))?.has(begins)) continue
      // A wall clock tells how long it lasts, also over a change of the clocks.
      const ends = isSameClock
        ? at({ ...end, wall: wall + end.wall - start.wall })
        : begins + at(end) - at(start)
      if (ends > from) spans.push({ from: Math.floor(begins / minuteMs), until: Math.ceil(ends / minuteMs) })
    }
  }
  return merged(
    spans.map((one) => ({ from: Math.max(one.from, range.from), until: Math.min(one.until, range.until) })),
  )
}

/** Says of itself that it takes no time, or does not take place. */
const isFree = (event: Component): boolean =>
  lineOf(event, 'TRANSP')?.value.trim().toUpperCase() === 'TRANSPARENT' ||
  lineOf(event, 'STATUS')?.value.trim().toUpperCase() === 'CANCELLED'
