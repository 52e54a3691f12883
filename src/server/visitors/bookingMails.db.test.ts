/** Who is told of a booking, and in which words: mails, invitations, feeds, the inbox, webhooks. */
import { describe, expect, test } from '@jest/globals'
import ICAL from 'ical.js'
import { QueryTypes } from 'sequelize'
import { makeColleague } from '../db/testDatabase'
import { codeOf } from '../services/testServices'
import {
  s,
  visitors,
  calendars,
  diary,
  inbox,
  reminders,
  house,
  actor,
  clientId,
  calendarId,
  change,
  hourFromNow,
  day,
  answers,
  book,
  isFree,
  mails,
  type Mail,
  startBookings,
} from './testBookings'
import { newKey } from './testVisitors'

startBookings()

const eventIn = (mail: Mail | undefined) => {
  const event = new ICAL.Component(ICAL.parse(mail!.calendar!.content) as object[])
  return new ICAL.Event(event.getFirstSubcomponent('vevent')!)
}
/** Ten hours around a start. */
const range = (start: number) => ({
  from: new Date((start - 600) * 60_000).toISOString(),
  until: new Date((start + 600) * 60_000).toISOString(),
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
