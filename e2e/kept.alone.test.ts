/** A thousand submissions while PostgreSQL is killed twice: what was acknowledged is there, once. */
import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { request } from 'node:http'
import path from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import pg from 'pg'
import type { Browser } from './browser'
import { api, clientNamed, liveObject, signedIn, world } from './world'

const start = () => spawnSync('tools/postgres.sh', ['start'], { env: process.env, stdio: 'ignore' }).status
/** Not stopped but killed: nothing of it gets to tidy up. */
function kill(): void {
  const file = path.join(process.env.YIMBLE_PGDATA!, 'postmaster.pid')
  process.kill(Number(readFileSync(file, 'utf8').split('\n')[0]), 'SIGKILL')
}
/** What was left behind by the killed one ends by itself, a moment later. */
async function startAgain(): Promise<void> {
  for (let tries = 0; tries < 10; tries += 1) {
    await wait(1_000)
    if (start() === 0) return
  }
  throw new Error('PostgreSQL did not start again')
}
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

let browser: Browser
/** A widget takes so many of all visitors within an hour, so there are two. */
let widgets: readonly { id: string; ref: string }[]
let list: { id: string }
beforeAll(async () => {
  browser = await signedIn()
  const client = await clientNamed(browser, 'Marlowick Bakery')
  list = await api(browser, 'POST', `/clients/${client}/lists`, { name: `Kept ${Date.now()}` })
  const live = () => liveObject(browser, client, 'signup', 'line', { list: list.id })
  widgets = [await live(), await live()]
})
afterAll(async () => {
  start()
  await browser.close()
})

const count = 1_000
/** One less than an address may send within an hour: of a share that was just being taken nobody knows, when all is killed. */
const eachAddress = 5

interface Sent {
  readonly ref: string
  readonly key: string
  readonly body: string
  /** Where it is sent from: every visitor has an address of the loopback's. */
  readonly from: string
}

/** @returns the status; 0 when nothing answered */
const post = ({ ref, key, body, from }: Sent): Promise<number> =>
  new Promise((done) => {
    const url = `${world.delivery}/x/${ref}/join?key=${key}`
    const asked = request(
      url,
      { method: 'POST', localAddress: from, agent: false, timeout: 8_000 },
      (answer) => {
        answer.resume()
        answer.on('end', () => done(answer.statusCode ?? 0))
        answer.on('error', () => done(0))
      },
    )
    asked.on('timeout', () => asked.destroy())
    asked.on('error', () => done(0))
    asked.end(body)
  })

test('every submission that was acknowledged is kept, and only once', async () => {
  const ticketOf = async ({ ref }: { ref: string }) =>
    (await (await fetch(`${world.delivery}/x/${ref}/ticket`)).json()) as string
  const tickets = await Promise.all(widgets.map(ticketOf))
  await wait(1_600)
  const all = Array.from({ length: count }, (_one, at): Sent => ({
    ref: widgets[at % 2]!.ref,
    key: (at + 1).toString(16).padStart(32, '0'),
    from: `127.1.${Math.floor(at / eachAddress / 200)}.${(Math.floor(at / eachAddress) % 200) + 1}`,
    body: JSON.stringify({
      body: { email: `kept.${at}@post.example`, consent: 'Yes.' },
      page: `${world.kiln}/`,
      ticket: tickets[at % 2]!,
      trap: '',
    }),
  }))
  const acknowledged = new Set<string>()
  const killsLeft = [count / 5, (3 * count) / 5]
  let troubles = 0
  /** As the door of the embed does: the same again until somebody answers. */
  const send = async (sent: Sent) => {
    for (let tries = 0; tries < 200; tries += 1) {
      const status = await post(sent)
      if (status === 200) {
        acknowledged.add(sent.key)
        if (acknowledged.size >= killsLeft[0]!) {
          killsLeft.shift()
          kill()
          await startAgain()
        }
        return
      }
      troubles += 1
      if (status !== 0 && status < 500) throw new Error(`one was refused with ${status}`)
      await wait(250)
    }
  }
  const waiting = [...all]
  await Promise.all(
    Array.from({ length: 12 }, async () => {
      for (let next = waiting.shift(); next; next = waiting.shift()) await send(next)
    }),
  )
  expect(killsLeft).toEqual([])
  expect(troubles).toBeGreaterThan(0)
  expect(acknowledged.size).toBe(count)

  const database = new pg.Client({ connectionString: process.env.DATABASE_URL })
  await database.connect()
  try {
    const { rows: kept } = await database.query<{ key: string }>(
      'select key from submissions where widget_id = any($1) and junk is null',
      [widgets.map(({ id }) => id)],
    )
    expect(kept.map(({ key }) => key).sort()).toEqual(all.map(({ key }) => key).sort())
    const { rows: asked } = await database.query<{ email: string }>(
      'select email from subscribers where list_id = $1',
      [list.id],
    )
    expect(new Set(asked.map(({ email }) => email)).size).toBe(count)
    expect(asked).toHaveLength(count)
  } finally {
    await database.end()
  }
}, 300_000)
