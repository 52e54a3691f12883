/** Two hundred book a hundred times while PostgreSQL is killed: who was told that it is booked has it, and nobody else. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import pg from 'pg'
import type { Browser } from './browser'
import { newCalendar } from './calendars'
import { asPeopleDo } from './inWidget'
import { kill, post, start, startAgain, wait, type Sent } from './killed'
import { clientNamed, liveObject, signedIn, world } from './world'

let browser: Browser
let widget: { id: string; ref: string }
let calendar: { id: string }
beforeAll(async () => {
  browser = await signedIn()
  const client = await clientNamed(browser, 'Juniper Lane Vets')
  const always = ['Mo-Su 00:00-24:00']
  const body = {
    zone: 'UTC',
    currency: 'GBP',
    resources: [{ id: 'ines', name: 'Ines', hours: always }],
    services: [
      { id: 'visit', name: 'A visit', minutes: 30, every: 30, notice: 0, needs: [{ of: ['ines'] }] },
    ],
  }
  calendar = await newCalendar(browser, 'Juniper Lane Vets', body)
  widget = await liveObject(browser, client, 'booking', 'sentence', { calendar: calendar.id })
})
afterAll(async () => {
  start()
  await browser.close()
})

const times = 100
test('exactly the acknowledged bookings are there, none double', async () => {
  const ticket = (await (await fetch(`${world.delivery}/x/${widget.ref}/ticket`)).json()) as string
  await asPeopleDo()
  const midnight = (Math.floor(Date.now() / 86_400_000) + 2) * 1440
  const all = Array.from({ length: 2 * times }, (_one, at): Sent & { start: number } => {
    // Two want each time, one after the other in the queue.
    const begins = midnight + Math.floor(at / 2) * 30
    const wanted = {
      service: 'visit',
      start: begins,
      zone: 'UTC',
      release: 0,
      answers: { name: `V${at}`, mail: `v${at}@post.example` },
    }
    return {
      start: begins,
      ref: widget.ref,
      key: (at + 1).toString(16).padStart(32, '0'),
      from: `127.2.${Math.floor(at / 200)}.${(at % 200) + 1}`,
      body: JSON.stringify({ body: wanted, page: '', ticket, trap: '' }),
    }
  })
  const acknowledged: { readonly start: number; readonly link: string }[] = []
  let refused = 0
  let troubles = 0
  let isKilled = false
  const send = async (sent: (typeof all)[number]) => {
    for (let tries = 0; tries < 200; tries += 1) {
      const { status, text } = await post('book', sent)
      if (status === 200) {
        acknowledged.push({ start: sent.start, link: (JSON.parse(text) as { link: string }).link })
        if (acknowledged.length >= times / 3 && !isKilled) {
          isKilled = true
          kill()
          await startAgain()
        }
        return
      }
      if (status === 409) return void (refused += 1)
      troubles += 1
      if (status !== 0 && status < 500) throw new Error(`one was refused with ${status}: ${text}`)
      await wait(250)
    }
  }
  const waiting = [...all]
  await Promise.all(
    Array.from({ length: 12 }, async () => {
      for (let next = waiting.shift(); next; next = waiting.shift()) await send(next)
    }),
  )
  expect([isKilled, troubles > 0]).toEqual([true, true])
  expect([acknowledged.length, refused]).toEqual([times, times])

  const database = new pg.Client({ connectionString: process.env.DATABASE_URL })
  await database.connect()
  try {
    const { rows } = await database.query<{ id: string; starts: number }>(
      `select id, starts from bookings where calendar_id = $1 and state = 'booked' order by starts`,
      [calendar.id],
    )
    expect(rows.map(({ starts }) => starts)).toEqual(
      acknowledged.map((one) => one.start).sort((a, b) => a - b),
    )
    const ids = acknowledged.map(({ link }) => /\/b\/([0-9a-f-]{36})\//.exec(link)![1]!)
    expect(rows.map(({ id }) => id).sort()).toEqual(ids.sort())
    const { rows: taken } = await database.query('select 1 from taken_up where calendar_id = $1', [
      calendar.id,
    ])
    expect(taken).toHaveLength(times)
  } finally {
    await database.end()
  }
}, 300_000)
