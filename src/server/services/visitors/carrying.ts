/**
 * Carries sign-ups along to the list of another service: those collected before it was chosen, and each that is confirmed or ended
 * since. All of them stay here, so that the service can be changed again at any time.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import type { ListShape, RefusedShape } from '@/core/api/shapes'
import { describeProblem, ProblemError } from '@/core/problems'
import { getConnector } from '../../connectors/all'
import { db, inTransaction } from '../../db/db'
import type { List } from '../../db/models/list'
import { enqueue } from '../../jobs/queue'
import { accessBy } from '../access/access'
import { demand, found, type Actor } from '../access/actor'
import { dueOf } from './carryingDue'
import { getList } from './lists'

export interface Destination {
  readonly connectionId: string
  /** The list over there, and what it is called. */
  readonly key: string
  readonly label: string
}

const batch = 100
/** After these many somebody else has a turn; the rest goes on at once. */
const batchesATime = 20
/** Longer than one request may take: a process that died holds nobody up for longer. */
const leaseS = 60
const againS = 3
const mostListed = 500

/** As subscribers keep it. */
const placeOf = (connectionId: string, key: string) => `${connectionId}/${key}`
/** Says where sign-ups go from now on; null to keep them here only. Whoever is on the list is carried along. @throws ProblemError `missing` */
export async function sendListTo(
  actor: Actor,
  listId: string,
  destination: Destination | null,
): Promise<ListShape> {
  demand(actor, 'designer')
  const list = await getList(actor, listId)
  await inTransaction(async (transaction) => {
    if (destination) await demandReceiver(actor, list.clientId, destination.connectionId, transaction)
    await db().List.update(
      {
        connectionId: destination?.connectionId ?? null,
        target: destination?.key ?? null,
        targetLabel: destination?.label ?? null,
        trouble: null,
      },
      { where: { id: listId }, transaction },
    )
    if (destination) await enqueue('carry', { listId }, listId, transaction)
  })
  return getList(actor, listId)
}

async function demandReceiver(actor: Actor, clientId: string, id: string, transaction: Transaction) {
  const where = { id, clientId, agencyId: actor.agencyId }
  const connection = await db().Connection.findOne({ where, transaction })
  found(connection && getConnector(connection.connector).receive, 'connection')
}

/** After somebody has confirmed or ended it; nothing where the list is kept here only. */
export async function carryOn(listId: string, transaction: Transaction): Promise<void> {
  const list = await db().List.findByPk(listId, { transaction })
  if (list?.connectionId) await enqueue('carry', { listId }, listId, transaction)
}

/** A key that works again: what waited goes on. */
export async function carryOnBy(connectionId: string): Promise<void> {
  for (const { id } of await db().List.findAll({ where: { connectionId } }))
    await enqueue('carry', { listId: id }, id)
}

/**
 * For the worker: tells the service of everybody who is due, some at a time; each time is kept before the next. One at a time carries a
 * list, so that nobody who has left is put on it again by an older word.
 * @throws Error when it is to be tried again
 */
export async function carry(listId: string): Promise<void> {
  const [list] = await db().sequelize.query<Pick<List, 'connectionId' | 'target'>>(
    `update lists set carrying_until = now() + make_interval(secs => ${leaseS})
     where id = $1 and connection_id is not null and (carrying_until is null or carrying_until < now())
     returning connection_id as "connectionId", target`,
    { bind: [listId], type: QueryTypes.SELECT },
  )
  if (!list?.connectionId || list.target === null) {
    const row = await db().List.findByPk(listId)
    if (row?.connectionId) await enqueue('carry', { listId }, listId, undefined, againS)
    return
  }
  let isMore = false
  try {
    isMore = await carryBatches(listId, list.connectionId, list.target)
  } finally {
    await db().List.update({ carryingUntil: null }, { where: { id: listId } })
  }
  if (isMore) await enqueue('carry', { listId }, listId)
}

interface Due {
  readonly id: string
  readonly email: string
  readonly state: 'confirmed' | 'left'
  readonly consent: string
  readonly since: Date
}

/** @returns whether there are more */
async function carryBatches(listId: string, connectionId: string, target: string): Promise<boolean> {
  const place = placeOf(connectionId, target)
  const connection = await db().Connection.findByPk(connectionId, { rejectOnEmpty: true })
  const connector = getConnector(connection.connector)
  for (let times = 0; times < batchesATime; times += 1) {
    const due = await db().sequelize.query<Due>(
      `select id, email, state, consent, coalesce(confirmed_at, asked_at) as since from subscribers
       where ${dueOf('$1', '$2')} order by asked_at, id limit ${batch}`,
      { bind: [listId, place], type: QueryTypes.SELECT },
    )
    if (due.length === 0) return false
    const refused = await tell(listId, async () =>
      connector.receive!(
        await accessBy(connector, connection),
        target,
        due.map(({ email, state, consent, since }) => ({
          email,
          isOn: state === 'confirmed',
          consent,
          since: since.toISOString(),
        })),
      ),
    )
    if (!refused) return false
    await db().sequelize.query(
      `update subscribers s set carried_to = $1, carried_state = r.state, refused = r.refused
       from jsonb_to_recordset($2::jsonb) as r(id uuid, state text, refused text) where s.id = r.id`,
      {
        bind: [
          place,
          JSON.stringify(due.map(({ id, email, state }) => ({ id, state, refused: refused.get(email) }))),
        ],
      },
    )
    const [still] = await db().sequelize.query<{ id: string }>(
      `update lists set trouble = null, carrying_until = now() + make_interval(secs => ${leaseS})
       where id = $1 and connection_id = $2 and target = $3 returning id`,
      { bind: [listId, connectionId, target], type: QueryTypes.SELECT },
    )
    if (!still) return true // it goes elsewhere by now
  }
  return true
}

/** Keeps what went wrong on the list. A key that is no longer taken is not tried again by itself. @returns undefined for that */
async function tell<T>(listId: string, work: () => Promise<T>): Promise<T | undefined> {
  try {
    return await work()
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    const { code, detail } = describeProblem(error.problem)
    await db().List.update({ trouble: detail }, { where: { id: listId } })
    if (code === 'connection_lost') return undefined
    throw error
  }
}

/** Who was not taken over there, and why; the latest first. */
export async function listRefused(actor: Actor, listId: string): Promise<RefusedShape[]> {
  await getList(actor, listId)
  return db().sequelize.query<RefusedShape>(
    `select s.email, s.refused as why from subscribers s join lists l on l.id = s.list_id
     where s.list_id = $1 and s.refused is not null and s.carried_to = l.connection_id || '/' || l.target
     order by s.asked_at desc, s.id limit ${mostListed}`,
    { bind: [listId], type: QueryTypes.SELECT },
  )
}
