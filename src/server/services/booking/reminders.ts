/** Reminds of what begins soon, each booking once. */
import { QueryTypes } from 'sequelize'
import { db, inTransaction } from '../../db/db'
import { mailBooking } from './bookingMails'
import { columns, nowMinute, type Booking } from './booking'
import { calendarOf } from './calendarBody'

export async function remindDue(): Promise<void> {
  await inTransaction(async (transaction) => {
    const due = await db().sequelize.query<Booking>(
      `update bookings b set remind_at = null where b.id in (select id from bookings where remind_at <= now() order by remind_at limit 200 for update skip locked)
       returning ${columns}`,
      { type: QueryTypes.SELECT, transaction },
    )
    for (const booking of due) {
      const known = await calendarOf(booking.clientId, booking.calendarId, transaction)
      if (known && booking.state === 'booked' && booking.starts > nowMinute())
        await mailBooking(known, booking, 'reminder', transaction)
    }
  })
}
