/**
 * Input of a few kilobytes that once took half a minute and hundreds of megabytes. The bound is far above what each takes now, and far
 * below what it took: it counts processor time, so that a busy machine changes nothing.
 */
import { expect, test } from '@jest/globals'
import { zoneFromOffsets } from '../schedule/zone'
import { zoneNamed } from '../schedule/offsetIn'
import { readBytes } from './all'
import { busyIn } from './busy'

const maxCpuS = 4
const span = { from: Date.parse('2026-01-01'), to: Date.parse('2028-01-01') }
const numbers = (count: number) => Array.from({ length: count }, (_one, at) => at).join()
const event = (...lines: string[]) =>
  `BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n${lines.join('\r\n')}\r\nEND:VEVENT\r\nEND:VCALENDAR`
const everySecond = `BYDAY=MO,TU,WE,TH,FR,SA,SU;BYHOUR=${numbers(24)};BYMINUTE=${numbers(60)};BYSECOND=${numbers(60)}`
const items = Array.from(
  { length: 26 },
  (_one, at) => `<div itemscope itemprop=p id=i${at} itemref="i${at + 1} i${at + 2}"></div>`,
)

test.each<[string, string]>([
  [
    'the last second of each month, out of all',
    event('DTSTART:20260101T000000Z', `RRULE:FREQ=MONTHLY;${everySecond};BYSETPOS=-1`),
  ],
  [
    'the last second of each year, out of all',
    event('DTSTART:20260101T000000Z', `RRULE:FREQ=YEARLY;${everySecond};BYSETPOS=-1`),
  ],
  [
    'a thousand rules of all seconds',
    event(
      'DTSTART:20260101T000000Z',
      ...Array<string>(1_000).fill(`RRULE:FREQ=MONTHLY;${everySecond};BYSETPOS=-1`),
    ),
  ],
  ['each second since 1970', event('DTSTART:19700101T000000Z', 'RRULE:FREQ=SECONDLY')],
  [
    'items of a page that name each other',
    `<!doctype html><html><body><div itemscope itemref="i0 i1"></div>${items.join('')}</body></html>`,
  ],
  [
    'an author of brackets',
    `<rss version="2.0"><channel><item><title>x</title><author>${'('.repeat(200_000)}</author></item></channel></rss>`,
  ],
  [
    'a date of brackets',
    `<rss version="2.0"><channel><item><title>x</title><pubDate>${'('.repeat(200_000)}</pubDate></item></channel></rss>`,
  ],
  [
    'a text of tags that never end',
    `<feed xmlns="http://www.w3.org/2005/Atom"><entry><title>x</title><content>${'&lt;a '.repeat(200_000)}</content></entry></feed>`,
  ],
  [
    'a zone with a name without end',
    event(`DTSTART;TZID=${'a'.repeat(200_000)}:20260101T000000`, 'SUMMARY:x'),
  ],
  ['a line of quotation marks', `a,b\n${'"1"2",'.repeat(15_000)}`],
])('%s', (_name, text) => {
  const before = process.cpuUsage()
  readBytes(new TextEncoder().encode(text), { url: 'https://kiln.example/', span })
  const { user, system } = process.cpuUsage(before)
  expect((user + system) / 1e6).toBeLessThan(maxCpuS)
})

test('the last second of a month is found all the same', () => {
  const text = event('DTSTART:20260101T000000Z', `RRULE:FREQ=MONTHLY;${everySecond};BYSETPOS=-1,1`)
  const [one] = readBytes(new TextEncoder().encode(text), { span }).items
  expect(one!.dates!.slice(0, 3)).toEqual([
    '2026-01-01T00:00:00Z',
    '2026-01-31T23:59:59Z',
    '2026-02-01T00:00:00Z',
  ])
})
test('an event that lasts longer than any clock spoils no other, when it is read and when it keeps somebody busy', () => {
  const calendar = [
    'BEGIN:VCALENDAR',
    ...['P999999999D', 'PT1H', 'PT2H'].flatMap((lasts, at) => [
      'BEGIN:VEVENT',
      `UID:${at}`,
      `SUMMARY:No. ${at}`,
      `DTSTART;TZID=Europe/London:2026060${at + 1}T100000`,
      `DURATION:${lasts}`,
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
  ].join('\r\n')
  const home = zoneFromOffsets('Europe/London', zoneNamed('Europe/London')!)
  const { items: read } = readBytes(new TextEncoder().encode(calendar), { span, zones: zoneNamed })
  expect(read.map(({ name }) => name)).toEqual(['No. 0', 'No. 1', 'No. 2'])
  expect(JSON.stringify(read)).not.toContain('NaN')
  const range = { from: span.from / 60_000, until: span.to / 60_000 }
  const busy = busyIn(calendar, { range, zones: zoneNamed, home, isOwn: () => false })
  expect(busy.map(({ from, until }) => until - from)).toEqual([60, 120])
})
test.each([
  ['a picture with a lone percent sign', 'https://kiln.example/50%-off.jpg', '50% off'],
  ['a picture with a whole one', 'https://kiln.example/a%20b.jpg', 'a b'],
])('%s', (_name, url, title) =>
  expect(readBytes(new Uint8Array([1]), { url, contentType: 'image/jpeg' }).feed.title).toBe(title),
)
test('an offset that no clock shows is none', () => {
  const [one] = readBytes(
    new TextEncoder().encode(
      `BEGIN:VCALENDAR\r\nBEGIN:VTIMEZONE\r\nTZID:X\r\nBEGIN:STANDARD\r\nDTSTART:19700101T000000\r\nTZOFFSETFROM:+0000\r\nTZOFFSETTO:+9999\r\nEND:STANDARD\r\nEND:VTIMEZONE\r\nBEGIN:VEVENT\r\nSUMMARY:x\r\nDTSTART;TZID=X:20260601T190000\r\nEND:VEVENT\r\nEND:VCALENDAR`,
    ),
    { span },
  ).items
  expect(Number.isNaN(Date.parse(one!.startDate!))).toBe(false)
})
