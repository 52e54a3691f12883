/** Which times can be booked, and with whom: everything that stands in a calendar's document counts. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { offsetIn } from '../schedule/offsetIn'
import { zoneFromOffsets } from '../schedule/zone'
import { askedOfEach, freeTimesOf, reach, soonestIn, timesOfEach, whoTakes, type TakenUp } from './free'
import { calendarSchema, type Calendar } from './shape'

const zone = zoneFromOffsets('Europe/London', offsetIn('Europe/London'))
const minute = (iso: string) => Date.parse(iso) / 60_000
const made = (change: object = {}, service: object = {}): Calendar =>
  calendarSchema.parse({
    zone: 'Europe/London',
    currency: 'GBP',
    resources: [
      { id: 'a', name: 'A', hours: ['Mo-Fr 09:00-12:00'] },
      { id: 'b', name: 'B', hours: ['Mo 11:00-13:00'] },
      { id: 'r', is: 'room', name: 'R', hours: ['Mo-Su 00:00-24:00'] },
    ],
    services: [
      { id: 's', name: 'S', minutes: 60, every: 60, notice: 0, needs: [{ of: ['a', 'b'] }], ...service },
    ],
    ...change,
  })
const monday = { from: minute('2027-06-07T00:00Z'), until: minute('2027-06-08T00:00Z') }
const ask = (calendar: Calendar, more: object = {}, taken: readonly TakenUp[] = []) =>
  freeTimesOf({ calendar, zone }, taken, {
    service: calendar.services[0]!,
    who: '',
    count: 1,
    range: monday,
    now: minute('2027-06-01T00:00Z'),
    ...more,
  })
const hours = (found: readonly { start: number }[]) =>
  found.map(({ start }) => new Date(start * 60_000).toISOString().slice(11, 16))

describe('when it is free', () => {
  test('whenever anybody is there; with one person, only then', () => {
    expect(hours(ask(made()))).toEqual(['08:00', '09:00', '10:00', '11:00'])
    expect(hours(ask(made(), { who: 'b' }))).toEqual(['10:00', '11:00'])
    expect(ask(made(), { who: 'r' })).toEqual([])
  })
  test('not sooner and not further ahead than the service says', () => {
    const now = minute('2027-06-07T08:30Z')
    expect(hours(ask(made({}, { notice: 60 }), { now }))).toEqual(['10:00', '11:00'])
    expect(ask(made({}, { aheadDays: 5 }), { now: minute('2027-06-01T00:00Z') })).toEqual([])
  })
  test('somebody’s own days win over everybody’s holidays', () => {
    const day = { first: '2027-06-07', last: '2027-06-07' }
    const closed = made({ closed: [day] })
    expect(ask(closed)).toEqual([])
    const [a, ...rest] = closed.resources
    const open = {
      ...closed,
      resources: [{ ...a!, exceptions: [{ ...day, open: ['10:00-12:00'], words: '' }] }, ...rest],
    }
    expect(hours(ask(open))).toEqual(['09:00', '10:00'])
  })
  test('with hours of its own it begins then, and only while somebody is there for all of it', () => {
    expect(hours(ask(made({}, { hours: ['Mo 10:30-11:30'] })))).toEqual(['09:30'])
    expect(ask(made({}, { hours: ['Mo 12:30-13:30'] }))).toEqual([])
    expect(
      ask(made({ closed: [{ first: '2027-06-07', last: '2027-06-07' }] }, { hours: ['Mo 10:30-11:30'] })),
    ).toEqual([])
  })
  test('a party is never split over two classes', () => {
    const calendar = made({}, { places: 4, needs: [{ of: ['a', 'b'] }] })
    const taken = [
      {
        resource: 'a',
        from: minute('2027-06-07T10:00Z'),
        until: minute('2027-06-07T11:00Z'),
        session: { service: 's', start: minute('2027-06-07T10:00Z'), count: 2 },
      },
    ]
    const at = (count: number) =>
      ask(calendar, { count }, taken).find(({ start }) => start === minute('2027-06-07T10:00Z'))
    expect(at(4)).toEqual({ start: minute('2027-06-07T10:00Z'), left: 4 })
    expect(ask(calendar, { count: 3, who: 'a' }, taken).map(({ start }) => start)).not.toContain(
      minute('2027-06-07T10:00Z'),
    )
    expect(at(5)).toBeUndefined()
  })
  test('the soonest of each, and of whoever is first', () => {
    const calendar = made()
    const asked = askedOfEach({
      service: calendar.services[0]!,
      count: 1,
      range: monday,
      now: minute('2027-06-01T00:00Z'),
    })
    const times = timesOfEach({ calendar, zone }, [], asked, true)
    expect(soonestIn(asked, times).map(({ who, start }) => [who, hours([{ start }])[0]])).toEqual([
      ['', '08:00'],
      ['a', '08:00'],
      ['b', '10:00'],
    ])
  })
})

test('what is said to be free can be booked, and nothing else', () => {
  const start = fc.integer({ min: 0, max: 23 * 12 }).map((five) => monday.from + five * 5)
  const busy = fc.array(
    fc.tuple(
      fc.constantFrom('a', 'b', 'r'),
      fc.integer({ min: 400, max: 800 }),
      fc.integer({ min: 5, max: 90 }),
    ),
    { maxLength: 4 },
  )
  fc.assert(
    fc.property(
      start,
      busy,
      fc.constantFrom(
        {},
        { hours: ['Mo 09:30-12:30'] },
        { bufferBefore: 15, bufferAfter: 10 },
        { needs: [{ of: ['a', 'b'], count: 2 }, { of: ['r'] }] },
        { places: 3 },
      ),
      (at, taken, service) => {
        const calendar = made({}, service)
        const all = taken.map(([resource, from, length]) => ({
          resource,
          from: monday.from + from,
          until: monday.from + from + length,
        }))
        const of = calendar.services[0]!
        const around = reach(of, { from: at, until: at })
        const near = all.filter(({ from, until }) => from < around.until && until > around.from)
        const asked = { service: of, who: '', count: 1, now: minute('2027-06-01T00:00Z') }
        const isFree = ask(calendar, {}, all).some((one) => one.start === at)
        const who = whoTakes({ calendar, zone }, near, { ...asked, start: at })
        expect(who !== undefined).toBe(isFree)
        for (const id of who ?? [])
          expect(
            near.filter((one) => one.resource === id && one.from < at + of.minutes && one.until > at),
          ).toEqual([])
      },
    ),
    { numRuns: 300 },
  )
})
