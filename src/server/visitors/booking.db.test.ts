/** From free times to a booking that stands: held, booked, moved, cancelled; many at once; what mails and calendars say. */
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import ICAL from 'ical.js'
import { QueryTypes } from 'sequelize'
import { calendarSchema, type Calendar } from '@/core/booking/shape'
import type { GivenBy } from '@/kinds/actions'
import type { bookingActions } from '@/kinds/booking/actions'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

type Actions = typeof bookingActions
const { s, everythingLive, serve, outside } = startServices(() =>
  Promise.resolve({ YIMBLE_DELIVERY_PROXIES: '1' }),
)
let visitors: Awaited<ReturnType<typeof startVisitors>>
let calendars: typeof import('../services/booking/calendars')
let diary: typeof import('../services/booking/diary')
let inbox: typeof import('../services/visitors/inbox')
let reminders: typeof import('../services/booking/reminders')
let tickets: typeof import('./tickets')
beforeAll(async () => {
  visitors = await startVisitors()
  calendars = await import('../services/booking/calendars')
  diary = await import('../services/booking/diary')
  inbox = await import('../services/visitors/inbox')
  reminders = await import('../services/booking/reminders')
  tickets = await import('./tickets')
})
afterAll(() => visitors.stop())
afterEach(() => s.db().sequelize.query('delete from throttles; delete from pgboss.job'))

/** Always open, so that no test depends on the day on which it runs. */
const always = ['Mo-Su 00:00-24:00']
const house: Calendar = calendarSchema.parse({
  zone: 'UTC',
  currency: 'GBP',
  resources: [
    { id: 'ines', name: 'Ines', hours: always, mail: 'ines@vets.example' },
    { id: 'yusra', name: 'Yusra', hours: always },
    { id: 'room', is: 'room', name: 'The room', hours: always },
  ],
  services: [
    {
      id: 'visit',
      name: 'A visit',
      minutes: 60,
      every: 60,
      notice: 0,
      price: 52,
      needs: [{ of: ['ines', 'yusra'] }],
    },
    { id: 'alone', name: 'Ines alone', minutes: 60, every: 60, notice: 0, needs: [{ of: ['ines'] }] },
    {
      id: 'op',
      name: 'An operation',
      minutes: 60,
      every: 60,
      notice: 0,
      needs: [{ of: ['ines', 'yusra'], count: 2 }, { of: ['room'] }],
    },
    {
      id: 'class',
      name: 'A class',
      minutes: 120,
      every: 120,
      notice: 0,
      places: 8,
      price: 10,
      needs: [{ of: ['yusra'] }, { of: ['room'] }],
    },
  ],
  terms: { where: '1 Juniper Lane', changeHours: 24 },
})

let actor: Actor
let clientId = ''
let calendarId = ''
let ref = ''
beforeEach(async () => {
  actor = await makeActor()
  clientId = (await s.createClient(actor, { name: 'The vets', locale: 'en', timeZone: 'UTC' })).id
  const made = await calendars.createCalendar(actor, clientId, { name: 'Visits', from: 'visits' })
  calendarId = made.id
  await calendars.saveCalendar(actor, calendarId, made.revision, house)
  const widget = await s.createWidget(actor, clientId, { kind: 'booking', name: 'Book' })
  ref = widget.ref
  await s.changeDraft(actor, widget.id, 0, [{ path: 'calendar', from: '', to: calendarId, label: '' }])
  await s.publishNow(actor, widget.id)
})
const change = async (by: Partial<Calendar>) => {
  const { revision, calendar } = await calendars.getCalendar(actor, calendarId)
  return calendars.saveCalendar(actor, calendarId, revision, { ...calendar, ...by })
}

/** Whole hours, days from now on, counted from the hour to come. */
const hourFromNow = (hours: number) => (Math.floor(Date.now() / 3_600_000) + 1 + hours) * 60
const day = 24

async function ask<N extends 'times' | 'soonest' | 'nexts'>(
  name: N,
  query: object,
): Promise<GivenBy<Actions[N]>> {
  const q = encodeURIComponent(JSON.stringify(query))
  return (await (await fetch(`${visitors.origin}/x/${ref}/${name}?q=${q}`)).json()) as GivenBy<Actions[N]>
}
let from = 0
async function post(name: string, body: object, change: object = {}) {
  const answer = await fetch(`${visitors.origin}/x/${ref}/${name}?key=${newKey()}`, {
    method: 'POST',
    // Everybody comes from an address of their own.
    headers: { 'x-forwarded-for': `10.0.${(from += 1) >> 8}.${from & 255}` },
    body: JSON.stringify({
      body,
      page: 'https://vets.example/book',
      ticket: tickets.newTicket(ref, Date.now() - 60_000),
      trap: '',
      ...change,
    }),
  })
  return { status: answer.status, value: (await answer.json()) as Record<string, string & number> }
}
const hold = (service: string, start: number, more: object = {}) => post('hold', { service, start, ...more })
const answers = { name: 'Marisol', mail: 'Marisol@Post.Example', phone: '01632 960118' }
const book = (service: string, start: number, more: object = {}, change: object = {}) =>
  post('book', { service, start, zone: 'Asia/Tokyo', release: 0, answers, ...more }, change)
const times = async (service: string, around: number, more: object = {}) =>
  (await ask('times', { service, from: around - 180, until: around + 240, ...more })).times
const isFree = async (service: string, start: number, more: object = {}) =>
  (await times(service, start, more)).some(([at]) => at === start)

interface Mail {
  readonly to: string
  readonly subject: string
  readonly text: string
  readonly calendar?: { readonly method: string; readonly content: string }
}
const mails = async (): Promise<Mail[]> =>
  (
    await s
      .db()
      .sequelize.query<{ data: Mail }>(
        `select data from pgboss.job where name = 'mail' order by created_on, data->>'to' desc`,
        { type: QueryTypes.SELECT },
      )
  ).map(({ data }) => data)
const eventIn = (mail: Mail | undefined) => {
  const event = new ICAL.Component(ICAL.parse(mail!.calendar!.content) as object[])
  return new ICAL.Event(event.getFirstSubcomponent('vevent')!)
}
const rows = async (table: string) =>
  (
    await s.db().sequelize.query(`select 1 from ${table} where calendar_id = $1`, {
      bind: [calendarId],
      type: QueryTypes.SELECT,
    })
  ).length

describe('a time that is taken is gone', () => {
  test('held, it is nobody else’s; given back, it is free again', async () => {
    const start = hourFromNow(2 * day)
    const { status, value } = await hold('alone', start)
    expect(status).toBe(200)
    expect(value.until).toBeGreaterThan(Date.now() / 60_000 + 8)
    expect(await isFree('alone', start)).toBe(false)
    expect(await hold('alone', start)).toMatchObject({ status: 409, value: { code: 'time_gone' } })
    await post('release', { hold: value.hold })
    expect(await isFree('alone', start)).toBe(true)
    expect(await rows('taken_up')).toBe(0)
  })
  test('held too long, it is free again, and booked all the same while nobody else has it', async () => {
    const start = hourFromNow(2 * day)
    const { value } = await hold('alone', start)
    await s.db().sequelize.query(`update bookings set held_until = now() - interval '1 second'`)
    await new Promise((done) => setTimeout(done, 350))
    expect(await isFree('alone', start)).toBe(true)
    expect((await book('alone', start, { hold: value.hold })).value.state).toBe('booked')
    expect((await book('alone', start, { hold: value.hold })).status).toBe(409)
  })
  test('another time is held in place of the one before', async () => {
    const first = await hold('alone', hourFromNow(48))
    await hold('alone', hourFromNow(50), { before: first.value.hold })
    expect(await isFree('alone', hourFromNow(48))).toBe(true)
    expect(await isFree('alone', hourFromNow(50))).toBe(false)
  })
  test('whoever is free takes it; when nobody is left, it is gone for all of their services', async () => {
    const start = hourFromNow(2 * day)
    const [one, other] = [await book('visit', start), await book('visit', start)]
    expect([one, other].map(({ value }) => (value.who as unknown as string[])[0]).sort()).toEqual([
      'ines',
      'yusra',
    ])
    expect((await book('visit', start)).value.code).toBe('time_gone')
    expect(await isFree('alone', start)).toBe(false)
    expect(await isFree('class', start - (start % 120))).toBe(false)
  })
  test('with one person, only theirs counts', async () => {
    const start = hourFromNow(2 * day)
    await book('visit', start, { who: 'ines' })
    expect(await isFree('visit', start, { who: 'ines' })).toBe(false)
    expect(await isFree('visit', start, { who: 'yusra' })).toBe(true)
  })
  test('what needs two people and a room takes all three', async () => {
    const start = hourFromNow(2 * day)
    expect((await book('op', start)).value.state).toBe('booked')
    expect(await rows('taken_up')).toBe(3)
    expect(await isFree('visit', start)).toBe(false)
  })
  test('buffers are kept free on both sides', async () => {
    const [visit, alone, ...rest] = house.services
    await change({ services: [visit!, { ...alone!, bufferBefore: 30, bufferAfter: 30 }, ...rest] })
    const start = hourFromNow(2 * day)
    await book('alone', start)
    expect((await times('alone', start)).map(([at]) => (at - start) / 60)).toEqual([-3, -2, 2, 3])
    expect((await times('visit', start, { who: 'ines' })).map(([at]) => (at - start) / 60)).toEqual([
      -3, -2, 2, 3,
    ])
  })
  test('nothing is booked outside of the hours, too soon, too far ahead, or of what is not offered', async () => {
    const [visit, alone, ...rest] = house.services
    await change({ services: [visit!, { ...alone!, notice: 180, aheadDays: 10 }, ...rest] })
    const at = [hourFromNow(1), hourFromNow(11 * day), hourFromNow(48) + 30]
    expect(await Promise.all(at.map(async (start) => (await book('alone', start)).status))).toEqual([
      409, 409, 409,
    ])
    await change({ services: [visit!, { ...alone!, isOffered: false }, ...rest] })
    expect((await book('alone', hourFromNow(48))).status).toBe(422)
  })
  test('closed for holidays, the next free time is told', async () => {
    const iso = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
    await change({ closed: [{ first: iso(0), last: iso(9), open: [], words: 'Holidays' }] })
    const from = Math.floor(Date.now() / 60_000)
    const { times: none, next } = await ask('times', { service: 'alone', from, until: from + 5 * 1440 })
    expect([none, new Date(next! * 60_000).toISOString()]).toEqual([[], `${iso(10)}T00:00:00.000Z`])
  })
})

describe('a class', () => {
  const start = () => hourFromNow(2 * day) + (120 - (hourFromNow(2 * day) % 120))
  test('has as many places as it has, and tells how many are left', async () => {
    const at = start()
    await book('class', at, { count: 3 })
    expect(await times('class', at)).toContainEqual([at, 5])
    expect((await book('class', at, { count: 6 })).status).toBe(409)
    expect((await book('class', at, { count: 5 })).value.state).toBe('booked')
    expect(await isFree('class', at)).toBe(false)
    expect(await rows('booked_sessions')).toBe(1)
  })
  test('whose last one cancels is no longer in anybody’s way', async () => {
    const at = start()
    const { value } = await book('class', at, { count: 2 })
    const link = new URL(value.link!)
    await fetch(visitors.origin + link.pathname, { method: 'POST', body: 'do=cancel', redirect: 'manual' })
    expect([await rows('booked_sessions'), await rows('taken_up')]).toEqual([0, 0])
    expect(await times('class', at)).toContainEqual([at, 8])
  })
})

describe('a class whose places change', () => {
  const at = () => hourFromNow(2 * day) + (120 - (hourFromNow(2 * day) % 120))
  test('more places than when it began to fill can be booked as soon as they are offered', async () => {
    await book('class', at(), { count: 8 })
    expect(await isFree('class', at())).toBe(false)
    const services = house.services.map((one) => (one.id === 'class' ? { ...one, places: 10 } : one))
    await change({ services })
    expect(await times('class', at())).toContainEqual([at(), 2])
    expect((await book('class', at(), { count: 2 })).value.state).toBe('booked')
    expect((await book('class', at())).status).toBe(409)
  })
  test('overdue holds leave no seats behind, whoever joins meanwhile', async () => {
    await hold('class', at())
    await s.db().sequelize.query(`update bookings set held_until = now() - interval '1 second'`)
    const { giveBackOverdue } = await import('../services/booking/taking')
    const joining = s.inTransaction(async (transaction) => {
      // Another visitor joins, and is still writing when the overdue hold ends.
      await s.db().sequelize.query(`update booked_sessions set count = count + 1 where calendar_id = $1`, {
        bind: [calendarId],
        transaction,
      })
      await new Promise((done) => setTimeout(done, 400))
    })
    await new Promise((done) => setTimeout(done, 350))
    await giveBackOverdue(calendarId)
    await joining
    const [session] = await s
      .db()
      .sequelize.query<{ count: number }>('select count from booked_sessions where calendar_id = $1', {
        bind: [calendarId],
        type: QueryTypes.SELECT,
      })
    expect(session).toEqual({ count: 1 })
  })
})

describe('holding', () => {
  test('one visitor keeps three times at most, wherever they press', async () => {
    const from = hourFromNow(2 * day)
    const one = { headers: { 'x-forwarded-for': '10.9.9.9' } }
    await Promise.all(
      Array.from({ length: 20 }, (_one, at) =>
        fetch(`${visitors.origin}/x/${ref}/hold?key=${newKey()}`, {
          method: 'POST',
          ...one,
          body: JSON.stringify({ body: { service: 'alone', start: from + at * 60 }, ticket: '', trap: '' }),
        }),
      ),
    )
    expect(await rows('bookings')).toBe(3)
    expect(await rows('taken_up')).toBe(3)
  })
  test('all together keep forty: the oldest goes, and can still be booked', async () => {
    const from = hourFromNow(2 * day)
    const first = await hold('alone', from)
    for (let at = 1; at <= 40; at += 1) await hold('alone', from + at * 60)
    expect(await rows('bookings')).toBe(40)
    expect((await book('alone', from, { hold: first.value.hold })).value.state).toBe('booked')
  })
})

describe('somebody who works in two calendars', () => {
  let other = { id: '', ref: '' }
  const bookThere = async (start: number) => {
    const mine = ref
    ref = other.ref
    try {
      return await book('alone', start)
    } finally {
      ref = mine
    }
  }
  beforeEach(async () => {
    const made = await calendars.createCalendar(actor, clientId, { name: 'Second practice', from: 'visits' })
    await calendars.saveCalendar(actor, made.id, made.revision, house)
    const widget = await s.createWidget(actor, clientId, { kind: 'booking', name: 'There' })
    await s.changeDraft(actor, widget.id, 0, [{ path: 'calendar', from: '', to: made.id, label: '' }])
    await s.publishNow(actor, widget.id)
    other = { id: made.id, ref: widget.ref }
    // Signed in to the same calendar of hers from both.
    for (const id of [calendarId, made.id])
      await s
        .db()
        .sequelize.query(
          `insert into outside_calendars (calendar_id, resource, url, login, label, next_at) values ($1, 'ines', 'https://dav.example/ines/', 'x', '', now() + interval '1 day')`,
          { bind: [id] },
        )
  })
  test('is booked once: what is taken in one is taken in the other', async () => {
    const start = hourFromNow(2 * day)
    await book('alone', start)
    expect((await bookThere(start)).value.code).toBe('time_gone')
    expect((await bookThere(start + 60)).value.state).toBe('booked')
    expect(await isFree('alone', start + 60)).toBe(false)
    expect(await isFree('visit', start + 60)).toBe(true)
  })
  test('also when both are booked at the same moment', async () => {
    for (let at = 0; at < 5; at += 1) {
      const start = hourFromNow(3 * day + at)
      const both = await Promise.all([book('alone', start), bookThere(start)])
      expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    }
  })
  test('what the other calendar wrote into hers keeps her busy; what this one wrote does not', async () => {
    const start = hourFromNow(4 * day)
    const { value } = await bookThere(start)
    const id = /\/b\/([^/]+)/.exec(value.link!)![1]!
    const ics = await import('../services/booking/ics')
    expect(ics.idOfUid(ics.uidOf(id))).toBe(id)
    const [row] = await s
      .db()
      .sequelize.query<{ calendarId: string }>(
        'select calendar_id as "calendarId" from bookings where id = $1',
        { bind: [id], type: QueryTypes.SELECT },
      )
    expect(row!.calendarId).toBe(other.id)
    const at = (minute: number) => new Date(minute * 60_000).toISOString().replace(/[-:]|\.\d+/g, '')
    const text = [
      'BEGIN:VCALENDAR',
      'BEGIN:VEVENT',
      `UID:${ics.uidOf(id)}`,
      `DTSTART:${at(start)}`,
      `DTEND:${at(start + 60)}`,
      'END:VEVENT',
      'END:VCALENDAR',
    ].join('\r\n')
    serve(text, 'text/calendar')
    const [ines, ...rest] = house.resources
    await s.db().sequelize.query('delete from outside_calendars')
    const busyAt = [`${outside.origin}/ines.ics`]
    await change({ resources: [{ ...ines!, busyAt }, ...rest] })
    const there = await calendars.getCalendar(actor, other.id)
    await calendars.saveCalendar(actor, other.id, there.revision, {
      ...there.calendar,
      resources: [{ ...ines!, busyAt }, ...rest],
    })
    const { readOutside } = await import('../services/booking/outside')
    const all = await s
      .db()
      .sequelize.query<{ id: string; calendarId: string }>(
        'select id, calendar_id as "calendarId" from outside_calendars',
        { type: QueryTypes.SELECT },
      )
    for (const one of all) await readOutside(one.id)
    const busy = await s
      .db()
      .sequelize.query<{ calendarId: string }>('select calendar_id as "calendarId" from outside_busy', {
        type: QueryTypes.SELECT,
      })
    expect(busy).toEqual([{ calendarId }])
  })
})

describe('two hundred at once', () => {
  const many = (service: string, start: number, more: object = {}) =>
    Promise.all(Array.from({ length: 200 }, () => hold(service, start, more)))
  const good = (all: readonly { status: number }[]) => all.filter(({ status }) => status === 200).length
  test('for one time of one person: one has it', async () => {
    const all = await many('alone', hourFromNow(2 * day))
    expect(good(all)).toBe(1)
    expect(all.filter(({ value }) => value.code === 'time_gone')).toHaveLength(199)
    expect(await rows('taken_up')).toBe(1)
  })
  test('for a class of eight: eight have it', async () => {
    const at = hourFromNow(2 * day)
    expect(good(await many('class', at + (120 - (at % 120))))).toBe(8)
    expect(await rows('booked_sessions')).toBe(1)
  })
  test('for what needs two people and a room, together with those who want one of them: nobody is in two', async () => {
    const start = hourFromNow(2 * day)
    const mixed = await Promise.all(
      Array.from({ length: 200 }, (_one, at) => hold(['op', 'visit', 'alone', 'visit'][at % 4]!, start)),
    )
    expect(good(mixed)).toBeGreaterThan(0)
    expect(good(mixed)).toBeLessThan(3)
    const twice = await s
      .db()
      .sequelize.query(
        `select 1 from taken_up a join taken_up b on a.calendar_id = b.calendar_id and a.resource = b.resource and a.during && b.during and a.session_id <> b.session_id`,
        { type: QueryTypes.SELECT },
      )
    expect(twice).toEqual([])
  })
})

describe('mails and calendars', () => {
  test('both sides are told, with an invitation that keeps its name through changes', async () => {
    const start = hourFromNow(5 * day)
    const { value } = await book('visit', start, { who: 'ines' })
    const [theirs, ours] = await mails()
    expect([theirs!.to, ours!.to]).toEqual(['marisol@post.example', 'ines@vets.example'])
    expect(theirs!.text).toContain('1 Juniper Lane')
    expect(theirs!.text).toContain('By your clock')
    expect(theirs!.text).toContain(value.link)
    expect(ours!.text).toContain('Marisol')
    const invited = eventIn(theirs)
    expect([invited.summary, invited.location, invited.sequence]).toEqual([
      'A visit · Ines',
      '1 Juniper Lane',
      0,
    ])
    expect(invited.startDate.toJSDate().getTime()).toBe(start * 60_000)

    await s.db().sequelize.query('delete from pgboss.job')
    const path = new URL(value.link!).pathname
    const page = await (await fetch(`${visitors.origin}${path}?move`)).text()
    // The last of those offered: far enough away to be changed once more.
    const to = [...page.matchAll(/name="to" value="(\d+)"/g)].at(-1)![1]!
    await fetch(visitors.origin + path, { method: 'POST', body: `to=${to}&who=ines`, redirect: 'manual' })
    const moved = eventIn((await mails())[0])
    expect([moved.uid, moved.sequence, moved.startDate.toJSDate().getTime()]).toEqual([
      invited.uid,
      1,
      Number(to) * 60_000,
    ])
    expect(await isFree('visit', start, { who: 'ines' })).toBe(true)

    await s.db().sequelize.query('delete from pgboss.job')
    await fetch(visitors.origin + path, { method: 'POST', body: 'do=cancel', redirect: 'manual' })
    const cancelled = (await mails())[0]!
    expect(cancelled.calendar!.method).toBe('CANCEL')
    const ended = eventIn(cancelled)
    expect([ended.uid, ended.sequence, ended.component.getFirstPropertyValue('status')]).toEqual([
      invited.uid,
      2,
      'CANCELLED',
    ])
  })
  test('too late for it, nothing is changed and it is said; a look changes nothing', async () => {
    const { value } = await book('visit', hourFromNow(3))
    const path = new URL(value.link!).pathname
    expect(await (await fetch(visitors.origin + path)).text()).toContain('can no longer be changed here')
    await fetch(visitors.origin + path, { method: 'POST', body: 'do=cancel', redirect: 'manual' })
    expect(await isFree('visit', hourFromNow(3), { who: (value.who as unknown as string[])[0] })).toBe(false)
  })
  test('a link opens its own booking and none else', async () => {
    const [one, other] = [await book('visit', hourFromNow(72)), await book('visit', hourFromNow(74))]
    const [a, b] = [new URL(one.value.link!).pathname, new URL(other.value.link!).pathname]
    const mixed = a.split('/').slice(0, 3).join('/') + '/' + b.split('/')[3]
    const answer = await fetch(visitors.origin + mixed)
    expect([answer.status, (await answer.text()).includes('A visit')]).toEqual([404, false])
  })
  test('by hand: it is asked for first, booked once it is confirmed', async () => {
    await change({ terms: { ...house.terms, isByHand: true } })
    const start = hourFromNow(3 * day)
    expect((await book('visit', start)).value.state).toBe('asked')
    expect((await mails())[0]!.subject).toMatch(/^Asked for: A visit/)
    const [booking] = await diary.listBookings(actor, calendarId, range(start))
    expect((await diary.settleByHand(actor, booking!.id, 'confirm')).state).toBe('booked')
    expect((await mails()).map(({ subject }) => subject.split(':')[0])).toContain('Booked')
    expect(await codeOf(diary.settleByHand(actor, booking!.id, 'confirm'))).toBe('booking_over')
  })
  test('a reminder goes out once', async () => {
    await book('visit', hourFromNow(30))
    await s
      .db()
      .sequelize.query(
        `update bookings set remind_at = now() - interval '1 minute' where calendar_id = '${calendarId}'`,
      )
    await s.db().sequelize.query('delete from pgboss.job')
    await reminders.remindDue()
    await reminders.remindDue()
    expect((await mails()).map(({ subject }) => subject.split(':')[0])).toEqual(['Soon'])
  })
  test('a calendar that nobody can read keeps no other from being reminded of', async () => {
    await book('visit', hourFromNow(30))
    await book('visit', hourFromNow(31))
    const [first] = await s
      .db()
      .sequelize.query<{ id: string }>('select id from bookings where calendar_id = $1 order by starts', {
        bind: [calendarId],
        type: QueryTypes.SELECT,
      })
    const [[broken]] = (await s
      .db()
      .sequelize.query(
        `insert into calendars (agency_id, client_id, name, body) select agency_id, client_id, 'Broken', '{"zone": 7}' from calendars where id = $1 returning id`,
        { bind: [calendarId] },
      )) as unknown as [[{ id: string }]]
    await s.db().sequelize.query('update bookings set calendar_id = $2, session_id = null where id = $1', {
      bind: [first!.id, broken.id],
    })
    await s
      .db()
      .sequelize.query(
        `update bookings set remind_at = now() - make_interval(mins => case when id = $1 then 2 else 1 end) where client_id = $2`,
        { bind: [first!.id, clientId] },
      )
    await s.db().sequelize.query('delete from pgboss.job')
    await reminders.remindDue()
    expect((await mails()).map(({ subject }) => subject.split(':')[0])).toEqual(['Soon'])
  })
  test('a calendar to subscribe to holds what is booked with that person, and needs its own address', async () => {
    await book('alone', hourFromNow(48))
    await book('class', hourFromNow(72) + (120 - (hourFromNow(72) % 120)))
    const { feeds } = await calendars.getCalendar(actor, calendarId)
    const read = async (of: string | null) => {
      const { pathname } = new URL(feeds.find((one) => one.of === of)!.url)
      const answer = await fetch(visitors.origin + pathname)
      const component = new ICAL.Component(ICAL.parse(await answer.text()) as object[])
      return component
        .getAllSubcomponents('vevent')
        .map((one) => String(one.getFirstPropertyValue('summary')))
    }
    expect(await read('ines')).toEqual(['Ines alone: Marisol'])
    expect(await read('yusra')).toEqual(['A class: Marisol'])
    expect(await read(null)).toHaveLength(2)
    const { pathname } = new URL(feeds.find((one) => one.of === 'ines')!.url)
    expect((await fetch(visitors.origin + pathname.replace('/ines/', '/all/'))).status).toBe(404)
  })
  test('addresses of feeds end: with new ones, and for who is no longer there; viewers have none', async () => {
    const feedOf = (feeds: readonly { of: string | null; url: string }[], of: string) =>
      visitors.origin + new URL(feeds.find((one) => one.of === of)!.url).pathname
    const { feeds } = await calendars.getCalendar(actor, calendarId)
    const status = async (url: string) => (await fetch(url)).status
    const first = feedOf(feeds, 'ines')
    expect(await status(first)).toBe(200)
    const renewed = await calendars.renewFeeds(actor, calendarId)
    expect([await status(first), await status(feedOf(renewed.feeds, 'ines'))]).toEqual([404, 200])
    const [, , ...rest] = house.services
    await change({
      resources: house.resources.filter(({ id }) => id !== 'ines'),
      services: rest.filter(({ id }) => id === 'class'),
    })
    expect(await status(feedOf(renewed.feeds, 'ines'))).toBe(404)
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    expect((await calendars.getCalendar(viewer, calendarId)).feeds).toEqual([])
    expect(await codeOf(calendars.renewFeeds(viewer, calendarId))).toBe('not_allowed')
  })
})

const range = (start: number) => ({
  from: new Date((start - 600) * 60_000).toISOString(),
  until: new Date((start + 600) * 60_000).toISOString(),
})

describe('what a visitor does afterwards', () => {
  const mailTo = ['desk@vets.example']
  const bookByForm = async (start: number, more: object = {}) => {
    const forms = await import('../services/visitors/forms')
    const { ownForm } = await import('@/kinds/booking/ownForm')
    const made = await forms.createForm(actor, clientId, { name: newKey(), from: 'question' })
    await forms.saveForm(actor, made.id, 0, { ...ownForm('en'), mailTo })
    await forms.publishForm(actor, made.id, 1)
    const [widget] = await s.listWidgets(actor, clientId)
    const { draftRevision } = await s.getWidget(actor, widget!.id)
    await s.changeDraft(actor, widget!.id, draftRevision, [
      { path: 'form', from: '', to: made.id, label: '' },
    ])
    await s.publishNow(actor, widget!.id)
    const booked = await book('visit', start, { who: 'ines', release: 2, ...more })
    expect(booked.status).toBe(200)
    return new URL(booked.value.link!).pathname
  }
  const press = (path: string, body: string) =>
    fetch(visitors.origin + path, { method: 'POST', body, redirect: 'manual' })
  const webhook = () =>
    s
      .db()
      .sequelize.query(
        `insert into webhooks (agency_id, client_id, url, secret) values ($1, $2, 'https://hook.example/', 'x')`,
        { bind: [actor.agencyId, clientId] },
      )
  const told = () =>
    s
      .db()
      .sequelize.query<{ type: string; body: { data: { by: string } } }>(
        `select d.type, d.body from deliveries d join webhooks w on w.id = d.webhook_id where w.client_id = $1 order by d.made_at`,
        { bind: [clientId], type: QueryTypes.SELECT },
      )
  test('is told to those whom the form names, in the inbox and to webhooks', async () => {
    const path = await bookByForm(hourFromNow(5 * day))
    const [one] = (await inbox.readInbox(actor, { state: 'all' })).submissions
    await inbox.sortSubmissions(actor, [one!.id], { state: 'done' })
    await s.db().sequelize.query('delete from pgboss.job')
    await webhook()
    expect((await press(path, 'do=cancel')).status).toBe(303)
    expect((await mails()).map(({ to }) => to).sort()).toEqual([
      'desk@vets.example',
      'ines@vets.example',
      'marisol@post.example',
    ])
    expect((await told()).map(({ type, body }) => [type, body.data.by])).toEqual([
      ['booking.cancelled', 'visitor'],
    ])
    const after = await inbox.getSubmission(actor, one!.id)
    expect([after.state, after.messages.map(({ kind, text }) => [kind, text.split(':')[0]])]).toEqual([
      'open',
      [['visitor', 'Cancelled']],
    ])
  })
  test('what the house does is told to webhooks, and is nothing new in the inbox', async () => {
    await bookByForm(hourFromNow(5 * day))
    const [one] = (await inbox.readInbox(actor, { state: 'all' })).submissions
    await webhook()
    const [booking] = await diary.listBookings(actor, calendarId, range(hourFromNow(5 * day)))
    await diary.settleByHand(actor, booking!.id, 'cancel')
    expect((await told()).map(({ type, body }) => [type, body.data.by])).toEqual([
      ['booking.cancelled', 'house'],
    ])
    expect((await inbox.getSubmission(actor, one!.id)).messages).toEqual([])
  })
  test('somebody who loses a booking to a colleague gets it taken out of their calendar', async () => {
    const resources = house.resources.map((one) =>
      one.id === 'yusra' ? { ...one, mail: 'yusra@vets.example' } : one,
    )
    await change({ resources })
    const start = hourFromNow(5 * day)
    await book('visit', start, { who: 'ines' })
    await s.db().sequelize.query('delete from pgboss.job')
    const [booking] = await diary.listBookings(actor, calendarId, range(start))
    await diary.moveByHand(actor, booking!.id, { start: booking!.start, who: 'yusra' })
    const methods = (await mails()).map(({ to, calendar }) => [to.split('@')[0], calendar!.method])
    expect(methods.sort()).toEqual([
      ['ines', 'CANCEL'],
      ['marisol', 'REQUEST'],
      ['yusra', 'REQUEST'],
    ])
    const taken = (await mails()).find(({ to }) => to.startsWith('ines'))
    expect(eventIn(taken).component.getFirstPropertyValue('status')).toBe('CANCELLED')
  })
  test('an answer to the mail about a booking reaches somebody', async () => {
    await bookByForm(hourFromNow(5 * day))
    const theirs = (await mails()).find(({ to }) => to.startsWith('marisol')) as unknown as {
      replyTo: string
    }
    expect(theirs.replyTo).toBe('desk@vets.example')
  })
  test('changes without end are not mailed without end', async () => {
    const path = await bookByForm(hourFromNow(5 * day))
    await s.db().sequelize.query('delete from pgboss.job; delete from throttles')
    const statuses: number[] = []
    for (let at = 0; at < 10; at += 1)
      statuses.push((await press(path, `to=${hourFromNow(6 * day + at)}&who=ines`)).status)
    expect(statuses).toEqual([...Array<number>(6).fill(303), ...Array<number>(4).fill(429)])
    expect((await mails()).filter(({ to }) => to.startsWith('marisol'))).toHaveLength(6)
  })
})

describe('what is typed', () => {
  test.each([
    ['an emoji at the 120th letter', { note: `${'x'.repeat(119)}😀 and more` }],
    ['half an emoji', { note: 'a\ud83d' }],
    ['U+0000', { note: 'a\u0000b' }],
  ])('%s can be booked with', async (_name, more) => {
    const booked = await book('alone', hourFromNow(48), { answers: { ...answers, ...more } })
    expect([booked.status, booked.value.state]).toEqual([200, 'booked'])
  })
  test.each(['Etc/Unknown', 'Nowhere/City', '<b>', '+05:30'])(
    'the zone %s is taken for none',
    async (zone) => {
      const { status, value } = await book('alone', hourFromNow(48), { zone })
      expect(status).toBe(200)
      expect((await fetch(visitors.origin + new URL(value.link!).pathname)).status).toBe(200)
    },
  )
  test('carriage returns become no lines of somebody’s invitation', async () => {
    const name = 'A\rATTENDEE;RSVP=TRUE:mailto:victim@post.example'
    const note = 'x\rEND:VEVENT\rBEGIN:VEVENT\rUID:evil\rATTACH:http://evil.example/\r\nURL:x'
    await book('visit', hourFromNow(48), { who: 'ines', answers: { ...answers, name, note } })
    for (const { calendar } of await mails()) {
      expect(calendar!.content).not.toMatch(/\r(?!\n)/)
      const lines = calendar!.content.replace(/\r\n[ \t]/g, '').split(/[\r\n]+/)
      expect(lines.filter((line) => /^(ATTENDEE;RSVP|UID:evil|ATTACH|URL:x)/.test(line))).toEqual([])
      expect(lines.filter((line) => line === 'BEGIN:VEVENT')).toHaveLength(1)
    }
  })
})

describe('what comes in', () => {
  test('stands in the inbox, what was booked first', async () => {
    const start = hourFromNow(48)
    await book('class', start + (120 - (start % 120)), { count: 2 })
    const { submissions } = await inbox.readInbox(actor, { state: 'all' })
    expect(submissions[0]!.answers.map(({ value }) => value)).toEqual([
      'A class × 2',
      'Marisol',
      'Marisol@Post.Example',
      '01632 960118',
    ])
  })
  test('when the time is gone, nothing is kept', async () => {
    const start = hourFromNow(48)
    await book('alone', start)
    await book('alone', start)
    expect((await inbox.readInbox(actor, { state: 'all' })).submissions).toHaveLength(1)
  })
  test('what a machine seems to send takes no time, until somebody says that it is no junk', async () => {
    const start = hourFromNow(48)
    expect((await book('alone', start, {}, { trap: 'x' })).value.state).toBe('asked')
    expect(await isFree('alone', start)).toBe(true)
    const [junk] = (await inbox.readInbox(actor, { state: 'junk' })).submissions
    await inbox.sortSubmissions(actor, [junk!.id], { isJunk: false })
    expect(await isFree('alone', start)).toBe(false)
  })
  test('marked as junk by mistake and taken back, it is not booked twice', async () => {
    await book('visit', hourFromNow(48))
    const [one] = (await inbox.readInbox(actor, { state: 'all' })).submissions
    await s.db().sequelize.query('delete from pgboss.job')
    for (const isJunk of [true, false, true, false]) await inbox.sortSubmissions(actor, [one!.id], { isJunk })
    expect([await rows('bookings'), (await mails()).length]).toEqual([1, 0])
    expect((await inbox.getSubmission(actor, one!.id)).junk).toBeNull()
  })
  test('no junk after all, but its time is taken by now: it is kept, and a note says so', async () => {
    const start = hourFromNow(48)
    await book('alone', start, {}, { trap: 'x' })
    await book('alone', start)
    const [junk] = (await inbox.readInbox(actor, { state: 'junk' })).submissions
    await inbox.sortSubmissions(actor, [junk!.id], { isJunk: false })
    const after = await inbox.getSubmission(actor, junk!.id)
    expect(after.junk).toBeNull()
    expect(after.messages).toMatchObject([
      { kind: 'note', text: expect.stringContaining('could not be done') },
    ])
    expect(await rows('bookings')).toBe(1)
  })
  test('addresses, hours and buffers of the house stay inside', async () => {
    const live = await everythingLive(ref)
    expect(live).toContain('Ines')
    expect(live).not.toMatch(/ines@vets|bufferBefore|00:00-24:00/)
  })
  test('a person who is forgotten has no bookings any more', async () => {
    const start = hourFromNow(48)
    await book('alone', start)
    const people = await import('../services/visitors/people')
    expect(await people.forgetPerson(actor, 'marisol@post.example')).toMatchObject({
      bookings: 1,
      submissions: 1,
    })
    expect(await isFree('alone', start)).toBe(true)
  })
  test('whom they had booked is told that nobody comes, without who it was', async () => {
    await book('alone', hourFromNow(48))
    await s.db().sequelize.query('delete from pgboss.job')
    const people = await import('../services/visitors/people')
    await people.forgetPerson(actor, 'marisol@post.example')
    const [mail, ...more] = await mails()
    expect([more, mail!.to, mail!.calendar!.method]).toEqual([[], 'ines@vets.example', 'CANCEL'])
    expect(JSON.stringify(mail).toLowerCase()).not.toContain('marisol')
  })
  test('nothing of a person stays with webhooks or in the queue', async () => {
    await s
      .db()
      .sequelize.query(
        `insert into webhooks (agency_id, client_id, url, secret) values ($1, $2, 'https://hook.example/', 'x')`,
        { bind: [actor.agencyId, clientId] },
      )
    await book('alone', hourFromNow(48))
    const people = await import('../services/visitors/people')
    await people.forgetPerson(actor, 'marisol@post.example')
    const left = await s.db().sequelize.query<{ text: string }>(
      `select body::text as text from deliveries d join webhooks w on w.id = d.webhook_id where w.client_id = $1
       union all select data::text from pgboss.job where name = 'mail'`,
      { bind: [clientId], type: QueryTypes.SELECT },
    )
    expect(left.filter(({ text }) => /marisol/i.test(text))).toEqual([])
  })
})

describe('busy elsewhere', () => {
  const event = (start: number) => {
    const at = (minute: number) => new Date(minute * 60_000).toISOString().replace(/[-:]|\.\d+/g, '')
    return [
      'BEGIN:VCALENDAR',
      'BEGIN:VEVENT',
      'UID:x',
      `DTSTART:${at(start)}`,
      `DTEND:${at(start + 60)}`,
      'END:VEVENT',
      'END:VCALENDAR',
    ].join('\r\n')
  }
  const readAll = async () => {
    const { readOutside } = await import('../services/booking/outside')
    const all = await s
      .db()
      .sequelize.query<{ id: string }>('select id from outside_calendars where calendar_id = $1', {
        bind: [calendarId],
        type: QueryTypes.SELECT,
      })
    for (const { id } of all) await readOutside(id)
  }
  test('what stands in somebody’s own calendar is not offered; out of reach, what was read last counts on', async () => {
    const start = hourFromNow(48)
    serve(event(start), 'text/calendar')
    const [ines, ...rest] = house.resources
    await change({ resources: [{ ...ines!, busyAt: [`${outside.origin}/ines.ics`] }, ...rest] })
    await readAll()
    expect(await isFree('alone', start)).toBe(false)
    expect((await book('alone', start)).status).toBe(409)
    expect(await isFree('alone', start + 60)).toBe(true)
    expect(await isFree('visit', start)).toBe(true)
    serve('gone', 'text/plain', {}, 503)
    await readAll()
    expect(await isFree('alone', start)).toBe(false)
    expect((await calendars.getCalendar(actor, calendarId)).outside).toMatchObject([
      { resource: 'ines', trouble: expect.stringContaining('503') },
    ])
    serve(event(start + 60), 'text/calendar')
    await readAll()
    expect([await isFree('alone', start), await isFree('alone', start + 60)]).toEqual([true, false])
    await change({ resources: house.resources })
    expect(await isFree('alone', start + 60)).toBe(true)
  })
  test('what is no calendar is said', async () => {
    serve('<!doctype html>', 'text/html')
    const [ines, ...rest] = house.resources
    await change({ resources: [{ ...ines!, busyAt: [`${outside.origin}/page`] }, ...rest] })
    await readAll()
    expect((await calendars.getCalendar(actor, calendarId)).outside[0]!.trouble).toContain('is no calendar')
  })
})

describe('a calendar of a hundred people and years', () => {
  const people = Array.from({ length: 60 }, (_one, at) => ({
    id: `p${at}`,
    name: `P${at}`,
    hours: ['Mo-Su 09:00-09:05'],
  }))
  const large = (hours: string[]) => ({
    resources: calendarSchema.parse({
      ...house,
      resources: people.map((one) => ({ ...one, hours })),
      services: [],
    }).resources,
    services: calendarSchema.parse({
      ...house,
      resources: people,
      services: Array.from({ length: 40 }, (_one, at) => ({
        id: `s${at}`,
        name: `S${at}`,
        minutes: 60,
        every: 60,
        aheadDays: 700,
        needs: [{ of: people.map(({ id }) => id) }],
      })),
    }).services,
  })
  test('is looked through without holding anybody else up', async () => {
    // Five minutes a day fit nobody, so that all of the time ahead is looked through.
    await change(large(['Mo-Su 09:00-09:05']))
    const delay = monitorEventLoopDelay({ resolution: 10 })
    await ask('nexts', {}) // the thread is started
    delay.enable()
    const all = await Promise.all(Array.from({ length: 3 }, () => ask('nexts', {})))
    delay.disable()
    expect(all.map(({ nexts }) => nexts ?? 'too often')).toEqual(Array(3).fill(expect.anything()))
    expect(delay.max / 1e6).toBeLessThan(250)
  })
  test('is asked by one address as much as it may cost, and by others all the same', async () => {
    await change(large(['Mo-Su 09:00-17:00']))
    const status = async (from: string) =>
      (
        await fetch(
          `${visitors.origin}/x/${ref}/soonest?q=${encodeURIComponent(JSON.stringify({ service: 's0', count: 1 }))}`,
          {
            headers: { 'x-forwarded-for': from },
          },
        )
      ).status
    const said: number[] = []
    for (let at = 0; at < 40; at += 1) said.push(await status('10.77.0.1'))
    expect(said[0]).toBe(200)
    expect(said.at(-1)).toBe(429)
    expect(await status('10.77.0.2')).toBe(200)
  })
})

describe('without a script', () => {
  const page = (query: string, init: RequestInit = {}) =>
    fetch(`${visitors.origin}/t/${ref}/alone${query}`, { redirect: 'manual', ...init })
  test('a time is a link, behind it a form; what is sent is booked, and a second press books nothing more', async () => {
    const list = await (await page('')).text()
    const at = /href="\?at=(\d+)"/.exec(list)![1]!
    const form = await (await page(`?at=${at}`)).text()
    const hidden = (name: string) => new RegExp(`name="${name}" value="([^"]+)"`).exec(form)![1]!
    const body = new URLSearchParams({
      name: 'Oda',
      mail: 'oda@post.example',
      key: hidden('key'),
      // As if the form had been open for a while.
      ticket: tickets.newTicket(ref, Date.now() - 60_000),
    })
    const send = () => page(`?at=${at}`, { method: 'POST', body })
    const [first, second] = [await send(), await send()]
    expect([first.status, second.status]).toEqual([303, 303])
    expect(first.headers.get('location')).toBe(second.headers.get('location'))
    expect(await rows('bookings')).toBe(1)
    expect(await (await page('')).text()).not.toContain(`at=${at}"`)
    expect(
      (
        await page(`?at=${at}`, {
          method: 'POST',
          body: new URLSearchParams({ ...Object.fromEntries(body), key: 'a'.repeat(32) }),
        })
      ).status,
    ).toBe(409)
  })
  test('what is missing is said, and what was typed stays', async () => {
    const at = hourFromNow(48)
    const answer = await page(`?at=${at}`, {
      method: 'POST',
      body: new URLSearchParams({ name: 'O"da', key: 'b'.repeat(32) }),
    })
    const text = await answer.text()
    expect([answer.status, text.includes('value="O&quot;da"')]).toEqual([422, true])
    expect(await rows('bookings')).toBe(0)
  })
  test('what is not offered is not there', async () => {
    expect((await fetch(`${visitors.origin}/t/${ref}/nothing`)).status).toBe(404)
    expect((await fetch(`${visitors.origin}/t/nowhere1/alone`)).status).toBe(404)
  })
})

describe('by hand', () => {
  const byHand = (start: number, more: object = {}) =>
    diary.bookByHand(actor, calendarId, {
      service: 'alone',
      who: '',
      start: new Date(start * 60_000).toISOString(),
      count: 1,
      name: 'Mr Tansy',
      email: '',
      note: 'Rang up',
      ...more,
    })
  test('a time is booked, moved over its own old one, and cancelled', async () => {
    const start = hourFromNow(48)
    const { id } = await byHand(start)
    expect(await isFree('alone', start)).toBe(false)
    expect(await codeOf(byHand(start))).toBe('time_gone')
    const to = new Date((start + 60) * 60_000).toISOString()
    expect((await diary.moveByHand(actor, id, { start: to, who: '' })).start).toBe(to)
    expect((await diary.moveByHand(actor, id, { start: to, who: 'ines' })).start).toBe(to)
    expect((await diary.settleByHand(actor, id, 'cancel')).state).toBe('cancelled')
    expect(await isFree('alone', start + 60)).toBe(true)
  })
  test('where the new time is taken, the old one stays', async () => {
    const start = hourFromNow(48)
    const { id } = await byHand(start)
    await byHand(start + 120)
    const to = new Date((start + 120) * 60_000).toISOString()
    expect(await codeOf(diary.moveByHand(actor, id, { start: to, who: '' }))).toBe('time_gone')
    expect(await isFree('alone', start)).toBe(false)
    expect(await rows('taken_up')).toBe(2)
  })
  test('a calendar that a widget has stays; a name is there once; a zone has to be one', async () => {
    expect(await codeOf(calendars.deleteCalendar(actor, calendarId))).toBe('calendar_used')
    expect(await codeOf(calendars.createCalendar(actor, clientId, { name: 'visits', from: 'visits' }))).toBe(
      'calendar_named',
    )
    expect(await codeOf(change({ zone: 'Europe/Nowhere' }))).toBe('input_invalid')
  })
})
