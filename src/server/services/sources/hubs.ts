/**
 * Hubs (W3C WebSub, 2018): a source that announces one need not be asked again and again, since the hub tells when there
 * is news. What it sends along is not read: it only makes the source due, so that all content comes through one door.
 */
import { createHmac, timingSafeEqual } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { QueryTypes } from 'sequelize'
import * as z from 'zod'
import { db } from '../../db/db'
import type { Source } from '../../db/models/source'
import { env } from '../../env'
import { fetchAddress } from '../../fetch/fetchAddress'
import { enqueue } from '../../jobs/queue'
import { log } from '../../log'
import { seal, unseal } from '../access/sealed'
import { newToken } from '../access/secrets'

const leaseS = 10 * 24 * 3600
/** A hub that says for how long is believed within these bounds. */
const leaseBoundsS = { least: 60, most: 90 * 24 * 3600 } as const
/** News that come thick and fast make a source due once in so many seconds. */
const newsGapS = 5

const announced = z.object({
  hub: z
    .url({ protocol: /^https?$/ })
    .optional()
    .catch(undefined),
  self: z
    .url({ protocol: /^https?$/ })
    .optional()
    .catch(undefined),
})

/** Follows the hub that a source has just announced; forgets one that it announces no longer. */
export async function followHub(source: Source, transaction: Transaction): Promise<void> {
  const { hub, self } = z.parse(announced, source.feed)
  const known = await db().Subscription.findByPk(source.id, { transaction })
  if (!hub) return void (await known?.destroy({ transaction }))
  const topic = self ?? source.address
  if (known?.hub === hub && known.topic === topic) return
  await db().Subscription.upsert(
    {
      sourceId: source.id,
      hub,
      topic,
      ref: newToken(),
      secret: seal(newToken(), 'hub'),
      state: 'asked',
      askedAt: new Date(),
      leaseUntil: null,
    },
    { transaction },
  )
  await enqueue('subscribe', { sourceId: source.id }, source.id, transaction)
}

/** Asks the hub, for the first time or again before the lease ends. The hub then asks back, see `confirmHub`. */
export async function subscribe(sourceId: string): Promise<void> {
  const row = await db().Subscription.findByPk(sourceId)
  if (!row) return
  // One that was sealed under another secret can't be used any more.
  const secret = unseal(row.secret, 'hub') ?? newToken()
  // Before asking: a hub may ask back while it is being asked.
  await row.update({ askedAt: new Date(), secret: seal(secret, 'hub') })
  const answer = await fetchAddress({
    url: row.hub,
    accept: '*/*',
    form: {
      'hub.mode': 'subscribe',
      'hub.topic': row.topic,
      'hub.callback': `${env().YIMBLE_DELIVERY_URL}/hub/${row.ref}`,
      'hub.lease_seconds': String(leaseS),
      'hub.secret': secret,
    },
  })
  if (answer.ok && answer.value.status >= 200 && answer.value.status < 300) return
  log.info({ sourceId, hub: new URL(row.hub).host }, 'a hub did not take the subscription')
  await row.update({ state: 'refused', leaseUntil: null })
}

/** Sources whose hub has to be asked again: its lease ends within a day, it has not asked back for an hour, or refused yesterday. */
export async function dueSubscriptions(): Promise<string[]> {
  const rows = await db().sequelize.query<{ id: string }>(
    `select source_id as id from subscriptions where asked_at < now() - interval '1 hour'
     and (state = 'asked' or (state = 'confirmed' and lease_until < now() + interval '1 day') or (state = 'refused' and asked_at < now() - interval '1 day')) order by asked_at limit 100`,
    { type: QueryTypes.SELECT },
  )
  return rows.map((row) => row.id)
}

export interface HubQuestion {
  readonly mode: string | null
  readonly topic: string | null
  readonly challenge: string | null
  readonly leaseS: string | null
}

/** The hub asks back whether that was meant. @returns what to answer; undefined when it was not */
export async function confirmHub(
  ref: string,
  { mode, topic, challenge, leaseS: written }: HubQuestion,
): Promise<string | undefined> {
  const row = await db().Subscription.findOne({ where: { ref } })
  if (!row || topic !== row.topic) return undefined
  if (mode === 'denied') {
    await row.update({ state: 'refused', leaseUntil: null })
    return ''
  }
  if (mode !== 'subscribe' || !challenge) return undefined
  const seconds = Math.min(Math.max(Number(written) || leaseS, leaseBoundsS.least), leaseBoundsS.most)
  await row.update({ state: 'confirmed', leaseUntil: new Date(Date.now() + seconds * 1000) })
  return challenge
}

/**
 * News from a hub. It counts only with the signature that the secret gives; anybody may send the rest.
 * @returns whether the address is one of ours; a wrong signature is passed over in silence, as WebSub wants it
 */
export async function takeNews(
  ref: string,
  signature: string | undefined,
  body: AsyncIterable<unknown>,
): Promise<boolean> {
  const row = await db().Subscription.findOne({ where: { ref } })
  if (!row) return false
  const [, method = '', hex = ''] = /^(sha(?:1|256|384|512))=([0-9a-f]+)$/i.exec(signature ?? '') ?? []
  const secret = unseal(row.secret, 'hub')
  if (!method || secret === undefined) return true
  const sum = createHmac(method.toLowerCase(), secret)
  for await (const piece of body) sum.update(piece as Buffer)
  const [wanted, given] = [sum.digest(), Buffer.from(hex, 'hex')]
  if (wanted.length !== given.length || !timingSafeEqual(wanted, given)) return true
  await db().sequelize.query(
    `update sources set next_at = greatest(now(), coalesce(checked_at, now()) + interval '${newsGapS} seconds') where id = $1 and next_at > greatest(now(), coalesce(checked_at, now()) + interval '${newsGapS} seconds')`,
    { bind: [row.sourceId], type: QueryTypes.UPDATE },
  )
  return true
}

/** Whether a hub tells of this source's news now. */
export async function isPushed(sourceId: string, transaction: Transaction): Promise<boolean> {
  const row = await db().Subscription.findByPk(sourceId, { transaction })
  return row?.state === 'confirmed' && row.leaseUntil !== null && row.leaseUntil.getTime() > Date.now()
}
