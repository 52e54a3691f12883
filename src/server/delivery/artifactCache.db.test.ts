/** The memory of delivery: never older than what it has heard of, and of use without a database. */
import { afterAll, afterEach, beforeAll, beforeEach, expect, test } from '@jest/globals'
import { useTestDatabase } from '../db/testDatabase'
import type { ArtifactCache } from './artifactCache'

let drop: () => Promise<void>
let cache: ArtifactCache
let database: typeof import('../db/db')
let channel = ''
beforeAll(async () => {
  drop = await useTestDatabase()
  database = await import('../db/db')
  channel = (await import('../services/widgets/artifacts')).artifactChannel
})
afterAll(() => drop())
beforeEach(async () => {
  cache = (await import('./artifactCache')).createArtifactCache()
  await cache.start()
})
afterEach(() => cache.stop())

const file = { type: 'text/plain', etag: '"e"', raw: Buffer.from('x').toString('base64'), br: '', gz: '' }
const run = (sql: string, ...bind: unknown[]) => database.db().sequelize.query(sql, { bind })
async function put(ref: string, revision: number): Promise<void> {
  const [rows] = await run('update artifacts set revision = $2 where ref = $1 returning ref', ref, revision)
  if ((rows as unknown[]).length > 0) return
  const { makeActor } = await import('../db/testDatabase')
  const actor = await makeActor()
  const client = await (
    await import('../services/clients/clients')
  ).createClient(actor, { name: 'C', locale: 'en', timeZone: 'UTC' })
  const widget = await (
    await import('../services/widgets/widgets')
  ).createWidget(actor, client.id, { kind: 'feed', name: 'W' })
  await database.db().ArtifactRow.create({
    ref,
    widgetId: widget.id,
    revision,
    files: { w: file, f: file, h: file },
    validUntil: null,
  } as never)
}
const announce = (ref: string, revision: number) =>
  run(`select pg_notify($1, $2)`, channel, `${ref}:${revision}`)
const until = async (check: () => Promise<boolean> | boolean) => {
  const end = Date.now() + 10_000
  while (!(await check())) {
    if (Date.now() > end) throw new Error('never came')
    await new Promise((done) => setTimeout(done, 20))
  }
}

test('is asked once and held', async () => {
  await put('one', 1)
  const [first, second] = await Promise.all([cache.get('one'), cache.get('one')])
  expect([first?.revision, second === first, cache.peek('one') === first]).toEqual([1, true, true])
})
test('what is announced is forgotten, and read anew', async () => {
  await put('two', 1)
  await cache.get('two')
  await put('two', 2)
  await announce('two', 2)
  await until(() => cache.peek('two') === undefined)
  expect((await cache.get('two'))?.revision).toBe(2)
})
test('an announcement that comes late takes nothing newer away', async () => {
  await put('three', 5)
  await cache.get('three')
  await announce('three', 4)
  await announce('none', 1)
  await new Promise((done) => setTimeout(done, 200))
  expect(cache.peek('three')?.revision).toBe(5)
})
test('one that was unknown is there as soon as it is announced', async () => {
  expect(await cache.get('four')).toBeUndefined()
  await put('four', 1)
  expect(await cache.get('four')).toBeUndefined()
  await announce('four', 1)
  await until(async () => (await cache.get('four'))?.revision === 1)
})
test('a lost connection is made anew, and what changed meanwhile is found by comparing', async () => {
  await put('five', 1)
  await cache.get('five')
  await run(
    `select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen %' and pid <> pg_backend_pid() and datname = current_database()`,
  )
  await until(() => !cache.isConnected())
  await put('five', 2)
  expect(cache.peek('five')?.revision).toBe(1)
  await until(() => cache.isConnected())
  expect((await cache.get('five'))?.revision).toBe(2)
})
test('a database that has gone back, as after a restored back-up, is believed after a few looks', async () => {
  await put('five', 2)
  await announce('five', 9)
  await put('six', 1)
  await announce('six', 1)
  await until(async () => (await cache.get('six'))?.revision === 1)
  expect((await cache.get('five'))?.revision).toBe(2)
})
