/** Calendars of a client: made, named, edited as one document that is in force as soon as it is saved. */
import { QueryTypes, UniqueConstraintError } from 'sequelize'
import type { CalendarShape } from '@/core/api/shapes'
import { calendarSchema, type Calendar } from '@/core/booking/shape'
import { problem, ProblemError } from '@/core/problems'
import { readyCalendars } from '@/kinds/booking/example'
import { db, inTransaction } from '../../db/db'
import { renderShowing } from '../../jobs/queue'
import { isZone } from '../../zones'
import { demand, demandAnswering, found, withinOf, type Actor, type Anybody } from '../access/actor'
import { clientRow, demandClient } from '../clients/clientRow'
import { feedLink } from './feeds'
import { followOutside } from './outside'

interface Row {
  readonly id: string
  readonly clientId: string
  readonly clientName: string
  readonly name: string
  readonly body: unknown
  readonly revision: number
  readonly widgets: CalendarShape['widgets']
  readonly outside: readonly {
    readonly resource: string
    readonly url: string
    readonly isWritten: boolean
    readonly label: string
    readonly readAt: string | null
    readonly trouble: string | null
  }[]
}
const selected = `select k.id, k.client_id as "clientId", c.name as "clientName", k.name, k.body, k.revision,
  (select coalesce(jsonb_agg(jsonb_build_object('id', w.id, 'name', w.name) order by w.name), '[]')
   from widgets w where w.deleted_at is null and exists (select 1 from uses u where u.widget_id = w.id and u.used_id = k.id)) as widgets,
  (select coalesce(jsonb_agg(jsonb_build_object('resource', o.resource, 'url', o.url, 'isWritten', o.login is not null, 'label', o.label, 'readAt', to_char(o.read_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'), 'trouble', o.trouble)), '[]')
   from outside_calendars o where o.calendar_id = k.id) as outside
  from calendars k join clients c on c.id = k.client_id`

function shapeOf({ body, ...row }: Row): CalendarShape {
  const calendar = calendarSchema.parse(body)
  const feeds = [null, ...calendar.resources.map(({ id }) => id)].map((of) => ({
    of,
    url: feedLink(row.id, of),
  }))
  return { ...row, outside: [...row.outside], calendar, feeds }
}

/** Of the client; a client's own people see theirs. */
export async function listCalendars(actor: Anybody, clientId: string): Promise<CalendarShape[]> {
  await demandClient(actor, clientId)
  const rows = await db().sequelize.query<Row>(`${selected} where k.client_id = $1 order by lower(k.name)`, {
    bind: [clientId],
    type: QueryTypes.SELECT,
  })
  return rows.map(shapeOf)
}

/** @throws ProblemError `missing` */
export async function getCalendar(actor: Anybody, id: string): Promise<CalendarShape> {
  const { agencyId, clientId } = withinOf(actor)
  const [row] = await db().sequelize.query<Row>(
    `${selected} where k.id = $1 and k.agency_id = $2 and ($3::uuid is null or k.client_id = $3)`,
    { bind: [id, agencyId, clientId ?? null], type: QueryTypes.SELECT },
  )
  return shapeOf(found(row ?? null, 'calendar'))
}

/** @throws ProblemError `calendar_named` when the client has one of that name */
async function named<T>(name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw new ProblemError(problem('calendar_named', { name }))
    throw error
  }
}

/**
 * @param from - id of a calendar to begin with: one of the ready ones
 * @throws ProblemError `calendar_named`, `missing`
 */
export async function createCalendar(
  actor: Actor,
  clientId: string,
  { name, from }: { readonly name: string; readonly from: string },
): Promise<CalendarShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const ready = found(
    readyCalendars.find((one) => one.id === from),
    'calendar to begin with',
  )
  const body: Calendar = { ...ready.calendar, zone: client.timeZone }
  const [row] = await named(name, () =>
    db().sequelize.query<{ id: string }>(
      'insert into calendars (agency_id, client_id, name, body) values ($1, $2, $3, $4) returning id',
      { bind: [actor.agencyId, client.id, name, JSON.stringify(body)], type: QueryTypes.SELECT },
    ),
  )
  return getCalendar(actor, row!.id)
}

/** @throws ProblemError `calendar_named` */
export async function renameCalendar(actor: Actor, id: string, name: string): Promise<CalendarShape> {
  demand(actor, 'designer')
  await getCalendar(actor, id)
  await named(name, () =>
    db().sequelize.query('update calendars set name = $2, updated_at = now() where id = $1', {
      bind: [id, name],
    }),
  )
  return getCalendar(actor, id)
}

/**
 * In force at once: widgets that show its services are rendered again, free times are counted by it from now on. What is booked stays.
 * @param seen - revision that it was changed on
 * @throws ProblemError `draft_gone_ahead`, `input_invalid` for a zone that nobody knows
 */
export async function saveCalendar(
  actor: Anybody,
  id: string,
  seen: number,
  calendar: Calendar,
): Promise<CalendarShape> {
  demandAnswering(actor)
  await getCalendar(actor, id)
  if (!isZone(calendar.zone))
    throw new ProblemError(
      problem('input_invalid', { where: 'The time zone', why: `"${calendar.zone}" is not one` }),
    )
  await inTransaction(async (transaction) => {
    const [row] = await db().sequelize.query<{ revision: number }>(
      'select revision from calendars where id = $1 for update',
      { bind: [id], type: QueryTypes.SELECT, transaction },
    )
    if (found(row ?? null, 'calendar').revision !== seen)
      throw new ProblemError(problem('draft_gone_ahead', { seen, now: row!.revision }))
    await db().sequelize.query(
      'update calendars set body = $2, revision = revision + 1, updated_at = now() where id = $1',
      { bind: [id, JSON.stringify(calendar)], transaction },
    )
    await followOutside(id, calendar, transaction)
    await renderShowing([id], transaction)
  })
  return getCalendar(actor, id)
}

/** @throws ProblemError `calendar_used` while a widget has it */
export async function deleteCalendar(actor: Actor, id: string): Promise<void> {
  demand(actor, 'designer')
  const { widgets, name } = await getCalendar(actor, id)
  if (widgets.length > 0)
    throw new ProblemError(
      problem('calendar_used', { name, widgets: widgets.map((one) => one.name).join(', ') }),
    )
  await db().sequelize.query('delete from calendars where id = $1', { bind: [id] })
}
