/** Calendars of a client: made, named, edited as one document. */
import { randomBytes } from 'node:crypto'
import type { CalendarShape } from '@/core/api/shapes'
import { calendarSchema, type Calendar } from '@/core/booking/shape'
import { problem, ProblemError } from '@/core/problems'
import { readyCalendars } from '@/kinds/booking/example'
import { isZone } from '../../zones'
import { db } from '../../db/db'
import { demandAnswering, found, mayAnswer, type Actor, type Anybody } from '../access/actor'
import { clientRow } from '../clients/clientRow'
import { documentsOf, type DocumentRow } from '../clients/documents'
import { feedLink } from './feeds'
import { followOutside } from './outside'

interface Row extends DocumentRow {
  readonly feedWord: string
  readonly outside: CalendarShape['outside']
}
const outside = `(select coalesce(jsonb_agg(jsonb_build_object('resource', o.resource, 'url', o.url, 'isWritten', o.login is not null, 'label', o.label, 'readAt', to_char(o.read_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'), 'trouble', o.trouble)), '[]')
   from outside_calendars o where o.calendar_id = k.id) as outside, k.feed_word as "feedWord"`

const calendars = documentsOf<Row, CalendarShape>({
  noun: 'calendar',
  more: outside,
  shapeOf({ body, feedWord, ...row }, actor) {
    const calendar = calendarSchema.parse(body)
    // Names, addresses and notes of everybody who booked: not for those who only look on.
    const all = mayAnswer(actor) ? [null, ...calendar.resources.map(({ id }) => id)] : []
    const feeds = all.map((of) => ({ of, url: feedLink(row.id, of, feedWord) }))
    return { ...row, calendar, feeds }
  },
})
export const {
  list: listCalendars,
  get: getCalendar,
  rename: renameCalendar,
  remove: deleteCalendar,
} = calendars

/**
 * @param from - id of a calendar to begin with: one of the ready ones
 * @throws ProblemError `calendar_named`, `missing`
 */
export async function createCalendar(
  actor: Actor,
  clientId: string,
  { name, from }: { readonly name: string; readonly from: string },
): Promise<CalendarShape> {
  const client = await clientRow(actor, clientId)
  const ready = found(
    readyCalendars.find((one) => one.id === from),
    'calendar to begin with',
  )
  return calendars.add(actor, client.id, name, { ...ready.calendar, zone: client.timeZone })
}

/** Gives its feeds new addresses: whoever had one of before reads nothing any more. @throws ProblemError `missing` */
export async function renewFeeds(actor: Anybody, id: string): Promise<CalendarShape> {
  demandAnswering(actor)
  await getCalendar(actor, id)
  await db().sequelize.query('update calendars set feed_word = $2 where id = $1', {
    bind: [id, randomBytes(12).toString('base64url')],
  })
  return getCalendar(actor, id)
}

/**
 * Free times are counted by it from now on. What is booked stays.
 * @param seen - revision that it was changed on
 * @throws ProblemError `draft_gone_ahead`, `input_invalid` for a zone that nobody knows
 */
export const saveCalendar = (
  actor: Anybody,
  id: string,
  seen: number,
  calendar: Calendar,
): Promise<CalendarShape> =>
  calendars.save(actor, id, seen, async (_clientId, transaction) => {
    if (!isZone(calendar.zone))
      throw new ProblemError(
        problem('input_invalid', { where: 'The time zone', why: `"${calendar.zone}" is not one` }),
      )
    await followOutside(id, calendar, transaction)
    return calendar
  })
