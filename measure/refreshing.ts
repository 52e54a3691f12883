/**
 * 500 sources refreshed by one worker, then by two. They lie on ten hosts, each with its own pace, which take a second to answer: what a
 * worker does most is wait, so two of them wait for twice as many.
 */
import { spawn } from 'node:child_process'
import { createServer, type Server } from 'node:http'
import { QueryTypes } from 'sequelize'
import { healthy } from '../src/cli/world'
import { closeDatabase, db } from '../src/server/db/db'
import { line, type Line } from './measure'

const count = 500
const hosts = 10
const answerMs = 1_000

const entry = (at: number, turn: number) =>
  `<item><guid>${at}</guid><title>Entry ${at} in round ${turn}</title></item>`

export async function refreshing(): Promise<Line[]> {
  const port = Number(process.env.YIMBLE_STANDINS_PORT)
  const servers: Server[] = []
  const origins = Array.from({ length: hosts }, (_one, at) => `http://127.0.0.8:${port + 60 + at}`)
  let turn = 0
  /** When the first request of a round came: until then it is only due. */
  let begun = Infinity
  for (const origin of origins) {
    const server = createServer((request, response) => {
      begun = Math.min(begun, Date.now())
      const entries = Array.from({ length: 10 }, (_one, at) => entry(at, turn)).join('')
      const feed = `<rss version="2.0"><channel><title>${request.url}</title>${entries}</channel></rss>`
      setTimeout(() => response.writeHead(200, { 'content-type': 'application/rss+xml' }).end(feed), answerMs)
    })
    await new Promise<void>((done) => server.listen(Number(new URL(origin).port), '127.0.0.8', done))
    servers.push(server)
  }
  const client = await db().Client.findOne({ rejectOnEmpty: true })
  await db().Source.bulkCreate(
    Array.from({ length: count }, (_one, at) => ({
      clientId: client.id,
      agencyId: client.agencyId,
      address: `${origins[at % hosts]}/f/${at}`,
      label: `Measured ${at}`,
      reader: 'rss',
      feed: {},
      problems: [],
      history: [],
      options: {},
      intervalMinutes: 600,
      nextAt: new Date(Date.now() + 3_600_000),
    })),
  )
  const round = async (): Promise<number> => {
    turn += 1
    begun = Infinity
    const asked = Date.now()
    await db().sequelize.query(
      `update sources set next_at = now(), checked_at = null where label like 'Measured %'`,
    )
    for (;;) {
      const [row] = await db().sequelize.query<{ left: number }>(
        `select count(*)::int as left from sources where label like 'Measured %' and checked_at is null`,
        { type: QueryTypes.SELECT },
      )
      if (row!.left === 0) return (Date.now() - begun) / 1000
      if (Date.now() - asked > 180_000) return Infinity
      await new Promise((done) => setTimeout(done, 100))
    }
  }
  const one = await round()
  const health = String(port + 79)
  const second = spawn('node', ['--enable-source-maps', '.build/server/worker.mjs'], {
    env: { ...process.env, YIMBLE_PROCESS: 'worker', YIMBLE_WORKER_PORT: health },
    stdio: 'ignore',
  })
  await healthy(`http://127.0.0.1:${health}/`)
  const two = await round()
  await new Promise<void>((done) => {
    second.once('exit', () => done())
    second.kill('SIGTERM')
  })
  for (const server of servers) {
    server.close()
    server.closeAllConnections()
  }
  await closeDatabase()
  return [
    line('500 sources at servers that take a second, refreshed by one worker', one, 's', ['<=', 60]),
    line('the same: one worker’s time over two workers’', one / two, 'times', ['>=', 1.8]),
  ]
}
