/**
 * Work for later, kept in PostgreSQL by pg-boss. A job is sent inside the transaction of the write that needs it, so it is
 * there exactly when the write is. Jobs are idempotent; one waiting job for each key is enough.
 */
import PgBoss from 'pg-boss'
import { QueryTypes, type Transaction } from 'sequelize'
import type { Client as PgClient } from 'pg'
import { db } from '../db/db'
import { PreparingClient } from '../db/preparedStatements'
import { env } from '../env'
import type { Letter } from '../mail/letter'

export interface Jobs {
  /** Reads a source again. */
  refresh: { sourceId: string }
  /** Renders a widget's artifact again. */
  render: { widgetId: string }
  /** Fetches the pictures of a source's items ahead. */
  pictures: { sourceId: string }
  /** Asks a source's hub to tell of its news. */
  subscribe: { sourceId: string }
  /** Sends a mail. */
  mail: Letter
  /** Sends an answer by mail that the visitor's page has not read by now. */
  unseen: { submissionId: string; n: number }
  /** Mails further words of a talk to those who heard of it. */
  words: { submissionId: string }
  /** Tells a webhook. */
  deliver: { deliveryId: string }
  /** Tells a service who is on a list. */
  carry: { listId: string }
  /** Reads busy times from a calendar elsewhere. */
  outside: { outsideId: string }
  /** Reads what a partner reports. */
  sales: { sourceId: string }
  /** Begins a call when it is due, or gives its present step up when that has taken too long. */
  call: { callId: string; is: 'due' | 'late'; step: number }
  /** Tells the telephone exchange what to do in a call. */
  exchange: { callId: string }
}
export type JobName = keyof Jobs
export const jobNames: readonly JobName[] = [
  'refresh',
  'render',
  'pictures',
  'subscribe',
  'mail',
  'unseen',
  'words',
  'deliver',
  'carry',
  'outside',
  'sales',
  'call',
  'exchange',
]

/** A job that takes longer counts as lost. Reading thousands of items page by page at a polite pace takes its time. */
const mostSeconds: Readonly<Record<JobName, number>> = {
  refresh: 600,
  render: 120,
  pictures: 300,
  subscribe: 60,
  mail: 60,
  unseen: 60,
  words: 60,
  deliver: 60,
  carry: 300,
  outside: 60,
  sales: 60,
  call: 30,
  exchange: 60,
}

const tryingLong: ReadonlySet<JobName> = new Set(['mail', 'deliver', 'carry'])

const shared = globalThis as typeof globalThis & { yimbleBoss?: Promise<PgBoss> }

/** The sender: starts on first use, does no upkeep. The worker starts one of its own that does. */
export const boss = (): Promise<PgBoss> =>
  (shared.yimbleBoss ??= startBoss({ supervise: false, schedule: false }).catch((error: unknown) => {
    delete shared.yimbleBoss // the next one tries again
    throw error
  }))

/** pg-boss hands all that it is told to pg's pool, though its types do not say so. */
const itsPool = { Client: PreparingClient }

export async function startBoss(options: { supervise: boolean; schedule: boolean }): Promise<PgBoss> {
  const started = new PgBoss({
    connectionString: env().DATABASE_URL,
    ...itsPool,
    max: 3,
    // What a worker had in hand that was killed is taken up again soon; mails that went out do not stay for days.
    maintenanceIntervalSeconds: 20,
    archiveCompletedAfterSeconds: 3_600,
    archiveFailedAfterSeconds: 7 * 86_400,
    deleteAfterDays: 1,
    ...options,
  })
  started.on('error', () => undefined) // each call reports its own failure; this one only keeps the process up
  await started.start()
  for (const name of jobNames)
    await started.createQueue(name, {
      name,
      policy: 'short',
      // Mails, webhooks and sign-ups are tried for about a day, at growing distances.
      ...(tryingLong.has(name)
        ? { retryLimit: 14, retryDelay: 5, retryBackoff: true }
        : { retryLimit: 2, retryDelay: 5 }),
      expireInSeconds: 120,
    })
  return started
}

/**
 * @param key - at most one job of this name and key waits at a time
 * @param afterS - seconds that it waits first
 */
export async function enqueue<N extends JobName>(
  name: N,
  data: Jobs[N],
  key: string,
  transaction?: Transaction,
  afterS = 0,
): Promise<void> {
  const sender = await boss()
  const send = () =>
    sender.send(name, data, {
      singletonKey: key,
      expireInSeconds: mostSeconds[name],
      ...(name === 'mail' ? { retryLimit: mailTries } : {}),
      ...(afterS > 0 ? { startAfter: afterS } : {}),
      ...(transaction ? { db: inside(transaction) } : {}),
    })
  if (!transaction) return void (await send())
  // One that waits already serves, but a worker must not take it before this transaction is through: it would do its work on the
  // state of before, and nothing would follow. Locked, it is passed over until then. Where it was taken meanwhile, another is sent.
  for (let tries = 0; tries < maxSendTries; tries += 1)
    if ((await send()) !== null || (await holdWaiting(name, key, transaction))) return
}
/** About a week, as the distances double: a wrong password of the mail server is noticed and mended by then. */
const mailTries = 17
const maxSendTries = 5

async function holdWaiting(name: JobName, key: string, transaction: Transaction): Promise<boolean> {
  const [waiting] = await db().sequelize.query(
    `select 1 from pgboss.job where name = $1 and singleton_key = $2 and state = 'created' for update`,
    { bind: [name, key], type: QueryTypes.SELECT, transaction },
  )
  return waiting !== undefined
}

/** pg-boss speaks to the very connection that the transaction is on. */
function inside(transaction: Transaction): PgBoss.Db {
  const { connection } = transaction as unknown as { connection: PgClient }
  return { executeSql: (text, values) => connection.query(text, values) }
}

export async function stopBoss(): Promise<void> {
  const running = await shared.yimbleBoss
  delete shared.yimbleBoss
  await running?.stop({ graceful: false, wait: true })
}

/** Widgets whose live release shows this source, or items that its products are linked to. */
async function widgetsLiveWith(sourceId: string, transaction: Transaction): Promise<string[]> {
  const rows = await db().sequelize.query<{ id: string }>(
    `select distinct w.id from widgets w join uses u on u.release_id = w.live_release_id where w.deleted_at is null and u.used_id = any(
       array(select $1::uuid union select distinct i.source_id from product_links l join items p on p.id = l.product_id join items i on i.id = l.item_id where p.source_id = $1::uuid))`,
    { bind: [sourceId], type: QueryTypes.SELECT, transaction },
  )
  return rows.map((row) => row.id)
}

/** Every live widget that shows one of these sources is rendered again. */
export async function renderShowing(sourceIds: readonly string[], transaction: Transaction): Promise<void> {
  const widgets = new Set<string>()
  for (const id of sourceIds)
    for (const widgetId of await widgetsLiveWith(id, transaction)) widgets.add(widgetId)
  // In one order, so that two who wait for the same jobs never wait for each other.
  for (const widgetId of [...widgets].sort()) await enqueue('render', { widgetId }, widgetId, transaction)
}
