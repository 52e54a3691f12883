/**
 * Calendars of the demo's publishers: what the hall plays, and what the county knows of. Some stand in both, something
 * repeats with an exception, something is called off, something is nobody's business, some were on last year, too.
 */
import type { ServerResponse } from 'node:http'
import { escapeHtml, propPage, send } from './html'

interface On {
  readonly uid: string
  readonly name: string
  /** Days after the demo's first. */
  readonly on: number
  /** Without one it takes the day. */
  readonly at?: string
  readonly where: string
  readonly text?: string
  readonly more?: (day: Day) => readonly string[]
}
type Day = (more: number) => string

const hall = 'The Old Quay Music Hall, Old Quay'
const lastYear = -361

const programmes: Readonly<Record<string, { readonly name: string; readonly all: readonly On[] }>> = {
  'programme.ics': {
    name: 'Old Quay programme',
    all: [
      {
        uid: 'trio',
        name: 'Tamsin Gale Trio: songs from below the waterline',
        on: 6,
        at: '193000',
        where: hall,
        text: 'A fiddle, a double bass and a squeezebox older than all three of them.',
        more: () => ['DURATION:PT2H30M'],
      },
      {
        uid: 'session',
        name: 'Slow session',
        on: -20,
        at: '200000',
        where: hall,
        text: 'Bring what you play, or only your ears.',
        more: (day) => ['DURATION:PT2H', 'RRULE:FREQ=WEEKLY', `EXDATE;TZID=Europe/London:${day(29)}T200000`],
      },
      {
        uid: 'brass',
        name: 'Saltmere Brass, with guests from the lifeboat',
        on: 11,
        at: '200000',
        where: hall,
        text: 'Loud. The second half is louder.',
      },
      {
        uid: 'herring',
        name: 'The Herring Girls',
        on: 20,
        at: '200000',
        where: hall,
        text: 'Two of three have a cold. Tickets are good for the spring.',
        more: () => ['STATUS:CANCELLED'],
      },
      {
        uid: 'nights',
        name: 'Songs for the longest nights',
        on: 34,
        at: '193000',
        where: hall,
        text: 'By candles, with the fire brigade’s blessing.',
      },
      {
        uid: 'nights-before',
        name: 'Songs for the longest nights',
        on: lastYear + 33,
        at: '193000',
        where: hall,
        text: 'By candles. The fire brigade came, and stayed for the second half.',
      },
      { uid: 'open', name: 'Open day', on: 52, where: 'The quay, Old Quay' },
      { uid: 'open-before', name: 'Open day', on: lastYear + 50, where: 'The quay, Old Quay' },
      {
        uid: 'ottar',
        name: 'Ottar Lind and the Northern Line Ensemble',
        on: 41,
        at: '200000',
        where: hall,
        text: 'Eleven people and one van.',
      },
      {
        uid: 'board',
        name: 'Committee, in private',
        on: 3,
        at: '180000',
        where: hall,
        more: () => ['CLASS:PRIVATE'],
      },
    ],
  },
  'county.ics': {
    name: 'On in the county',
    all: [
      {
        uid: 'c1',
        name: 'Tamsin Gale Trio: songs from below the waterline',
        on: 6,
        at: '193000',
        where: hall,
      },
      {
        uid: 'c2',
        name: 'Carols at the tide mill',
        on: 13,
        at: '150000',
        where: 'The tide mill, Saltmere',
        text: 'Outside, around the wheel, while it turns.',
      },
      {
        uid: 'c2-before',
        name: 'Carols at the tide mill',
        on: lastYear + 15,
        at: '150000',
        where: 'The tide mill, Saltmere',
      },
      {
        uid: 'c3',
        name: 'Bells and bellows',
        on: 41,
        at: '140000',
        where: 'St Osyth’s, Tidewell',
        text: 'Handbells against concertinas. Last year the bells won.',
      },
      {
        uid: 'c3-before',
        name: 'Bells and bellows',
        on: lastYear + 40,
        at: '140000',
        where: 'St Osyth’s, Tidewell',
      },
      {
        uid: 'c4',
        name: 'Sunset on the steps',
        on: 24,
        at: '161000',
        where: 'Harbour steps, Saltmere',
        text: 'Forty minutes, then everybody goes in where it is warm.',
      },
      {
        uid: 'c5',
        name: 'Mending night',
        on: 45,
        at: '180000',
        where: 'The workshop behind the mill, Marlowick',
        text: 'Bring what is broken: bows, bellows, bicycles.',
      },
      {
        uid: 'c6',
        name: 'A walk to every bell in Tidewell',
        on: -9,
        where: 'St Osyth’s, Tidewell',
      },
    ],
  },
}

export const isProgramme = (file: string): boolean => file in programmes

const dayMs = 86_400_000
const text = (words: string) => words.replace(/[\\,;]/g, (sign) => `\\${sign}`)

/** @param origin - of the pages that the dates have */
export function programme(file: string, epoch: number, origin: string): string {
  const day: Day = (more) => new Date(epoch + more * dayMs).toISOString().slice(0, 10).replace(/-/g, '')
  const { name, all } = programmes[file]!
  const events = all.map(({ uid, name: summary, on, at, where, text: about, more }) => [
    'BEGIN:VEVENT',
    `DTSTAMP:${day(0)}T000000Z`,
    `UID:${uid}`,
    `SUMMARY:${text(summary)}`,
    at ? `DTSTART;TZID=Europe/London:${day(on)}T${at}` : `DTSTART;VALUE=DATE:${day(on)}`,
    `LOCATION:${text(where)}`,
    `URL:${origin}/on/${uid}`,
    ...(about ? [`DESCRIPTION:${text(about)}`] : []),
    ...(more?.(day) ?? []),
    'END:VEVENT',
  ])
  return [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//demo//EN',
    `X-WR-CALNAME:${name}`,
    ...events.flat(),
    'END:VCALENDAR',
    '',
  ].join('\r\n')
}

/** The publisher's own page of one date. */
export function sendProgrammePage(
  response: ServerResponse,
  uid: string,
  epoch: number,
  from: string | null,
): void {
  const one = Object.values(programmes)
    .flatMap(({ all }) => all)
    .find((on) => on.uid === uid)
  if (!one) return send(response, propPage('Nothing here', ''), {}, 404)
  const day = new Date(epoch + one.on * dayMs).toISOString().slice(0, 10)
  const about = [
    one.text,
    `${day}${one.at ? `, ${one.at.slice(0, 2)}:${one.at.slice(2, 4)}` : ''}`,
    one.where,
  ]
  const lines = about.flatMap((line) => (line ? [`<p>${escapeHtml(line)}</p>`] : []))
  const shop = from
    ? `<p>You come from <b>${escapeHtml(from)}</b>.</p><form method="post" action="${escapeHtml(uid)}/buy?from=${encodeURIComponent(from)}"><button>Buy a ticket for £${ticket(uid)}</button></form>`
    : ''
  send(response, propPage(one.name, lines.join('') + shop))
}

/** What a ticket costs, in pounds. */
export const ticket = (uid: string): number => 8 + ((uid.charCodeAt(0) + uid.length * 3) % 9) * 1.5
