/** Free times of 50 people over a year, against a scan of all that they have for each time that could be. */
import { dayNumber } from '../src/core/schedule/civil'
import { freeOfAny, type Resource, type Service } from '../src/core/schedule/freeTimes'
import { readHours } from '../src/core/schedule/hours'
import { offsetIn } from '../src/core/schedule/offsetIn'
import { openIn } from '../src/core/schedule/opening'
import type { Span } from '../src/core/schedule/spans'
import { zoneFromTable } from '../src/core/schedule/zoneTable'
import { inTurns, line, type Line } from './measure'

const size = { people: 50, days: 365, bookingsADay: 5 } as const
const from = dayNumber(2027, 1, 1) * 1440
const range: Span = { from, until: from + size.days * 1440 }
const service: Service = { length: 45, before: 5, after: 10, every: 15, places: 1 }
const hours = ['Mo-Fr 09:00-12:30', 'Mo-Fr 13:30-18:00', 'Sa 09:00-13:00'].map((text) => readHours(text)!)

/** As it was in 2027. */
const offsetAt = offsetIn('Europe/London')
const since = [-Infinity, Date.parse('2027-03-28T01:00Z'), Date.parse('2027-10-31T01:00Z')]
const zone = zoneFromTable({
  name: 'Europe/London',
  since,
  offsets: since.map((ms) => offsetAt(Number.isFinite(ms) ? ms : range.from * 60_000)),
})

/** What each has anyway; always the same. */
const busyOf = (person: number): Span[] =>
  Array.from({ length: size.days * size.bookingsADay }, (_one, at) => {
    const day = Math.floor(at / size.bookingsADay)
    const begin = from + day * 1440 + 540 + ((at * 97 + person * 131) % 540)
    return { from: begin, until: begin + 30 + ((at * 7) % 60) }
  })

export function scheduling(): Promise<Line[]> {
  const busy = Array.from({ length: size.people }, (_one, person) => busyOf(person))
  const resources = (): Resource[] =>
    busy.map((one, person) => ({
      id: String(person),
      open: openIn({ hours, exceptions: [], zone }, range),
      busy: one,
    }))
  const ours = () => freeOfAny(service, resources(), range).left
  const naive = () => {
    const left = new Uint16Array(range.until - range.from)
    for (const { open, busy: taken } of resources())
      for (const one of open)
        for (
          let start = one.from;
          start < one.next && start + service.length <= one.until;
          start += service.every
        ) {
          if (start < range.from || start >= range.until) continue
          const [begin, end] = [start - service.before, start + service.length + service.after]
          if (!taken.some((other) => other.from < end && other.until > begin)) left[start - range.from]! += 1
        }
    return left
  }
  const [one, other] = [ours(), naive()]
  if (one.some((left, at) => left !== other[at])) throw new Error('the scan finds other times')
  const { fast, slow } = inTurns({ fast: () => void ours(), slow: () => void naive() }, 5)
  const quick = inTurns({ fast: () => void ours() }, 40).fast
  return Promise.resolve([
    line(`free times of ${size.people} people over a year, with their hours`, quick, 'ms', ['<=', 50]),
    line('the same by a scan of all bookings for each time: its time over ours', slow / fast, 'times', [
      '>=',
      20,
    ]),
  ])
}
