/** Free times against a scan of every minute, over changes of the clocks, midnights, buffers, classes and several at once. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { dayNumber } from './civil'
import { freeOf, freeOfAll, freeOfAny, startsIn, type Resource, type Service, type Taken } from './freeTimes'
import { readHours } from './hours'
import { offsetIn } from './offsetIn'
import { openIn, type Exception } from './opening'
import type { Span } from './spans'
import { zoneFromOffsets } from './zone'

const zoneOf = (name: string) => zoneFromOffsets(name, offsetIn(name))
const london = zoneOf('Europe/London')
const minute = (iso: string) => Date.parse(iso) / 60_000
const service = (more: Partial<Service> = {}): Service => ({
  length: 60,
  before: 0,
  after: 0,
  every: 60,
  places: 1,
  ...more,
})
const hoursOf = (...lines: string[]) => lines.map((line) => readHours(line)!)
const opening = (lines: string[], exceptions: Exception[] = [], zone = london) => ({
  hours: hoursOf(...lines),
  exceptions,
  zone,
})
const person = (
  lines: string[],
  range: Span,
  busy: Span[] = [],
  exceptions: Exception[] = [],
  zone = london,
): Resource => ({
  id: 'p',
  open: openIn(opening(lines, exceptions, zone), range),
  busy,
})
const span = (from: string, until: string): Span => ({ from: minute(from), until: minute(until) })
const isoOf = (start: number) => new Date(start * 60_000).toISOString().slice(0, 16)
const starts = (...given: Parameters<typeof freeOf>) =>
  [...startsIn(freeOf(...given))].map(({ start }) => isoOf(start))

describe('named cases', () => {
  const monday = span('2027-06-07T00:00Z', '2027-06-08T00:00Z')
  test('a day with a lunch and one booking', () => {
    const busy = [span('2027-06-07T13:00Z', '2027-06-07T14:00Z')]
    expect(starts(service(), person(['Mo 09:00-12:00', 'Mo 13:00-17:00'], monday, busy), monday)).toEqual([
      '2027-06-07T08:00',
      '2027-06-07T09:00',
      '2027-06-07T10:00',
      '2027-06-07T12:00',
      '2027-06-07T14:00',
      '2027-06-07T15:00',
    ])
  })
  test('openings that touch are one, and times are counted from each', () => {
    expect(
      starts(
        service({ length: 120, every: 90 }),
        person(['Mo 09:00-12:00', 'Mo 12:00-15:00'], monday),
        monday,
      ),
    ).toEqual(['2027-06-07T08:00', '2027-06-07T09:30', '2027-06-07T11:00'])
  })
  test('buffers keep a distance to what is booked, and may lie outside of the opening', () => {
    const busy = [span('2027-06-07T10:00Z', '2027-06-07T11:00Z')]
    const found = starts(
      service({ length: 60, before: 15, after: 15, every: 30 }),
      person(['Mo 09:00-14:00'], monday, busy),
      monday,
    )
    expect(found).toEqual(['2027-06-07T08:00', '2027-06-07T08:30', '2027-06-07T11:30', '2027-06-07T12:00'])
  })
  test('over midnight, and on into a closed day', () => {
    const range = span('2027-06-07T00:00Z', '2027-06-09T00:00Z')
    const late = person(['Mo 22:00-02:00'], range)
    expect(starts(service({ length: 120, every: 60 }), late, range)).toEqual([
      '2027-06-07T21:00',
      '2027-06-07T22:00',
      '2027-06-07T23:00',
    ])
  })
  test('closed for a holiday, open longer on another day, the later exception wins', () => {
    const range = span('2027-06-07T00:00Z', '2027-06-10T00:00Z')
    const day = dayNumber(2027, 6, 7)
    const exceptions: Exception[] = [
      { first: day, last: day + 2, open: [] },
      { first: day + 1, last: day + 1, open: [{ from: 600, until: 720 }] },
    ]
    expect(starts(service(), person(['Mo-We 09:00-10:00'], range, [], exceptions), range)).toEqual([
      '2027-06-08T09:00',
      '2027-06-08T10:00',
    ])
  })
  test.each([
    [
      'clocks go forward: an hour is missing',
      '2027-03-28',
      ['2027-03-28T00:00', '2027-03-28T01:00', '2027-03-28T02:00'],
    ],
    [
      'clocks go back: an hour comes twice',
      '2027-10-31',
      ['2027-10-30T23:00', '2027-10-31T00:00', '2027-10-31T01:00', '2027-10-31T02:00', '2027-10-31T03:00'],
    ],
  ])('%s', (_what, day, expected) => {
    const range = { from: minute(`${day}T00:00Z`) - 120, until: minute(`${day}T00:00Z`) + 600 }
    expect(starts(service(), person(['Su 00:00-04:00'], range), range)).toEqual(expected)
  })
  test('of a class its own time stays free while there are places, and nothing else begins meanwhile', () => {
    const range = monday
    const taken: Taken[] = [{ resource: 'p', start: minute('2027-06-07T09:00Z'), count: 3 }]
    const free = (places: number) =>
      [
        ...startsIn(
          freeOf(service({ places, length: 90, every: 30 }), person(['Mo 09:00-13:00'], range), range, taken),
        ),
      ].map(({ start, left }) => `${isoOf(start).slice(11)} ${left}`)
    expect(free(4)).toEqual(['09:00 1', '10:30 4'])
    expect(free(3)).toEqual(['10:30 3'])
  })
  test('a treatment that needs two people and a room', () => {
    const of = (busy: Span[]) => ({ ...person(['Mo 09:00-12:00'], monday, busy), id: `p${busy.length}` })
    const people = freeOfAny(
      service(),
      [of([]), of([span('2027-06-07T08:00Z', '2027-06-07T09:00Z')]), of([])],
      monday,
    )
    const rooms = freeOfAny(service(), [of([span('2027-06-07T10:00Z', '2027-06-07T11:00Z')])], monday)
    expect(
      [
        ...startsIn(
          freeOfAll([
            { free: people, needed: 2 },
            { free: rooms, needed: 1 },
          ]),
        ),
      ].map((one) => isoOf(one.start)),
    ).toEqual(['2027-06-07T08:00', '2027-06-07T09:00'])
    expect([...startsIn(freeOfAll([{ free: people, needed: 3 }]))].map((one) => isoOf(one.start))).toEqual([
      '2027-06-07T09:00',
      '2027-06-07T10:00',
    ])
  })
})

// ── Against a scan of every minute ──

/** By the definition, minute by minute. */
function scan(
  { length, before, after, every, places }: Service,
  resource: Resource,
  range: Span,
  taken: readonly Taken[],
): string[] {
  const found: string[] = []
  const isOpen = (at: number) => resource.open.some((one) => one.from <= at && at < one.until)
  const mine = places > 1 ? taken : []
  for (let start = range.from; start < range.until; start += 1) {
    const anchor = resource.open.findLast((one) => one.from <= start && start < one.next)
    if (!anchor || (start - anchor.from) % every !== 0) continue
    let fits = true
    for (let at = start; at < start + length; at += 1) fits &&= isOpen(at)
    const meets = (from: number, until: number) => from < start + length + after && until > start - before
    if (resource.busy.some((one) => one.until > one.from && meets(one.from, one.until))) fits = false
    for (const one of mine)
      if (one.start !== start && meets(one.start - before, one.start + length + after)) fits = false
    const left = places - (mine.find((one) => one.start === start)?.count ?? 0)
    if (fits && left > 0) found.push(`${start} ${left}`)
  }
  return found
}

const zones = [
  'Europe/London',
  'America/New_York',
  'Australia/Lord_Howe',
  'Asia/Kathmandu',
  'Pacific/Apia',
].map(zoneOf)
const days = fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 7 })
const anyHours = fc
  .record({ days, from: fc.integer({ min: 0, max: 1439 }), length: fc.integer({ min: 5, max: 1440 }) })
  .map(({ length, ...one }) => ({ ...one, until: one.from + length }))
const around = fc.constantFrom(
  minute('2027-03-27T00:00Z'),
  minute('2027-10-30T00:00Z'),
  minute('2027-04-03T12:00Z'),
  minute('2027-06-07T07:13Z'),
)
const anyService = fc.record({
  length: fc.integer({ min: 5, max: 300 }),
  before: fc.integer({ min: 0, max: 45 }),
  after: fc.integer({ min: 0, max: 45 }),
  every: fc.integer({ min: 5, max: 120 }),
  places: fc.constantFrom(1, 1, 4),
})

test('every start, and no other, whatever the hours, the zone, the bookings and the service', () => {
  fc.assert(
    fc.property(
      fc.array(anyHours, { minLength: 1, maxLength: 4 }),
      fc.constantFrom(...zones),
      around,
      anyService,
      fc.array(fc.tuple(fc.integer({ min: -300, max: 3_200 }), fc.integer({ min: 0, max: 240 })), {
        maxLength: 8,
      }),
      fc.array(fc.tuple(fc.nat(200), fc.integer({ min: 1, max: 5 })), { maxLength: 4 }),
      (hours, zone, from, of, bookings, classes) => {
        const range = { from, until: from + 2_880 }
        const open = openIn({ hours, exceptions: [], zone }, range)
        const busy = bookings.map(([at, length]) => ({ from: from + at, until: from + at + length }))
        const resource: Resource = { id: 'p', open, busy }
        // Bookings of a class never overlap each other, so none is made up that does.
        const grid = [...startsIn(freeOf({ ...of, places: 1 }, { ...resource, busy: [] }, range))].map(
          (one) => one.start,
        )
        const taken: Taken[] = []
        for (const [at, count] of classes) {
          const start = grid[at % Math.max(1, grid.length)]
          const gap = of.length + of.before + of.after
          if (start !== undefined && taken.every((one) => Math.abs(one.start - start) >= gap))
            taken.push({ resource: 'p', start, count })
        }
        const fast = [...startsIn(freeOf(of, resource, range, taken))].map(
          ({ start, left }) => `${start} ${left}`,
        )
        expect(fast).toEqual(scan(of, resource, range, taken))
      },
    ),
    { numRuns: 300 },
  )
})

test('asked for by pieces it is the same as asked for at once', () => {
  fc.assert(
    fc.property(
      fc.array(anyHours, { minLength: 1, maxLength: 3 }),
      fc.constantFrom(...zones),
      anyService,
      fc.integer({ min: 1, max: 2_879 }),
      (hours, zone, of, cut) => {
        const from = minute('2027-10-30T00:00Z')
        const found = (range: Span) =>
          [
            ...startsIn(
              freeOf(of, { id: 'p', open: openIn({ hours, exceptions: [], zone }, range), busy: [] }, range),
            ),
          ].map((one) => one.start)
        const whole = found({ from, until: from + 2_880 })
        expect([
          ...found({ from, until: from + cut }),
          ...found({ from: from + cut, until: from + 2_880 }),
        ]).toEqual(whole)
      },
    ),
  )
})
