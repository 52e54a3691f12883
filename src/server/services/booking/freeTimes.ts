/**
 * Free times, as visitors and those of the house ask for them. Most questions cost a few milliseconds and are answered at once; one over
 * years, or of a hundred people, is worked out in a thread, so that nobody else's request waits for it.
 */
import { reach, timesOfEach, type Asked, type FreeTime, type TakenUp } from '@/core/booking/free'
import type { CalendarService } from '@/core/booking/shape'
import { dayIn } from '@/core/booking/when'
import { inThread } from '../../threads/inThread'
import type { KnownCalendar } from './calendarBody'
import { takenIn } from './taking'

/** Measured: what one person's day takes in openings, buffers and bookings. */
const msAPersonDay = 0.0025
/** Below it the way to a thread costs as much as the answer. */
const inlineMs = 10

/** About how long questions take, in ms of a processor. */
export const workOf = (asked: readonly Asked[]): number =>
  asked.reduce((sum, { service, who, range }) => {
    const people = service.needs.reduce((all, { of }, at) => all + (at === 0 && who ? 1 : of.length), 0)
    const days = Math.min(range.until - range.from, service.aheadDays * 1440) / 1440
    return sum + people * Math.max(1, days) * msAPersonDay
  }, 0)

/** @param isFirst - only the first time of each is wanted @returns times of each question, in order */
export async function freeTimesOfAll(
  known: KnownCalendar,
  taken: readonly TakenUp[],
  asked: readonly Asked[],
  isFirst: boolean,
): Promise<FreeTime[][]> {
  if (workOf(asked) > inlineMs)
    return inThread('freeTimes', { calendar: known.calendar, taken, asked, isFirst })
  return timesOfEach(known, taken, asked, isFirst)
}

/** Who is not asked for is not looked up either. */
export const forWho = (service: CalendarService, who: string): CalendarService => {
  const [need, ...more] = service.needs
  const wanted = who === '' ? need!.of : need!.of.filter((id) => id === who)
  return { ...service, needs: [{ ...need!, of: wanted }, ...more] }
}

/** Minutes that are looked through at a time. */
const windowMinutes = 40 * 1440

export interface FreeDays {
  /** Each day in words, with its starts. */
  readonly days: ReadonlyMap<string, readonly number[]>
  /** The first start after them; undefined when there is none. */
  readonly next: number | undefined
}

/**
 * The first days of a range on which something is free. Looking ends as soon as they are found: most services have something soon, and
 * years ahead need not be looked through for it.
 */
export async function firstFreeDays(
  known: KnownCalendar,
  asked: Asked,
  { locale, maxDays }: { readonly locale: string; readonly maxDays: number },
): Promise<FreeDays> {
  const { from, until } = asked.range
  const days = new Map<string, number[]>()
  for (let at = from; at < until; at += windowMinutes) {
    const range = { from: at, until: Math.min(until, at + windowMinutes) }
    for (const { start } of await freeTimesIn(known, { ...asked, range })) {
      const day = dayIn(start, locale, known.calendar.zone)
      if (!days.has(day) && days.size === maxDays) return { days, next: start }
      days.set(day, [...(days.get(day) ?? []), start])
    }
  }
  return { days, next: undefined }
}

/** Times in order. */
export async function freeTimesIn(known: KnownCalendar, asked: Asked): Promise<FreeTime[]> {
  const service = forWho(asked.service, asked.who)
  const taken = await takenIn(known, [service], reach(service, asked.range))
  return (await freeTimesOfAll(known, taken, [{ ...asked, service }], false))[0]!
}
