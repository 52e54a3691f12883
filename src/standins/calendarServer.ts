/** A real calendar server (Radicale, from Debian's packages) for the demo and the tests: CalDAV with calendars of made-up people. */
import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import path from 'node:path'

export interface CalendarServer {
  readonly folder: string
  readonly host: string
  readonly port: number
  /** Password by user. */
  readonly users: Readonly<Record<string, string>>
  /** What each calendar is called, by `user/name`. */
  readonly calendars: Readonly<Record<string, string>>
}

/** Whose calendars are there in the demo. */
export const calendarsOfTheDemo = {
  users: { ines: 'left-hand-door', tobias: 'two-wet-dogs' },
  calendars: {
    'ines/practice': 'At the practice',
    'ines/home': 'At home',
    'tobias/all': 'Tobias',
  },
} as const

export const calendarServerIsThere = (): boolean => existsSync('/usr/bin/radicale')

/** What it is started with. Calendars that are there already stay as they are. */
export function prepareCalendarServer({ folder, host, port, users, calendars }: CalendarServer): string[] {
  const root = path.join(folder, 'calendars')
  mkdirSync(root, { recursive: true })
  const passwords = path.join(folder, 'users')
  writeFileSync(
    passwords,
    Object.entries(users)
      .map((pair) => `${pair.join(':')}\n`)
      .join(''),
  )
  for (const [at, name] of Object.entries(calendars)) {
    const home = path.join(root, 'collection-root', at)
    mkdirSync(home, { recursive: true })
    writeFileSync(
      path.join(home, '.Radicale.props'),
      JSON.stringify({
        tag: 'VCALENDAR',
        'D:displayname': name,
        'C:supported-calendar-component-set': 'VEVENT',
      }),
    )
  }
  const config = path.join(folder, 'config')
  const settings = {
    server: { hosts: `${host}:${port}`, max_connections: 20, timeout: 10 },
    auth: { type: 'htpasswd', htpasswd_filename: passwords, htpasswd_encryption: 'plain', delay: 0 },
    rights: { type: 'owner_only' },
    storage: { filesystem_folder: root },
    web: { type: 'none' },
    logging: { level: 'warning' },
  }
  const lines = Object.entries(settings).map(([section, values]) =>
    [`[${section}]`, ...Object.entries(values).map(([name, value]) => `${name} = ${value}`)].join('\n'),
  )
  writeFileSync(config, `${lines.join('\n')}\n`)
  return ['/usr/bin/radicale', '--config', config]
}

/** Starts it and waits until it answers. */
export async function startCalendarServer(server: CalendarServer): Promise<ChildProcess> {
  const [command, ...args] = prepareCalendarServer(server)
  const child = spawn(command!, args, { stdio: 'ignore' })
  for (let tries = 0; tries < 200 && child.exitCode === null; tries += 1) {
    if (await answers(server)) return child
    await new Promise((done) => setTimeout(done, 50))
  }
  child.kill()
  throw new Error(`the calendar server did not start at ${server.host}:${server.port}`)
}

const answers = ({ host, port }: CalendarServer): Promise<boolean> =>
  new Promise((done) => {
    const socket = connect(port, host, () => {
      socket.destroy()
      done(true)
    }).once('error', () => done(false))
  })
