import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Item } from '../items/item'
import { occurrencesOf } from './occurrences'
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
const told = (items: readonly Item[]) =>
  occurrencesOf(items, london).map(({ item: { id, startDate, endDate } }) => [id, startDate, endDate])

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
    ['what has no date is left out', [event('a', undefined), event('b', 'soon')], []],
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
    const begin = Date.parse('2026-10-01T00:00:00Z')
    const day = fc
      .integer({ min: -40, max: 160 })
      .map((more) => new Date(begin + more * 86_400_000).toISOString())
    const some = fc.uniqueArray(fc.uniqueArray(day, { minLength: 1, maxLength: 6 }), { maxLength: 8 })
    fc.assert(
      fc.property(some, (all) => {
        const items = all.map((dates, at) => event(`e${at}`, dates[0], { dates }))
        const out = occurrencesOf(items, london)
        const starts = out.map(({ start }) => start)
        expect(starts).toEqual([...starts].sort((a, b) => a - b))
        expect(out.map(({ item }) => startsOf(item, london)[0])).toEqual(starts)
        expect(new Set(out.map(({ item }) => item.id)).size).toBe(out.length)
        expect(out).toHaveLength(all.flat().length)
      }),
    )
  })
})

describe('when it is over', () => {
  test.each<[string, string, string | undefined, string]>([
    ['as it begins, where no end is told', '2026-06-20T20:00:00', undefined, '2026-06-20T19:00:00.001Z'],
    ['at its end', '2026-06-20T20:00:00', '2026-06-20T22:30:00', '2026-06-20T21:30:00.000Z'],
    ['a day at its midnight', '2026-06-20', undefined, '2026-06-20T23:00:00.000Z'],
    ['days at the last one’s midnight', '2026-06-20', '2026-06-22', '2026-06-22T23:00:00.000Z'],
    ['the day of 25 hours, too', '2026-10-25', undefined, '2026-10-26T00:00:00.000Z'],
    [
      'not before it begins, whatever it says',
      '2026-06-20T20:00:00',
      '2026-06-19',
      '2026-06-20T19:00:00.001Z',
    ],
  ])('%s', (_, startDate, endDate, expected) => {
    const [one] = occurrencesOf([event('a', startDate, { endDate })], london)
    expect(new Date(one!.end).toISOString()).toBe(expected)
  })
  test('each of several days in a row, over a change of the clocks', () => {
    const dates = ['2026-10-17', '2026-10-24']
    const all = occurrencesOf([event('fair', dates[0], { endDate: '2026-10-18', dates })], london)
    expect(all.map(({ item }) => item.endDate)).toEqual(['2026-10-18', '2026-10-25'])
    expect(new Date(all[1]!.end).toISOString()).toBe('2026-10-26T00:00:00.000Z')
  })
})
