/** The worker: reads sources when they are due, renders what changed or ran out, fetches pictures ahead. */
import { createServer } from 'node:http'
import { QueryTypes } from 'sequelize'
import type PgBoss from 'pg-boss'
import { isDatabaseAway } from '../db/away'
import { closeDatabase, db, inTransaction } from '../db/db'
import { tidyUp } from './tidy'
import { log } from '../log'
import { renderWidget } from '../services/widgets/artifacts'
import { dueSubscriptions, subscribe } from '../services/sources/hubs'
import { itemsOf } from '../services/items/items'
import { fetchPictures } from '../services/items/pictures'
import { enqueueOutside, readOutside } from '../services/booking/outside'
import { remindDue } from '../services/booking/reminders'
import { endLostCalls, giveOrders, tellCall } from '../services/ring/calls'
import { enqueueSales, readSales } from '../services/sources/partners'
import { refresh } from '../services/sources/refreshing'
import { deliver, webhookOf } from '../services/visitors/announcing'
import { carry } from '../services/visitors/carrying'
import { mailUnseen } from '../services/visitors/conversations'
import { mailFurtherWords } from '../services/visitors/furtherWords'
import { takeReplies } from '../mail/replies'
import { sendLetter } from '../mail/send'
import { stopThreads } from '../threads/inThread'
import { startDuties, type Duty } from './duties'
import { enqueue, jobNames, renderShowing, startBoss, stopBoss, type JobName } from './queue'
import { takeJobs, type Taking } from './takeJobs'

const pace = {
  dueMs: 2_000,
  callsMs: 60_000,
  tidyMs: 3_600_000,
  stopMs: 3_000,
  leaseMinutes: 12,
  picturesAhead: 40,
} as const

type Handlers = { readonly [N in JobName]: Taking<N>['run'] }

export const handlers: Handlers = {
  refresh: ({ sourceId }) => refresh(sourceId),
  render: ({ widgetId }) => renderWidget(widgetId),
  subscribe: ({ sourceId }) => subscribe(sourceId),
  mail: (letter, id) => sendLetter(letter, id),
  deliver: ({ deliveryId }) => deliver(deliveryId),
  carry: ({ listId }) => carry(listId),
  outside: ({ outsideId }) => readOutside(outsideId),
  sales: ({ sourceId }) => readSales(sourceId),
  call: ({ callId, is, step }) => tellCall(callId, { is }, { atStep: step }),
  exchange: ({ callId }) => giveOrders(callId),
  unseen: ({ submissionId, n }) => mailUnseen(submissionId, n),
  words: ({ submissionId }) => mailFurtherWords(submissionId),
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

/** Reads sources whose time has come. Until one has been read it is not due again; one whose reading was cut off is, after a while. */
export const enqueueSources = (): Promise<void> =>
  inTransaction(async (transaction) => {
    const sources = await db().sequelize.query<{ id: string }>(
      `update sources set next_at = now() + make_interval(mins => $1) where id in (select id from sources where next_at <= now() order by next_at limit 500 for update skip locked) returning id`,
      { bind: [pace.leaseMinutes], type: QueryTypes.SELECT, transaction },
    )
    for (const { id } of sources) await enqueue('refresh', { sourceId: id }, id, transaction)
  })

/** Renders what time alone has changed. */
export async function enqueueRenders(): Promise<void> {
  const widgets = await db().sequelize.query<{ id: string }>(
    'select widget_id as id from artifacts where valid_until <= now() limit 500',
    { type: QueryTypes.SELECT },
  )
  for (const { id } of widgets) await enqueue('render', { widgetId: id }, id)
}

async function enqueueSubscriptions(): Promise<void> {
  for (const sourceId of await dueSubscriptions()) await enqueue('subscribe', { sourceId }, sourceId)
}

/** In order, what time alone makes due. */
export const duties: readonly Duty[] = [
  { name: 'sources', everyMs: pace.dueMs, run: enqueueSources },
  { name: 'subscriptions', everyMs: pace.dueMs, run: enqueueSubscriptions },
  { name: 'renders', everyMs: pace.dueMs, run: enqueueRenders },
  { name: 'reminders', everyMs: pace.dueMs, run: remindDue },
  { name: 'calendars', everyMs: pace.dueMs, run: enqueueOutside },
  { name: 'sales', everyMs: pace.dueMs, run: enqueueSales },
  { name: 'calls', everyMs: pace.callsMs, run: endLostCalls },
  { name: 'tidying', everyMs: pace.tidyMs, run: tidyUp },
]

/** How many of each run at once in one worker. */
const taken: { readonly [N in JobName]: Pick<Taking<N>, 'atOnce' | 'perKey'> } = {
  refresh: { atOnce: 16 },
  render: { atOnce: 2 },
  pictures: { atOnce: 2 },
  subscribe: { atOnce: 4 },
  mail: { atOnce: 8 },
  unseen: { atOnce: 4 },
  words: { atOnce: 4 },
  deliver: { atOnce: 16, perKey: { keyOf: ({ deliveryId }) => webhookOf(deliveryId), max: 2 } },
  carry: { atOnce: 4 },
  outside: { atOnce: 4 },
  sales: { atOnce: 2 },
  call: { atOnce: 8 },
  exchange: { atOnce: 16 },
}

/** A database that is away as the worker starts is waited for. */
async function startedBoss(): Promise<PgBoss> {
  for (let isTold = false; ; isTold = true)
    try {
      return await startBoss({ supervise: true, schedule: false })
    } catch (error) {
      if (!isDatabaseAway(error)) throw error
      if (!isTold) log.warn({ error: (error as Error).message }, 'database away, waiting')
      await new Promise((done) => setTimeout(done, pace.dueMs))
    }
}

/** Runs until stopped. A database that goes away is waited for. */
export async function runWorker(): Promise<() => Promise<void>> {
  const boss = await startedBoss()
  const take = <N extends JobName>(name: N) =>
    takeJobs(boss, name, { ...taken[name], run: handlers[name] } as Taking<N>)
  const stops = jobNames.map((name) => take(name))
  const stopReplies = takeReplies()
  const looked = startDuties(duties)
  const health = createServer((_request, response) => {
    const states = looked.states()
    const failing = Object.keys(states).filter((name) => states[name]!.isFailing)
    void db()
      .sequelize.query('select 1')
      .then(
        () => 'ok',
        () => 'away',
      )
      .then((database) =>
        response
          .writeHead(200, { 'content-type': 'application/json' })
          .end(JSON.stringify({ process: 'worker', status: 'ok', database, failing, duties: states })),
      )
  })
  const { hostname = '127.0.0.1', port } = {
    hostname: process.env.YIMBLE_WORKER_HOST,
    port: Number(process.env.YIMBLE_WORKER_PORT ?? 0),
  }
  if (port > 0) health.listen(port, hostname)
  log.info('worker is up')
  return async () => {
    looked.stop()
    health.close()
    await stopReplies?.()
    // What runs gets a moment to end; what does not is taken again by another worker.
    await Promise.race([
      Promise.all(stops.map((stop) => stop())),
      new Promise((done) => setTimeout(done, pace.stopMs)),
    ])
    await boss.stop({ graceful: false })
    await stopBoss()
    await stopThreads()
    await closeDatabase()
  }
}
