/**
 * Tells the house that a booking was moved or cancelled: webhooks always; when the visitor did it, also the inbox and those whom the
 * form names. Those who are booked themselves hear of it by `mailBooking`.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { momentIn } from '@/core/booking/when'
import { say } from '@/core/locale/phrase'
import { db } from '../../db/db'
import { ringInbox } from '../../live/bell'
import { postLetter } from '../../mail/postLetter'
import { announce } from '../visitors/announcing'
import { addMessage } from '../visitors/messages'
import type { Booking, By } from './booking'
import { letterToHouse, namesOf } from './bookingMails'
import { bookingWords } from './bookingWords'
import { calendarOf } from './calendarBody'

interface House {
  readonly clientName: string
  readonly locale: string
  /** Empty without a submission. */
  readonly mailTo: readonly string[]
}

export async function noticeChange(
  booking: Booking,
  how: 'moved' | 'cancelled',
  by: By,
  transaction: Transaction,
): Promise<void> {
  const known = await calendarOf(booking.clientId, booking.calendarId, transaction)
  const [house] = await db().sequelize.query<House>(
    `select c.name as "clientName", c.locale, coalesce(s.mail_to, '{}') as "mailTo" from clients c
     left join submissions s on s.id = $2 where c.id = $1`,
    { bind: [booking.clientId, booking.submissionId], type: QueryTypes.SELECT, transaction },
  )
  if (!known || !house) return
  const { id, submissionId, service, who } = booking
  const start = new Date(booking.starts * 60_000).toISOString()
  await announce(
    booking.clientId,
    `booking.${how}`,
    { bookingId: id, submissionId, service, who, start, count: booking.count, by },
    transaction,
  )
  if (by === 'house' || !submissionId) return
  const when = momentIn(booking.starts, house.locale, known.calendar.zone)
  const text = say(bookingWords[how], house.locale).replace(
    '{what}',
    () => `${namesOf(known, booking).what}, ${when}`,
  )
  // Locked, so that messages are numbered in order.
  await db().sequelize.query(`select 1 from submissions where id = $1 for update`, {
    bind: [submissionId],
    transaction,
  })
  await addMessage({ submissionId, kind: 'visitor', text }, transaction)
  await db().sequelize.query(`update submissions set state = 'open', changed_at = now() where id = $1`, {
    bind: [submissionId],
    transaction,
  })
  await ringInbox(booking, transaction)
  // Those who are booked have their own mail, with the event for their calendar.
  const booked = new Set(
    known.calendar.resources.filter((one) => who.includes(one.id)).map(({ mail }) => mail),
  )
  const letter = letterToHouse(known, booking, how, house.locale)
  for (const to of house.mailTo)
    if (!booked.has(to))
      await postLetter({ fromName: house.clientName, to, replyTo: booking.email, ...letter }, transaction)
}
