/** When one can be rung, in words of the client's language and by the client's clock. */
import { digitsIn } from '../../core/locale/numbers'
import { say } from '../../core/locale/phrase'
import { weekdayNames } from '../../core/locale/weekdays'
import { dayMs, weekdayOf } from '../../core/schedule/civil'
import { writeMinutes } from '../../core/schedule/hours'
import { offeredAt, openOf, quarterMs, type When } from '../../core/ring/when'
import type { GivenSwitchboard } from '../../core/ring/shape'
import { drawnWords } from './words'

export interface Choice {
  readonly when: When
  readonly label: string
  readonly note: string
}
interface Clock {
  readonly now: number
  /** Minutes east of UTC at an instant. */
  readonly offsetAt: (ms: number) => number
  readonly locale: string
}

const wallOf = (ms: number, offsetAt: Clock['offsetAt']) => ms + offsetAt(ms) * 60_000
const dayOf = (ms: number, { offsetAt }: Clock) => Math.floor(wallOf(ms, offsetAt) / dayMs)
function timeIn(ms: number, { offsetAt, locale }: Clock): string {
  const wall = wallOf(ms, offsetAt)
  return digitsIn(writeMinutes(Math.round((wall % dayMs) / 60_000)), locale)
}

function dayInWords(ms: number, clock: Clock): string {
  const day = dayOf(ms, clock)
  const away = day - dayOf(clock.now, clock)
  if (away === 0) return say(drawnWords.today, clock.locale)
  if (away === 1) return say(drawnWords.tomorrow, clock.locale)
  const weekday = say(weekdayNames, clock.locale).split(' ')[weekdayOf(day)]!
  return say(drawnWords.on, clock.locale).replace('{day}', weekday)
}

/** Such as `Tomorrow at 08:00`; empty for what is not to come. */
export const momentInWords = (ms: number, clock: Clock): string =>
  ms <= clock.now
    ? ''
    : say(drawnWords.at, clock.locale)
        .replace('{day}', dayInWords(ms, clock))
        .replace('{time}', timeIn(ms, clock))

export function choicesOf(board: GivenSwitchboard, clock: Clock): Choice[] {
  const { now, offsetAt, locale } = clock
  return offeredAt(board, now, offsetAt).map(({ when, at }) => {
    const time = (words: 'openUntil' | 'from') =>
      at === undefined ? '' : say(drawnWords[words], locale).replace('{time}', timeIn(at, clock))
    if (when === 'opening') return { when, label: dayInWords(at!, clock), note: time('from') }
    // Beyond a day the time alone would mislead.
    const isSoon = when === 'now' && at !== undefined && at - now < dayMs
    return { when, label: say(drawnWords[when], locale), note: isSoon ? time('openUntil') : '' }
  })
}

/** Instant at which the choices read otherwise; undefined when they never do. */
export function choicesUntil(board: GivenSwitchboard, { now, offsetAt }: Clock): number | undefined {
  const { isOpen, changesAt } = openOf(board, now, offsetAt)
  if (changesAt === undefined) return undefined
  const quarter = changesAt - quarterMs
  const midnight = now - (wallOf(now, offsetAt) % dayMs) + dayMs
  return Math.min(changesAt, midnight, isOpen && quarter > now ? quarter : changesAt)
}
