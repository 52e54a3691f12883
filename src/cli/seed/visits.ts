/** Calendars of the demo's vets, in two languages, with visits booked for the weeks to come. */
import { calendarSchema, type Calendar } from '@/core/booking/shape'
import { ProblemError } from '@/core/problems'
import type { Actor } from '../../server/services/access/actor'
import { createCalendar, saveCalendar } from '../../server/services/booking/calendars'
import { connectCalendar } from '../../server/services/booking/davAccounts'
import { davCalendar } from '../../server/services/booking/dav'
import { calendarsOfTheDemo } from '../../standins/calendarServer'
import { bookByHand, listFree } from '../../server/services/booking/diary'

const vets = ['ines', 'tobias', 'yusra', 'anneliese'] as const
const hours = {
  ines: ['Mo-Tu,Th-Fr 08:00-12:30', 'Mo-Tu,Th-Fr 14:00-18:00'],
  tobias: ['Mo,We-Th 08:00-13:00', 'We 14:00-18:30', 'Sa 08:00-14:00'],
  yusra: ['Tu-We,Fr 09:00-12:00', 'Tu,Fr 13:00-17:00'],
  anneliese: ['Th-Sa 08:00-13:00'],
  kwame: ['Mo-We,Fr-Sa 08:00-13:00', 'Mo-We,Fr 14:00-18:00'],
}
const by = (...of: readonly string[]) => [{ of }]

/** The twenty-fourth of December to the second of January, of this year's turn. */
/** Days on which nobody is there. */
export function turnOfTheYear(now: number) {
  const year = new Date(now).getUTCFullYear()
  return { first: `${year}-12-24`, last: `${year + 1}-01-02` }
}

const inEnglish = (now: number): Calendar =>
  calendarSchema.parse({
    zone: 'Europe/London',
    currency: 'GBP',
    resources: [
      {
        id: 'ines',
        name: 'Dr Ines Hallam',
        note: 'Cats, and cats only pretending to be ill',
        hours: hours.ines,
        mail: 'ines@juniperlane.example',
      },
      { id: 'tobias', name: 'Tobias Greenhalgh', note: 'Dogs with plans', hours: hours.tobias },
      { id: 'yusra', name: 'Yusra Halabi', note: 'Surgeon', hours: hours.yusra },
      {
        id: 'anneliese',
        name: 'Anneliese Brandvold-Macpherson',
        note: 'Birds and rabbits',
        hours: hours.anneliese,
      },
      { id: 'kwame', name: 'Kwame Ashdown', note: 'Head nurse', hours: hours.kwame },
    ],
    services: [
      ['eating', 'Something is wrong', 'Not eating, or not drinking', 20, 52, vets, ''],
      ['limping', 'Something is wrong', 'Limping', 20, 52, ['tobias', 'yusra'], ''],
      ['skin', 'Something is wrong', 'Skin, ears, eyes', 15, 44, vets, ''],
      ['unsure', 'Something is wrong', 'I can’t say what it is', 30, 58, vets, 'we take our time'],
      ['booster', 'Keeping well', 'A booster vaccination', 10, 38, ['ines', 'tobias', 'kwame'], ''],
      ['first', 'Keeping well', 'A first look at a new animal', 30, 46, vets, ''],
      ['teeth', 'Keeping well', 'Teeth', 20, 40, ['yusra', 'anneliese'], ''],
      [
        'papers',
        'Keeping well',
        'Papers for travelling with an animal, stamped and explained',
        30,
        85,
        ['ines'],
        'bring the old ones',
      ],
      ['stitches', 'Afterwards', 'Stitches out', 10, 0, ['kwame', 'yusra'], ''],
      ['second', 'Afterwards', 'A second look', 15, 28, vets, ''],
      ['old', 'Afterwards', 'A talk about an old animal', 40, 0, ['ines'], ''],
    ].map(([id, group, name, minutes, price, who, priceNote]) => ({
      id,
      group,
      name,
      minutes,
      every: Math.max(10, Number(minutes)),
      price,
      priceNote,
      notice: 60,
      aheadDays: 120,
      needs: by(...(who as string[])),
    })),
    closed: [{ ...turnOfTheYear(now), words: 'Over the turn of the year' }],
    terms: {
      where: '1 Juniper Lane, Upper Juniper. Cats use the left-hand door.',
      way: 'https://juniper-lane.example/way',
      urgent: 'Bleeding, choking, or poisoned? Don’t book, ring 01632 960 118.',
      changeHours: 20,
    },
  })

const inArabic = (now: number): Calendar =>
  calendarSchema.parse({
    zone: 'Europe/London',
    currency: 'GBP',
    resources: [
      { id: 'ines', name: 'د. إينيس هالم', note: 'القطط', hours: hours.ines },
      { id: 'tobias', name: 'توبياس غرينهالش', note: 'الكلاب', hours: hours.tobias },
    ],
    services: [
      {
        id: 'booster',
        name: 'لقاح معزِّز',
        group: 'الوقاية',
        minutes: 20,
        every: 20,
        price: 38,
        aheadDays: 120,
        needs: by('ines', 'tobias'),
      },
      {
        id: 'first',
        name: 'فحص أول لحيوان جديد',
        group: 'الوقاية',
        minutes: 30,
        every: 30,
        price: 46,
        aheadDays: 120,
        needs: by('ines', 'tobias'),
      },
    ],
    closed: [{ ...turnOfTheYear(now), words: 'رأس السنة' }],
    terms: { where: '١ جونيبر لين، جونيبر العليا', changeHours: 20 },
  })

const owners = [
  'Marisol Penhaligon, with Biscuit',
  'Wilf Tanner, with a hen',
  'Oda Brask',
  'Leonie Abara, with Pickle',
  'Gwendolen Ashby, with two rabbits',
  'Piet Vandermolen, with Moth',
  'Imran Sefton',
  'Constance Yarrow-Delacroix, with a tortoise',
]

/** Days ahead, place among the day's free times, service, person. A pattern, so that each demo looks alike. */
const pattern = Array.from({ length: 240 }, (_one, at) => ({
  ahead: 1 + ((at * 11 + (at % 5)) % 37),
  place: (at * 5) % 11,
  service: ['booster', 'first', 'eating', 'second', 'skin', 'teeth'][at % 6]!,
}))

async function fill(
  actor: Actor,
  calendarId: string,
  services: readonly string[],
  now: number,
): Promise<void> {
  const dayMs = 86_400_000
  for (const [at, { ahead, place, service }] of pattern.entries()) {
    if (!services.includes(service)) continue
    const from = new Date(now + ahead * dayMs)
    from.setUTCHours(0, 0, 0, 0)
    const until = new Date(from.getTime() + dayMs)
    const free = await listFree(actor, calendarId, {
      service,
      who: '',
      count: 1,
      from: from.toISOString(),
      until: until.toISOString(),
    })
    const time = free[(place * 3) % Math.max(1, free.length)]
    if (!time) continue
    await bookByHand(actor, calendarId, {
      service,
      who: '',
      count: 1,
      start: time.start,
      name: owners[at % owners.length]!,
      email: '',
      note: '',
    }).catch((error: unknown) => {
      if (!(error instanceof ProblemError)) throw error // somebody else’s visit is there
    })
  }
}

async function seedCalendar(
  actor: Actor,
  client: string,
  name: string,
  calendar: Calendar,
  now: number,
): Promise<string> {
  const { id, revision } = await createCalendar(actor, client, { name, from: 'visits' })
  await saveCalendar(actor, id, revision, calendar)
  await fill(
    actor,
    id,
    calendar.services.map((one) => one.id),
    now,
  )
  return id
}

export async function seedVisits(actor: Actor, client: string, now = Date.now()): Promise<string> {
  const id = await seedCalendar(actor, client, 'Visits', inEnglish(now), now)
  const server = process.env.YIMBLE_STANDINS_CALENDARS
  if (server) await signIn(actor, id, server, now)
  return id
}

/** One of the vets has her own calendar, and something in it already. */
async function signIn(actor: Actor, id: string, server: string, now: number): Promise<void> {
  const login = { user: 'ines', password: calendarsOfTheDemo.users.ines }
  const url = new URL('ines/practice/', server).href
  const stamp = (at: number) => new Date(at).toISOString().replace(/[-:]|\.\d+/g, '')
  const events = [
    [3, 'A talk at the school', 9, 11],
    [8, 'Dentist', 14, 15],
    [10, 'Course on old cats', 8, 17],
  ] as const
  for (const [days, summary, from, until] of events) {
    const day = Math.floor(now / 86_400_000 + days) * 86_400_000
    const text = [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//Somebody//EN',
      'BEGIN:VEVENT',
      `UID:${days}@ines.example`,
      `DTSTAMP:${stamp(now)}`,
      `DTSTART:${stamp(day + from * 3_600_000)}`,
      `DTEND:${stamp(day + until * 3_600_000)}`,
      `SUMMARY:${summary}`,
      'END:VEVENT',
      'END:VCALENDAR',
    ]
    await davCalendar(url, login).create(`${days}.ics`, `${text.join('\r\n')}\r\n`)
  }
  await connectCalendar(actor, id, 'ines', { url, ...login })
}
export const seedVisitsInArabic = (actor: Actor, client: string, now = Date.now()): Promise<string> =>
  seedCalendar(actor, client, 'زيارات', inArabic(now), now)
