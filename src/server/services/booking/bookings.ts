/**
 * The life of a booking: held while a form is filled in, then booked or asked for, moved, cancelled. Who may do it is for the callers
 * to say. Mails go out in the transaction of the change, so that nobody is told of what was not kept.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import type { CalendarService } from '@/core/booking/shape'
import { db, inTransaction } from '../../db/db'
import { columns, isOpen, nowMinute, type Booking, type By } from './booking'
import { calendarOf, type KnownCalendar } from './calendarBody'
import { mailBooking, mailLoss, type Told } from './bookingMails'
import { followBooking } from './davSync'
import { noticeChange } from './noticeChange'
import { giveBackSeat, lockShared, seemsFree, takeSeat, type Wish } from './taking'

/** Thrown inside a transaction, so that nothing of it stays. */
export class TimeGone extends Error {
  constructor() {
    super('the time can no longer be booked')
    this.name = 'TimeGone'
  }
}

export interface Whose {
  readonly widgetId: string | null
  readonly locale: string
}

/** Open holds of one visitor in a calendar, and of everybody in it. */
const maxHolds = { ofVisitor: 3, ofCalendar: 40 } as const

/**
 * Keeps a time for some minutes. What the same page held before is given back. Nobody empties a calendar by holding: whoever holds
 * more than a few times loses the oldest, which is still theirs to book while nobody else does.
 * @param heldBy - what tells one visitor from the next
 * @returns undefined when it cannot be booked
 */
export async function holdTime(
  known: KnownCalendar,
  wish: Wish,
  whose: Whose,
  { before, heldBy }: { readonly before?: string | undefined; readonly heldBy?: string | undefined },
): Promise<{ readonly id: string; readonly until: Date } | undefined> {
  // What the page held before may be what is in the way.
  if (!before && !(await seemsFree(known, wish))) return undefined
  return inTransaction(async (transaction) => {
    if (heldBy)
      await db().sequelize.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', {
        bind: [`holds ${known.id} ${heldBy}`],
        transaction,
      })
    if (before) await letGo(known.id, before, transaction)
    const held = await addBooking(known, wish, whose, { is: 'held', by: heldBy }, transaction)
    if (held && heldBy) await letGoOldest(known.id, heldBy, transaction)
    return held && { id: held.id, until: held.heldUntil! }
  })
}

async function letGoOldest(calendarId: string, heldBy: string, transaction: Transaction): Promise<void> {
  const over = await db().sequelize.query<{ id: string }>(
    `select id from (
       select id, held_by = $2 and row_number() over (partition by held_by order by made_at desc) > ${maxHolds.ofVisitor} as is_over_own,
         row_number() over (order by made_at desc) > ${maxHolds.ofCalendar} as is_over_all
       from bookings where calendar_id = $1 and state = 'held') open where is_over_own or is_over_all order by id`,
    { bind: [calendarId, heldBy], type: QueryTypes.SELECT, transaction },
  )
  for (const { id } of over) await letGo(calendarId, id, transaction)
}

/** Held for a visitor by the name of their browser, or booked. */
type Taken =
  { readonly is: 'held'; readonly by: string | undefined } | { readonly is: 'booked'; readonly by: Booker }

const nobodyYet: Booker = { name: '', email: '', note: '', zone: '', submissionId: null }

/** A new one. @returns undefined when there is no room for it */
async function addBooking(
  known: KnownCalendar,
  wish: Wish,
  whose: Whose,
  taken: Taken,
  transaction: Transaction,
): Promise<Booking | undefined> {
  const seat = await takeSeat(known, wish, transaction)
  if (!seat) return undefined
  const isHeld = taken.is === 'held'
  const booker = isHeld ? nobodyYet : taken.by
  const [row] = await db().sequelize.query<Booking>(
    `insert into bookings as b (agency_id, client_id, calendar_id, session_id, widget_id, service, starts, ends, count, who, state, held_until, locale, price,
       held_by, name, email, note, zone, submission_id, remind_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, now() + make_interval(mins => $12::int), $13, $14, $15, $16, $17, $18, $19, $20, ${remindAtIn('$21')})
     returning ${columns}`,
    {
      bind: [
        known.agencyId,
        known.clientId,
        known.id,
        seat.sessionId,
        whose.widgetId,
        wish.service.id,
        wish.start,
        wish.start + wish.service.minutes,
        wish.count,
        [...seat.who],
        isHeld ? 'held' : stateOf(known, whose),
        isHeld ? known.calendar.terms.hold : null,
        whose.locale,
        priceOf(wish.service, wish.count),
        isHeld ? (taken.by ?? null) : null,
        booker.name,
        booker.email,
        booker.note,
        booker.zone,
        booker.submissionId,
        isHeld ? 0 : remindAt(known, wish.start),
      ],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  return row
}

/** Of what is held no longer. */
const stateOf = ({ calendar }: KnownCalendar, { widgetId }: Whose) =>
  calendar.terms.isByHand && widgetId ? 'asked' : 'booked'

export const priceOf = ({ price }: CalendarService, count: number): number | null =>
  price === null ? null : price * count

/** Gives a time back that was only held. */
export async function letGo(calendarId: string, id: string, transaction?: Transaction): Promise<void> {
  if (!transaction) return inTransaction((own) => letGo(calendarId, id, own))
  const [gone] = await db().sequelize.query<{ sessionId: string | null; count: number }>(
    `delete from bookings where id = $1 and calendar_id = $2 and state = 'held' returning session_id as "sessionId", count`,
    { bind: [id, calendarId], type: QueryTypes.SELECT, transaction },
  )
  if (gone?.sessionId) await giveBackSeat(gone.sessionId, gone.count, transaction)
}

export interface Booker {
  readonly name: string
  readonly email: string
  readonly note: string
  readonly zone: string
  readonly submissionId: string | null
}

/**
 * Makes a booking of what was held. Where it was held too long and has been given back, the time is taken anew if it is still free.
 * @throws TimeGone when it is not
 */
export async function bookHeld(
  known: KnownCalendar,
  held: string | undefined,
  wish: Wish,
  whose: Whose,
  booker: Booker,
  transaction: Transaction,
): Promise<Booking> {
  const [kept] = held
    ? await db().sequelize.query<{ id: string }>(
        `select id from bookings where id = $1 and calendar_id = $2 and state = 'held' and service = $3 and starts = $4 and count = $5 for update`,
        {
          bind: [held, known.id, wish.service.id, wish.start, wish.count],
          type: QueryTypes.SELECT,
          transaction,
        },
      )
    : []
  const booking = kept
    ? await bookKept(kept.id, known, wish, whose, booker, transaction)
    : await addBooking(known, wish, whose, { is: 'booked', by: booker }, transaction)
  if (!booking) throw new TimeGone()
  await announce(known, booking, booking.state === 'asked' ? 'asked' : 'booked', transaction)
  return booking
}

async function bookKept(
  id: string,
  known: KnownCalendar,
  { start }: Wish,
  whose: Whose,
  { name, email, note, zone, submissionId }: Booker,
  transaction: Transaction,
): Promise<Booking | undefined> {
  const [booking] = await db().sequelize.query<Booking>(
    `update bookings b set state = $2, held_until = null, held_by = null, name = $3, email = $4, note = $5, zone = $6, submission_id = $7, changed_at = now(),
       remind_at = ${remindAtIn('$8')} where b.id = $1 returning ${columns}`,
    {
      bind: [id, stateOf(known, whose), name, email, note, zone, submissionId, remindAt(known, start)],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  return booking
}

/** Seconds since 1970 at which whoever booked is reminded; 0 for never. */
function remindAt({ calendar }: KnownCalendar, start: number): number {
  const minute = start - calendar.terms.remindHours * 60
  return calendar.terms.remindHours > 0 && minute > nowMinute() ? minute * 60 : 0
}

/** In SQL. @param seconds - what stands for them in the statement */
const remindAtIn = (seconds: string) =>
  `case when ${seconds}::float8 > 0 then to_timestamp(${seconds}::float8) end`

export async function findBooking(id: string, transaction?: Transaction): Promise<Booking | undefined> {
  const [row] = await db().sequelize.query<Booking>(
    `select ${columns} from bookings b where b.id = $1${transaction ? ' for update' : ''}`,
    { bind: [id], type: QueryTypes.SELECT, transaction },
  )
  return row
}

/** @returns false when it is over or cancelled already */
export function cancelBooking(id: string, by: By): Promise<boolean> {
  return inTransaction(async (transaction) => {
    const booking = await findBooking(id, transaction)
    if (!booking || !isOpen(booking)) return false
    if (booking.sessionId) await giveBackSeat(booking.sessionId, booking.count, transaction)
    const changed = await change(
      id,
      `state = 'cancelled', session_id = null, remind_at = null`,
      [],
      transaction,
    )
    await tell(changed, 'cancelled', transaction)
    await noticeChange(changed, 'cancelled', by, transaction)
    return true
  })
}

/** Somebody has confirmed what was asked for. @returns false when there is nothing to confirm */
export function confirmBooking(id: string): Promise<boolean> {
  return inTransaction(async (transaction) => {
    const booking = await findBooking(id, transaction)
    if (!booking || booking.state !== 'asked' || !isOpen(booking)) return false
    await tell(await change(id, `state = 'booked'`, [], transaction), 'booked', transaction)
    return true
  })
}

/**
 * To another time, or to somebody else. Its own old time counts as free for it.
 * @throws TimeGone when the new one is not free; the old one then stays
 */
export function moveBooking(
  known: KnownCalendar,
  id: string,
  to: { readonly start: number; readonly who: string; readonly by: By },
): Promise<Booking | undefined> {
  return inTransaction(async (transaction) => {
    const booking = await findBooking(id, transaction)
    const service = known.calendar.services.find((one) => one.id === booking?.service)
    if (!booking || !service || !isOpen(booking)) return undefined
    await lockShared(known, service, transaction)
    if (booking.sessionId) await giveBackSeat(booking.sessionId, booking.count, transaction)
    const wish = wishOf(service, {
      who: to.who,
      count: booking.count,
      start: to.start,
      isByHand: to.by === 'house',
    })
    const seat = await takeSeat(known, wish, transaction)
    if (!seat) throw new TimeGone()
    const moved = await change(
      id,
      `session_id = $2, who = $3, starts = $4, ends = $5, remind_at = ${remindAtIn('$6')}`,
      [seat.sessionId, [...seat.who], to.start, to.start + service.minutes, remindAt(known, to.start)],
      transaction,
    )
    await announce(known, moved, 'moved', transaction)
    const lost = booking.who.filter((id) => !moved.who.includes(id))
    await mailLoss(known, { ...booking, sequence: moved.sequence }, lost, transaction)
    await noticeChange(moved, 'moved', to.by, transaction)
    return moved
  })
}

/** @param wanted.isByHand - somebody of the house books: how soon and how far ahead is theirs to say */
export function wishOf(
  service: CalendarService,
  {
    isByHand,
    ...wanted
  }: { readonly who: string; readonly count: number; readonly start: number; readonly isByHand: boolean },
): Wish {
  const free = isByHand ? { ...service, notice: -60 * 24, aheadDays: 1_000, isOffered: true } : service
  return { ...wanted, service: free, now: nowMinute() }
}

async function change(
  id: string,
  what: string,
  bind: readonly unknown[],
  transaction: Transaction,
): Promise<Booking> {
  const [row] = await db().sequelize.query<Booking>(
    `update bookings b set ${what}, sequence = b.sequence + 1, changed_at = now() where b.id = $1 returning ${columns}`,
    { bind: [id, ...bind], type: QueryTypes.SELECT, transaction },
  )
  return row!
}

async function tell(booking: Booking, how: 'booked' | 'cancelled', transaction: Transaction): Promise<void> {
  const known = await calendarOf(booking.clientId, booking.calendarId, transaction)
  if (known) await announce(known, booking, how, transaction)
}

/** By mail, and in the calendars of those who are booked. */
async function announce(
  known: KnownCalendar,
  booking: Booking,
  how: Told,
  transaction: Transaction,
): Promise<void> {
  await mailBooking(known, booking, how, transaction)
  if (known.isFollowed) await followBooking(booking, transaction)
}
