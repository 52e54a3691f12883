/** The address at which a calendar is subscribed to: whoever has it reads what is booked, and nothing else. */
import { QueryTypes } from 'sequelize'
import { db } from '../../db/db'
import { env } from '../../env'
import { isSigned, signatureOf } from '../../signatures'
import { eventForHouse } from './bookingMails'
import { columns, nowMinute, type Booking } from './booking'
import { calendarOf } from './calendarBody'
import { writeIcs } from './ics'

const purpose = 'calendar feeds'
const everybody = 'all'
const daysBack = 60
const mostEvents = 5_000

/** @param resource - id of a person or room; null for everybody */
export function feedLink(calendarId: string, resource: string | null): string {
  const of = `${calendarId}/${resource ?? everybody}`
  return `${env().YIMBLE_DELIVERY_URL}/k/${of}/${signatureOf(purpose, of)}.ics`
}

/** @returns undefined where the signature is none of ours, or the calendar is gone */
export async function feedOf(
  calendarId: string,
  resource: string,
  signature: string,
): Promise<string | undefined> {
  if (!isSigned(purpose, `${calendarId}/${resource}`, signature)) return undefined
  const [row] = await db().sequelize.query<{ clientId: string; clientName: string; name: string }>(
    `select k.client_id as "clientId", c.name as "clientName", k.name from calendars k join clients c on c.id = k.client_id where k.id = $1`,
    { bind: [calendarId], type: QueryTypes.SELECT },
  )
  const known = row && (await calendarOf(row.clientId, calendarId))
  if (!row || !known) return undefined
  const bookings = await db().sequelize.query<Booking>(
    `select ${columns} from bookings b where b.calendar_id = $1 and b.starts > $2 and b.state in ('asked', 'booked')
       and ($3 = '${everybody}' or $3 = any(b.who)) order by b.starts limit ${mostEvents}`,
    { bind: [calendarId, nowMinute() - daysBack * 1440, resource], type: QueryTypes.SELECT },
  )
  const events = bookings.map((booking) => eventForHouse(known, booking, row.clientName))
  const person = known.calendar.resources.find(({ id }) => id === resource)
  return writeIcs(
    'PUBLISH',
    events,
    person ? `${row.clientName}: ${person.name}` : `${row.clientName}: ${row.name}`,
  )
}
