/** Clients of an agency and their brands. */
import { Op, QueryTypes } from 'sequelize'
import type { ClientShape } from '@/core/api/shapes'
import { plainBrand, type Brand } from '@/core/design/brand'
import { problem, ProblemError } from '@/core/problems'
import { db, inTransaction } from '../../db/db'
import { enqueue } from '../../jobs/queue'
import { demand, found, type Actor } from '../access/actor'
import { removeArtifact } from '../widgets/artifacts'
import { clientRow, parseBrand } from './clientRow'

export async function listClients(actor: Actor, id?: string): Promise<ClientShape[]> {
  const rows = await db().sequelize.query<Omit<ClientShape, 'brand'> & { brand: unknown }>(
    `select c.id, c.name, c.locale, c.time_zone as "timeZone", c.keep_days as "keepDays", c.is_strict as "isStrict", c.brand, c.archived_at is not null as archived, coalesce(w.widgets, 0) as widgets, coalesce(w.live, 0) as live, coalesce(s.sources, 0) as sources, coalesce(s.failing, 0) as failing
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
  await demandName(actor, input.name)
  const row = await db().Client.create({ agencyId: actor.agencyId, ...input, brand: plainBrand })
  return getClient(actor, row.id)
}

/** Drafts follow at once; releases keep the brand they were published with. */
export async function changeClient(
  actor: Actor,
  id: string,
  input: {
    name?: string
    brand?: Brand
    timeZone?: string
    locale?: string
    archived?: boolean
    keepDays?: number | null
    isStrict?: boolean
  },
): Promise<ClientShape> {
  demand(actor, 'designer')
  const row = await clientRow(actor, id)
  if (input.name !== undefined && input.name !== row.name) await demandName(actor, input.name, id)
  await inTransaction(async (transaction) => {
    const { archived, ...facts } = input
    await row.update(
      { ...facts, ...(archived === undefined ? {} : { archivedAt: archived ? new Date() : null }) },
      { transaction },
    )
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

/** @throws ProblemError `client_named` @param but - the client that may have it */
async function demandName(actor: Actor, name: string, but?: string): Promise<void> {
  const [other] = await db().sequelize.query<{ name: string }>(
    'select name from clients where agency_id = $1 and lower(name) = lower($2) and id is distinct from $3::uuid limit 1',
    { bind: [actor.agencyId, name.trim(), but ?? null], type: QueryTypes.SELECT },
  )
  if (other) throw new ProblemError(problem('client_named', { name: other.name }))
}

/**
 * Deletes a client with everything that it has. Its live widgets stop showing anything.
 * @param evenLive - somebody has read which widgets are live, and means it
 * @throws ProblemError `client_live` naming them
 */
export function removeClient(actor: Actor, id: string, evenLive: boolean): Promise<void> {
  demand(actor, 'designer')
  return inTransaction(async (transaction) => {
    const row = await clientRow(actor, id, transaction)
    const widgets = await db().Widget.findAll({
      where: { clientId: id, deletedAt: null, liveReleaseId: { [Op.ne]: null }, switchedOff: false },
      order: [['name', 'ASC']],
      transaction,
    })
    if (widgets.length > 0 && !evenLive)
      throw new ProblemError(
        problem('client_live', { name: row.name, widgets: widgets.map((one) => one.name).join(', ') }),
      )
    const all = await db().Widget.findAll({ where: { clientId: id }, transaction, lock: true })
    for (const widget of all) await removeArtifact(widget, transaction)
    await db().Widget.update({ liveReleaseId: null }, { where: { clientId: id }, transaction })
    await row.destroy({ transaction })
  })
}
