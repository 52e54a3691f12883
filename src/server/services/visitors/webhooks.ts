/** Webhooks of a client: where it is told of what visitors send, and what was delivered. */
import { randomBytes } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import type { DeliveryShape, NewWebhookShape, WebhookShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { db, inTransaction } from '../../db/db'
import { enqueue } from '../../jobs/queue'
import { demand, found, type Actor } from '../access/actor'
import { seal } from '../access/sealed'
import { clientRow } from '../clients/clientRow'

/** Of one client. */
const most = 10
const mostListed = 100

type Row = Omit<WebhookShape, 'madeAt'> & { readonly madeAt: Date }

const counted = `select w.id, w.client_id as "clientId", w.url, w.stopped, w.made_at as "madeAt",
  count(*) filter (where d.state = 'waiting')::int as waiting, count(*) filter (where d.state = 'failed')::int as failed,
  count(*) filter (where d.state = 'done')::int as done from webhooks w left join deliveries d on d.webhook_id = w.id`
const shapeOf = (row: Row): WebhookShape => ({ ...row, madeAt: row.madeAt.toISOString() })

export async function listWebhooks(actor: Actor, clientId: string): Promise<WebhookShape[]> {
  await clientRow(actor, clientId)
  const rows = await db().sequelize.query<Row>(
    `${counted} where w.client_id = $1 group by w.id order by w.made_at, w.id`,
    { bind: [clientId], type: QueryTypes.SELECT },
  )
  return rows.map(shapeOf)
}

/**
 * Its secret is told this once.
 * @throws ProblemError `webhook_there`, `too_many_webhooks`
 */
export async function addWebhook(actor: Actor, clientId: string, url: string): Promise<NewWebhookShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const there = await listWebhooks(actor, clientId)
  if (there.some((one) => one.url === url)) throw new ProblemError(problem('webhook_there', { url }))
  if (there.length >= most) throw new ProblemError(problem('too_many_webhooks', { most }))
  const secret = `whsec_${randomBytes(32).toString('base64')}`
  const [row] = await db().sequelize.query<{ id: string }>(
    'insert into webhooks (agency_id, client_id, url, secret) values ($1, $2, $3, $4) returning id',
    { bind: [actor.agencyId, client.id, url, seal(secret, 'webhook')], type: QueryTypes.SELECT },
  )
  return { ...(await getWebhook(actor, row!.id)), secret }
}

/** Within the agency. @throws ProblemError `missing` */
async function getWebhook(actor: Actor, id: string, transaction?: Transaction): Promise<WebhookShape> {
  const [row] = await db().sequelize.query<Row>(
    `${counted} where w.id = $1 and w.agency_id = $2 group by w.id`,
    { bind: [id, actor.agencyId], type: QueryTypes.SELECT, transaction },
  )
  return shapeOf(found(row ?? null, 'webhook'))
}

/** What waits for it goes with it. */
export async function removeWebhook(actor: Actor, id: string): Promise<void> {
  demand(actor, 'designer')
  await getWebhook(actor, id)
  await db().sequelize.query('delete from webhooks where id = $1', { bind: [id] })
}

/** Newest first. */
export async function listDeliveries(actor: Actor, id: string): Promise<DeliveryShape[]> {
  await getWebhook(actor, id)
  const rows = await db().sequelize.query<
    Omit<DeliveryShape, 'madeAt' | 'triedAt'> & { madeAt: Date; triedAt: Date | null }
  >(
    `select id, type, state, tries, said, body, made_at as "madeAt", tried_at as "triedAt" from deliveries
     where webhook_id = $1 order by made_at desc, id limit ${mostListed}`,
    { bind: [id], type: QueryTypes.SELECT },
  )
  return rows.map(({ madeAt, triedAt, ...row }) => ({
    ...row,
    madeAt: madeAt.toISOString(),
    triedAt: triedAt?.toISOString() ?? null,
  }))
}

/** Sends it once more, under the same id, whether it was taken or not. A webhook that was stopped goes on. */
export function repeatDelivery(actor: Actor, webhookId: string, deliveryId: string): Promise<void> {
  demand(actor, 'designer')
  return inTransaction(async (transaction) => {
    await getWebhook(actor, webhookId, transaction)
    const [row] = await db().sequelize.query<{ id: string }>(
      `update deliveries set state = 'waiting', tries = 0, said = null where id = $1 and webhook_id = $2 returning id`,
      { bind: [deliveryId, webhookId], type: QueryTypes.SELECT, transaction },
    )
    found(row ?? null, 'delivery')
    await db().sequelize.query('update webhooks set stopped = null where id = $1', {
      bind: [webhookId],
      transaction,
    })
    await enqueue('deliver', { deliveryId }, deliveryId, transaction)
  })
}
