/**
 * Recurrence rules of RFC 5545 (3.3.10), with SKIP of RFC 7529 for the Gregorian calendar. Works on wall times: what
 * daylight saving does to an occurrence is for the zone to say. A rule that never matches ends, it does not hang.
 */
import { civilOf, dayMs, dayNumber, daysInMonth, daysInYear, firstWeekOf, weekdayOf } from './civil'

const frequencies = ['SECONDLY', 'MINUTELY', 'HOURLY', 'DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'] as const
export type Frequency = (typeof frequencies)[number]

export interface Rule {
  readonly freq: Frequency
  readonly interval: number
  readonly count?: number
  /** As written: a date, a wall time, or with `Z`. */
  readonly until?: string
  readonly seconds: readonly number[]
  readonly minutes: readonly number[]
  readonly hours: readonly number[]
  /** `nth` counts within the month or year; 0: every one. */
  readonly days: readonly { readonly weekday: number; readonly nth: number }[]
  readonly monthDays: readonly number[]
  readonly yearDays: readonly number[]
  readonly weeks: readonly number[]
  readonly months: readonly number[]
  readonly positions: readonly number[]
  /** 0 Monday … 6 Sunday */
  readonly weekStart: number
  readonly skip: 'OMIT' | 'BACKWARD' | 'FORWARD'
}

const weekdays = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']

/** @returns undefined when it is no rule, or one of another calendar than the Gregorian. Parts that can't be are left out. */
export function parseRule(text: string): Rule | undefined {
  const parts = new Map<string, string>()
  for (const part of text.trim().split(';')) {
    const at = part.indexOf('=')
    if (at > 0) parts.set(part.slice(0, at).trim().toUpperCase(), part.slice(at + 1).trim())
  }
  const freq = parts.get('FREQ')?.toUpperCase() as Frequency
  if (!frequencies.includes(freq)) return undefined
  if (!/^(GREGORIAN|)$/i.test(parts.get('RSCALE') ?? '')) return undefined
  const whole = (name: string) =>
    /^\+?\d+$/.test(parts.get(name) ?? '') ? Number(parts.get(name)) : undefined
  const list = (name: string, most: number, signed = false) =>
    [
      ...new Set(
        (parts.get(name) ?? '')
          .split(',')
          .map((one) => Number(one.trim() || NaN))
          .filter(
            (one) =>
              Number.isInteger(one) &&
              (signed ? Math.abs(one) <= most && one !== 0 : one >= 0 && one <= most),
          ),
      ),
    ].sort((a, b) => a - b)
  const days = (parts.get('BYDAY') ?? '')
    .toUpperCase()
    .split(',')
    .flatMap((one) => {
      const [, nth, name] = /^\s*([+-]?\d{1,3})?\s*(MO|TU|WE|TH|FR|SA|SU)\s*$/.exec(one) ?? []
      return name ? [{ weekday: weekdays.indexOf(name), nth: Number(nth ?? 0) }] : []
    })
  const skip = parts.get('SKIP')?.toUpperCase()
  return {
    freq,
    interval: Math.max(1, whole('INTERVAL') ?? 1),
    count: whole('COUNT'),
    until: parts.get('UNTIL'),
    seconds: list('BYSECOND', 60).map((one) => Math.min(one, 59)),
    minutes: list('BYMINUTE', 59),
    hours: list('BYHOUR', 23),
    days,
    monthDays: list('BYMONTHDAY', 31, true),
    yearDays: list('BYYEARDAY', 366, true),
    weeks: list('BYWEEKNO', 53, true),
    months: list('BYMONTH', 12).filter((one) => one > 0),
    positions: list('BYSETPOS', 366, true),
    weekStart: Math.max(0, weekdays.indexOf(parts.get('WKST')?.toUpperCase() ?? 'MO')),
    skip: skip === 'BACKWARD' || skip === 'FORWARD' ? skip : 'OMIT',
  }
}

/** What an occurrence counts beside the days that were looked at: whoever takes it has work, too. */
const yieldSteps = 3
/**
 * Periods in a row without a match, after which a rule never matches. Days, weeks, months and years repeat after 400
 * years (146,097 days, which is whole weeks), so by then every one that the interval reaches has been seen. Shorter
 * periods are stepped over by the day; theirs is a bound on work.
 */
const patience: Readonly<Record<Frequency, number>> = {
  YEARLY: 400,
  MONTHLY: 4_800,
  WEEKLY: 20_871,
  DAILY: 146_097,
  HOURLY: 400_000,
  MINUTELY: 400_000,
  SECONDLY: 400_000,
}
const lastYear = 9999

export interface Limits {
  /** Nothing earlier is wanted (wall time, ms); whole periods before it are stepped over, unless occurrences must be counted. */
  readonly from?: number
  /** Nothing later is wanted (wall time, ms). */
  readonly to?: number
  /** Days or moments that may still be looked at; several rules may share them. At none the rule ends. */
  readonly steps?: { left: number }
}

/**
 * Wall times that the rule gives from `start` on, ascending, each once. `count` is honoured here, `until` by the caller,
 * who knows the zone.
 * @param start wall time (ms)
 */
export function* occurrencesOf(
  written: Rule,
  start: number,
  { from = start, to = Infinity, steps = { left: Infinity } }: Limits = {},
): Generator<number> {
  if (written.count === 0) return
  const rule = filled(written, start)
  const begin = rule.count === undefined ? Math.max(start, from) : start
  const end = Math.min(to, dayNumber(lastYear + 1, 1, 1) * dayMs)
  let given = 0
  let last = -Infinity
  let idle = 0
  for (const set of sets(rule, start, begin, end, steps)) {
    if (steps.left < 0) return
    const chosen: Times =
      rule.positions.length === 0
        ? set
        : rule.positions
            .map((at) => (at > set.length || -at > set.length ? undefined : set.at(at > 0 ? at - 1 : at)))
            .filter((one): one is number => one !== undefined)
            .sort((a, b) => a - b)
    idle = chosen.length > 0 ? 0 : idle + 1
    if (idle > patience[rule.freq]) return
    for (let at = 0; at < chosen.length; at += 1) {
      const wall = chosen.at(at)!
      if (wall < begin || wall <= last) {
        steps.left -= 1
        if (steps.left < 0) return
        continue
      }
      if (wall > end) return
      last = wall
      steps.left -= yieldSteps
      yield wall
      given += 1
      if (given === rule.count) return
    }
  }
}

/** What the rule does not say is taken from the start (RFC 5545, 3.3.10). */
function filled(rule: Rule, start: number): Rule {
  const day = Math.floor(start / dayMs)
  const { month, day: monthDay } = civilOf(day)
  const seconds = Math.floor((start - day * dayMs) / 1000)
  const rank = frequencies.indexOf(rule.freq)
  const more: { -readonly [Key in keyof Rule]?: Rule[Key] } = {}
  if (rank > 0 && rule.seconds.length === 0) more.seconds = [seconds % 60]
  if (rank > 1 && rule.minutes.length === 0) more.minutes = [Math.floor(seconds / 60) % 60]
  if (rank > 2 && rule.hours.length === 0) more.hours = [Math.floor(seconds / 3600)]
  const saysDay = rule.days.length + rule.monthDays.length + rule.yearDays.length + rule.weeks.length > 0
  if (rule.freq === 'YEARLY' && !saysDay)
    Object.assign(more, { monthDays: [monthDay] }, rule.months.length === 0 && { months: [month] })
  if (
    rule.freq === 'YEARLY' &&
    rule.weeks.length > 0 &&
    rule.days.length + rule.monthDays.length + rule.yearDays.length === 0
  )
    more.days = [{ weekday: weekdayOf(day), nth: 0 }]
  if (rule.freq === 'MONTHLY' && !saysDay) more.monthDays = [monthDay]
  if (rule.freq === 'WEEKLY' && !saysDay) more.days = [{ weekday: weekdayOf(day), nth: 0 }]
  return { ...rule, ...more }
}

/** Times in order. Those of a month can be every second of it: a few are picked out without making the others. */
interface Times {
  readonly length: number
  /** @param place - counted from the end where it is negative */
  at(place: number): number | undefined
}

function timesOf(days: readonly number[], times: readonly number[]): Times {
  const length = days.length * times.length
  return {
    length,
    at(place) {
      const index = place < 0 ? length + place : place
      return index < 0 || index >= length
        ? undefined
        : days[Math.floor(index / times.length)]! * dayMs + times[index % times.length]!
    },
  }
}

/** One sorted set for each period. Positions are counted within one set. */
function sets(
  rule: Rule,
  start: number,
  begin: number,
  end: number,
  steps: { left: number },
): Iterable<Times> {
  const unit = { HOURLY: 3_600_000, MINUTELY: 60_000, SECONDLY: 1000 }[rule.freq as string]
  return unit ? setsInDays(rule, start, begin, end, unit, steps) : setsOfDays(rule, start, begin, end, steps)
}

function* setsOfDays(
  rule: Rule,
  start: number,
  begin: number,
  end: number,
  steps: { left: number },
): Generator<Times> {
  // Before they are made: a rule may name every second of a day, and a calendar may have many such rules.
  steps.left -= rule.hours.length * rule.minutes.length * rule.seconds.length
  if (steps.left < 0) return
  const matches = dayMatcher(rule)
  const isWeekday = dayMatcher({ ...rule, months: [], monthDays: [], yearDays: [], weeks: [] })
  const times = rule.hours.flatMap((hour) =>
    rule.minutes.flatMap((minute) =>
      rule.seconds.map((second) => ((hour * 60 + minute) * 60 + second) * 1000),
    ),
  )
  const [startDay, beginDay, endDay] = [start, begin, end].map((wall) => Math.floor(wall / dayMs))
  for (const period of periods(rule, startDay!, beginDay!, endDay!)) {
    const days: number[] = []
    for (const [first, count] of monthsOf(rule, period)) {
      steps.left -= Math.max(1, count)
      for (let day = first; day < first + count; day += 1) if (matches(day)) days.push(day)
    }
    const moved = skippedTo(rule, period).filter(isWeekday)
    const all = moved.length > 0 ? [...new Set([...days, ...moved])].sort((a, b) => a - b) : days
    yield timesOf(all, times)
  }
}

/** A year of which only some months are asked for is those months; most years are looked at for one day in them. */
function monthsOf({ freq, months }: Rule, period: readonly [number, number]): (readonly [number, number])[] {
  if (freq !== 'YEARLY' || months.length === 0) return [period]
  const { year } = civilOf(period[0])
  return months.map((month) => [dayNumber(year, month, 1), daysInMonth(year, month)] as const)
}

/**
 * Days that stand in for those that a month or year of the period does not have (RFC 7529, 4.1). Counted from the end,
 * the day that is not there lies before the first one.
 */
function skippedTo(
  { freq, skip, months, monthDays, yearDays }: Rule,
  [first, count]: readonly [number, number],
) {
  if (skip === 'OMIT' || count === 0 || (freq !== 'MONTHLY' && freq !== 'YEARLY')) return []
  const { year, month } = civilOf(first)
  const step = skip === 'FORWARD' ? 0 : -1
  const beside = (from: number, length: number, wanted: readonly number[]) =>
    wanted.flatMap((one) => (one > length ? [from + length + step] : one < -length ? [from + step] : []))
  const named = freq === 'MONTHLY' ? [month] : months.length > 0 ? months : everyMonth
  return [
    ...named.flatMap((one) => beside(dayNumber(year, one, 1), daysInMonth(year, one), monthDays)),
    ...(freq === 'YEARLY' ? beside(dayNumber(year, 1, 1), daysInYear(year), yearDays) : []),
  ]
}
const everyMonth = Array.from({ length: 12 }, (_none, at) => at + 1)

/** First day and number of days of each period, from the one before that of `beginDay` on: what is skipped forward comes out of that one. */
function* periods(
  { freq, interval, weekStart, months }: Rule,
  startDay: number,
  beginDay: number,
  endDay: number,
): Generator<readonly [number, number]> {
  const { year, month } = civilOf(startDay)
  const week = startDay - ((weekdayOf(startDay) - weekStart + 7) % 7)
  const begin = civilOf(beginDay)
  const passed =
    {
      YEARLY: begin.year - year,
      MONTHLY: (begin.year - year) * 12 + begin.month - month,
      WEEKLY: Math.floor((beginDay - week) / 7),
    }[freq as string] ?? beginDay - startDay
  for (let at = Math.max(0, Math.floor((passed - 1) / interval) * interval); ; at += interval) {
    let period: readonly [number, number]
    if (freq === 'YEARLY') period = [dayNumber(year + at, 1, 1), daysInYear(year + at)]
    else if (freq === 'MONTHLY') {
      const number = month - 1 + at
      const [y, m] = [year + Math.floor(number / 12), (number % 12) + 1]
      period = [dayNumber(y, m, 1), months.length === 0 || months.includes(m) ? daysInMonth(y, m) : 0]
    } else if (freq === 'WEEKLY') period = [week + 7 * at, 7]
    else period = [startDay + at, 1]
    // What is skipped backward may lie one day before its period.
    if (period[0] > endDay + 1) return
    yield period
  }
}

/** Hours, minutes or seconds that the interval reaches; days that can't match are stepped over whole. */
function* setsInDays(
  rule: Rule,
  start: number,
  begin: number,
  end: number,
  unit: number,
  steps: { left: number },
): Generator<number[]> {
  const matches = dayMatcher(rule)
  const step = unit * rule.interval
  const base = Math.floor(start / unit) * unit
  const next = (wall: number) => base + Math.ceil((wall - base) / step) * step
  for (let at = Math.max(base, base + Math.floor((begin - base) / step) * step); at <= end;) {
    steps.left -= 1
    const day = Math.floor(at / dayMs)
    if (!matches(day)) {
      yield []
      at = next((day + 1) * dayMs)
      continue
    }
    const second = Math.floor((at - day * dayMs) / 1000)
    const [hour, minute] = [Math.floor(second / 3600), Math.floor(second / 60) % 60]
    if (rule.hours.length > 0 && !rule.hours.includes(hour)) {
      yield []
      at = next(day * dayMs + (hour + 1) * 3_600_000)
      continue
    }
    if (unit < 3_600_000 && rule.minutes.length > 0 && !rule.minutes.includes(minute)) {
      yield []
      at = next(day * dayMs + (hour * 60 + minute + 1) * 60_000)
      continue
    }
    if (unit === 3_600_000)
      yield rule.minutes.flatMap((one) => rule.seconds.map((two) => at + (one * 60 + two) * 1000))
    else if (unit === 60_000) yield rule.seconds.map((one) => at + one * 1000)
    else yield rule.seconds.length === 0 || rule.seconds.includes(second % 60) ? [at] : []
    at += step
  }
}

function dayMatcher(rule: Rule): (day: number) => boolean {
  const { freq, months, days, weekStart } = rule
  const monthDays = new Set(rule.monthDays)
  const yearDays = new Set(rule.yearDays)
  const weeks = new Set(rule.weeks)
  const every = new Set(
    days
      .filter(({ nth }) => nth === 0 || (freq !== 'MONTHLY' && freq !== 'YEARLY'))
      .map(({ weekday }) => weekday),
  )
  const counted = freq === 'MONTHLY' || freq === 'YEARLY' ? days.filter(({ nth }) => nth !== 0) : []
  const inMonth = freq === 'MONTHLY' || months.length > 0
  return (number) => {
    const { year, month, day } = civilOf(number)
    const length = monthDays.size > 0 || (counted.length > 0 && inMonth) ? daysInMonth(year, month) : 0
    const isMonth = months.length === 0 || months.includes(month)
    if (!isMonth) return false
    if (monthDays.size > 0 && !monthDays.has(day) && !monthDays.has(day - length - 1)) return false
    if (yearDays.size > 0) {
      const at = number - dayNumber(year, 1, 1) + 1
      if (!yearDays.has(at) && !yearDays.has(at - daysInYear(year) - 1)) return false
    }
    if (weeks.size > 0 && !isWeek(number, year)) return false
    if (days.length === 0) return true
    const weekday = weekdayOf(number)
    if (every.has(weekday)) return true
    return counted.some(({ weekday: wanted, nth }) => {
      if (wanted !== weekday) return false
      const [first, count] = inMonth ? [number - day + 1, length] : [dayNumber(year, 1, 1), daysInYear(year)]
      const at = number - first
      return nth > 0 ? Math.floor(at / 7) + 1 === nth : Math.floor((count - 1 - at) / 7) + 1 === -nth
    })
  }
  function isWeek(number: number, year: number): boolean {
    const first = firstWeekOf(year, weekStart)
    const owner = number < first ? year - 1 : number >= firstWeekOf(year + 1, weekStart) ? year + 1 : year
    const begin = firstWeekOf(owner, weekStart)
    const week = Math.floor((number - begin) / 7) + 1
    return weeks.has(week) || weeks.has(week - (firstWeekOf(owner + 1, weekStart) - begin) / 7 - 1)
  }
}
