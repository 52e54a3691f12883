/**
 * Deletes a person's bookings for good. What was still to come of them is free again, leaves the calendars of those who were booked,
 * and they are told that nobody comes: of the person nothing is said any more.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { db } from '../../db/db'
import { columns, isOpen, type Booking } from './booking'
import { mailLoss } from './bookingMails'
import { calendarOf } from './calendarBody'
import { followBooking } from './davSync'
import { giveBackSeat } from './taking'

/** @param bind - agency, and their address in small letters @returns how many went */
export async function forgetBookings(bind: readonly unknown[], transaction: Transaction): Promise<number> {
  const gone = await db().sequelize.query<Booking>(
    `select ${columns} from bookings b where b.agency_id = $1 and (lower(b.email) = $2 or b.submission_id in (select id from submissions where agency_id = $1 and sender = $2)) for update`,
    { bind: [...bind], type: QueryTypes.SELECT, transaction },
  )
  const ids = gone.map(({ id }) => id)
  await db().sequelize.query(
    `insert into outside_removals (outside_id, uid_of) select outside_id, booking_id from outside_events where booking_id = any($1::uuid[]) on conflict do nothing`,
    { bind: [ids], transaction },
  )
  await db().sequelize.query('delete from bookings where id = any($1::uuid[])', { bind: [ids], transaction })
  for (const booking of gone) {
    if (booking.sessionId) await giveBackSeat(booking.sessionId, booking.count, transaction)
    await followBooking(booking, transaction)
    const known = isOpen(booking) && (await calendarOf(booking.clientId, booking.calendarId, transaction))
    if (!known) continue
    const nobody = {
      ...booking,
      name: '',
      email: '',
      note: '',
      submissionId: null,
      sequence: booking.sequence + 1,
    }
    await mailLoss(known, nobody, booking.who, transaction)
  }
  return gone.length
}
