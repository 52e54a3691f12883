/** Reading feeds and calendars, in MB a second, beside well-known parsers that stop at a tree where ours yields items. */
import { XMLParser } from 'fast-xml-parser'
import ICAL from 'ical.js'
import { readBytes } from '@/core/readers/all'
import { sift } from '@/core/rules/rules'
import { zoneNamed } from '@/core/schedule/offsetIn'
import { manyItems } from './items'
import { inTurns, line, type Line } from './measure'

const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;')
const feed = () =>
  `<rss version="2.0"><channel><title>Many</title>${manyItems(1500)
    .map(
      (item) =>
        `<item><guid>${item.id}</guid><title>${escape(item.name)}</title><link>${escape(item.url!)}</link><pubDate>${new Date(item.datePublished!).toUTCString()}</pubDate><description>${escape(`<p>${item.text}</p>`)}</description></item>`,
    )
    .join('')}</channel></rss>`
const calendar = () =>
  `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${manyItems(1500)
    .map(
      (item, at) =>
        `BEGIN:VEVENT\r\nUID:${item.id}\r\nDTSTART:2026${String((at % 12) + 1).padStart(2, '0')}${String((at % 28) + 1).padStart(2, '0')}T190000Z\r\nDURATION:PT2H\r\nSUMMARY:${item.name}\r\nDESCRIPTION:${item.text.slice(0, 60)}\r\n ${item.text.slice(60)}\r\nLOCATION:Hall ${at % 7}\r\nEND:VEVENT\r\n`,
    )
    .join('')}END:VCALENDAR\r\n`

export async function reading(): Promise<Line[]> {
  const [xml, ics] = [feed(), calendar()]
  const [xmlBytes, icsBytes] = [Buffer.from(xml), Buffer.from(ics)]
  const parser = new XMLParser({ ignoreAttributes: false })
  const times = inTurns(
    {
      ours: () => void readBytes(xmlBytes, { url: 'https://x.example/' }),
      peer: () => void parser.parse(xml),
      oursIcs: () => void readBytes(icsBytes, { zones: zoneNamed }),
      peerIcs: () =>
        void new ICAL.Component(ICAL.parse(ics) as never).getAllSubcomponents('vevent').map((one) => {
          const event = new ICAL.Event(one)
          return [
            event.uid,
            event.summary,
            event.description,
            event.location,
            event.startDate.toJSDate(),
            event.endDate.toJSDate(),
          ]
        }),
    },
    12,
  )
  const items = manyItems(10_000)
  const rules = inTurns(
    {
      rules: () =>
        void sift(
          items,
          [
            { type: 'words', mode: 'without', words: ['kiln'] },
            { type: 'any', of: [{ type: 'tags', tags: ['ash'] }, { type: 'picture' }] },
            { type: 'doubles', apart: [] },
            { type: 'order', by: ['newest', 'name'] },
            { type: 'limit', count: 200 },
          ],
          0,
        ),
    },
    12,
  )
  const speed = (bytes: number, ms: number) => bytes / 1e6 / (ms / 1000)
  return [
    line('reading a feed of 1,500 entries', speed(xmlBytes.length, times.ours), 'MB/s', ['>=', 0]),
    line(
      'reading a feed: the time of a parser that only makes a tree, over ours to items',
      times.peer / times.ours,
      'times',
      ['>=', 0.75],
    ),
    line('reading a calendar of 1,500 events', speed(icsBytes.length, times.oursIcs), 'MB/s', ['>=', 0]),
    line(
      'reading a calendar: the well-known parser’s time over ours',
      times.peerIcs / times.oursIcs,
      'times',
      ['>=', 1],
    ),
    line('a rule changed over 10,000 items', rules.rules, 'ms', ['<=', 100]),
  ]
}
