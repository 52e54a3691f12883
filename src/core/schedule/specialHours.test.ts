import { expect, test } from '@jest/globals'
import { dayNumber } from './civil'
import { readSpecialHours } from './specialHours'

const day = dayNumber(2026, 12, 24)
test.each<[string, ReturnType<typeof readSpecialHours>]>([
  ['2026-12-24 closed', { first: day, last: day, open: [] }],
  ['2026-12-24/2026-12-26 off', { first: day, last: day + 2, open: [] }],
  [
    ' 2026-12-24 08:00-12:00,14:00-15:30 ',
    {
      first: day,
      last: day,
      open: [
        { from: 480, until: 720 },
        { from: 840, until: 930 },
      ],
    },
  ],
  ['2026-12-24', undefined],
  ['2026-12-24 perhaps', undefined],
  ['2026-12-26/2026-12-24 closed', undefined],
  ['2026-13-24 closed', undefined],
  ['at Christmas closed', undefined],
])('%p', (line, expected) => expect(readSpecialHours(line)).toEqual(expected))
