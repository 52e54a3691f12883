import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { zoneNamed } from '@/core/schedule/offsetIn'
import { readBytes } from './all'
import { readDuration } from './iCalendar'

const year = { from: Date.parse('2026-01-01'), to: Date.parse('2027-01-01') }
const calendar = (event: string, more = '') =>
  `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${more}BEGIN:VEVENT\r\nUID:1\r\n${event}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`
const read = (text: string) =>
  readBytes(new TextEncoder().encode(text), {
    url: 'https://hall.example/all.ics',
    zones: zoneNamed,
    span: year,
  })
const event = (lines: string, more = '') => read(calendar(lines, more)).items[0]!

describe('when', () => {
  test.each<[string, string, string | undefined]>([
    ['a whole day', 'DTSTART;VALUE=DATE:20260509', '2026-05-09'],
    ['a floating time', 'DTSTART:20260509T190000', '2026-05-09T19:00:00'],
    ['UTC', 'DTSTART:20260509T190000Z', '2026-05-09T19:00:00Z'],
    ['a named zone', 'DTSTART;TZID=Europe/London:20260509T190000', '2026-05-09T19:00:00+01:00'],
    [
      'a name that ends in a zone',
      'DTSTART;TZID=/hall.example/2026/Europe/London:20260109T190000',
      '2026-01-09T19:00:00Z',
    ],
    [
      'the name that desktop systems use',
      'DTSTART;TZID=W. Europe Standard Time:20260509T190000',
      '2026-05-09T19:00:00+02:00',
    ],
    ['a zone in quotes', 'DTSTART;TZID="America/New_York":20260309T110000', '2026-03-09T11:00:00-04:00'],
    [
      'the hour that summer time skips, as before it',
      'DTSTART;TZID=Europe/London:20260329T013000',
      '2026-03-29T01:30:00Z',
    ],
    [
      'the hour that comes twice, the first time',
      'DTSTART;TZID=Europe/London:20261025T013000',
      '2026-10-25T01:30:00+01:00',
    ],
    ['dashes and colons', 'DTSTART:2026-05-09T19:00:00Z', '2026-05-09T19:00:00Z'],
    [
      'a date that says it is one, and is a time',
      'DTSTART;VALUE=DATE:20260509T190000',
      '2026-05-09T19:00:00',
    ],
    ['no such day', 'DTSTART:20260231T190000', undefined],
    ['nothing', 'SUMMARY:x', undefined],
  ])('%s', (_name, line, expected) => expect(event(line).startDate).toBe(expected))
  test('an unknown zone is said, and the time stays as it stands', () => {
    const { items, problems } = read(calendar('DTSTART;TZID=Nowhere/At all:20260509T190000'))
    expect([items[0]!.startDate, problems[0]?.what]).toEqual([
      '2026-05-09T19:00:00',
      'the time zone “Nowhere/At all” is not known',
    ])
  })
  test('a zone that the calendar defines itself', () => {
    const zone =
      'BEGIN:VTIMEZONE\r\nTZID:Hall time\r\nBEGIN:STANDARD\r\nDTSTART:20001029T020000\r\nRRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU\r\nTZOFFSETFROM:+0330\r\nTZOFFSETTO:+0230\r\nEND:STANDARD\r\nBEGIN:DAYLIGHT\r\nDTSTART:20000326T010000\r\nRRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU\r\nTZOFFSETFROM:+0230\r\nTZOFFSETTO:+0330\r\nEND:DAYLIGHT\r\nEND:VTIMEZONE\r\n'
    expect([
      event('DTSTART;TZID=Hall time:20260109T190000', zone).startDate,
      event('DTSTART;TZID=Hall time:20260709T190000', zone).startDate,
    ]).toEqual(['2026-01-09T19:00:00+02:30', '2026-07-09T19:00:00+03:30'])
  })
  test.each<[string, string, string | undefined]>([
    ['an end', 'DTSTART:20260509T190000Z\r\nDTEND:20260509T210000Z', '2026-05-09T21:00:00Z'],
    ['a duration', 'DTSTART:20260509T190000Z\r\nDURATION:PT1H30M', '2026-05-09T20:30:00Z'],
    ['a day ends on itself', 'DTSTART;VALUE=DATE:20260509', '2026-05-09'],
    [
      'days end on the last one, not on the next',
      'DTSTART;VALUE=DATE:20260509\r\nDTEND;VALUE=DATE:20260512',
      '2026-05-11',
    ],
    ['an end before the start is none', 'DTSTART:20260509T190000Z\r\nDTEND:20260509T180000Z', undefined],
  ])('until when: %s', (_name, lines, expected) => expect(event(lines).endDate).toBe(expected))
  test.each([
    ['P1W', 604_800_000],
    ['PT15M', 900_000],
    ['-PT1H', -3_600_000],
    ['P1DT2H', 93_600_000],
    ['one hour', undefined],
  ])('a duration of %s', (text, expected) => expect(readDuration(text)).toBe(expected))
})

describe('what repeats', () => {
  test.each<[string, string, string[]]>([
    [
      'keeps its time on the clock over summer time',
      'DTSTART;TZID=Europe/London:20260322T190000\r\nRRULE:FREQ=WEEKLY;COUNT=2',
      ['2026-03-22T19:00:00Z', '2026-03-29T19:00:00+01:00'],
    ],
    [
      'ends at an UNTIL in UTC, read in its own zone',
      'DTSTART;TZID=America/New_York:20260501T200000\r\nRRULE:FREQ=DAILY;UNTIL=20260503T000000Z',
      ['2026-05-01T20:00:00-04:00', '2026-05-02T20:00:00-04:00'],
    ],
    [
      'ends with the day that UNTIL names',
      'DTSTART:20260501T200000\r\nRRULE:FREQ=DAILY;UNTIL=20260502',
      ['2026-05-01T20:00:00', '2026-05-02T20:00:00'],
    ],
    [
      'leaves exceptions out',
      'DTSTART:20260501T200000\r\nRRULE:FREQ=DAILY;COUNT=3\r\nEXDATE:20260502T200000',
      ['2026-05-01T20:00:00', '2026-05-03T20:00:00'],
    ],
    [
      'leaves out exceptions given in another zone',
      'DTSTART;TZID=Europe/London:20260501T200000\r\nRRULE:FREQ=DAILY;COUNT=2\r\nEXDATE:20260502T190000Z',
      ['2026-05-01T20:00:00+01:00'],
    ],
    [
      'leaves out whole days',
      'DTSTART:20260501T200000\r\nRRULE:FREQ=DAILY;COUNT=2\r\nEXDATE;VALUE=DATE:20260502',
      ['2026-05-01T20:00:00'],
    ],
    [
      'takes further dates',
      'DTSTART;VALUE=DATE:20260501\r\nRDATE;VALUE=DATE:20260601,20260515',
      ['2026-05-01', '2026-05-15', '2026-06-01'],
    ],
    [
      'and the start of a period',
      'DTSTART:20260501T200000Z\r\nRDATE;VALUE=PERIOD:20260601T200000Z/PT1H',
      ['2026-05-01T20:00:00Z', '2026-06-01T20:00:00Z'],
    ],
    ['tells what lies in the span only', 'DTSTART;VALUE=DATE:20250630\r\nRRULE:FREQ=YEARLY', ['2026-06-30']],
  ])('%s', (_name, lines, expected) => expect(event(lines).dates).toEqual(expected))
  test('one date moved by itself is an item of its own, and gone from the row', () => {
    const { items } = read(
      calendar(
        'DTSTART:20260501T200000Z\r\nSUMMARY:Weekly\r\nRRULE:FREQ=WEEKLY;COUNT=3',
        'BEGIN:VEVENT\r\nUID:1\r\nRECURRENCE-ID:20260508T200000Z\r\nDTSTART:20260509T180000Z\r\nSUMMARY:Moved\r\nEND:VEVENT\r\n',
      ),
    )
    expect(items.map((one) => [one.name, one.dates ?? one.startDate])).toEqual([
      ['Moved', '2026-05-09T18:00:00Z'],
      ['Weekly', ['2026-05-01T20:00:00Z', '2026-05-15T20:00:00Z']],
    ])
  })
  test('what repeats for ever tells no more than it may', () =>
    expect(event('DTSTART:20200501T200000Z\r\nRRULE:FREQ=HOURLY').dates).toHaveLength(500))
})

test('what is private is not named in the problems', () => {
  const { problems } = read(calendar('SUMMARY:Secret board\r\nCLASS:PRIVATE'))
  expect([problems.length, JSON.stringify(problems).includes('Secret')]).toEqual([1, false])
})

describe('lines folded anywhere', () => {
  test.each<[string, string, object]>([
    ['before the colon', 'SUMMARY:Late\r\nCLASS\r\n :PRIVATE', { name: 'Late', visibility: 'private' }],
    ['before the colon, without a space', 'SUMMARY:Late\r\nCLASS\r\n:PRIVATE', { visibility: 'private' }],
    ['in a name', 'SUMM\r\n ARY:Late\r\nLOCATION:Hall', { name: 'Late', location: { name: 'Hall' } }],
    [
      'in the parameters of a guest',
      'SUMMARY:Late\r\nATTENDEE;CN=Ann Example;ROLE=CHAIR\r\n ;RSVP=TRUE\r\n :mailto:ann@x.example\r\nLOCATION:Hall',
      { name: 'Late', location: { name: 'Hall' } },
    ],
    [
      'a guest whose line was broken without a space',
      'SUMMARY:Late\r\nATTENDEE;CN=Ann\r\nExample;ROLE=CHAIR:mailto:ann@x.example\r\nLOCATION:Hall',
      { name: 'Late', location: { name: 'Hall' } },
    ],
    ['extensions in mixed case', 'SUMMARY:Late\r\nX-Hall-Room;X-Size=3:7', { name: 'Late' }],
    ['words after a date', 'SUMMARY:Late\r\nDTSTART:20260101\r\nBring shoes', { startDate: '2026-01-01' }],
    ['words after an id', 'SUMMARY:Late\r\nUID:7\r\nBring shoes', { guid: '1' }],
    ['words after a mark of privacy', 'CLASS:PRIVATE\r\nBring shoes', { visibility: 'private' }],
  ])('%s', (_name, lines, expected) => expect(event(`${lines}\r\nDTSTART:20260101`)).toMatchObject(expected))
  test('every line folded after every letter says the same', () => {
    const whole = calendar('DTSTART;TZID=Europe/London:20260509T190000\r\nSUMMARY:Late\r\nCLASS:PRIVATE')
    const folded = whole.replace(/[^\r\n](?=[^\r\n])/g, '$&\r\n ')
    expect(read(folded).items).toEqual(read(whole).items)
  })
  test('a telephone keeps its number, and the words are told', () => {
    const { items, problems } = readBytes(
      new TextEncoder().encode('BEGIN:VCARD\r\nFN:Ann\r\nTEL:01632 960001\r\nring twice\r\nEND:VCARD\r\n'),
    )
    expect([items[0]!.telephone, problems.map(({ what }) => what)]).toEqual([
      ['01632 960001'],
      ['“ring twice” is no line of this format'],
    ])
  })
})

describe('the rest', () => {
  test.each<[string, string, object]>([
    ['escapes', 'SUMMARY:One\\, two\\; three\\nfour \\\\ five', { name: 'One, two; three four \\ five' }],
    [
      'a folded line, also within a letter’s bytes',
      'SUMMARY:One\r\n  two\r\n three',
      { name: 'One twothree' },
    ],
    [
      'a text broken without being folded',
      'DESCRIPTION:Bring:\r\nShoes: the old ones\r\nand a towel',
      { text: 'Bring:\nShoes: the old ones\nand a towel' },
    ],
    [
      'names in any case',
      'Summary:One\r\nLocation;Language=en:Hall',
      { name: 'One', location: { name: 'Hall' } },
    ],
    [
      'a place with coordinates',
      'LOCATION:Hall\r\nGEO:52.5;1.25',
      { location: { name: 'Hall', latitude: 52.5, longitude: 1.25 } },
    ],
    ['coordinates off the globe are none', 'GEO:952.5;1.25', { location: undefined }],
    [
      'what is private says so',
      'CLASS:PRIVATE',
      { visibility: 'private', hiddenBecause: 'the calendar marks it private' },
    ],
    ['what is called off', 'STATUS:CANCELLED', { eventStatus: 'EventCancelled' }],
    [
      'a picture',
      'IMAGE;VALUE=URI;DISPLAY=BADGE:https://hall.example/a.png',
      { image: [{ url: 'https://hall.example/a.png' }] },
    ],
    ['tags', 'CATEGORIES:Music,Late\\, night', { keywords: ['Music', 'Late, night'] }],
    ['an address that runs script is none', 'URL:javascript:alert(1)', { url: undefined }],
    [
      'marked-up text',
      'DESCRIPTION:plain\r\nX-ALT-DESC;FMTTYPE=text/html:<p>rich</p>',
      { html: '<p>rich</p>', text: 'rich' },
    ],
    [
      'quoted-printable of the nineties',
      'SUMMARY;ENCODING=QUOTED-PRINTABLE;CHARSET=ISO-8859-1:Caf=E9=\r\n au lait',
      { name: 'Caféau lait' },
    ],
  ])('%s', (_name, lines, expected) => expect(event(`${lines}\r\nDTSTART:20260101`)).toMatchObject(expected))
  test('a line that is none is said, and the rest is read', () =>
    expect(read('BEGIN:VCALENDAR\r\n=;nothing\r\nBEGIN:VEVENT\r\nSUMMARY:x\r\nEND:VCALENDAR')).toMatchObject({
      items: [{ name: 'x' }],
      problems: expect.arrayContaining([
        expect.objectContaining({ what: 'VEVENT is never closed' }),
      ]) as unknown,
    }))
  test('never throws on lines in any order', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom(
            'BEGIN:VEVENT',
            'END:VEVENT',
            'BEGIN:VTIMEZONE',
            'END:VTIMEZONE',
            'DTSTART;TZID=X:20260101T000000',
            'RRULE:FREQ=DAILY',
            'RRULE:FREQ=SECONDLY;BYMONTH=13',
            'EXDATE:x',
            ' folded',
            'TZID:X',
            '"',
            ';;:',
            'SUMMARY;A="b:c',
            'DURATION:P',
            'END:VCALENDAR',
          ),
        ),
        (lines) => void read(`BEGIN:VCALENDAR\r\n${lines.join('\r\n')}`),
      ),
      { numRuns: 200 },
    ))
})
