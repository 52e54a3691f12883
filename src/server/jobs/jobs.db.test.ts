/** Jobs stand or fall with the write that needs them, and time alone makes work too. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { makeActor, startOutside, useTestDatabase, type Outside } from '../db/testDatabase'

let outside: Outside
let drop: () => Promise<void>
let q: typeof import('./queue')
let w: typeof import('./worker')
let database: typeof import('../db/db')
let feed = ''
let asked = 0
const at = (daysAgo: number) => new Date(Date.now() - daysAgo * 86_400_000).toUTCString()

beforeAll(async () => {
  outside = await startOutside()
  outside.answer = (_request, response) => {
    asked += 1
    response.writeHead(200).end(feed)
  }
  drop = await useTestDatabase({ YIMBLE_ALLOWED_ORIGINS: outside.origin })
  q = await import('./queue')
  w = await import('./worker')
  database = await import('../db/db')
})
afterAll(async () => {
  await drop()
  await outside.close()
})

const waiting = async (name: string) =>
  (
    await database
      .db()
      .sequelize.query<{ key: string }>(
        `select singleton_key as key from pgboss.job where name = $1 and state = 'created'`,
        { bind: [name], type: QueryTypes.SELECT },
      )
  ).map((row) => row.key)
async function liveWidget(settings: Readonly<Record<string, unknown>> = {}) {
  const actor = await makeActor()
  const { createClient } = await import('../services/clients/clients')
  const { addSource } = await import('../services/sources/sources')
  const { createWidget, changeDraft } = await import('../services/widgets/widgets')
  const { publishNow } = await import('../services/widgets/releases')
  const client = await createClient(actor, { name: 'C', locale: 'en', timeZone: 'UTC' })
  const source = await addSource(actor, client.id, { address: `${outside.origin}/${client.id}` })
  const widget = await createWidget(actor, client.id, { kind: 'feed', name: 'W' })
  const wanted = { sources: [source.id], ...settings }
  await changeDraft(
    actor,
    widget.id,
    0,
    Object.entries(wanted).map(([path, to]) => ({
      path,
      from: widget.settings[path] as never,
      to: to as never,
      label: '',
    })),
  )
  await publishNow(actor, widget.id)
  return { actor, source, widget }
}
const item = (title: string, daysAgo = 0) =>
  `<item><title>${title}</title><pubDate>${at(daysAgo)}</pubDate></item>`
const rss = (...items: string[]) => `<rss version="2.0"><channel>${items.join('')}</channel></rss>`

/** All duties once, but tidying. */
const enqueueDue = async () => {
  for (const { name, run } of w.duties) if (name !== 'tidying') await run()
}

describe('sending', () => {
  test('a job that a worker takes before the write is through is sent once more', async () => {
    const boss = await q.startBoss({ supervise: false, schedule: false })
    const key = 'taken early'
    try {
      await q.enqueue('render', { widgetId: 'e' }, key)
      let goOn = () => {}
      const isTaken = new Promise<void>((done) => (goOn = done))
      let sent = () => {}
      const isSent = new Promise<void>((done) => (sent = done))
      const writing = database.inTransaction(async (transaction) => {
        await q.enqueue('render', { widgetId: 'e' }, key, transaction)
        sent()
        await isTaken
      })
      await isSent
      // While it is being written, what waits is not to be had: its work would be done on the state of before.
      const early = await boss.fetch('render', { batchSize: 100 })
      expect(early.filter(({ data }) => (data as { widgetId: string }).widgetId === 'e')).toEqual([])
      for (const { id } of early) await boss.complete('render', id)
      goOn()
      await writing
      const late = await boss.fetch('render', { batchSize: 100 })
      expect(late.map(({ data }) => (data as { widgetId: string }).widgetId)).toEqual(['e'])
      for (const { id } of late) await boss.complete('render', id)
    } finally {
      await boss.stop({ graceful: false, wait: true })
    }
  })

  test('a write that is taken back takes its job along', async () => {
    await expect(
      database.inTransaction(async (transaction) => {
        await q.enqueue('render', { widgetId: 'a' }, 'taken back', transaction)
        throw new Error('taken back')
      }),
    ).rejects.toThrow('taken back')
    expect(await waiting('render')).not.toContain('taken back')
  })
  test('one waiting job for a key is enough', async () => {
    for (let round = 0; round < 3; round += 1) await q.enqueue('render', { widgetId: 'b' }, 'once')
    await q.enqueue('render', { widgetId: 'c' }, 'other')
    expect((await waiting('render')).sort()).toEqual(['once', 'other'])
  })
})

describe('what time alone makes due', () => {
  test('a source whose time has come is read, and its live widget rendered', async () => {
    feed = rss(item('First'))
    const { source, widget } = await liveWidget()
    await database.db().Source.update({ nextAt: new Date(0) }, { where: { id: source.id } })
    await enqueueDue()
    expect(await waiting('refresh')).toContain(source.id)
    feed = rss(item('Second'), item('First'))
    await w.handlers.refresh({ sourceId: source.id })
    expect(await waiting('render')).toContain(widget.id)
    const next = (await database.db().Source.findByPk(source.id))!.nextAt.getTime() - Date.now()
    expect(next).toBeGreaterThan(26 * 60_000)
    expect(next).toBeLessThan(34 * 60_000)
  })
  test('what is being read is not due again, unless somebody makes it so meanwhile', async () => {
    feed = rss(item('Slow'))
    const { source } = await liveWidget()
    const row = () =>
      database
        .db()
        .Source.findByPk(source.id)
        .then((one) => one!)
    await database.db().Source.update({ nextAt: new Date(0) }, { where: { id: source.id } })
    await enqueueDue()
    expect((await row()).nextAt.getTime()).toBeGreaterThan(Date.now() + 60_000)
    const answer = outside.answer
    let go: () => void = () => undefined
    outside.answer = (_request, response) =>
      void (go = () => response.writeHead(200).end(rss(item('Slow, at last'))))
    const reading = w.handlers.refresh({ sourceId: source.id })
    await new Promise((done) => setTimeout(done, 400))
    const news = new Date(Date.now() + 5_000)
    await database.db().Source.update({ nextAt: news }, { where: { id: source.id } })
    go()
    await reading
    outside.answer = answer
    expect((await row()).nextAt).toEqual(news)
  })
  test('an unchanged source makes no work', async () => {
    feed = rss(item('Same', 1))
    const { source, widget } = await liveWidget()
    await w.handlers.refresh({ sourceId: source.id })
    expect(await waiting('render')).not.toContain(widget.id)
  })
  test('failures are tried again later each time', async () => {
    feed = rss(item('One'))
    const { source } = await liveWidget()
    const answer = outside.answer
    outside.answer = (_request, response) => void response.writeHead(500).end()
    const waits: number[] = []
    for (let round = 0; round < 3; round += 1) {
      await w.handlers.refresh({ sourceId: source.id })
      waits.push((await database.db().Source.findByPk(source.id))!.nextAt.getTime() - Date.now())
    }
    outside.answer = answer
    expect(waits[1]!).toBeGreaterThan(waits[0]! * 1.5)
    expect(waits[2]!).toBeGreaterThan(waits[1]! * 1.5)
  })
  test('an entry that grows too old goes by itself', async () => {
    feed = rss(item('Young', 1), item('Old', 6.999_95))
    const { widget } = await liveWidget({ 'rules.days': 7 })
    const { storedFiles } = await import('../services/widgets/artifacts')
    const text = async () =>
      Buffer.from(
        storedFiles.parse((await database.db().ArtifactRow.findByPk(widget.ref))!.files).w.raw,
        'base64',
      ).toString()
    expect(await text()).toContain('Old')
    const { validUntil } = (await database.db().ArtifactRow.findByPk(widget.ref))!
    expect(Math.abs(validUntil!.getTime() - Date.now())).toBeLessThan(10_000)
    await new Promise((done) => setTimeout(done, Math.max(0, validUntil!.getTime() - Date.now()) + 50))
    await enqueueDue()
    expect(await waiting('render')).toContain(widget.id)
    await w.handlers.render({ widgetId: widget.id })
    expect(await text()).not.toContain('Old')
    expect(await text()).toContain('Young')
  })
  test('a job for what is gone does nothing', async () => {
    const before = asked
    await w.handlers.refresh({ sourceId: '7b1c1f6e-8f55-4c07-9a0c-0b8e6b1d2a11' })
    await w.handlers.render({ widgetId: '7b1c1f6e-8f55-4c07-9a0c-0b8e6b1d2a11' })
    expect(asked).toBe(before)
  })
})

test('jobs of one batch end one by one: the one that fails is tried again, the others are not', async () => {
  const runs: string[] = []
  const boss = await q.startBoss({ supervise: false, schedule: false })
  const before = w.handlers.subscribe
  const { takeJobs } = await import('./takeJobs')
  let stop = () => Promise.resolve()
  Object.assign(w.handlers, {
    subscribe: async ({ sourceId }: { sourceId: string }) => {
      runs.push(sourceId)
      if (sourceId === 'fails') throw new Error('on purpose')
    },
  })
  try {
    for (const key of ['fails', 'fine', 'also fine']) await q.enqueue('subscribe', { sourceId: key }, key)
    stop = takeJobs(boss, 'subscribe', { run: w.handlers.subscribe, atOnce: 4 })
    for (let tries = 0; tries < 100 && runs.length < 3; tries += 1)
      await new Promise((done) => setTimeout(done, 100))
    await new Promise((done) => setTimeout(done, 300))
    const rows = await database
      .db()
      .sequelize.query<{ key: string; state: string }>(
        `select singleton_key as key, state::text as state from pgboss.job where name = 'subscribe' order by 1`,
        { type: QueryTypes.SELECT },
      )
    expect(rows).toEqual([
      { key: 'also fine', state: 'completed' },
      { key: 'fails', state: 'retry' },
      { key: 'fine', state: 'completed' },
    ])
  } finally {
    Object.assign(w.handlers, { subscribe: before })
    await stop()
    await boss.stop({ graceful: false, wait: true })
  }
})

describe('what runs at once', () => {
  const run = async (boss: Awaited<ReturnType<typeof q.startBoss>>, keys: readonly string[]) => {
    for (const key of keys) await q.enqueue('sales', { sourceId: key }, key)
    return boss
  }
  const until = async (check: () => boolean) => {
    for (let tries = 0; tries < 200 && !check(); tries += 1) await new Promise((done) => setTimeout(done, 50))
    expect(check()).toBe(true)
  }
  test('a slow one holds nobody up, and the next begins as soon as one has ended', async () => {
    const boss = await q.startBoss({ supervise: false, schedule: false })
    const { takeJobs } = await import('./takeJobs')
    const done: string[] = []
    let letGo = () => {}
    const held = new Promise<void>((go) => (letGo = go))
    const keys = Array.from({ length: 30 }, (_one, at) => `n${at}`)
    await run(boss, ['slow', ...keys])
    const before = Date.now()
    const stop = takeJobs(boss, 'sales', {
      atOnce: 2,
      async run({ sourceId }) {
        if (sourceId === 'slow') await held
        done.push(sourceId)
      },
    })
    await until(() => done.length === 30)
    // One job a poll would have taken thirty seconds.
    expect(Date.now() - before).toBeLessThan(6_000)
    expect(done).not.toContain('slow')
    letGo()
    await until(() => done.length === 31)
    await stop()
    await boss.stop({ graceful: false, wait: true })
  })
  test('of one who answers slowly only so many, so that others have their turn; none is lost', async () => {
    const boss = await q.startBoss({ supervise: false, schedule: false })
    const { takeJobs } = await import('./takeJobs')
    const done: string[] = []
    let letGo = () => {}
    const held = new Promise<void>((go) => (letGo = go))
    await run(boss, ['a1', 'a2', 'a3', 'a4', 'b1'])
    const stop = takeJobs(boss, 'sales', {
      atOnce: 3,
      perKey: { keyOf: ({ sourceId }) => Promise.resolve(sourceId[0]!), max: 2 },
      async run({ sourceId }) {
        if (sourceId.startsWith('a')) await held
        done.push(sourceId)
      },
    })
    await until(() => done.includes('b1'))
    letGo()
    await until(() => done.length === 5)
    expect([...done].sort()).toEqual(['a1', 'a2', 'a3', 'a4', 'b1'])
    await stop()
    await boss.stop({ graceful: false, wait: true })
  })
})

describe('duties', () => {
  test('one that fails stops none of the others, and says so', async () => {
    const { startDuties } = await import('./duties')
    let turns = 0
    let isBroken = true
    const { states, stop } = startDuties([
      {
        name: 'broken',
        everyMs: 10,
        run: () => (isBroken ? Promise.reject(new Error('on purpose')) : Promise.resolve()),
      },
      { name: 'slow', everyMs: 10, run: () => new Promise(() => undefined) },
      { name: 'fine', everyMs: 10, run: () => Promise.resolve((turns += 1)) },
    ])
    await new Promise((done) => setTimeout(done, 300))
    expect(turns).toBeGreaterThan(3)
    expect([states().broken!.isFailing, states().fine!.isFailing]).toEqual([true, false])
    isBroken = false
    await new Promise((done) => setTimeout(done, 100))
    expect(states().broken).toMatchObject({ isFailing: false, doneAt: expect.any(String) })
    stop()
  })
  test('a table that cannot be tidied keeps no other from it, and is told', async () => {
    const { tidyUp } = await import('./tidy')
    const { db } = database
    await db().sequelize.query(
      `insert into throttles (key, started_at, count) values ('old', now() - interval '9 days', 1)`,
    )
    await db().sequelize.query('alter table snapshots rename column fetched_at to was_fetched_at')
    try {
      await expect(tidyUp()).rejects.toThrow('snapshots')
    } finally {
      await db().sequelize.query('alter table snapshots rename column was_fetched_at to fetched_at')
    }
    const left = await db().sequelize.query(`select 1 from throttles where key = 'old'`, {
      type: QueryTypes.SELECT,
    })
    expect(left).toEqual([])
  })
})
