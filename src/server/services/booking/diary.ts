/** What is booked, for those whose house it is: looked at by day, week and person; booked, moved, cancelled and confirmed by hand. */
import { QueryTypes } from 'sequelize'
import type { BookingShape, FreeTimeShape } from '@/core/api/shapes'
import type { CalendarService } from '@/core/booking/shape'
import { momentIn } from '@/core/booking/when'
import { problem, ProblemError } from '@/core/problems'
import { db, inTransaction } from '../../db/db'
import { demandAnswering, found, withinOf, type Anybody } from '../access/actor'
import { columns, type Booking } from './booking'
import {
  bookHeld,
  cancelBooking,
  confirmBooking,
  findBooking,
  moveBooking,
  TimeGone,
  wishOf,
} from './bookings'
import { calendarOf, type KnownCalendar } from './calendarBody'
import { getCalendar } from './calendars'
import { freeTimesIn } from './freeTimes'
import { giveBackOverdue } from './taking'
import { elsewhereOf, settleElsewhere } from './davSync'

const mostDays = 400

const isoOf = (minute: number) => new Date(minute * 60_000).toISOString()
export const minuteOf = (iso: string): number => Math.floor(Date.parse(iso) / 60_000)

type Elsewhere = BookingShape['elsewhere']
const shapeOf = (row: Booking & { readonly elsewhere?: Elsewhere }): BookingShape => ({
  id: row.id,
  service: row.service,
  who: [...row.who],
  start: isoOf(row.starts),
  end: isoOf(row.ends),
  count: row.count,
  state: row.state,
  heldUntil: row.heldUntil?.toISOString() ?? null,
  name: row.name,
  email: row.email,
  note: row.note,
  submissionId: row.submissionId,
  elsewhere: row.elsewhere ?? null,
})

/** The calendar as it is now, if the actor may know of it. @throws ProblemError `missing` */
async function knownTo(actor: Anybody, id: string): Promise<KnownCalendar> {
  const { clientId } = await getCalendar(actor, id)
  return found(await calendarOf(clientId, id), 'calendar')
}

/** Whatever touches the time from `from` to before `until`, in order; held ones, too. */
export async function listBookings(
  actor: Anybody,
  calendarId: string,
  { from, until }: { readonly from: string; readonly until: string },
): Promise<BookingShape[]> {
  const known = await knownTo(actor, calendarId)
  await giveBackOverdue(known.id)
  const first = minuteOf(from)
  const rows = await db().sequelize.query<Booking & { readonly elsewhere: Elsewhere }>(
    `select ${columns}, ${elsewhereOf} as elsewhere from bookings b where b.calendar_id = $1 and b.starts < $3 and b.ends > $2 and b.starts > $2 - 14 * 1440 order by b.starts, b.id limit 5000`,
    {
      bind: [known.id, first, Math.min(minuteOf(until), first + mostDays * 1440)],
      type: QueryTypes.SELECT,
    },
  )
  return rows.map(shapeOf)
}

/** Times that can be booked by hand, however soon. */
export async function listFree(
  actor: Anybody,
  calendarId: string,
  asked: {
    readonly service: string
    readonly who: string
    readonly from: string
    readonly until: string
    readonly count: number
  },
): Promise<FreeTimeShape[]> {
  const known = await knownTo(actor, calendarId)
  const from = minuteOf(asked.from)
  const range = { from, until: Math.min(minuteOf(asked.until), from + 62 * 1440) }
  const { service, now } = wishOf(serviceIn(known, asked.service), { ...asked, start: from, isByHand: true })
  const times = await freeTimesIn(known, { ...asked, service, now, range })
  return times.map(({ start, left }) => ({ start: isoOf(start), left }))
}

const serviceIn = ({ calendar }: KnownCalendar, id: string): CalendarService =>
  found(
    calendar.services.find((one) => one.id === id),
    'service',
  )

/** @throws ProblemError `time_gone` */
export async function bookByHand(
  actor: Anybody,
  calendarId: string,
  {
    start,
    ...asked
  }: {
    readonly service: string
    readonly who: string
    readonly start: string
    readonly count: number
    readonly name: string
    readonly email: string
    readonly note: string
  },
): Promise<BookingShape> {
  demandAnswering(actor)
  const known = await knownTo(actor, calendarId)
  const service = serviceIn(known, asked.service)
  const wish = wishOf(service, { ...asked, start: minuteOf(start), isByHand: true })
  const [client] = await db().sequelize.query<{ locale: string }>(
    'select locale from clients where id = $1',
    {
      bind: [known.clientId],
      type: QueryTypes.SELECT,
    },
  )
  const whose = { widgetId: null, locale: client!.locale }
  const booker = { ...asked, zone: '', submissionId: null }
  const booked = await unlessGone(known, service, minuteOf(start), () =>
    inTransaction((transaction) => bookHeld(known, undefined, wish, whose, booker, transaction)),
  )
  return shapeOf(booked)
}

/** @throws ProblemError `time_gone`, with the time as the house's clock has it */
async function unlessGone<T>(
  { calendar }: KnownCalendar,
  { name }: CalendarService,
  start: number,
  work: () => Promise<T>,
): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (!(error instanceof TimeGone)) throw error
    const at = momentIn(start, 'en', calendar.zone)
    throw new ProblemError(
      problem('time_gone', { service: name, why: `${at} is taken, or outside of the hours` }),
    )
  }
}

/** @throws ProblemError `missing` */
async function bookingOf(actor: Anybody, id: string): Promise<Booking> {
  const { agencyId, clientId } = withinOf(actor)
  const booking = await findBooking(id)
  const isTheirs = booking?.agencyId === agencyId && (!clientId || booking.clientId === clientId)
  return found(isTheirs ? booking : null, 'booking')
}

const current = async (id: string) => shapeOf(found(await findBooking(id), 'booking'))

/** @throws ProblemError `time_gone`, `booking_over` */
export async function moveByHand(
  actor: Anybody,
  id: string,
  { start, who }: { readonly start: string; readonly who: string },
): Promise<BookingShape> {
  demandAnswering(actor)
  const booking = await bookingOf(actor, id)
  const known = await knownTo(actor, booking.calendarId)
  const moved = await unlessGone(known, serviceIn(known, booking.service), minuteOf(start), () =>
    moveBooking(known, id, { start: minuteOf(start), who, by: 'house' }),
  )
  return shapeOf(moved ?? over())
}

/** Cancels, or confirms what was asked for. @throws ProblemError `booking_over` */
export async function settleByHand(
  actor: Anybody,
  id: string,
  how: 'cancel' | 'confirm',
): Promise<BookingShape> {
  demandAnswering(actor)
  await bookingOf(actor, id)
  const done = await (how === 'cancel' ? cancelBooking(id, 'house') : confirmBooking(id))
  if (!done) over()
  return current(id)
}

/**
 * What somebody did in their own calendar becomes so here, or is put back there.
 * @throws ProblemError `time_gone` when the time over there is not free here, `booking_over`
 */
export async function settleThere(actor: Anybody, id: string, take: 'there' | 'here'): Promise<BookingShape> {
  demandAnswering(actor)
  const booking = await bookingOf(actor, id)
  const there = found(await settleElsewhere(booking, take), 'change in a calendar elsewhere')
  if (take === 'here') return current(id)
  if (there.is === 'gone') return settleByHand(actor, id, 'cancel')
  return moveByHand(actor, id, { start: isoOf(there.starts!), who: there.resource })
}

function over(): never {
  throw new ProblemError(problem('booking_over'))
}
