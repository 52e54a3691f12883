/**
 * Free times, as visitors and those of the house ask for them. Most questions cost a few milliseconds and are answered at once; one over
 * years, or of a hundred people, is worked out in a thread, so that nobody else's request waits for it.
 */
import { freeTimesOf, reach, type Asked, type FreeTime, type TakenUp } from '@/core/booking/free'
import type { CalendarService } from '@/core/booking/shape'
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
  const all = asked.map((one) => freeTimesOf(known, taken, one))
  return isFirst ? all.map((times) => times.slice(0, 1)) : all
}

/** Who is not asked for is not looked up either. */
export const forWho = (service: CalendarService, who: string): CalendarService => {
  const [need, ...more] = service.needs
  const wanted = who === '' ? need!.of : need!.of.filter((id) => id === who)
  return { ...service, needs: [{ ...need!, of: wanted }, ...more] }
}

/** Minutes that are looked through at a time. */
const windowMinutes = 40 * 1440

/**
 * Times from the beginning of the range on, until there are enough: most services have something soon, and years ahead need not be
 * looked through for it.
 */
export async function soonFreeTimes(
  known: KnownCalendar,
  asked: Asked,
  isEnough: (times: readonly FreeTime[]) => boolean,
): Promise<FreeTime[]> {
  const { from, until } = asked.range
  const times: FreeTime[] = []
  for (let at = from; at < until && !isEnough(times); at += windowMinutes)
    times.push(
      ...(await freeTimesIn(known, {
        ...asked,
        range: { from: at, until: Math.min(until, at + windowMinutes) },
      })),
    )
  return times
}

/** Times in order. */
export async function freeTimesIn(known: KnownCalendar, asked: Asked): Promise<FreeTime[]> {
  const service = forWho(asked.service, asked.who)
  const taken = await takenIn(known, [service], reach(service, asked.range))
  return (await freeTimesOfAll(known, taken, [{ ...asked, service }], false))[0]!
}
