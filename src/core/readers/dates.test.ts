import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { readDate } from './dates'

describe('readDate', () => {
  test.each([
    ['RFC 2822 with a name of the zone', 'Mon, 02 Mar 2026 08:00:00 GMT', '2026-03-02T08:00:00.000Z'],
    ['RFC 2822 with an offset', 'Mon, 02 Mar 2026 08:00:00 +0530', '2026-03-02T02:30:00.000Z'],
    ['no weekday, no seconds', '2 Mar 2026 08:05 EST', '2026-03-02T13:05:00.000Z'],
    ['full names of weekday and month', 'Monday, 2 March 2026 08:00:00 +0000', '2026-03-02T08:00:00.000Z'],
    ['two-digit year of this century', '02 Mar 26 08:00:00 GMT', '2026-03-02T08:00:00.000Z'],
    ['two-digit year of the last one', '02 Mar 99 08:00:00 GMT', '1999-03-02T08:00:00.000Z'],
    ['RFC 3339', '2026-03-02T08:00:00Z', '2026-03-02T08:00:00.000Z'],
    ['RFC 3339 with a fraction and an offset', '2026-03-02T08:00:00.123+01:00', '2026-03-02T07:00:00.000Z'],
    ['ISO basic format', '20260302', '2026-03-02T00:00:00.000Z'],
    ['a blank instead of the T', '2026-03-02 08:00:00', '2026-03-02T08:00:00.000Z'],
    ['year and month', '2026-03', '2026-03-01T00:00:00.000Z'],
    ['month first', 'March 2, 2026 8:00 pm', '2026-03-02T20:00:00.000Z'],
    ['asctime', 'Mon Mar  2 08:00:00 2026', '2026-03-02T08:00:00.000Z'],
    ['German month', '2. März 2026', '2026-03-02T00:00:00.000Z'],
    ['day first with slashes', '13/02/2026', '2026-02-13T00:00:00.000Z'],
    ['month first where the second number can only be a day', '02/13/2026', '2026-02-13T00:00:00.000Z'],
    ['seconds with one digit, RFC 2822', 'Mon, 02 Mar 2026 08:00:5 +0530', '2026-03-02T02:30:05.000Z'],
    ['seconds with one digit, RFC 3339', '2026-03-02T08:00:5+01:00', '2026-03-02T07:00:05.000Z'],
    ['seconds with one digit, asctime', 'Mon Mar  2 08:00:5 2026', '2026-03-02T08:00:05.000Z'],
    ['seconds with one digit, slashes', '13/02/2026 08:00:5', '2026-02-13T08:00:05.000Z'],
    [
      'a zone that begins with a dot has no offset',
      'Mon, 02 Mar 2026 08:00:00 .30',
      '2026-03-02T08:00:00.000Z',
    ],
    ['a comment after it', 'Mon, 02 Mar 2026 08:00:00 +0000 (UTC)', '2026-03-02T08:00:00.000Z'],
  ])('%s', (_name, written, expected) => expect(readDate(written)).toBe(expected))

  test.each([[''], ['soon'], ['2026-13-40'], ['99 Mar 2026'], ['Mon, 02 Foo 2026 08:00:00 GMT']])(
    '%p is no date',
    (written) => expect(readDate(written)).toBeUndefined(),
  )

  test('reads back every instant that it could have written itself', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1970-01-01'), max: new Date('2099-12-31'), noInvalidDate: true }),
        (date) => {
          const whole = new Date(Math.floor(date.getTime() / 1000) * 1000)
          expect(readDate(whole.toUTCString())).toBe(whole.toISOString())
          expect(readDate(whole.toISOString())).toBe(whole.toISOString())
        },
      ),
    )
  })
})
