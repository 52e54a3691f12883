/** A time that is free, held and taken: alone, in a class, in two calendars, by two hundred at once. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import {
  s,
  serve,
  outside,
  visitors,
  calendars,
  house,
  actor,
  clientId,
  calendarId,
  ref,
  change,
  hourFromNow,
  day,
  ask,
  post,
  hold,
  at,
  book,
  times,
  isFree,
  rows,
  startBookings,
} from './testBookings'
import { newKey } from './testVisitors'

startBookings()

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
  const bookThere = (start: number) => at(other.ref, () => book('alone', start))
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
