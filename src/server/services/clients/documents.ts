/**
 * A client's documents that hold as soon as they are saved, such as calendars and switchboards. Each sort has a table of its own with
 * the same columns; what it holds, and what saving it checks and sets off, is the sort's.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { problem, ProblemError } from '@/core/problems'
import { db, inTransaction } from '../../db/db'
import { renderShowing } from '../../jobs/queue'
import { demand, demandAnswering, found, withinOf, type Actor, type Anybody } from '../access/actor'
import { demandClient } from './clientRow'
import { named, refuseUsed, widgetsWith } from './named'

/** A document as it is stored, with what is selected beside it. */
export interface DocumentRow {
  readonly id: string
  readonly clientId: string
  readonly clientName: string
  readonly name: string
  readonly revision: number
  readonly body: unknown
  readonly widgets: { id: string; name: string }[]
}

export interface Sort<Row extends DocumentRow, Shape> {
  readonly noun: 'calendar' | 'switchboard'
  /** Further columns, in SQL; the document's row is `k`. */
  readonly more?: string
  /** @param actor - who reads it: viewers see less */
  shapeOf(row: Row, actor: Anybody): Shape
}

/** @throws ProblemError `missing`, `calendar_named`, `calendar_used`, `draft_gone_ahead` and their like, all of them */
export function documentsOf<Row extends DocumentRow, Shape>({ noun, more, shapeOf }: Sort<Row, Shape>) {
  const table = `${noun}s`
  const selected = `select k.id, k.client_id as "clientId", c.name as "clientName", k.name, k.body, k.revision, ${widgetsWith('k.id')} as widgets
    ${more ? `, ${more}` : ''} from ${table} k join clients c on c.id = k.client_id`

  async function row(actor: Anybody, id: string): Promise<Row> {
    const { agencyId, clientId } = withinOf(actor)
    const [one] = await db().sequelize.query<Row>(
      `${selected} where k.id = $1 and k.agency_id = $2 and ($3::uuid is null or k.client_id = $3)`,
      { bind: [id, agencyId, clientId ?? null], type: QueryTypes.SELECT },
    )
    return found(one, noun)
  }
  const get = async (actor: Anybody, id: string): Promise<Shape> => shapeOf(await row(actor, id), actor)

  return {
    get,
    /** A client's own people see theirs. */
    async list(actor: Anybody, clientId: string): Promise<Shape[]> {
      await demandClient(actor, clientId)
      const rows = await db().sequelize.query<Row>(
        `${selected} where k.client_id = $1 order by lower(k.name)`,
        { bind: [clientId], type: QueryTypes.SELECT },
      )
      return rows.map((one) => shapeOf(one, actor))
    },
    /** @param clientId - known to be of the actor's agency */
    async add(actor: Actor, clientId: string, name: string, body: object): Promise<Shape> {
      demand(actor, 'designer')
      const [one] = await named(noun, name, () =>
        db().sequelize.query<{ id: string }>(
          `insert into ${table} (agency_id, client_id, name, body) values ($1, $2, $3, $4) returning id`,
          { bind: [actor.agencyId, clientId, name, JSON.stringify(body)], type: QueryTypes.SELECT },
        ),
      )
      return get(actor, one!.id)
    },
    async rename(actor: Actor, id: string, name: string): Promise<Shape> {
      demand(actor, 'designer')
      await row(actor, id)
      await named(noun, name, () =>
        db().sequelize.query(`update ${table} set name = $2, updated_at = now() where id = $1`, {
          bind: [id, name],
        }),
      )
      return get(actor, id)
    },
    /**
     * Widgets that have it are rendered again.
     * @param seen - revision that it was changed on
     * @param prepare - gives what is stored, after whatever else belongs to it in the same transaction
     */
    async save(
      actor: Anybody,
      id: string,
      seen: number,
      prepare: (clientId: string, transaction: Transaction) => Promise<object>,
    ): Promise<Shape> {
      demandAnswering(actor)
      const { clientId } = await row(actor, id)
      await inTransaction(async (transaction) => {
        const [locked] = await db().sequelize.query<{ revision: number }>(
          `select revision from ${table} where id = $1 for update`,
          { bind: [id], type: QueryTypes.SELECT, transaction },
        )
        const { revision } = found(locked, noun)
        if (revision !== seen) throw new ProblemError(problem('draft_gone_ahead', { seen, now: revision }))
        const body = await prepare(clientId, transaction)
        await db().sequelize.query(
          `update ${table} set body = $2, revision = revision + 1, updated_at = now() where id = $1`,
          { bind: [id, JSON.stringify(body)], transaction },
        )
        await renderShowing([id], transaction)
      })
      return get(actor, id)
    },
    async remove(actor: Actor, id: string): Promise<void> {
      demand(actor, 'designer')
      refuseUsed(noun, await row(actor, id))
      await db().sequelize.query(`delete from ${table} where id = $1`, { bind: [id] })
    },
  }
}
