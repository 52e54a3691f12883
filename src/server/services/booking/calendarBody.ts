/** The document of a calendar, as delivery and the services ask for it: parsed once for each revision. */
import { LRUCache } from 'lru-cache'
import { QueryTypes, type Transaction } from 'sequelize'
import type { ReadyCalendar } from '@/core/booking/free'
import { calendarSchema } from '@/core/booking/shape'
import type { TabledZone } from '@/core/schedule/zoneTable'
import { db } from '../../db/db'
import { isUuid } from '../isUuid'
import { zoneTableOf } from '../../zones'

export interface KnownCalendar extends ReadyCalendar {
  readonly id: string
  readonly agencyId: string
  readonly clientId: string
  readonly revision: number
  readonly zone: TabledZone
  readonly clientName: string
  /** BCP 47 tag of the client's language. */
  readonly clientLocale: string
  /** Whether somebody's own calendar is connected. */
  readonly isFollowed: boolean
}

const held = new LRUCache<string, KnownCalendar>({ max: 500 })

/** The body only where it has changed since it was held. @returns undefined where the client has no such calendar */
export async function calendarOf(
  clientId: string,
  id: string,
  transaction?: Transaction,
): Promise<KnownCalendar | undefined> {
  if (!isUuid.test(id)) return undefined
  const known = held.get(id)
  const [row] = await db().sequelize.query<Omit<KnownCalendar, 'calendar' | 'zone'> & { body: unknown }>(
    `select k.id, k.agency_id as "agencyId", k.client_id as "clientId", k.revision, c.name as "clientName", c.locale as "clientLocale",
       exists (select 1 from outside_calendars o where o.calendar_id = k.id and o.login is not null) as "isFollowed",
       case when k.revision = $3 then null else k.body end as body
     from calendars k join clients c on c.id = k.client_id where k.id = $1 and k.client_id = $2`,
    { bind: [id, clientId, known?.revision ?? -1], type: QueryTypes.SELECT, transaction },
  )
  if (!row) return undefined
  const { body, ...facts } = row
  if (known && body === null) return { ...known, ...facts }
  const calendar = calendarSchema.parse(body)
  const now = { ...facts, calendar, zone: zoneTableOf(calendar.zone) }
  // What another transaction has not committed yet is nobody else's.
  if (!transaction) held.set(id, now)
  return now
}
