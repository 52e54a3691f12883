/** Reminds of what begins soon, each booking once. */
import { QueryTypes, type Transaction } from 'sequelize'
import { db, inTransaction } from '../../db/db'
import { log } from '../../log'
import { mailBooking } from './bookingMails'
import { columns, nowMinute, type Booking } from './booking'
import { calendarOf } from './calendarBody'

const atATime = 200

/** One that cannot be reminded of, such as of a calendar that nobody can read, keeps no other waiting. */
export async function remindDue(): Promise<void> {
  const due = await db().sequelize.query<{ id: string }>(
    `select id from bookings where remind_at <= now() order by remind_at limit ${atATime}`,
    { type: QueryTypes.SELECT },
  )
  for (const { id } of due)
    try {
      await inTransaction((transaction) => remind(id, transaction))
    } catch (error) {
      log.error({ bookingId: id, error: (error as Error).message }, 'could not remind')
      await db().sequelize.query(`update bookings set remind_at = now() + interval '1 hour' where id = $1`, {
        bind: [id],
      })
    }
}

async function remind(id: string, transaction: Transaction): Promise<void> {
  const [booking] = await db().sequelize.query<Booking>(
    `update bookings b set remind_at = null where b.id = (select id from bookings where id = $1 and remind_at <= now() for update skip locked)
     returning ${columns}`,
    { bind: [id], type: QueryTypes.SELECT, transaction },
  )
  if (!booking || booking.state !== 'booked' || booking.starts <= nowMinute()) return
  const known = await calendarOf(booking.clientId, booking.calendarId, transaction)
  if (known) await mailBooking(known, booking, 'reminder', transaction)
}
