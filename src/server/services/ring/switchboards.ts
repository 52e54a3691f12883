/** Switchboards of a client: made, named, edited as one document that is in force as soon as it is saved. */
import { QueryTypes, UniqueConstraintError, type Transaction } from 'sequelize'
import type { SwitchboardShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { mostPhones, switchboardSchema, type Switchboard } from '@/core/ring/shape'
import { db, inTransaction } from '../../db/db'
import { renderShowing } from '../../jobs/queue'
import { demand, demandAnswering, found, withinOf, type Actor, type Anybody } from '../access/actor'
import { clientRow, demandClient } from '../clients/clientRow'
import { isUuid } from '../isUuid'
import { hasExchange } from './exchange'
import { checkNumber } from './numbers'
import { soundIsTheirs } from './sounds'

interface Row extends Omit<SwitchboardShape, 'switchboard' | 'hasExchange'> {
  readonly body: unknown
}
const selected = `select b.id, b.client_id as "clientId", c.name as "clientName", b.name, b.body, b.revision,
  (select coalesce(jsonb_agg(jsonb_build_object('id', w.id, 'name', w.name) order by w.name), '[]')
   from widgets w where w.deleted_at is null and exists (select 1 from uses u where u.widget_id = w.id and u.used_id = b.id)) as widgets
  from switchboards b join clients c on c.id = b.client_id`

const shapeOf = ({ body, ...row }: Row): SwitchboardShape => ({
  ...row,
  hasExchange: hasExchange(),
  switchboard: switchboardSchema.parse(body),
})

/** Of the client; a client's own people see theirs. */
export async function listSwitchboards(actor: Anybody, clientId: string): Promise<SwitchboardShape[]> {
  await demandClient(actor, clientId)
  const rows = await db().sequelize.query<Row>(`${selected} where b.client_id = $1 order by lower(b.name)`, {
    bind: [clientId],
    type: QueryTypes.SELECT,
  })
  return rows.map(shapeOf)
}

/** @throws ProblemError `missing` */
export async function getSwitchboard(actor: Anybody, id: string): Promise<SwitchboardShape> {
  const { agencyId, clientId } = withinOf(actor)
  const [row] = await db().sequelize.query<Row>(
    `${selected} where b.id = $1 and b.agency_id = $2 and ($3::uuid is null or b.client_id = $3)`,
    { bind: [id, agencyId, clientId ?? null], type: QueryTypes.SELECT },
  )
  return shapeOf(found(row ?? null, 'switchboard'))
}

/** @throws ProblemError `switchboard_named` when the client has one of that name */
async function named<T>(name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw new ProblemError(problem('switchboard_named', { name }))
    throw error
  }
}

/** Countries by the region of the client's language: `en-GB` rings Great Britain. */
const countryOf = (locale: string): string => new Intl.Locale(locale).maximize().region ?? 'GB'

/** It begins without a telephone. @throws ProblemError `switchboard_named`, `missing` */
export async function createSwitchboard(
  actor: Actor,
  clientId: string,
  name: string,
): Promise<SwitchboardShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const body = switchboardSchema.parse({
    phones: [],
    greeting: { as: 'words', text: '' },
    countries: [countryOf(client.locale)],
  })
  const [row] = await named(name, () =>
    db().sequelize.query<{ id: string }>(
      'insert into switchboards (agency_id, client_id, name, body) values ($1, $2, $3, $4) returning id',
      { bind: [actor.agencyId, client.id, name, JSON.stringify(body)], type: QueryTypes.SELECT },
    ),
  )
  return getSwitchboard(actor, row!.id)
}

/** @throws ProblemError `switchboard_named` */
export async function renameSwitchboard(actor: Actor, id: string, name: string): Promise<SwitchboardShape> {
  demand(actor, 'designer')
  await getSwitchboard(actor, id)
  await named(name, () =>
    db().sequelize.query('update switchboards set name = $2, updated_at = now() where id = $1', {
      bind: [id, name],
    }),
  )
  return getSwitchboard(actor, id)
}

/**
 * In force at once for whatever is asked for from now on.
 * @param seen - revision that it was changed on
 * @throws ProblemError `draft_gone_ahead`; `number_unfit` with the telephone that has it; `missing` for a sound of somebody else's
 */
export async function saveSwitchboard(
  actor: Anybody,
  id: string,
  seen: number,
  board: Switchboard,
): Promise<SwitchboardShape> {
  demandAnswering(actor)
  const { clientId } = await getSwitchboard(actor, id)
  const phones = board.phones.slice(0, mostPhones).map((phone) => {
    const checked = checkNumber(phone.number, board.countries)
    if (checked.ok) return { ...phone, number: checked.written }
    const { name, number } = phone
    throw new ProblemError(problem('number_unfit', { name, number, why: checked.why }))
  })
  await inTransaction(async (transaction) => {
    if (board.greeting.as === 'sound') await soundIsTheirs(clientId, board.greeting.id, transaction)
    const [row] = await db().sequelize.query<{ revision: number }>(
      'select revision from switchboards where id = $1 for update',
      { bind: [id], type: QueryTypes.SELECT, transaction },
    )
    if (found(row ?? null, 'switchboard').revision !== seen)
      throw new ProblemError(problem('draft_gone_ahead', { seen, now: row!.revision }))
    await db().sequelize.query(
      'update switchboards set body = $2, revision = revision + 1, updated_at = now() where id = $1',
      { bind: [id, JSON.stringify({ ...board, phones })], transaction },
    )
    await renderShowing([id], transaction)
  })
  return getSwitchboard(actor, id)
}

/** @throws ProblemError `switchboard_used` while a widget has it */
export async function deleteSwitchboard(actor: Actor, id: string): Promise<void> {
  demand(actor, 'designer')
  const { widgets, name } = await getSwitchboard(actor, id)
  if (widgets.length > 0)
    throw new ProblemError(
      problem('switchboard_used', { name, widgets: widgets.map((one) => one.name).join(', ') }),
    )
  await db().sequelize.query('delete from switchboards where id = $1', { bind: [id] })
}

/** As visitors' requests need it. @returns undefined where the client has none of that id */
export async function switchboardOf(
  clientId: string,
  id: string,
  transaction?: Transaction,
): Promise<Switchboard | undefined> {
  if (!isUuid.test(id)) return undefined
  const [row] = await db().sequelize.query<{ body: unknown }>(
    'select body from switchboards where id = $1 and client_id = $2',
    { bind: [id, clientId], type: QueryTypes.SELECT, transaction },
  )
  return row && switchboardSchema.parse(row.body)
}
