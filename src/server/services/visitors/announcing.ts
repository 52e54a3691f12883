/**
 * Tells the webhooks of a client what happened, as Standard Webhooks has it
 * (https://github.com/standard-webhooks/standard-webhooks/blob/main/spec/standard-webhooks.md): JSON with a type and a time, signed with
 * the webhook's own secret. What is told is kept in the transaction of what happened, and tried until somebody takes it.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { Webhook } from 'standardwebhooks'
import { db } from '../../db/db'
import { fetchAddress } from '../../fetch/fetchAddress'
import { enqueue } from '../../jobs/queue'
import { unseal } from '../access/sealed'

export type Event =
  | 'submission.created'
  | 'message.created'
  | 'booking.moved'
  | 'booking.cancelled'
  | 'subscriber.confirmed'
  | 'subscriber.left'

/** As often as a mail; the distances grow. */
export const mostTries = 15
const timeoutMs = 10_000

/** In the transaction in which it happened. */
export async function announce(
  clientId: string,
  type: Event,
  data: object,
  transaction: Transaction,
): Promise<void> {
  const body = { type, timestamp: new Date().toISOString(), data }
  const rows = await db().sequelize.query<{ id: string }>(
    `insert into deliveries (webhook_id, type, body) select id, $2, $3::jsonb from webhooks where client_id = $1 and stopped is null returning id`,
    { bind: [clientId, type, JSON.stringify(body)], type: QueryTypes.SELECT, transaction },
  )
  for (const { id } of rows) await enqueue('deliver', { deliveryId: id }, id, transaction)
}

interface Due {
  readonly url: string
  readonly secret: Buffer
  readonly webhookId: string
  readonly body: object
  readonly tries: number
}

/** Of a delivery; '' when it is gone. */
export async function webhookOf(deliveryId: string): Promise<string> {
  const [row] = await db().sequelize.query<{ id: string }>(
    'select webhook_id as id from deliveries where id = $1',
    { bind: [deliveryId], type: QueryTypes.SELECT },
  )
  return row?.id ?? ''
}

/** @throws Error when it is to be tried again */
export async function deliver(id: string): Promise<void> {
  const [due] = await db().sequelize.query<Due>(
    `update deliveries d set tries = tries + 1, tried_at = now() from webhooks w
     where w.id = d.webhook_id and d.id = $1 and d.state = 'waiting' and w.stopped is null
     returning w.url, w.secret, w.id as "webhookId", d.body, d.tries`,
    { bind: [id], type: QueryTypes.SELECT },
  )
  if (!due) return
  const secret = unseal(due.secret, 'webhook')
  if (!secret) return settle(id, 'failed', 'Its secret was kept under another key. Make the webhook anew.')
  const payload = JSON.stringify(due.body)
  const at = new Date()
  const answer = await fetchAddress({
    url: due.url,
    accept: '*/*',
    json: payload,
    headers: {
      'webhook-id': id,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(secret).sign(id, at, payload),
    },
    limits: { timeoutMs, maxBytes: 64 * 1024 },
  })
  if (answer.ok && answer.value.status >= 200 && answer.value.status < 300)
    return settle(id, 'done', `Taken with ${answer.value.status}.`)
  const said = answer.ok ? `Answered ${answer.value.status}.` : `Not reached: ${answer.problem.code}.`
  if (answer.ok && answer.value.status === 410) {
    await db().sequelize.query(`update webhooks set stopped = $2 where id = $1`, {
      bind: [due.webhookId, 'It answered that it is gone for good (410).'],
    })
    return settle(id, 'failed', said)
  }
  await settle(id, due.tries >= mostTries ? 'failed' : 'waiting', said)
  if (due.tries < mostTries) throw new Error(said)
}

const settle = async (id: string, state: 'waiting' | 'done' | 'failed', said: string): Promise<void> => {
  await db().sequelize.query('update deliveries set state = $2, said = $3 where id = $1', {
    bind: [id, state, said],
  })
}
