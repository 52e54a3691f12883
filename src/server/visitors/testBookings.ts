/** Tests of booking share this house: it has a calendar and a live widget; visitors ask, hold and book. */
import { afterAll, afterEach, beforeAll, beforeEach } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { calendarSchema, type Calendar } from '@/core/booking/shape'
import type { GivenBy } from '@/kinds/actions'
import type { bookingActions } from '@/kinds/booking/actions'
import { makeActor } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

type Actions = typeof bookingActions
type Services = ReturnType<typeof startServices>
export let s: Services['s']
export let everythingLive: Services['everythingLive']
export let serve: Services['serve']
export let outside: Services['outside']
export let visitors: Awaited<ReturnType<typeof startVisitors>>
export let calendars: typeof import('../services/booking/calendars')
export let diary: typeof import('../services/booking/diary')
export let inbox: typeof import('../services/visitors/inbox')
export let reminders: typeof import('../services/booking/reminders')
export let tickets: typeof import('./tickets')
/** Of the house, made anew for each test. */
export let actor: Actor
export let clientId = ''
export let calendarId = ''
/** Of the widget that visitors see. */
export let ref = ''

/** Called once in a file of tests. */
export function startBookings(): void {
  ;({ s, everythingLive, serve, outside } = startServices(() =>
    Promise.resolve({ YIMBLE_DELIVERY_PROXIES: '1' }),
  ))
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
  beforeEach(openHouse)
}

/** Always open, so that no test depends on the day on which it runs. */
const always = ['Mo-Su 00:00-24:00']
export const house: Calendar = calendarSchema.parse({
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

async function openHouse() {
  actor = await makeActor()
  clientId = (await s.createClient(actor, { name: 'The vets', locale: 'en', timeZone: 'UTC' })).id
  const made = await calendars.createCalendar(actor, clientId, { name: 'Visits', from: 'visits' })
  calendarId = made.id
  await calendars.saveCalendar(actor, calendarId, made.revision, house)
  const widget = await s.createWidget(actor, clientId, { kind: 'booking', name: 'Book' })
  ref = widget.ref
  await s.changeDraft(actor, widget.id, 0, [{ path: 'calendar', from: '', to: calendarId, label: '' }])
  await s.publishNow(actor, widget.id)
}
export const change = async (by: Partial<Calendar>) => {
  const { revision, calendar } = await calendars.getCalendar(actor, calendarId)
  return calendars.saveCalendar(actor, calendarId, revision, { ...calendar, ...by })
}

/** The start that is so many hours after the next full hour, in minutes since 1970. */
export const hourFromNow = (hours: number) => (Math.floor(Date.now() / 3_600_000) + 1 + hours) * 60
export const day = 24

export async function ask<N extends 'times' | 'soonest' | 'nexts'>(
  name: N,
  query: object,
): Promise<GivenBy<Actions[N]>> {
  const q = encodeURIComponent(JSON.stringify(query))
  return (await (await fetch(`${visitors.origin}/x/${ref}/${name}?q=${q}`)).json()) as GivenBy<Actions[N]>
}
let from = 0
export async function post(name: string, body: object, change: object = {}) {
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
export const hold = (service: string, start: number, more: object = {}) =>
  post('hold', { service, start, ...more })
export const answers = { name: 'Marisol', mail: 'Marisol@Post.Example', phone: '01632 960118' }
export const book = (service: string, start: number, more: object = {}, change: object = {}) =>
  post('book', { service, start, zone: 'Asia/Tokyo', release: 0, answers, ...more }, change)
export const times = async (service: string, around: number, more: object = {}) =>
  (await ask('times', { service, from: around - 180, until: around + 240, ...more })).times
export const isFree = async (service: string, start: number, more: object = {}) =>
  (await times(service, start, more)).some(([at]) => at === start)

export interface Mail {
  readonly to: string
  readonly subject: string
  readonly text: string
  readonly calendar?: { readonly method: string; readonly content: string }
}
export const mails = async (): Promise<Mail[]> =>
  (
    await s
      .db()
      .sequelize.query<{ data: Mail }>(
        `select data from pgboss.job where name = 'mail' order by created_on, data->>'to' desc`,
        { type: QueryTypes.SELECT },
      )
  ).map(({ data }) => data)
export const rows = async (table: string) =>
  (
    await s.db().sequelize.query(`select 1 from ${table} where calendar_id = $1`, {
      bind: [calendarId],
      type: QueryTypes.SELECT,
    })
  ).length

/** Lets visitors see another widget meanwhile. */
export async function at<T>(other: string, work: () => Promise<T>): Promise<T> {
  const before = ref
  ref = other
  try {
    return await work()
  } finally {
    ref = before
  }
}
