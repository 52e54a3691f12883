/** Bookings that came in; people who are busy elsewhere; a huge calendar; booking without a script, and by hand. */
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { calendarSchema } from '@/core/booking/shape'
import { codeOf } from '../services/testServices'
import {
  s,
  everythingLive,
  serve,
  outside,
  visitors,
  calendars,
  diary,
  inbox,
  tickets,
  house,
  actor,
  clientId,
  calendarId,
  ref,
  change,
  hourFromNow,
  ask,
  book,
  isFree,
  mails,
  rows,
  startBookings,
} from './testBookings'

startBookings()

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
