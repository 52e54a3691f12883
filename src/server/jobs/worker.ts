/** The worker: reads sources when they are due, renders what changed or ran out, fetches pictures ahead. */
import { createServer } from 'node:http'
import { QueryTypes } from 'sequelize'
import type PgBoss from 'pg-boss'
import { closeDatabase, db, inTransaction } from '../db/db'
import { tidyUp } from './tidy'
import { log } from '../log'
import { renderWidget } from '../services/widgets/artifacts'
import { dueSubscriptions, subscribe } from '../services/sources/hubs'
import { itemsOf } from '../services/items/items'
import { fetchPictures } from '../services/items/pictures'
import { enqueueOutside, readOutside } from '../services/booking/outside'
import { remindDue } from '../services/booking/reminders'
import { giveOrders, tellCall } from '../services/ring/calls'
import { enqueueSales, readSales } from '../services/sources/partners'
import { refresh } from '../services/sources/refreshing'
import { deliver } from '../services/visitors/announcing'
import { carry } from '../services/visitors/carrying'
import { mailUnseen } from '../services/visitors/conversations'
import { takeReplies } from '../mail/replies'
import { sendLetter } from '../mail/send'
import { enqueue, renderShowing, startBoss, stopBoss, type JobName, type Jobs } from './queue'

const pace = {
  pollS: 1,
  dueMs: 2_000,
  tidyMs: 3_600_000,
  refreshesAtOnce: 16,
  leaseMinutes: 12,
  picturesAhead: 40,
} as const

type Handlers = { readonly [N in JobName]: (data: Jobs[N]) => Promise<void> }

export const handlers: Handlers = {
  refresh: ({ sourceId }) => refresh(sourceId),
  render: ({ widgetId }) => renderWidget(widgetId),
  subscribe: ({ sourceId }) => subscribe(sourceId),
  mail: (letter) => sendLetter(letter),
  deliver: ({ deliveryId }) => deliver(deliveryId),
  carry: ({ listId }) => carry(listId),
  outside: ({ outsideId }) => readOutside(outsideId),
  sales: ({ sourceId }) => readSales(sourceId),
  call: ({ callId, is, step }) => tellCall(callId, { is }, { atStep: step }),
  exchange: ({ callId }) => giveOrders(callId),
  unseen: ({ submissionId, n }) => mailUnseen(submissionId, n),
  async pictures({ sourceId }) {
    const items = await itemsOf([sourceId])
    const failed = await fetchPictures([
      ...new Set(items.slice(0, pace.picturesAhead).flatMap((item) => item.image[0]?.ref ?? [])),
    ])
    if (failed.length === 0) return
    log.info({ sourceId, failed: failed.length }, 'pictures that could not be fetched')
    // Entries go without them from now on.
    await inTransaction((transaction) => renderShowing([sourceId], transaction))
  },
}

/** Puts into the queue what time alone has made due. */
export async function enqueueDue(): Promise<void> {
  await inTransaction(async (transaction) => {
    // Until it has been read it is not due again, for this worker or another; one whose reading was cut off is, after a while.
    const sources = await db().sequelize.query<{ id: string }>(
      `update sources set next_at = now() + make_interval(mins => $1) where id in (select id from sources where next_at <= now() order by next_at limit 500 for update skip locked) returning id`,
      { bind: [pace.leaseMinutes], type: QueryTypes.SELECT, transaction },
    )
    for (const { id } of sources) await enqueue('refresh', { sourceId: id }, id, transaction)
  })
  for (const sourceId of await dueSubscriptions()) await enqueue('subscribe', { sourceId }, sourceId)
  const widgets = await db().sequelize.query<{ id: string }>(
    'select widget_id as id from artifacts where valid_until <= now() limit 500',
    { type: QueryTypes.SELECT },
  )
  for (const { id } of widgets) await enqueue('render', { widgetId: id }, id)
  await remindDue()
  await enqueueOutside()
  await enqueueSales()
}

/** Takes jobs of one name, so many at a time. Each ends by itself: one that fails is tried again, without the others. */
export const takeJobs = <N extends JobName>(boss: PgBoss, name: N, batchSize: number): Promise<string> =>
  boss.work<Jobs[N]>(name, { batchSize, pollingIntervalSeconds: pace.pollS }, async (jobs) => {
    await Promise.all(
      jobs.map(async (job) => {
        try {
          await handlers[name](job.data as never)
          await boss.complete(name, job.id)
        } catch (error) {
          log.error({ job: name, error: (error as Error).message }, 'job failed')
          await boss.fail(name, job.id, { message: (error as Error).message }).catch(() => undefined) // it expires
        }
      }),
    )
  })

/** Runs until stopped. A database that goes away is waited for. */
export async function runWorker(): Promise<() => Promise<void>> {
  const boss = await startBoss({ supervise: true, schedule: false })
  await takeJobs(boss, 'refresh', pace.refreshesAtOnce)
  await takeJobs(boss, 'render', 1)
  await takeJobs(boss, 'pictures', 2)
  await takeJobs(boss, 'subscribe', 4)
  await takeJobs(boss, 'mail', 8)
  await takeJobs(boss, 'unseen', 4)
  await takeJobs(boss, 'deliver', 8)
  await takeJobs(boss, 'carry', 4)
  await takeJobs(boss, 'outside', 4)
  await takeJobs(boss, 'sales', 2)
  await takeJobs(boss, 'call', 8)
  await takeJobs(boss, 'exchange', 8)
  const stopReplies = takeReplies()
  let isAway = false
  const timer = setInterval(() => {
    enqueueDue().then(
      () => (isAway = false),
      (error: unknown) => {
        if (!isAway) log.warn({ error: (error as Error).message }, 'database away, waiting')
        isAway = true
      },
    )
  }, pace.dueMs)
  const tidy = setInterval(() => void tidyUp().catch(() => undefined), pace.tidyMs) // the next hour will do
  const health = createServer((_request, response) =>
    response
      .writeHead(200, { 'content-type': 'application/json' })
      .end(JSON.stringify({ process: 'worker', status: 'ok', database: isAway ? 'away' : 'ok' })),
  )
  const { hostname = '127.0.0.1', port } = {
    hostname: process.env.YIMBLE_WORKER_HOST,
    port: Number(process.env.YIMBLE_WORKER_PORT ?? 0),
  }
  if (port > 0) health.listen(port, hostname)
  log.info('worker is up')
  return async () => {
    clearInterval(timer)
    clearInterval(tidy)
    health.close()
    await stopReplies?.()
    await boss.stop({ graceful: true, timeout: 3_000 })
    await stopBoss()
    await closeDatabase()
  }
}
