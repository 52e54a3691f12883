/** What the visitor API knows of a live widget. Held for some seconds, also for made-up names, so that a flood does not reach the database. */
import { LRUCache } from 'lru-cache'
import { QueryTypes, type Transaction } from 'sequelize'
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import type { Settings } from '@/core/settings/field'
import { db } from '../db/db'
import type { WidgetFacts } from './answers'

const held = new LRUCache<string, { readonly facts: WidgetFacts | undefined }>({ max: 10_000, ttl: 5_000 })

/** @returns undefined when there is no such widget, it has never been published, or it is off */
export async function widgetFacts(ref: string): Promise<WidgetFacts | undefined> {
  const known = held.get(ref)
  if (known) return known.facts
  const facts = await read('w.ref = $1 and not w.switched_off', ref)
  held.set(ref, { facts })
  return facts
}

/** The same by id, also for a widget that is off: the inbox asks about those, too. */
export const widgetFactsById = (id: string, transaction?: Transaction): Promise<WidgetFacts | undefined> =>
  read('w.id = $1', id, transaction)

/** The same of a draft, also of one that was never published. @throws Error when there is no such widget */
export async function factsOfDraft(id: string): Promise<WidgetFacts> {
  const facts = await read('w.id = $1', id, undefined, 'w.settings')
  if (!facts) throw new Error(`no widget ${id}`)
  return facts
}

async function read(
  where: string,
  value: string,
  transaction?: Transaction,
  settings: 'w.settings' | 'r.settings' = 'r.settings',
): Promise<WidgetFacts | undefined> {
  const [row] = await db().sequelize.query<Omit<WidgetFacts, 'settings'> & { settings: unknown }>(
    `select w.id, w.ref, w.kind, w.agency_id as "agencyId", w.client_id as "clientId", c.name as "clientName", c.locale, c.time_zone as "timeZone", ${settings} as settings,
       case when c.is_strict then array(select t.url from sites t where t.client_id = c.id) end as "onlyFrom"
     from widgets w join clients c on c.id = w.client_id ${settings === 'w.settings' ? '' : 'join releases r on r.id = w.live_release_id'}
     where ${where} and w.deleted_at is null`,
    { bind: [value], type: QueryTypes.SELECT, ...(transaction ? { transaction } : {}) },
  )
  return row && { ...row, settings: z.parse(shapes.settings, row.settings) as Settings }
}
