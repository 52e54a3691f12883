/** A person's data, by their e-mail address: found, handed over, deleted. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { ForgottenShape, PersonShape } from '@/core/api/shapes'
import { getConnector } from '../../connectors/all'
import { db, inTransaction } from '../../db/db'
import { forgetBookings } from '../booking/forgetting'
import { demand, type Actor } from '../access/actor'
import { removePosted } from './posting'
import { selected, shapeOf, type Row } from './inbox'

/** What they sent: with the address to answer to, or with it as one of the answers. */
const theirs = `s.agency_id = $1 and (s.sender = $2 or exists (select 1 from jsonb_array_elements(s.told) t where lower(t->>'value') = $2))`
const theirRows = `from subscribers s join lists l on l.id = s.list_id join clients c on c.id = l.client_id where l.agency_id = $1 and lower(s.email) = $2`

interface Subscription {
  readonly list: string
  readonly clientName: string
  readonly state: 'asked' | 'confirmed' | 'left'
  readonly consent: string
  readonly page: string
  readonly askedAt: Date
  readonly confirmedAt: Date | null
  readonly leftAt: Date | null
}

const bindOf = (actor: Actor, email: string) => [actor.agencyId, email.trim().toLowerCase()]

export async function findPerson(actor: Actor, email: string): Promise<PersonShape> {
  const bind = bindOf(actor, email)
  const sent = await db().sequelize.query<Row>(`${selected} where ${theirs} order by s.sent_at desc, s.id`, {
    bind,
    type: QueryTypes.SELECT,
  })
  const lists = await db().sequelize.query<Subscription>(
    `select l.name as list, c.name as "clientName", s.state, s.consent, s.page, s.asked_at as "askedAt",
       s.confirmed_at as "confirmedAt", s.left_at as "leftAt" ${theirRows} order by c.name, l.name`,
    { bind, type: QueryTypes.SELECT },
  )
  const iso = (at: Date | null) => at?.toISOString() ?? null
  return {
    email: bind[1]!,
    submissions: sent.map(shapeOf),
    subscriptions: lists.map(({ askedAt, confirmedAt, leftAt, ...one }) => ({
      ...one,
      askedAt: askedAt.toISOString(),
      confirmedAt: iso(confirmedAt),
      leftAt: iso(leftAt),
    })),
  }
}

/** Deletes all of it for good, with files and conversations. @returns what is gone, and services that have been told of them and still know */
export function forgetPerson(actor: Actor, email: string): Promise<ForgottenShape> {
  demand(actor, 'designer')
  const bind = bindOf(actor, email)
  return inTransaction(async (transaction) => {
    const theirIds = await db().sequelize.query<{ id: string }>(
      `select s.id from submissions s where ${theirs}`,
      {
        bind,
        type: QueryTypes.SELECT,
        transaction,
      },
    )
    const ids = theirIds.map(({ id }) => id)
    await removePosted(ids, transaction)
    await forgetMessages(bind, ids, transaction)
    return {
      elsewhere: await servicesThatKnow(bind, transaction),
      bookings: await forgetBookings(bind, transaction),
      submissions: await remove(
        `submissions where id in (select s.id from submissions s where ${theirs})`,
        bind,
        transaction,
      ),
      subscriptions: await remove(`subscribers where id in (select s.id ${theirRows})`, bind, transaction),
    }
  })
}

/** What webhooks were told of them, and mails that are kept or wait in the queue. */
async function forgetMessages(
  bind: readonly unknown[],
  submissionIds: readonly string[],
  transaction: Transaction,
): Promise<void> {
  const [agencyId, email] = bind
  await db().sequelize.query(
    `delete from deliveries d using webhooks w where w.id = d.webhook_id and w.agency_id = $1
       and (d.body -> 'data' ->> 'submissionId' = any($3) or lower(d.body -> 'data' ->> 'email') = $2 or lower(d.body -> 'data' ->> 'sender') = $2)`,
    { bind: [agencyId, email, [...submissionIds]], transaction },
  )
  // Those of other agencies too: an address is one person's, and what the queue keeps is only what was mailed.
  for (const table of ['job', 'archive'])
    await db().sequelize.query(
      `delete from pgboss.${table} where name = 'mail' and (lower(data ->> 'to') = $1 or lower(data ->> 'replyTo') = $1) and state <> 'active'`,
      { bind: [email], transaction },
    )
}

async function servicesThatKnow(bind: readonly unknown[], transaction: Transaction): Promise<string[]> {
  const rows = await db().sequelize.query<{ connector: string }>(
    `select distinct n.connector from connections n where n.agency_id = $1 and exists (select 1 ${theirRows} and s.refused is null and starts_with(s.carried_to, n.id || '/'))`,
    { bind: [...bind], type: QueryTypes.SELECT, transaction },
  )
  return rows.map(({ connector }) => getConnector(connector).label)
}

async function remove(from: string, bind: readonly unknown[], transaction: Transaction): Promise<number> {
  const rows = await db().sequelize.query(`delete from ${from} returning 1`, {
    bind: [...bind],
    type: QueryTypes.SELECT,
    transaction,
  })
  return rows.length
}
