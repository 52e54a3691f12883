/** Which times of a service can be booked, and with whom: a calendar, what is taken in it, and a moment. */
import { exceptionOf } from '../schedule/exceptions'
import {
  freeOf,
  freeOfAll,
  freeOfAny,
  freeOfClass,
  startsIn,
  type FreeTimes,
  type Resource,
  type Taken,
} from '../schedule/freeTimes'
import { readHours } from '../schedule/hours'
import { openIn, type Open, type Opening } from '../schedule/opening'
import type { Span } from '../schedule/spans'
import type { Zone } from '../schedule/zone'
import type { Calendar, CalendarResource, CalendarService } from './shape'

/** Somebody, or a room, is taken up. In minutes since 1970 (UTC), buffers included. */
export interface TakenUp extends Span {
  readonly resource: string
  /** For a booking of this calendar: what of, when it begins, and how many come. */
  readonly session?: { readonly service: string; readonly start: number; readonly count: number }
}

export interface Asked {
  readonly service: CalendarService
  /** With whom, by id; '' for whoever is free. */
  readonly who: string
  /** How many places. */
  readonly count: number
  readonly range: Span
  /** Minutes since 1970. */
  readonly now: number
}

/** A calendar made ready to be asked often. */
export interface ReadyCalendar {
  readonly calendar: Calendar
  readonly zone: Zone
}

export interface FreeTime {
  readonly start: number
  /** How many places can be booked. */
  readonly left: number
}

/** Where it may begin, by how soon and how far ahead it can be booked. */
function within({ service, range, now }: Asked): Span {
  const from = Math.max(range.from, now + service.notice)
  return { from, until: Math.max(from, Math.min(range.until, now + service.aheadDays * 1440)) }
}

/** Minutes around a range in which something taken could be in the way. */
export const reach = (
  { minutes, bufferBefore, bufferAfter }: CalendarService,
  { from, until }: Span,
): Span => ({
  from: from - bufferBefore,
  until: until + minutes + bufferAfter,
})

const coreOf = ({ minutes, bufferBefore, bufferAfter, every, places, hours }: CalendarService) => ({
  length: minutes,
  before: bufferBefore,
  after: bufferAfter,
  // With hours of its own, these alone say when it begins.
  every: hours.length > 0 ? 1 : every,
  places,
})

/** When it takes place by hours of its own: a part of its own in what has to be free. */
function ownTimes(
  { calendar, zone }: ReadyCalendar,
  { hours, minutes, every, places }: CalendarService,
  range: Span,
): { readonly free: FreeTimes; readonly needed: number }[] {
  if (hours.length === 0) return []
  const opening = { hours: hours.flatMap(lineOf), exceptions: calendar.closed.map(exceptionOf), zone }
  const itself = { id: '', open: openIn(opening, range), busy: [] }
  return [{ free: freeOf({ length: minutes, before: 0, after: 0, every, places }, itself, range), needed: 1 }]
}
const lineOf = (line: string) => readHours(line) ?? []

function readyResource(
  { calendar, zone }: ReadyCalendar,
  resource: CalendarResource,
  range: Span,
  busy: readonly Span[],
): Resource {
  let known = openings.get(calendar)
  if (!known) openings.set(calendar, (known = new Map()))
  let opening = known.get(resource.id)
  if (!opening) {
    // Somebody's own exceptions win over holidays that are everybody's.
    const days = [...calendar.closed, ...resource.exceptions]
    const written = JSON.stringify([resource.hours, days])
    opening = known.get(written) ?? {
      hours: resource.hours.flatMap(lineOf),
      exceptions: days.map(exceptionOf),
      zone,
    }
    known.set(resource.id, opening).set(written, opening)
  }
  return { id: resource.id, open: openOf(opening, range), busy }
}
/**
 * Read once for each calendar that is held: a document is never changed, another one takes its place. By the id of somebody, and by
 * their hours as written, so that those with the same hours share one.
 */
const openings = new WeakMap<Calendar, Map<string, Opening>>()

/** The range that was asked for last: all of a house are asked for the same one. */
const lastOpen = new WeakMap<Opening, { readonly range: Span; readonly open: Open[] }>()
function openOf(opening: Opening, range: Span): readonly Open[] {
  const last = lastOpen.get(opening)
  if (last?.range.from === range.from && last.range.until === range.until) return last.open
  const open = openIn(opening, range)
  lastOpen.set(opening, { range, open })
  return open
}

/** Those who are asked for, and which of their times are bookings of the same class. */
function readyOf(
  ready: ReadyCalendar,
  taken: readonly TakenUp[],
  service: CalendarService,
  range: Span,
  ids: readonly string[],
): { readonly resource: Resource; readonly own: Taken[] }[] {
  const wanted = new Set(ids)
  const busy = new Map(
    ids.map((id): [string, { others: Span[]; own: Taken[] }] => [id, { others: [], own: [] }]),
  )
  for (const one of taken) {
    const mine = busy.get(one.resource)
    if (service.places > 1 && one.session?.service === service.id)
      mine?.own.push({ resource: one.resource, ...one.session })
    else mine?.others.push(one)
  }
  return ready.calendar.resources
    .filter(({ id }) => wanted.has(id))
    .map((one) => {
      const { others, own } = busy.get(one.id)!
      return { resource: readyResource(ready, one, range, others), own }
    })
}

const idsFor = (of: readonly string[], place: number, who: string) =>
  place === 0 && who !== '' ? of.filter((id) => id === who) : of

/** Times in order at which it can begin. */
export function freeTimesOf(ready: ReadyCalendar, taken: readonly TakenUp[], asked: Asked): FreeTime[] {
  const { service, who, count } = asked
  const range = within(asked)
  if (range.until <= range.from || !service.isOffered) return []
  const core = coreOf(service)
  const groups = service.needs.map(({ of, count: needed }, place) => {
    const able = readyOf(ready, taken, service, range, idsFor(of, place, who))
    if (service.places === 1)
      return {
        free: freeOfAny(
          core,
          able.map(({ resource }) => resource),
          range,
        ),
        needed,
      }
    const each = able.map(({ resource, own }) => freeOf(core, resource, range, own))
    return { free: freeOfClass(each, range, needed), needed: 1 }
  })
  return [...startsIn(freeOfAll([...ownTimes(ready, service, range), ...groups]))].filter(
    ({ left }) => left >= count,
  )
}

/**
 * Who takes part in a booking at a start: for each need so many of those who are free, the least busy first.
 * @returns undefined when it cannot be booked
 */
export function whoTakes(
  ready: ReadyCalendar,
  taken: readonly TakenUp[],
  asked: Omit<Asked, 'range'> & { readonly start: number },
): string[] | undefined {
  const { service, who, count, start } = asked
  const range = within({ ...asked, range: { from: start, until: start + 1 } })
  if (range.until <= range.from || !service.isOffered) return undefined
  if (ownTimes(ready, service, range).some(({ free }) => free.left[0] === 0)) return undefined
  const load = new Map<string, number>()
  for (const one of taken) load.set(one.resource, (load.get(one.resource) ?? 0) + one.until - one.from)
  const loadOf = (id: string) => load.get(id) ?? 0
  const chosen = service.needs.flatMap(({ of, count: needed }, place) => {
    const able = readyOf(ready, taken, service, range, idsFor(of, place, who))
      .filter(({ resource, own }) => freeOf(coreOf(service), resource, range, own).left[0]! >= count)
      .map(({ resource }) => resource.id)
      .sort((a, b) => loadOf(a) - loadOf(b))
    return able.length >= needed ? [able.slice(0, needed)] : []
  })
  return chosen.length === service.needs.length ? chosen.flat() : undefined
}

/** Times of each question, in order. @param isFirst - only the first of each is wanted */
export const timesOfEach = (
  ready: ReadyCalendar,
  taken: readonly TakenUp[],
  asked: readonly Asked[],
  isFirst: boolean,
): FreeTime[][] =>
  asked.map((one) => {
    const times = freeTimesOf(ready, taken, one)
    return isFirst ? times.slice(0, 1) : times
  })

/** A question for whoever is free first, and for each whom one can choose. */
export const askedOfEach = (asked: Omit<Asked, 'who'>): Asked[] =>
  ['', ...asked.service.needs[0]!.of].map((who) => ({ ...asked, who }))

/** The soonest time of each who was asked for. @param times - of each question, in the same order */
export const soonestIn = (
  asked: readonly Asked[],
  times: readonly (readonly FreeTime[])[],
): { readonly who: string; readonly start: number }[] =>
  asked.flatMap(({ who }, at) => times[at]!.slice(0, 1).map(({ start }) => ({ who, start })))
