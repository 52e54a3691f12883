/** A thousand submissions while PostgreSQL is killed twice: what was acknowledged is there, once. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import pg from 'pg'
import type { Browser } from './browser'
import { asPeopleDo } from './inWidget'
import { kill, post, start, startAgain, wait, type Sent } from './killed'
import { api, clientNamed, liveObject, signedIn, world } from './world'

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

test('every submission that was acknowledged is kept, and only once', async () => {
  const ticketOf = async ({ ref }: { ref: string }) =>
    (await (await fetch(`${world.delivery}/x/${ref}/ticket`)).json()) as string
  const tickets = await Promise.all(widgets.map(ticketOf))
  await asPeopleDo()
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
      const status = (await post('join', sent)).status
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
