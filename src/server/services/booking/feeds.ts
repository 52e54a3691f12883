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

const signed = (of: string, word: string) => (word ? `${of} ${word}` : of)

/** @param resource - id of a person or room; null for everybody @param word - of the calendar: a new one ends all addresses of before */
export function feedLink(calendarId: string, resource: string | null, word: string): string {
  const of = `${calendarId}/${resource ?? everybody}`
  return `${env().YIMBLE_DELIVERY_URL}/k/${of}/${signatureOf(purpose, signed(of, word))}.ics`
}

/** @returns undefined where the address is not, or no longer, of this calendar, or the person is no longer in it */
export async function feedOf(
  calendarId: string,
  resource: string,
  signature: string,
): Promise<string | undefined> {
  const [row] = await db().sequelize.query<{
    clientId: string
    clientName: string
    name: string
    word: string
  }>(
    `select k.client_id as "clientId", c.name as "clientName", k.name, k.feed_word as word from calendars k join clients c on c.id = k.client_id where k.id = $1`,
    { bind: [calendarId], type: QueryTypes.SELECT },
  )
  if (!row || !isSigned(purpose, signed(`${calendarId}/${resource}`, row.word), signature)) return undefined
  const known = await calendarOf(row.clientId, calendarId)
  if (!known) return undefined
  const person = known.calendar.resources.find(({ id }) => id === resource)
  // People who were taken out of the calendar can no longer read it.
  if (!person && resource !== everybody) return undefined
  const bookings = await db().sequelize.query<Booking>(
    `select ${columns} from bookings b where b.calendar_id = $1 and b.starts > $2 and b.state in ('asked', 'booked')
       and ($3 = '${everybody}' or $3 = any(b.who)) order by b.starts limit ${mostEvents}`,
    { bind: [calendarId, nowMinute() - daysBack * 1440, resource], type: QueryTypes.SELECT },
  )
  const events = bookings.map((booking) => eventForHouse(known, booking, row.clientName))
  return writeIcs(
    'PUBLISH',
    events,
    person ? `${row.clientName}: ${person.name}` : `${row.clientName}: ${row.name}`,
  )
}
