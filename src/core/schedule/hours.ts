/**
 * Opening hours as schema.org writes them (https://schema.org/openingHours): `Mo-Fr 09:00-17:30`, `Sa,Su 10:00-14:00`. Hours that
 * end before they begin go on past midnight; `00:00-24:00` is the whole day.
 */
export const dayCodes = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'] as const

/** One line of them. */
export interface Hours {
  /** 0 Monday … 6 Sunday */
  readonly days: readonly number[]
  /** Minutes since midnight, by the clock on the wall. */
  readonly from: number
  /** More than a day's minutes where it is after midnight. */
  readonly until: number
}

const dayMinutes = 24 * 60
const span = /^(\d{1,2}):(\d{2})\s*[-–]\s*(\d{1,2}):(\d{2})$/

/** Days of one line; a span may go on over the end of the week. */
function daysIn(line: string): number[] {
  const days = new Set<number>()
  for (const part of line.split(',')) {
    const [from, to = from] = part.split('-').map((code) => dayCodes.indexOf(code as 'Mo'))
    if (from === undefined || from < 0 || to === undefined || to < 0) continue
    for (let day = from; ; day = (day + 1) % 7) {
      days.add(day)
      if (day === to) break
    }
  }
  return [...days].sort((a, b) => a - b)
}

/** On which days somebody is there, from Monday. Lines that cannot be read count for nothing. */
export function daysOf(lines: readonly string[]): boolean[] {
  const there = new Set(lines.flatMap((line) => daysIn(line.trim().split(/\s/)[0]!)))
  return dayCodes.map((_code, day) => there.has(day))
}

/** @returns undefined for a line that is not written so */
export function readHours(line: string): Hours | undefined {
  const [days = '', ...rest] = line.trim().split(/\s+/)
  const found = daysIn(days)
  const between = readSpan(rest.join(' '))
  return between && found.length > 0 ? { days: found, ...between } : undefined
}

/** As `09:00-17:30`, in minutes since midnight. @returns undefined for what is not written so */
export function readSpan(text: string): Pick<Hours, 'from' | 'until'> | undefined {
  const [, h1, m1, h2, m2] = span.exec(text.trim()) ?? []
  if (!h1) return undefined
  const from = Number(h1) * 60 + Number(m1)
  const end = Number(h2) * 60 + Number(m2)
  if (from >= dayMinutes || end > dayMinutes || Number(m1) > 59 || Number(m2) > 59) return undefined
  return { from, until: end <= from ? end + dayMinutes : end }
}

/** As `Mo-We,Fr 09:00-17:30`. */
export function writeHours({ days, from, until }: Hours): string {
  const runs: number[][] = []
  for (const day of [...days].sort((a, b) => a - b)) {
    const run = runs.at(-1)
    if (run && run.at(-1) === day - 1) run.push(day)
    else runs.push([day])
  }
  const named = runs.map((run) =>
    run.length > 2
      ? `${dayCodes[run[0]!]}-${dayCodes[run.at(-1)!]}`
      : run.map((day) => dayCodes[day]).join(','),
  )
  return `${named.join(',')} ${writeSpan({ from, until })}`
}

/** As `09:00-17:30`. */
export const writeSpan = ({ from, until }: Pick<Hours, 'from' | 'until'>): string =>
  `${writeMinutes(from)}-${writeMinutes(until > dayMinutes ? until - dayMinutes : until)}`

/** `09:05` */
export const writeMinutes = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
