/** Which dates of events have a place, and which are over. */
import { occurrencesOf } from '../../core/rules/occurrences'
import { dayMs } from '../../core/schedule/civil'
import type { Spread } from '../showing'

const monthMs = 30.5 * dayMs

/** What goes on stays until it ends. */
export const spread: Spread = (given, values, { now, offsetAt }) => {
  const all = occurrencesOf(given, offsetAt)
  const backMs = Number(values['events.back']) * dayMs
  const aheadMs = Number(values['events.ahead']) * monthMs
  const [year, month] = [Number(values['events.year']), Number(values['events.month'])]
  const isFixed = values['events.span'] === 'fixed'
  const isWanted = ({ start }: { readonly start: number }) => {
    if (!isFixed) return start < now + aheadMs
    const here = new Date(start + offsetAt(start) * 60_000)
    return (year === 0 || here.getUTCFullYear() === year) && (month === 0 || here.getUTCMonth() + 1 === month)
  }
  const wanted = all.filter(isWanted)
  const coming = wanted.filter(({ end }) => end > now)
  // A year or a month that is over as a whole is a look back: nothing in it is in the way.
  const isOver = isFixed && coming.length === 0
  const seen = new Set<string>()
  const isNext = ({ of }: { readonly of: string }) =>
    values['events.each'] === true || (!seen.has(of) && seen.add(of) !== undefined)
  const shown = (isOver ? wanted : coming.filter(isNext)).slice(0, Number(values['rules.limit']))
  const until = all.flatMap(({ start, end }) => [
    end > now ? end : Infinity,
    end <= now && end + backMs > now ? end + backMs : Infinity,
    isFixed || start < now + aheadMs ? Infinity : start - aheadMs + 1,
  ])
  return {
    items: shown.map(({ item }) => item),
    rest: isOver ? [] : all.filter(({ end }) => end <= now).map(({ item }) => item),
    shown: shown.map(({ of }) => of),
    until: until.reduce((first, one) => Math.min(first, one), Infinity),
  }
}
