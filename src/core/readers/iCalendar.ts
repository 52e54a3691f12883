/**
 * iCalendar (RFC 5545, with RFC 7986's names, pictures and colours) and vCalendar 1.0. One item for each event; what
 * repeats tells its dates within the span that was asked for.
 */
import { findIana } from 'windows-iana'
import type { Location, ReadItem } from '../items/item'
import { oneLine, textOf } from '../items/text'
import { dayMs } from '../schedule/civil'
import { readMoment, readOffset, writeMoment, type Moment } from '../schedule/moment'
import { occurrencesOf, parseRule, type Limits } from '../schedule/recurrence'
import { instantOf, utc, zoneFromOffsets, zoneFromParts, type Zone, type ZonePart } from '../schedule/zone'
import {
  carried,
  isClosed,
  lineOf,
  linesOf,
  parameterOf,
  pictureOf,
  plainText,
  readComponents,
  readPoint,
  splitEscaped,
  unfolded,
  type Component,
  type ContentLine,
} from './contentLines'
import type { ReadContext, ReadProblem, Reader } from './reader'
import { resolve } from './address'

export const iCalendar: Reader = {
  id: 'icalendar',
  label: 'calendar',
  sniff: (head, { contentType }) =>
    /^\s*BEGIN\s*:\s*VCALENDAR/im.test(unfolded(head))
      ? 1
      : /^BEGIN:VEVENT/im.test(head)
        ? 0.8
        : /text\/calendar/i.test(contentType ?? '') && /^[A-Z-]+[;:]/m.test(head)
          ? 0.6
          : 0,
  read(text, context) {
    const { root, problems } = readComponents(text)
    const calendar = root.parts.find((part) => part.name === 'VCALENDAR') ?? root
    const zones = zonesOf(root, context)
    const events = componentsNamed(root, 'VEVENT')
    const replaced = new Map<string, Set<number>>()
    for (const event of events) {
      const line = lineOf(event, 'RECURRENCE-ID')
      const time = line && readTime(line, zones)
      const uid = plainText(lineOf(event, 'UID'))
      if (time) replaced.set(uid, (replaced.get(uid) ?? new Set()).add(time.wall))
    }
    const steps = { left: mostSteps }
    const items = events.map((event, at) =>
      readEvent(event, at, { zones, context, problems, replaced, steps }),
    )
    if (steps.left < 0)
      problems.push({
        where: 'what repeats',
        what: 'there is more of it than can be worked out',
        done: 'some of its dates were left out',
      })
    return {
      feed: {
        title: oneLine(plainText(lineOf(calendar, 'NAME', 'X-WR-CALNAME'))) || undefined,
        description: oneLine(plainText(lineOf(calendar, 'DESCRIPTION', 'X-WR-CALDESC'))) || undefined,
        url: resolve(lineOf(calendar, 'URL')?.value, context.url),
        image: resolve(lineOf(calendar, 'IMAGE')?.value, context.url),
      },
      items,
      problems,
    }
  },
  example:
    'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//kiln//EN\r\nX-WR-CALNAME:Kiln days\r\nBEGIN:VEVENT\r\nUID:1@kiln.example\r\nDTSTART;TZID=Europe/London:20260302T190000\r\nSUMMARY:First firing\r\nRRULE:FREQ=WEEKLY;COUNT=3\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n',
}

export function componentsNamed(component: Component, name: string): Component[] {
  return component.parts.flatMap((part) => [
    ...(part.name === name ? [part] : []),
    ...componentsNamed(part, name),
  ])
}

export type Time = Moment & { readonly zone: Zone | undefined }

export type Zones = (name: string) => Zone | undefined

export function readTime(line: ContentLine, zones: Zones, value = line.value): Time | undefined {
  const moment = readMoment(value.replace(/^["']|["']$/g, ''))
  if (!moment) return undefined
  // Some say DATE and write a time all the same: what is written counts, midnight apart.
  const isDay =
    moment.isDay || (parameterOf(line, 'VALUE')?.toUpperCase() === 'DATE' && moment.wall % dayMs === 0)
  if (isDay) return { wall: Math.floor(moment.wall / dayMs) * dayMs, isDay, zone: undefined }
  return { wall: moment.wall, isDay, zone: moment.zone ?? zones(parameterOf(line, 'TZID') ?? '') }
}

/**
 * A name of the platform's zone data means that zone, also at the end of a longer name: its data is whole, where
 * definitions in calendars often hold for one year only. Then the calendar's own definition, then desktop systems' names.
 */
export function zonesOf(root: Component, context: Pick<ReadContext, 'zones'>): Zones {
  const found = new Map<string, Zone | undefined>()
  const own = new Map(
    componentsNamed(root, 'VTIMEZONE').map((part) => [plainText(lineOf(part, 'TZID')), part]),
  )
  const byName = (name: string): Zone | undefined => {
    if (/^(utc|gmt|z|etc\/(utc|gmt))$/i.test(name)) return utc
    const offsetAt = context.zones?.(name)
    return offsetAt && zoneFromOffsets(name, offsetAt)
  }
  /** Letters of the longest name in the zone data, and some. */
  const longestZone = 60
  const find = (name: string): Zone | undefined => {
    const [ending] = /[A-Za-z_]+\/[A-Za-z_+-]+(?:\/[A-Za-z_]+)?$/.exec(name.slice(-longestZone)) ?? []
    const part = own.get(name)
    const named = byName(name) ?? (ending ? byName(ending) : undefined)
    if (named) return named
    if (part?.parts.length) return zoneIn(part, name)
    const [desktop] = findIana(name)
    return desktop ? byName(desktop) : undefined
  }
  return (name) => {
    if (!name) return undefined
    if (!found.has(name)) found.set(name, find(name))
    return found.get(name)
  }
}

export function zoneIn(component: Component, name: string): Zone {
  const parts = component.parts
    .filter((part) => part.name === 'STANDARD' || part.name === 'DAYLIGHT')
    .map((part): ZonePart => {
      const from = readOffset(lineOf(part, 'TZOFFSETFROM')?.value ?? lineOf(part, 'TZOFFSETTO')?.value ?? '')
      const wallOf = (value: string) => {
        const moment = readMoment(value)
        return moment && (moment.zone ? moment.wall + from * 60_000 : moment.wall)
      }
      return {
        start: wallOf(lineOf(part, 'DTSTART')?.value ?? '') ?? 0,
        from,
        to: readOffset(lineOf(part, 'TZOFFSETTO')?.value ?? ''),
        dates: linesOf(part, 'RDATE').flatMap((line) =>
          line.value.split(',').flatMap((one) => wallOf(one) ?? []),
        ),
        rules: linesOf(part, 'RRULE').flatMap((line) => {
          const rule = parseRule(line.value)
          return rule ? [{ rule, until: rule.until ? (wallOf(rule.until) ?? Infinity) : Infinity }] : []
        }),
      }
    })
  return zoneFromParts(name, parts)
}

/** Days and moments that are looked at for the dates of one calendar: seconds of work, where everyday calendars take hundredths. */
export const mostSteps = 1_000_000

interface Surroundings {
  readonly zones: Zones
  readonly steps: { left: number }
  readonly context: ReadContext
  readonly problems: ReadProblem[]
  readonly replaced: ReadonlyMap<string, ReadonlySet<number>>
}

function readEvent(event: Component, at: number, around: Surroundings): ReadItem {
  const { zones, context, problems } = around
  const name = oneLine(plainText(lineOf(event, 'SUMMARY')))
  const closed = isClosed(event)
  // Problems are read by everybody: what is private is not named in them.
  const where = `event ${at + 1}${name && !closed ? ` (${name.slice(0, 40)})` : ''}, line ${event.at}`
  const startLine = lineOf(event, 'DTSTART')
  const start = startLine && readTime(startLine, zones)
  if (!start)
    problems.push({
      where,
      what: startLine
        ? `“${startLine.value.slice(0, 40)}” cannot be understood as a time`
        : 'it does not say when it starts',
      done: 'the event has no date',
    })
  const zoneName = parameterOf(startLine, 'TZID')
  if (start && !start.isDay && zoneName && !start.zone)
    problems.push({
      where,
      what: `the time zone “${zoneName}” is not known`,
      done: 'the time was taken as it stands, on any clock',
    })
  const end = start && endOf(event, start, zones)
  const status = lineOf(event, 'STATUS')?.value.trim().toUpperCase()
  const description = plainText(lineOf(event, 'DESCRIPTION'))
  const marked =
    linesOf(event, 'X-ALT-DESC').find((line) => /html/i.test(parameterOf(line, 'FMTTYPE') ?? '')) ??
    (/^\s*<(html|p|div|br|ul|table)\b/i.test(description) ? lineOf(event, 'DESCRIPTION') : undefined)
  const url = resolve(lineOf(event, 'URL')?.value, context.url)
  const organiser = lineOf(event, 'ORGANIZER')
  const recurrence = lineOf(event, 'RECURRENCE-ID')
  const recurrenceTime = recurrence && readTime(recurrence, zones)
  const rules = linesOf(event, 'RRULE').map((line) => line.value.trim())
  return {
    type: 'Event',
    guid: plainText(lineOf(event, 'UID')).trim() || undefined,
    url,
    name,
    text: marked ? textOf(plainText(marked)) : description.trim() || undefined,
    html: marked ? plainText(marked) : undefined,
    image: picturesOf(event, url ?? context.url),
    author:
      organiser && parameterOf(organiser, 'CN')
        ? { name: oneLine(parameterOf(organiser, 'CN')!) }
        : undefined,
    datePublished: instant(lineOf(event, 'CREATED'), zones),
    dateModified: instant(lineOf(event, 'LAST-MODIFIED', 'DTSTAMP'), zones),
    keywords: linesOf(event, 'CATEGORIES')
      .flatMap((line) => splitEscaped(carried(line), ',').map(oneLine))
      .filter(Boolean),
    inLanguage: parameterOf(lineOf(event, 'SUMMARY'), 'LANGUAGE'),
    startDate: start && writeMoment(start),
    endDate: end && writeMoment(end.isDay ? lastDay(start, end) : end),
    timeZone: start?.zone?.name,
    eventStatus:
      status === 'CANCELLED' ? 'EventCancelled' : status === 'TENTATIVE' ? 'EventPostponed' : undefined,
    repeats: rules.length > 0 ? rules : undefined,
    dates:
      start && context.span && (rules.length > 0 || linesOf(event, 'RDATE').length > 0)
        ? datesWithin(event, start, context.span, around)
        : undefined,
    recurrenceId: recurrenceTime && writeMoment(recurrenceTime),
    location: locationOf(event),
    visibility: closed ? 'private' : undefined,
    hiddenBecause: closed
      ? `the calendar marks it ${lineOf(event, 'CLASS')!.value.trim().toLowerCase()}`
      : undefined,
  }
}

function instant(line: ContentLine | undefined, zones: Zones): string | undefined {
  const time = line && readTime(line, zones)
  if (!time) return undefined
  const date = new Date(instantOf(time.wall, time.zone ?? utc))
  return Number.isNaN(date.getTime()) ? undefined : date.toISOString()
}

const maxDurationMs = 100 * 366 * dayMs

/** Weeks, days and parts of a day (RFC 5545, 3.3.6). @returns ms; undefined for what is none, or longer than a hundred years */
export function readDuration(value: string): number | undefined {
  const [all, sign, weeks, days, hours, minutes, seconds] =
    /^\s*([+-])?P(?:(\d+)W)?(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?\s*$/i.exec(value) ?? []
  if (all === undefined) return undefined
  const total =
    (Number(weeks ?? 0) * 7 + Number(days ?? 0)) * dayMs +
    ((Number(hours ?? 0) * 60 + Number(minutes ?? 0)) * 60 + Number(seconds ?? 0)) * 1000
  // Nothing lasts longer than a life; what does leads to dates that no clock knows.
  if (total > maxDurationMs) return undefined
  return sign === '-' ? -total : total
}

/** DTEND is the day after the last one; items name the last day itself, as schema.org does. */
const lastDay = (start: Time, end: Time): Time => ({ ...end, wall: Math.max(start.wall, end.wall - dayMs) })

export function endOf(event: Component, start: Time, zones: Zones): Time | undefined {
  const line = lineOf(event, 'DTEND')
  const end = line && readTime(line, zones)
  if (end && (end.zone !== start.zone || end.wall >= start.wall)) return end
  const lasts = readDuration(lineOf(event, 'DURATION')?.value ?? '')
  if (lasts !== undefined && lasts >= 0) return { ...start, wall: start.wall + lasts }
  return start.isDay ? { ...start, wall: start.wall + dayMs } : undefined
}

/** At most so many dates of one event are told. */
const mostDates = 500

/** The starts of a repeated event, as wall times in its own zone, ascending, each once (RFC 5545, 3.8.5). Within the limits, some earlier ones may come all the same. */
export function* startsOf(
  event: Component,
  start: Time,
  zones: Zones,
  limits: Limits = {},
): Generator<number> {
  const wallHere = (line: ContentLine, value: string): number | undefined => {
    const time = readTime(line, zones, value.split('/')[0]!)
    if (!time) return undefined
    if (start.isDay) return Math.floor(time.wall / dayMs) * dayMs
    if (time.isDay) return time.wall
    return time.zone && start.zone && time.zone !== start.zone
      ? wallAt(instantOf(time.wall, time.zone), start.zone)
      : time.wall
  }
  const walls = (...names: string[]) =>
    linesOf(event, ...names).flatMap((line) =>
      line.value.split(',').flatMap((one) => wallHere(line, one) ?? []),
    )
  const series = (name: string) =>
    linesOf(event, name).flatMap((line) => {
      const rule = parseRule(line.value)
      return rule ? [untilEnd(occurrencesOf(rule, start.wall, limits), untilWall(rule.until, start))] : []
    })
  const excluded = new Set(walls('EXDATE'))
  const wholeDays = new Set(
    linesOf(event, 'EXDATE')
      .filter((line) => parameterOf(line, 'VALUE')?.toUpperCase() === 'DATE')
      .flatMap((line) => line.value.split(',').flatMap((one) => readMoment(one)?.wall ?? [])),
  )
  const notThose = merged(series('EXRULE'))
  let not = notThose.next()
  for (const wall of merged([
    [start.wall][Symbol.iterator](),
    walls('RDATE')
      .sort((a, b) => a - b)
      [Symbol.iterator](),
    ...series('RRULE'),
  ])) {
    while (!not.done && not.value < wall) not = notThose.next()
    if (
      !excluded.has(wall) &&
      !wholeDays.has(Math.floor(wall / dayMs) * dayMs) &&
      (not.done || not.value !== wall)
    )
      yield wall
  }
}

/** Two of one zone's walls may be an hour apart in UTC terms: asked for twice, the second is exact. */
const wallAt = (ms: number, zone: Zone) =>
  ms + zone.offsetAtWall(ms + zone.offsetAtWall(ms) * 60_000) * 60_000

function untilWall(until: string | undefined, start: Time): number {
  const moment = until ? readMoment(until) : undefined
  if (!moment) return Infinity
  if (moment.isDay) return moment.wall + dayMs - 1
  return moment.zone && start.zone ? wallAt(instantOf(moment.wall, moment.zone), start.zone) : moment.wall
}

function* untilEnd(walls: Iterable<number>, until: number): Generator<number> {
  for (const wall of walls) {
    if (wall > until) return
    yield wall
  }
}

/** Several ascending series as one, each value once. */
function* merged(series: readonly Iterator<number>[]): Generator<number> {
  const heads = series.map((one) => ({ one, next: one.next() }))
  for (;;) {
    const least = Math.min(...heads.map(({ next }) => (next.done ? Infinity : next.value)))
    if (least === Infinity) return
    yield least
    for (const head of heads) while (!head.next.done && head.next.value === least) head.next = head.one.next()
  }
}

function datesWithin(
  event: Component,
  start: Time,
  span: { from: number; to: number },
  { zones, replaced, steps }: Surroundings,
): string[] {
  const taken = replaced.get(plainText(lineOf(event, 'UID'))) ?? new Set<number>()
  const dates: string[] = []
  // A wall time lies within a day of its instant.
  for (const wall of startsOf(event, start, zones, { from: span.from - dayMs, to: span.to + dayMs, steps })) {
    const at = instantOf(wall, start.zone ?? utc)
    if (at > span.to || dates.length === mostDates) break
    if (at >= span.from && !taken.has(wall)) dates.push(writeMoment({ ...start, wall }))
  }
  return dates
}

function locationOf(event: Component): Location | undefined {
  const name = oneLine(plainText(lineOf(event, 'LOCATION')))
  const point = readPoint(lineOf(event, 'GEO')?.value ?? '')
  return name || point ? { name: name || undefined, ...point } : undefined
}

const picturesOf = (event: Component, base: string | undefined) =>
  linesOf(event, 'IMAGE', 'ATTACH').flatMap((line) => {
    const isPicture =
      line.name === 'IMAGE' ||
      /^image\//i.test(parameterOf(line, 'FMTTYPE') ?? '') ||
      /\.(jpe?g|png|gif|webp|avif)(\?|$)/i.test(line.value)
    const url = isPicture ? pictureOf(line, base) : undefined
    return url ? [{ url }] : []
  })
