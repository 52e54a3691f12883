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
  const [row] = await db().sequelize.query<{ agencyId: string; body: unknown; revision: number }>(
    `select agency_id as "agencyId", case when revision = $3 then null else body end as body, revision
     from calendars where id = $1 and client_id = $2`,
    { bind: [id, clientId, known?.revision ?? -1], type: QueryTypes.SELECT, transaction },
  )
  if (!row) return undefined
  if (known && row.body === null) return known
  const calendar = calendarSchema.parse(row.body)
  const now = { id, clientId, ...row, calendar, zone: zoneTableOf(calendar.zone) }
  // What another transaction has not committed yet is nobody else's.
  if (!transaction) held.set(id, now)
  return now
}
