/** Time zones as tables, made once by Temporal from the platform's own data. Calendars are asked by them. */
import { LRUCache } from 'lru-cache'
import { Temporal } from 'temporal-polyfill'
import { offsetIn } from '@/core/schedule/offsetIn'
import { zoneFromTable, type TabledZone } from '@/core/schedule/zoneTable'

/** Bookings are years ahead at most; what is before the first transition has its offset. */
const years = { from: 2020, until: 2045 } as const
const made = new Map<string, TabledZone>()

/** Of an IANA name; UTC for one that nobody knows. */
export function zoneTableOf(name: string): TabledZone {
  const known = made.get(name)
  if (known) return known
  const zone = makeTable(name)
  made.set(name, zone)
  return zone
}

/** To ask the platform takes a third of a millisecond. */
const asked = new LRUCache<string, boolean>({ max: 1_000, memoMethod: askPlatform })
export const isZone = (name: string): boolean => asked.memo(name)

function askPlatform(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return !/^[+-]/.test(name) // an offset is no place, and not every Node can format it
  } catch {
    return false // RangeError: no such zone
  }
}

/** Minutes east of UTC by IANA name, for readers: each date of what repeats asks for it. @returns undefined for a name that nobody knows */
export function offsetsNamed(name: string): ((ms: number) => number) | undefined {
  if (!isZone(name)) return undefined
  const table = zoneTableOf(name)
  const beyond = offsetIn(name)
  const [from, until] = [Date.UTC(years.from, 0), Date.UTC(years.until, 0)]
  return (ms) => (ms >= from && ms < until ? table.offsetAt(ms) : beyond(ms))
}

function makeTable(name: string): TabledZone {
  if (!isZone(name)) return zoneFromTable({ name, since: [-Infinity], offsets: [0] })
  const end = Temporal.Instant.from(`${years.until}-01-01T00:00Z`).epochMilliseconds
  let at: Temporal.ZonedDateTime | null = Temporal.Instant.from(
    `${years.from}-01-01T00:00Z`,
  ).toZonedDateTimeISO(name)
  const since = [-Infinity]
  const offsets = [minutesOf(at)]
  while ((at = at.getTimeZoneTransition('next')) && at.epochMilliseconds < end) {
    since.push(at.epochMilliseconds)
    offsets.push(minutesOf(at))
  }
  return zoneFromTable({ name, since, offsets })
}

const minutesOf = ({ offsetNanoseconds }: Temporal.ZonedDateTime) => offsetNanoseconds / 60_000_000_000
