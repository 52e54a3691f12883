import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { dayNumber, dayMs, firstWeekOf, weekdayOf, writeDay, writeWall } from './civil'
import { occurrencesOf, parseRule } from './recurrence'

const wall = (text: string) => Date.parse(`${text}Z`)
/** The first few, as `YYYY-MM-DD` or with their time. */
function dates(rule: string, start: string, count = 5, withTime = false): string[] {
  const found: string[] = []
  for (const one of occurrencesOf(parseRule(rule)!, wall(start))) {
    if (found.push(withTime ? writeWall(one) : writeDay(Math.floor(one / dayMs))) === count) break
  }
  return found
}

describe('rules of the specification', () => {
  test.each<[string, string, string, string[]]>([
    [
      'the last weekday of the month',
      'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
      '1997-09-29T09:00:00',
      ['1997-09-30', '1997-10-31', '1997-11-28'],
    ],
    [
      'second to last weekday',
      'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2',
      '1997-09-29T09:00:00',
      ['1997-09-29', '1997-10-30', '1997-11-27'],
    ],
    [
      'every fourth year on the first Tuesday after a Monday in November',
      'FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8',
      '1996-11-05T09:00:00',
      ['1996-11-05', '2000-11-07', '2004-11-02'],
    ],
    [
      'Friday the thirteenth',
      'FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13',
      '1997-09-02T09:00:00',
      ['1998-02-13', '1998-03-13', '1998-11-13'],
    ],
    [
      'the twentieth Monday of the year',
      'FREQ=YEARLY;BYDAY=20MO',
      '1997-05-19T09:00:00',
      ['1997-05-19', '1998-05-18', '1999-05-17'],
    ],
    [
      'Monday of week 20',
      'FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO',
      '1997-05-12T09:00:00',
      ['1997-05-12', '1998-05-11', '1999-05-17'],
    ],
    [
      'a week alone takes the weekday of the start',
      'FREQ=YEARLY;BYWEEKNO=20',
      '1997-05-13T09:00:00',
      ['1997-05-13', '1998-05-12', '1999-05-18'],
    ],
    [
      'the last Monday of the month',
      'FREQ=MONTHLY;BYDAY=-1MO',
      '1997-09-29T09:00:00',
      ['1997-09-29', '1997-10-27', '1997-11-24'],
    ],
    [
      'the third from last day',
      'FREQ=MONTHLY;BYMONTHDAY=-3',
      '1997-09-28T09:00:00',
      ['1997-09-28', '1997-10-29', '1997-11-28'],
    ],
    [
      'days of the year',
      'FREQ=YEARLY;INTERVAL=3;BYYEARDAY=1,100,200',
      '1997-01-01T09:00:00',
      ['1997-01-01', '1997-04-10', '1997-07-19', '2000-01-01'],
    ],
    [
      'weeks that start on Monday',
      'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO',
      '1997-08-05T09:00:00',
      ['1997-08-05', '1997-08-10', '1997-08-19', '1997-08-24'],
    ],
    [
      'weeks that start on Sunday',
      'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU',
      '1997-08-05T09:00:00',
      ['1997-08-05', '1997-08-17', '1997-08-19', '1997-08-31'],
    ],
    [
      'a month without such a day is left out',
      'FREQ=MONTHLY',
      '2026-01-31T09:00:00',
      ['2026-01-31', '2026-03-31', '2026-05-31'],
    ],
    [
      'or moved back, when the rule says so',
      'RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=BACKWARD',
      '2026-01-31T09:00:00',
      ['2026-01-31', '2026-02-28', '2026-03-31', '2026-04-30'],
    ],
    [
      'or forward',
      'RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=FORWARD',
      '2026-01-31T09:00:00',
      ['2026-01-31', '2026-03-01', '2026-03-31', '2026-05-01'],
    ],
    ['the 29th of February', 'FREQ=YEARLY', '2024-02-29T09:00:00', ['2024-02-29', '2028-02-29']],
    [
      'an interval of days across a leap day',
      'FREQ=DAILY;INTERVAL=30',
      '2024-02-01T00:00:00',
      ['2024-02-01', '2024-03-02', '2024-04-01'],
    ],
  ])('%s', (_name, rule, start, expected) => expect(dates(rule, start, expected.length)).toEqual(expected))
  test('times within a day', () =>
    expect(
      dates('FREQ=DAILY;BYHOUR=9,11;BYMINUTE=0,30;COUNT=5', '2026-03-02T09:30:00', 5, true).map((one) =>
        one.slice(5, 16),
      ),
    ).toEqual(['03-02T09:30', '03-02T11:00', '03-02T11:30', '03-03T09:00', '03-03T09:30']))
  test('every twenty minutes of working hours', () =>
    expect(
      dates('FREQ=MINUTELY;INTERVAL=20;BYHOUR=9,10', '2026-03-02T10:20:00', 4, true).map((one) =>
        one.slice(5, 16),
      ),
    ).toEqual(['03-02T10:20', '03-02T10:40', '03-03T09:00', '03-03T09:20']))
})

describe('what is no rule', () => {
  test.each([[''], ['FREQ=NEVER'], ['INTERVAL=2'], ['RSCALE=HEBREW;FREQ=YEARLY']])('%p', (text) =>
    expect(parseRule(text)).toBeUndefined(),
  )
  test('parts that cannot be are left out', () =>
    expect(parseRule('FREQ=MONTHLY;BYMONTHDAY=0,32,5;BYDAY=XX,MO;BYHOUR=25')).toMatchObject({
      monthDays: [5],
      days: [{ weekday: 0, nth: 0 }],
      hours: [],
    }))
})

describe('rules that never match end', () => {
  test.each([
    ['FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'],
    ['FREQ=DAILY;BYMONTH=4;BYMONTHDAY=31'],
    ['FREQ=SECONDLY;BYMONTH=2;BYMONTHDAY=31'],
    ['FREQ=MONTHLY;BYDAY=MO;BYSETPOS=20'],
    ['FREQ=HOURLY;INTERVAL=24;BYHOUR=3'],
    ['FREQ=WEEKLY;BYWEEKNO=1;BYMONTH=6'],
  ])('%s', (rule) => expect(dates(rule, '2026-01-01T01:00:00', 1)).toEqual([]))
})

test('occurrences ascend, never come before the start, and are as many as were asked for', () => {
  const anyRule = fc.record({
    freq: fc.constantFrom('DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY', 'HOURLY'),
    interval: fc.integer({ min: 1, max: 9 }),
    count: fc.integer({ min: 1, max: 12 }),
    day: fc.option(fc.constantFrom('MO', '2TU', '-1FR', 'SU')),
    monthDay: fc.option(fc.integer({ min: -31, max: 31 })),
  })
  fc.assert(
    fc.property(
      anyRule,
      fc.integer({ min: 0, max: 40_000 }),
      ({ freq, interval, count, day, monthDay }, startDay) => {
        const rule = parseRule(
          `FREQ=${freq};INTERVAL=${interval};COUNT=${count}${day ? `;BYDAY=${day}` : ''}${monthDay ? `;BYMONTHDAY=${monthDay}` : ''}`,
        )!
        const found = [...occurrencesOf(rule, startDay * dayMs)]
        expect(found.length).toBeLessThanOrEqual(count)
        found.forEach((one, at) =>
          expect(one).toBeGreaterThanOrEqual(at === 0 ? startDay * dayMs : found[at - 1]! + 1),
        )
      },
    ),
    { numRuns: 60 },
  )
})

test('week 1 has the year’s first Thursday in it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 9999 }), (year) => {
      const monday = firstWeekOf(year, 0)
      expect([
        weekdayOf(monday),
        monday <= dayNumber(year, 1, 4),
        monday + 6 >= dayNumber(year, 1, 4),
      ]).toEqual([0, true, true])
    }),
  )
})

test('beginning later gives what comes later, whatever the interval', () => {
  const anyRule = fc.record({
    freq: fc.constantFrom('DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY', 'HOURLY', 'MINUTELY'),
    interval: fc.integer({ min: 1, max: 7 }),
    day: fc.option(fc.constantFrom('MO', 'TU,SU', 'WE')),
    month: fc.option(fc.constantFrom('2', '1,12', '5,6')),
    monthDay: fc.option(fc.constantFrom('1', '31', '-1', '13,29')),
    weekStart: fc.constantFrom('MO', 'SU', 'TH'),
    position: fc.option(fc.constantFrom('1', '-1')),
  })
  fc.assert(
    fc.property(
      anyRule,
      fc.integer({ min: 10_000, max: 20_000 }),
      fc.integer({ min: 0, max: 300 * 24 }),
      ({ freq, interval, day, month, monthDay, weekStart, position }, startDay, hours) => {
        const rule = parseRule(
          `FREQ=${freq};INTERVAL=${interval};WKST=${weekStart}${day ? `;BYDAY=${day}` : ''}${month ? `;BYMONTH=${month}` : ''}${monthDay && freq !== 'WEEKLY' ? `;BYMONTHDAY=${monthDay}` : ''}${position ? `;BYSETPOS=${position}` : ''}`,
        )!
        const start = startDay * dayMs + 19 * 3_600_000
        const from = start + hours * 3_600_000
        const first = (walls: Iterable<number>) => {
          const found: number[] = []
          for (const wall of walls) {
            if (wall >= from && found.push(wall) === 4) break
            if (wall > from + 1_500 * dayMs) break
          }
          return found
        }
        const later = [...first(occurrencesOf(rule, start, { from }))]
        expect(later).toEqual(first(occurrencesOf(rule, start)).slice(0, later.length))
        expect(later.length).toBe(first(occurrencesOf(rule, start)).length)
      },
    ),
    { numRuns: 60 },
  )
})
test('what is counted is counted from the start', () =>
  expect([...occurrencesOf(parseRule('FREQ=DAILY;COUNT=3')!, 0, { from: 2 * dayMs })]).toEqual([
    0,
    dayMs,
    2 * dayMs,
  ]))
test('several rules share what may be looked at', () => {
  const steps = { left: 100 }
  const found = [parseRule('FREQ=SECONDLY')!, parseRule('FREQ=DAILY')!].map(
    (rule) => [...occurrencesOf(rule, 0, { steps })].length,
  )
  expect([found[0]! > 20 && found[0]! < 100, found[1]]).toEqual([true, 0])
})

describe('days that a month or year does not have', () => {
  const days = (rule: string, start: string, count = 5) => {
    const found: string[] = []
    for (const wall of occurrencesOf(parseRule(rule)!, Date.parse(`${start}T00:00:00Z`)))
      if (found.push(writeDay(wall / dayMs)) === count) break
    return found
  }
  test.each([
    [
      'only months that the interval reaches',
      'RSCALE=GREGORIAN;FREQ=MONTHLY;INTERVAL=2;BYMONTHDAY=31;SKIP=FORWARD',
      '2026-07-31',
      ['2026-07-31', '2026-10-01', '2026-12-01', '2027-01-31', '2027-03-31'],
    ],
    [
      'backward, with an interval',
      'RSCALE=GREGORIAN;FREQ=MONTHLY;INTERVAL=2;BYMONTHDAY=31;SKIP=BACKWARD',
      '2026-07-31',
      ['2026-07-31', '2026-09-30', '2026-11-30', '2027-01-31', '2027-03-31'],
    ],
    [
      'counted from the end, forward',
      'RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=-31;SKIP=FORWARD',
      '2026-08-01',
      ['2026-08-01', '2026-09-01', '2026-10-01', '2026-11-01', '2026-12-01'],
    ],
    [
      'counted from the end, backward',
      'RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=-31;SKIP=BACKWARD',
      '2026-08-01',
      ['2026-08-01', '2026-08-31', '2026-10-01', '2026-10-31', '2026-12-01'],
    ],
    [
      'the 366th of a year, forward',
      'RSCALE=GREGORIAN;FREQ=YEARLY;BYYEARDAY=366;SKIP=FORWARD',
      '2024-12-31',
      ['2024-12-31', '2026-01-01', '2027-01-01', '2028-01-01', '2028-12-31'],
    ],
    [
      'the 366th from the end, backward',
      'RSCALE=GREGORIAN;FREQ=YEARLY;BYYEARDAY=-366;SKIP=BACKWARD',
      '2024-01-01',
      ['2024-01-01', '2024-12-31', '2025-12-31', '2026-12-31', '2028-01-01'],
    ],
    [
      'a leap day every year',
      'RSCALE=GREGORIAN;FREQ=YEARLY;SKIP=FORWARD',
      '2024-02-29',
      ['2024-02-29', '2025-03-01', '2026-03-01', '2027-03-01', '2028-02-29'],
    ],
  ])('%s', (_name, rule, start, expected) => expect(days(rule, start)).toEqual(expected))
})

test.each([
  'FREQ=MONTHLY;BYDAY=6MO',
  'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
  'FREQ=DAILY;BYMONTH=2;BYMONTHDAY=31',
  'FREQ=YEARLY;INTERVAL=7;BYMONTH=4;BYMONTHDAY=31',
  'FREQ=MONTHLY;BYMONTHDAY=1;BYSETPOS=40',
])('%s is given up after as many days as a calendar has', (rule) => {
  const steps = { left: 1_000_000 }
  expect([...occurrencesOf(parseRule(rule)!, 0, { steps })]).toEqual([])
  expect(steps.left).toBeGreaterThan(800_000)
})
test('nothing is looked at beyond the end of what is asked for', () => {
  const steps = { left: 1_000_000 }
  const to = Date.parse('2026-12-31')
  expect([
    ...occurrencesOf(parseRule('FREQ=MONTHLY;BYDAY=6MO')!, Date.parse('2026-01-01'), { to, steps }),
  ]).toEqual([])
  expect(1_000_000 - steps.left).toBeLessThan(500)
  const daily = [...occurrencesOf(parseRule('FREQ=DAILY')!, Date.parse('2026-12-30'), { to, steps })]
  expect(daily.map((wall) => writeDay(wall / dayMs))).toEqual(['2026-12-30', '2026-12-31'])
})
