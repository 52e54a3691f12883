/** Whether a place is open, until when, or when it opens next: by its hours of the week and its own clock. */
import { dayMs, weekdayOf } from './civil'
import { readHours } from './hours'
import { openIn, type Exception } from './opening'
import type { Span } from './spans'
import { zoneFromOffsets } from './zone'

/** Moments are minutes since 1970 (UTC). */
export interface OpenState {
  readonly isOpen: boolean
  /** For a week at least. */
  readonly isAlways: boolean
  /** When it closes, or opens; undefined where it never does. */
  readonly turns: number | undefined
  /** Days from today to the one on which it opens; 0 while it is open. */
  readonly daysAway: number
  /** Of its opening, Monday 0. */
  readonly weekday: number
  /** Openings of today, in minutes since midnight. */
  readonly today: readonly Span[]
  /** Minutes since midnight. */
  readonly now: number
}

const dayMinutes = 24 * 60
/** Nearly everything opens within this; each day costs time at every question. */
const nearDays = 8
/** Longer than anything is shut for its holidays and still says when it opens. */
const farDays = 60

/**
 * @param offsetAt - of the place's zone, minutes east of UTC
 * @param nowMs - an instant
 * @returns undefined where no line of the week can be read
 */
export function openState(
  lines: readonly string[],
  offsetAt: (ms: number) => number,
  nowMs: number,
  exceptions: readonly Exception[] = [],
): OpenState | undefined {
  const hours = lines.flatMap((line) => readHours(line) ?? [])
  const zone = zoneFromOffsets('', offsetAt)
  if (hours.length === 0) return undefined
  const now = Math.floor(nowMs / 60_000)
  const within = (days: number) =>
    openIn({ hours, exceptions, zone }, { from: now - dayMinutes, until: now + days * dayMinutes })
  const near = within(nearDays)
  const opens = near.some(({ until }) => until > now) ? near : within(farDays)
  const current = opens.find(({ from, until }) => from <= now && now < until)
  const next = current ?? opens.find(({ from }) => from > now)
  const dayOf = (minute: number) => Math.floor((minute * 60_000 + offsetAt(minute * 60_000) * 60_000) / dayMs)
  const today = dayOf(now)
  const opening = current ? today : next ? dayOf(next.from) : today
  return {
    isOpen: current !== undefined,
    isAlways: current !== undefined && current.until - now > 7 * dayMinutes,
    turns: current?.until ?? next?.from,
    daysAway: opening - today,
    weekday: weekdayOf(opening),
    today: (
      exceptions.findLast(({ first, last }) => first <= today && today <= last)?.open ??
      hours.filter(({ days }) => days.includes(weekdayOf(today)))
    )
      .map(({ from, until }) => ({ from, until }))
      .sort((a, b) => a.from - b.from),
    now: now + offsetAt(nowMs) - today * dayMinutes,
  }
}

export interface OpenNow {
  readonly isOpen: boolean
  /** Instant (ms, UTC) at which that changes; undefined when it does not for a week at least. */
  readonly changesAt: number | undefined
}
const always = ['Mo-Su 00:00-24:00']

/** Tells when something is open that is always open unless it has hours: a telephone, a counter. */
export function openAt(
  lines: readonly string[],
  now: number,
  offsetAt: (ms: number) => number,
  exceptions: readonly Exception[] = [],
): OpenNow {
  const state = openState(lines, offsetAt, now, exceptions) ?? openState(always, offsetAt, now, exceptions)
  const { isOpen, isAlways, turns } = state!
  return { isOpen, changesAt: turns === undefined || isAlways ? undefined : turns * 60_000 }
}
