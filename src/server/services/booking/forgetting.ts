/** Deletes a person's bookings for good. What was still to come of them is free again. */
import { QueryTypes, type Transaction } from 'sequelize'
import { db } from '../../db/db'
import { giveBackSeat } from './taking'

/** @param bind - agency, and their address in small letters @returns how many went */
export async function forgetBookings(bind: readonly unknown[], transaction: Transaction): Promise<number> {
  const gone = await db().sequelize.query<{ sessionId: string | null; count: number }>(
    `delete from bookings where agency_id = $1 and (lower(email) = $2 or submission_id in (select id from submissions where agency_id = $1 and sender = $2))
     returning session_id as "sessionId", count`,
    { bind: [...bind], type: QueryTypes.SELECT, transaction },
  )
  for (const { sessionId, count } of gone) if (sessionId) await giveBackSeat(sessionId, count, transaction)
  return gone.length
}
