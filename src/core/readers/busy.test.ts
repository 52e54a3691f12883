/** Other people's calendars as busy times: exceptions, changes of the clocks, whole days. */
import { describe, expect, test } from '@jest/globals'
import { zoneNamed, offsetIn } from '../schedule/offsetIn'
import { zoneFromOffsets } from '../schedule/zone'
import { busyIn } from './busy'

const home = zoneFromOffsets('Europe/London', offsetIn('Europe/London'))
const minute = (iso: string) => Date.parse(iso) / 60_000
const year = { from: minute('2027-01-01T00:00Z'), until: minute('2028-01-01T00:00Z') }
const calendar = (...events: string[][]) =>
  [
    'BEGIN:VCALENDAR',
    ...events.flatMap((lines) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT']),
    'END:VCALENDAR',
  ].join('\r\n')
const busy = (text: string, range = year, isOwn: (uid: string) => boolean = () => false) =>
  busyIn(text, { range, zones: zoneNamed, home, isOwn }).map(({ from, until }) =>
    [from, until].map((at) => new Date(at * 60_000).toISOString().slice(0, 16)).join(' '),
  )

describe('named cases', () => {
  test('a series with exceptions blocks exactly its dates', () =>
    expect(
      busy(
        calendar(
          [
            'UID:a',
            'DTSTART;TZID=Europe/London:20270322T090000',
            'DTEND;TZID=Europe/London:20270322T100000',
            'RRULE:FREQ=WEEKLY;COUNT=4',
            'EXDATE;TZID=Europe/London:20270405T090000',
          ],
          [
            'UID:a',
            'RECURRENCE-ID;TZID=Europe/London:20270412T090000',
            'DTSTART;TZID=Europe/London:20270413T150000',
            'DTEND;TZID=Europe/London:20270413T160000',
          ],
        ),
      ),
    ).toEqual([
      '2027-03-22T09:00 2027-03-22T10:00',
      '2027-03-29T08:00 2027-03-29T09:00',
      '2027-04-13T14:00 2027-04-13T15:00',
    ]))
  test('an exception that is called off blocks nothing, nor does its date in the series', () =>
    expect(
      busy(
        calendar(
          ['UID:a', 'DTSTART:20270601T090000Z', 'DURATION:PT1H', 'RRULE:FREQ=DAILY;COUNT=2'],
          [
            'UID:a',
            'RECURRENCE-ID:20270602T090000Z',
            'DTSTART:20270602T090000Z',
            'DURATION:PT1H',
            'STATUS:CANCELLED',
          ],
        ),
      ),
    ).toEqual(['2027-06-01T09:00 2027-06-01T10:00']))
  test('whole days are those of the house; what is transparent, and what is ours, blocks nothing', () => {
    const text = calendar(
      ['UID:day', 'DTSTART;VALUE=DATE:20270705', 'DTEND;VALUE=DATE:20270707'],
      ['UID:free', 'DTSTART:20270801T090000Z', 'DURATION:PT1H', 'TRANSP:TRANSPARENT'],
      ['UID:1@ours', 'DTSTART:20270802T090000Z', 'DURATION:PT1H'],
    )
    expect(busy(text, year, (uid) => uid.endsWith('@ours'))).toEqual(['2027-07-04T23:00 2027-07-06T23:00'])
  })
  test('over a change of the clocks it lasts until its end on the wall', () =>
    expect(
      busy(
        calendar([
          'UID:n',
          'DTSTART;TZID=Europe/London:20271030T220000',
          'DTEND;TZID=Europe/London:20271031T060000',
        ]),
      ),
    ).toEqual(['2027-10-30T21:00 2027-10-31T06:00']))
  test('what began before the range and goes on into it counts, cut to it', () =>
    expect(busy(calendar(['UID:l', 'DTSTART:20261230T000000Z', 'DTEND:20270103T120000Z']))).toEqual([
      '2027-01-01T00:00 2027-01-03T12:00',
    ]))
  test('of what has no time, or cannot be read, nothing is blocked', () =>
    expect(
      busy(calendar(['UID:x'], ['UID:y', 'DTSTART:tomorrow'], ['UID:z', 'DTSTART:20270101T090000Z'])),
    ).toEqual([]))
})
