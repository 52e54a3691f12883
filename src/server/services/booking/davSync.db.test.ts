/** Bookings in somebody's own calendar, against a real CalDAV server: written, moved, called off; changed there; the server away. */
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import type { BookingShape } from '@/core/api/shapes'
import { calendarSchema, type Calendar } from '@/core/booking/shape'
import { startTestCalendars } from '@/standins/testCalendars'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const people = {
  users: { ines: 'marigold', yusra: 'teasel' },
  calendars: { 'ines/work': 'Work', 'ines/home': 'Home', 'yusra/work': 'Yusra at work' },
}
let server: Awaited<ReturnType<typeof startTestCalendars>>
let origin = ''
const login = { user: 'ines', password: 'marigold' }
const work = { url: '', ...login }
const { s } = startServices(async () => {
  server = await startTestCalendars(people)
  origin = server.origin
  work.url = `${origin}/ines/work/`
  return { YIMBLE_ALLOWED_ORIGINS: origin }
})
let calendars: typeof import('./calendars')
let diary: typeof import('./diary')
let accounts: typeof import('./davAccounts')
let outside: typeof import('./outside')
let dav: typeof import('./dav')
beforeAll(async () => {
  calendars = await import('./calendars')
  diary = await import('./diary')
  accounts = await import('./davAccounts')
  outside = await import('./outside')
  dav = await import('./dav')
})
afterAll(() => server.end())

const always = ['Mo-Su 00:00-24:00']
const service = { minutes: 60, every: 60, notice: 0 }
const house: Calendar = calendarSchema.parse({
  zone: 'Europe/London',
  currency: 'GBP',
  resources: [
    { id: 'ines', name: 'Ines', hours: always },
    { id: 'yusra', name: 'Yusra', hours: always },
  ],
  services: [{ id: 'visit', name: 'A visit', ...service, needs: [{ of: ['ines', 'yusra'] }] }],
})
let actor: Actor
let calendarId = ''
beforeEach(async () => {
  actor = await makeActor()
  const client = await s.createClient(actor, { name: 'The vets', locale: 'en', timeZone: 'Europe/London' })
  const made = await calendars.createCalendar(actor, client.id, { name: 'Visits', from: 'visits' })
  calendarId = made.id
  await calendars.saveCalendar(actor, calendarId, made.revision, house)
  for (const { href, etag } of await there()) await mine().remove({ href, etag })
  await accounts.connectCalendar(actor, calendarId, 'ines', work)
})
const mine = () => dav.davCalendar(work.url, login)
const there = () => mine().within(minute(-24), minute(24 * 30))
const hour = 60
/** Minutes since 1970, on the hour. */
const minute = (hours: number) => (Math.floor(Date.now() / 3_600_000) + 1 + hours) * hour
const iso = (at: number) => new Date(at * 60_000).toISOString()
const stamp = (at: number) => iso(at).replace(/[-:]|\.\d+/g, '')

async function sync(): Promise<void> {
  const rows = await s.db().sequelize.query<{
    id: string
  }>('select id from outside_calendars where calendar_id = $1', { bind: [calendarId], type: QueryTypes.SELECT })
  for (const { id } of rows) await outside.readOutside(id)
}
const book = (hours: number, who = 'ines', name = 'Marisol') =>
  diary.bookByHand(actor, calendarId, {
    service: 'visit',
    who,
    start: iso(minute(hours)),
    count: 1,
    name,
    email: '',
    note: '',
  })
const found = async (id: string): Promise<BookingShape> =>
  (await diary.listBookings(actor, calendarId, { from: iso(minute(-24)), until: iso(minute(24 * 30)) })).find(
    (one) => one.id === id,
  )!
const isFree = async (hours: number, who = 'ines') =>
  (
    await diary.listFree(actor, calendarId, {
      service: 'visit',
      who,
      from: iso(minute(hours)),
      until: iso(minute(hours) + hour),
      count: 1,
    })
  ).length > 0
const state = async () => (await calendars.getCalendar(actor, calendarId)).outside
/** Somebody edits the one event in their own program. */
async function edit(by: (text: string) => string): Promise<void> {
  const [event] = await there()
  expect(await mine().change({ ...event!, text: by(event!.text) })).not.toBe('conflict')
}
const toHour = (hours: number) => (text: string) =>
  text
    .replace(/DTSTART[^\r\n]*/, `DTSTART:${stamp(minute(hours))}`)
    .replace(/DTEND[^\r\n]*/, `DTEND:${stamp(minute(hours) + hour)}`)

describe('signing in', () => {
  test('shows the calendars of that login, from any address of the server', async () => {
    const names = async (url: string) =>
      (await accounts.findCalendarsThere(actor, calendarId, { url, ...login })).map(({ name }) => name).sort()
    expect(await names(`${origin}/`)).toEqual(['Home', 'Work'])
    expect(await names(`${origin}/ines/`)).toEqual(['Home', 'Work'])
  })
  test.each([
    ['a wrong password', '/', 'teasel', 'calendar_server_refuses'],
    ['somebody else’s calendar', '/yusra/work/', 'marigold', 'missing'],
    ['an address within the house', 'http://127.0.0.1:9/', 'marigold', 'address_refused'],
  ])('%s is said', async (_, address, password, code) => {
    const wish = { url: new URL(address, origin).href, user: 'ines', password }
    expect(await codeOf(accounts.connectCalendar(actor, calendarId, 'yusra', wish))).toBe(code)
  })
  test('the password is neither shown nor stored as it is', async () => {
    const [[row]] = (await s
      .db()
      .sequelize.query('select encode(login, $$escape$$) as login from outside_calendars')) as unknown as [
      [{ login: string }],
    ]
    expect(row.login).not.toContain('marigold')
    expect(JSON.stringify(await calendars.getCalendar(actor, calendarId))).not.toContain('marigold')
  })
})

describe('what is booked', () => {
  test('is written there, moved and taken away with it', async () => {
    const { id } = await book(48)
    await sync()
    const [event] = await there()
    expect(event!.text).toContain('SUMMARY:A visit: Marisol')
    expect(event!.text).toContain(`DTSTART:${stamp(minute(48))}`)
    await diary.moveByHand(actor, id, { start: iso(minute(50)), who: 'ines' })
    await sync()
    const [moved, ...more] = await there()
    expect(more).toEqual([])
    expect(moved!.text).toContain(`DTSTART:${stamp(minute(50))}`)
    expect(moved!.text).toContain('SEQUENCE:1')
    await diary.settleByHand(actor, id, 'cancel')
    await sync()
    expect(await there()).toEqual([])
  })
  test('goes away when it is given to somebody else, and a second run changes nothing', async () => {
    const { id } = await book(48)
    await sync()
    const before = await there()
    await sync()
    expect(await there()).toEqual(before)
    await diary.moveByHand(actor, id, { start: iso(minute(48)), who: 'yusra' })
    await sync()
    expect(await there()).toEqual([])
    expect((await found(id)).elsewhere).toBeNull()
  })
  test('is not busy twice: its own event blocks nothing, an appointment of theirs does', async () => {
    const { id } = await book(48)
    const dentist = [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:x',
      'BEGIN:VEVENT',
      'UID:dentist',
      'DTSTAMP:20260101T000000Z',
    ]
    const text = [
      ...dentist,
      `DTSTART:${stamp(minute(60))}`,
      `DTEND:${stamp(minute(61))}`,
      'END:VEVENT',
      'END:VCALENDAR',
    ]
    await mine().create('dentist.ics', `${text.join('\r\n')}\r\n`)
    await sync()
    expect([await isFree(60), await isFree(60, 'yusra'), await isFree(61)]).toEqual([false, true, true])
    await diary.settleByHand(actor, id, 'cancel')
    expect(await isFree(48)).toBe(true)
  })
})

describe('what somebody changes there', () => {
  test('a note stays, and nobody has to settle anything; our next change keeps it', async () => {
    const { id } = await book(48)
    await sync()
    await edit((text) => text.replace(/DESCRIPTION:[^\r\n]*/, 'DESCRIPTION:Bring the blue folder'))
    await sync()
    expect((await found(id)).elsewhere).toBeNull()
    await diary.moveByHand(actor, id, { start: iso(minute(50)), who: 'ines' })
    await sync()
    const [event] = await there()
    expect(event!.text).toContain('blue folder')
    expect(event!.text).toContain(`DTSTART:${stamp(minute(50))}`)
  })
  test('another time is noticed, counts as busy, and becomes the booking’s when it is taken over', async () => {
    const { id } = await book(48)
    await sync()
    await edit(toHour(52))
    await sync()
    expect(await found(id)).toMatchObject({
      start: iso(minute(48)),
      elsewhere: { resource: 'ines', is: 'moved', start: iso(minute(52)).replace('.000', '') },
    })
    expect([await isFree(48), await isFree(52)]).toEqual([false, false])
    expect(await diary.settleThere(actor, id, 'there')).toMatchObject({ start: iso(minute(52)) })
    await sync()
    expect((await found(id)).elsewhere).toBeNull()
    expect([await isFree(48), await isFree(52)]).toEqual([true, false])
  })
  test('another time is put back', async () => {
    const { id } = await book(48)
    await sync()
    await edit(toHour(52))
    await sync()
    await diary.settleThere(actor, id, 'here')
    await sync()
    const [event] = await there()
    expect(event!.text).toContain(`DTSTART:${stamp(minute(48))}`)
    expect((await found(id)).elsewhere).toBeNull()
    expect(await isFree(52)).toBe(true)
    expect(await codeOf(diary.settleThere(actor, id, 'here'))).toBe('missing')
  })
  test.each([
    ['there', 'cancelled', 0],
    ['here', 'booked', 1],
  ] as const)('deleted there, settled as it is %s: %s', async (take, state_, events) => {
    const { id } = await book(48)
    await sync()
    const [event] = await there()
    await mine().remove(event!)
    await sync()
    expect((await found(id)).elsewhere).toMatchObject({ is: 'gone' })
    expect(await diary.settleThere(actor, id, take)).toMatchObject({ state: state_ })
    await sync()
    expect(await there()).toHaveLength(events)
  })
  test('changed there and here at once: ours is newer, and goes there', async () => {
    const { id } = await book(48)
    await sync()
    await edit(toHour(52))
    await diary.moveByHand(actor, id, { start: iso(minute(54)), who: 'ines' })
    await sync()
    const [event] = await there()
    expect(event!.text).toContain(`DTSTART:${stamp(minute(54))}`)
    expect((await found(id)).elsewhere).toBeNull()
  })
  test('a change between our reading and our writing is not overwritten', async () => {
    await book(48)
    await sync()
    const [old] = await there()
    await edit(toHour(52))
    expect(await mine().change({ ...old!, text: toHour(50)(old!.text) })).toBe('conflict')
    expect(await mine().remove(old!)).toBe('conflict')
  })
})

test('what was booked by somebody who is deleted leaves the calendar, and the time is free', async () => {
  const { id } = await book(48)
  await s
    .db()
    .sequelize.query(`update bookings set email = 'marisol@post.example' where id = $1`, { bind: [id] })
  await sync()
  expect(await there()).toHaveLength(1)
  const people = await import('../visitors/people')
  expect(await people.forgetPerson(actor, 'marisol@post.example')).toMatchObject({ bookings: 1 })
  await sync()
  expect(await there()).toEqual([])
  expect(await isFree(48)).toBe(true)
})

test('a server that is away delays nothing and loses nothing', async () => {
  const first = await book(48)
  await sync()
  await server.stop()
  try {
    await book(50, 'ines', 'While it is away')
    await diary.settleByHand(actor, first.id, 'cancel')
    await sync()
    expect((await state())[0]!.trouble).toContain('refuses connections')
  } finally {
    await server.start()
  }
  await sync()
  expect((await state())[0]!.trouble).toBeNull()
  const events = await there()
  expect(events.map(({ text }) => /SUMMARY:(.*)/.exec(text)![1]!.trim())).toEqual([
    'A visit: While it is away',
  ])
})
