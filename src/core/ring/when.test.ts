/** When a visitor can be rung, by the hours of several telephones. */
import type { GivenSwitchboard } from './shape'
import { dueAt, offeredAt, openOf } from './when'

const utc = () => 0
const at = (text: string) => Date.parse(`${text}:00Z`)
const board = (...hours: string[][]): GivenSwitchboard => ({
  phones: hours.map((one) => ({ hours: one })),
  exceptions: [],
})
const desk = board(['Mo-Fr 08:00-18:30'], ['Sa 09:00-12:00'])
const told = (now: string, of = desk) =>
  offeredAt(of, at(now), utc).map(({ when, at: ms }) =>
    ms === undefined ? when : `${when} ${new Date(ms).toISOString().slice(0, 16)}`,
  )

test.each<[string, string, typeof desk, string[]]>([
  [
    'while somebody is there',
    '2026-11-26T10:00',
    desk,
    ['now 2026-11-26T18:30', 'quarter', 'opening 2026-11-27T08:00'],
  ],
  [
    'a quarter of an hour before they go',
    '2026-11-26T18:15',
    desk,
    ['now 2026-11-26T18:30', 'opening 2026-11-27T08:00'],
  ],
  ['in the night', '2026-11-26T22:00', desk, ['opening 2026-11-27T08:00', 'say']],
  [
    'over a weekend, by the hours of another telephone',
    '2026-11-27T19:00',
    desk,
    ['opening 2026-11-28T09:00', 'say'],
  ],
  ['one is there at any time', '2026-11-26T22:00', board(['Mo-Fr 08:00-18:30'], []), ['now', 'quarter']],
  ['without a telephone', '2026-11-26T10:00', board(), ['say']],
  [
    'on a day that differs',
    '2026-11-26T10:00',
    {
      ...desk,
      exceptions: [{ first: '2026-11-26', last: '2026-11-27', open: ['09:00-10:00'], words: 'Stocktaking' }],
    },
    ['opening 2026-11-27T09:00', 'say'],
  ],
])('%s', (_name, now, of, expected) => {
  expect(told(now, of)).toEqual(expected)
})

test('what is not offered is never due', () => {
  expect(dueAt('now', desk, at('2026-11-26T22:00'), utc)).toBeUndefined()
  expect(dueAt('quarter', desk, at('2026-11-26T18:20'), utc)).toBeUndefined()
  expect(dueAt('opening', desk, at('2026-11-26T22:00'), utc)).toBe(at('2026-11-27T08:00'))
  expect(dueAt('say', desk, at('2026-11-26T22:00'), utc)).toBe(at('2026-11-26T22:00'))
  expect(openOf(board(), at('2026-11-26T10:00'), utc)).toEqual({ isOpen: false, changesAt: undefined })
})
