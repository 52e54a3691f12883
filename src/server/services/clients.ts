/** Clients of an agency and their brands. */
import { Op, QueryTypes } from 'sequelize'
import * as z from 'zod'
import { brand as brandShape, type ClientShape } from '@/core/api/shapes'
import { plainBrand, type Brand } from '@/core/design/brand'
import { db, inTransaction } from '../db/db'
import { enqueue } from '../jobs/queue'
import { demand, found, type Actor } from './actor'

export async function listClients(actor: Actor, id?: string): Promise<ClientShape[]> {
  const rows = await db().sequelize.query<Omit<ClientShape, 'brand'> & { brand: unknown }>(
    `select c.id, c.name, c.locale, c.time_zone as "timeZone", c.brand, coalesce(w.widgets, 0) as widgets, coalesce(w.live, 0) as live, coalesce(s.sources, 0) as sources, coalesce(s.failing, 0) as failing
     from clients c
     left join (select client_id, count(*)::int as widgets, (count(*) filter (where live_release_id is not null and not switched_off))::int as live from widgets where agency_id = $1 and deleted_at is null ${id ? 'and client_id = $2' : ''} group by 1) w on w.client_id = c.id
     left join (select client_id, count(*)::int as sources, (count(*) filter (where failures > 0))::int as failing from sources where agency_id = $1 ${id ? 'and client_id = $2' : ''} group by 1) s on s.client_id = c.id
     where c.agency_id = $1 ${id ? 'and c.id = $2' : ''} order by c.name`,
    { bind: id ? [actor.agencyId, id] : [actor.agencyId], type: QueryTypes.SELECT },
  )
  return rows.map((row) => ({ ...row, brand: parseBrand(row.brand) }))
}

export const getClient = async (actor: Actor, id: string): Promise<ClientShape> =>
  found((await listClients(actor, id))[0], 'client')

export async function createClient(
  actor: Actor,
  input: { name: string; locale: string; timeZone: string },
): Promise<ClientShape> {
  demand(actor, 'designer')
  const row = await db().Client.create({ agencyId: actor.agencyId, ...input, brand: plainBrand })
  return getClient(actor, row.id)
}

/** Drafts follow at once; releases keep the brand they were published with. */
export async function changeClient(
  actor: Actor,
  id: string,
  input: { name?: string; brand?: Brand; timeZone?: string; locale?: string },
): Promise<ClientShape> {
  demand(actor, 'designer')
  const row = await clientRow(actor, id)
  await inTransaction(async (transaction) => {
    await row.update(input, { transaction })
    if (input.locale === undefined && input.timeZone === undefined) return
    // Dates are written in them, on live pages too.
    const live = await db().Widget.findAll({
      where: { clientId: id, deletedAt: null, liveReleaseId: { [Op.ne]: null } },
      attributes: ['id'],
      transaction,
    })
    for (const widget of live) await enqueue('render', { widgetId: widget.id }, widget.id, transaction)
  })
  return getClient(actor, id)
}

/** The client's row, for services that need it inside the agency. */
export const clientRow = async (actor: Actor, id: string) =>
  found(await db().Client.findOne({ where: { id, agencyId: actor.agencyId } }), 'client')

/** Stored JSON is checked like any other input. */
export const parseBrand = (stored: unknown): Brand => z.parse(brandShape, stored) as Brand
