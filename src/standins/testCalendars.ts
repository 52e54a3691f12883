/** A calendar server for one test file, on a port of its own and gone with it; it can be stopped and started again meanwhile. */
import type { ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { startCalendarServer, type CalendarServer } from './calendarServer'

const host = '127.0.0.1'

export async function startTestCalendars(people: Pick<CalendarServer, 'users' | 'calendars'>) {
  const folder = mkdtempSync(path.join(tmpdir(), 'yimble-calendars-'))
  const server = { ...people, folder, host, port: await freePort() }
  let running: ChildProcess | undefined
  const start = async () => void (running = await startCalendarServer(server))
  const stop = () =>
    new Promise<void>((done) => {
      if (!running) return done()
      running.once('exit', () => done())
      running.kill()
      running = undefined
    })
  await start()
  return {
    origin: `http://${host}:${server.port}`,
    start,
    stop,
    async end() {
      await stop()
      rmSync(folder, { recursive: true })
    },
  }
}

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, host, () => {
      const { port } = probe.address() as AddressInfo
      probe.close(() => done(port))
    })
  })
