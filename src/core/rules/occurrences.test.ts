import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Item } from '../items/item'
import { occurrencesIn } from './occurrences'
import { startsOf } from './starts'

const event = (id: string, startDate: string | undefined, more: Partial<Item> = {}): Item => ({
  type: 'Event',
  id,
  source: 's',
  sourceName: 's',
  text: '',
  name: id,
  image: [],
  keywords: [],
  startDate,
  ...more,
})
/** London's: an hour east of UTC from the last Sunday of March to the last of October. */
const london = (ms: number) => {
  const year = new Date(ms).getUTCFullYear()
  const lastSunday = (month: number) => {
    const end = Date.UTC(year, month + 1, 0, 1)
    return end - new Date(end).getUTCDay() * 86_400_000
  }
  return ms >= lastSunday(2) && ms < lastSunday(9) ? 60 : 0
}
const range = { from: Date.parse('2026-10-01T00:00:00Z'), until: Date.parse('2027-02-01T00:00:00Z') }
const told = (items: readonly Item[]) =>
  occurrencesIn(items, range, london).map(({ id, startDate, endDate }) => [id, startDate, endDate])

describe('dates of their own', () => {
  test.each<[string, Item[], unknown[]]>([
    [
      'in order, whatever order they come in, over the turn of the year',
      [event('b', '2027-01-03'), event('a', '2026-12-31T19:30:00')],
      [
        ['a', '2026-12-31T19:30:00', undefined],
        ['b', '2027-01-03', undefined],
      ],
    ],
    [
      'what is over, too far ahead, or has no date is left out',
      [event('a', '2026-09-30'), event('b', '2027-02-01'), event('c', undefined), event('d', 'soon')],
      [],
    ],
    [
      'each date of what repeats ends as long after it as the first one, by the clock of the place after a change of the clocks',
      [
        event('session', '2026-10-20T20:00:00', {
          endDate: '2026-10-20T22:00:00',
          dates: ['2026-10-20T20:00:00', '2026-10-27T20:00:00'],
        }),
      ],
      [
        ['session 2026-10-20T20:00:00', '2026-10-20T20:00:00', '2026-10-20T22:00:00'],
        ['session 2026-10-27T20:00:00', '2026-10-27T20:00:00', '2026-10-27T22:00:00.000Z'],
      ],
    ],
    [
      'an exception is a date less',
      [event('a', '2026-10-06', { dates: ['2026-10-06', '2026-10-20'] })],
      [
        ['a 2026-10-06', '2026-10-06', undefined],
        ['a 2026-10-20', '2026-10-20', undefined],
      ],
    ],
  ])('%s', (_, items, expected) => expect(told(items)).toEqual(expected))

  test('nothing is lost or made up, ids differ, and all is in order', () => {
    const day = fc
      .integer({ min: -40, max: 160 })
      .map((more) => new Date(range.from + more * 86_400_000).toISOString())
    const some = fc.uniqueArray(fc.uniqueArray(day, { minLength: 1, maxLength: 6 }), { maxLength: 8 })
    fc.assert(
      fc.property(some, (all) => {
        const items = all.map((dates, at) => event(`e${at}`, dates[0], { dates }))
        const out = occurrencesIn(items, range, london)
        const starts = out.map((item) => startsOf(item, london)[0]!)
        expect(starts).toEqual([...starts].sort((a, b) => a - b))
        expect(new Set(out.map(({ id }) => id)).size).toBe(out.length)
        const wanted = all
          .flat()
          .filter((one) => Date.parse(one) >= range.from && Date.parse(one) < range.until)
        expect(out).toHaveLength(wanted.length)
      }),
    )
  })
})
