/** What was made to hang or to break whoever reads it. */
import { describe, expect, test } from '@jest/globals'
import { readBytes } from './all'

describe('what was made to hang or to break whoever reads it', () => {
  const span = { from: Date.parse('2026-01-01'), to: Date.parse('2028-01-01') }
  const event = (rule: string, start = '19700101T000000Z') =>
    `BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART:${start}\nRRULE:${rule}\nEND:VEVENT\nEND:VCALENDAR`
  test.each<[string, string, string, string]>([
    [
      'elements nested without end in a feed',
      `<rss><channel><item><title>One</title></item>${'<a>'.repeat(60_000)}`,
      'rss',
      'nested more than',
    ],
    [
      'and in a page',
      `<!doctype html><html><body>${'<div>'.repeat(60_000)}`,
      'page',
      'nested thousands deep',
    ],
    [
      'things within things in a page',
      `<!doctype html><html><body>${'<div itemscope itemprop="x">'.repeat(20_000)}`,
      'page',
      'nested thousands deep',
    ],
    [
      'outlines within outlines',
      `<opml><body>${'<outline text="a">'.repeat(50_000)}`,
      'opml',
      'nested more than',
    ],
    [
      'markup nested without end in an entry',
      `<rss><channel><item><description>${'&lt;div&gt;'.repeat(60_000)}&lt;img src=a&gt;</description></item></channel></rss>`,
      'rss',
      '',
    ],
    [
      'posts passed on without end',
      `{"@context":"https://www.w3.org/ns/activitystreams","type":"OrderedCollection","orderedItems":[${'{"type":"Announce","object":'.repeat(30_000)}{}${'}'.repeat(30_000)}]}`,
      'activitystreams',
      'nested too deep',
    ],
    [
      'events at events in a page',
      `<html><script type="application/ld+json">${'{"@type":"Event","location":'.repeat(30_000)}1${'}'.repeat(30_000)}</script></html>`,
      'page',
      '',
    ],
    ['lists within lists in JSON', `{"items":${'['.repeat(50_000)}${']'.repeat(50_000)}}`, 'json-feed', ''],
    [
      'events within events',
      `BEGIN:VCALENDAR\n${'BEGIN:VEVENT\n'.repeat(5_000)}`,
      'icalendar',
      'nested more than',
    ],
    [
      'a text in a hundred thousand lines',
      `BEGIN:VCALENDAR\nBEGIN:VEVENT\nSUMMARY:a\n${' b\n'.repeat(100_000)}END:VEVENT`,
      'icalendar',
      '',
    ],
    [
      'a parameter said ten thousand times',
      `BEGIN:VCALENDAR\nBEGIN:VEVENT\nSUMMARY${';a'.repeat(50_000)}:x\nEND:VEVENT`,
      'icalendar',
      '',
    ],
    ['an event in each second since 1970', event('FREQ=SECONDLY'), 'icalendar', ''],
    [
      'one counted in thousands of millions',
      event('FREQ=SECONDLY;COUNT=4000000000'),
      'icalendar',
      'more of it than can be worked out',
    ],
    [
      'five thousand events that never come',
      `BEGIN:VCALENDAR\n${'BEGIN:VEVENT\nDTSTART:20200101T000000Z\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=31\nEND:VEVENT\n'.repeat(5_000)}END:VCALENDAR`,
      'icalendar',
      'more of it than can be worked out',
    ],
    [
      'a zone that changes in each second',
      'BEGIN:VCALENDAR\nBEGIN:VTIMEZONE\nTZID:X\nBEGIN:STANDARD\nDTSTART:19000101T000000\nRRULE:FREQ=SECONDLY\nTZOFFSETFROM:+0000\nTZOFFSETTO:+0100\nEND:STANDARD\nEND:VTIMEZONE\nBEGIN:VEVENT\nDTSTART;TZID=X:20260101T000000\nRRULE:FREQ=DAILY\nEND:VEVENT\nEND:VCALENDAR',
      'icalendar',
      '',
    ],
  ])('%s', (_name, text, format, what) => {
    const reading = readBytes(new TextEncoder().encode(text), { url: 'https://kiln.example/', span })
    expect(reading.format).toBe(format)
    expect(reading.problems.map((one) => one.what).join('\n')).toContain(what)
  })
  test('the dates of an old daily event are those of the span', () => {
    const { items } = readBytes(
      new TextEncoder().encode(event('FREQ=DAILY;INTERVAL=7', '20200106T190000Z')),
      { span },
    )
    expect([items[0]!.dates![0], items[0]!.dates!.length]).toEqual(['2026-01-05T19:00:00Z', 104])
  })
})
