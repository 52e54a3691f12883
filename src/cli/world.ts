/**
 * One running world: PostgreSQL, stand-ins, studio, delivery, worker. Demo, dev, tests and measurements all start theirs
 * here, at ports counted from one base and with a folder of their own.
 */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { randomBytes } from 'node:crypto'
import { createServer } from 'node:net'
import path from 'node:path'
import { calendarServerIsThere, calendarsOfTheDemo, prepareCalendarServer } from '../standins/calendarServer'
import { Stop } from './stop'

export const root = path.resolve(import.meta.dirname, '../..')

export interface WorldOptions {
  /** Studio's port; delivery has +10, stand-ins +20, PostgreSQL +30, the worker's health +40. */
  readonly basePort: number
  /** Holds data, logs and the lock. */
  readonly folder: string
  readonly mode: 'production' | 'development'
  readonly profile: 'keep' | 'test'
}

export interface World {
  readonly urls: {
    readonly studio: string
    readonly delivery: string
    readonly standins: string
    readonly database: string
  }
  readonly env: NodeJS.ProcessEnv
  readonly folder: string
  /** Starts or stops PostgreSQL alone; for tests of what happens without it. */
  readonly postgres: { start(): void; stop(): void } | undefined
  /** Resolves with a sentence when a process ends unasked. */
  readonly broken: Promise<string>
  stop(): Promise<void>
}

const hosts = {
  studio: '127.0.0.1',
  delivery: '127.0.0.2',
  standins: '127.0.0.3',
  postgres: '127.0.0.1',
} as const
export const standinHosts = [
  '127.0.0.3',
  '127.0.0.4',
  '127.0.0.5',
  '127.0.0.6',
  '127.0.0.7',
  '127.0.0.11',
  '127.0.0.12',
  '127.0.0.13',
  '127.0.0.14',
  '127.0.0.15',
  '127.0.0.16',
  '127.0.0.17',
  '127.0.0.18',
  '127.0.0.19',
  '127.0.0.20',
  '127.0.0.23',
  '127.0.0.24',
] as const
const exchangeHost = '127.0.0.24'
const mailboxHost = '127.0.0.19'
/** Where the demo's calendar server listens; one of the vets has her own calendar there. */
const calendarsHost = '127.0.0.21'
const connectorHosts = {
  pictures: '127.0.0.11',
  reviews: '127.0.0.12',
  community: '127.0.0.13',
  people: '127.0.0.14',
  offers: '127.0.0.15',
  letters: '127.0.0.20',
} as const

export const say = (line: string): void => void process.stderr.write(`${line}\n`)

export function environmentFor({ basePort, folder, mode, profile }: WorldOptions): NodeJS.ProcessEnv {
  const at = (host: string, more: number) => `http://${host}:${basePort + more}`
  return {
    ...process.env,
    NODE_ENV: mode,
    NEXT_TELEMETRY_DISABLED: '1',
    DATABASE_URL:
      process.env.DATABASE_URL ?? `postgres://yimble:yimble@${hosts.postgres}:${basePort + 30}/yimble`,
    YIMBLE_STUDIO_URL: at(hosts.studio, 0),
    YIMBLE_DELIVERY_URL: at(hosts.delivery, 10),
    YIMBLE_STANDINS_PORT: String(basePort + 20),
    YIMBLE_STANDINS_FOLDER: folder,
    YIMBLE_STANDINS_SMTP: String(basePort + 25),
    YIMBLE_STANDINS_CALENDARS: `${at(calendarsHost, 20)}/`,
    YIMBLE_REPLIES_DOMAIN: 'answers.yimble.example',
    YIMBLE_REPLIES_PORT: String(basePort + 26),
    YIMBLE_SMTP_URL: `smtp://${mailboxHost}:${basePort + 25}`,
    YIMBLE_WORKER_PORT: String(basePort + 40),
    // 127.0.0.8 and 127.0.0.9 are free for what a test wants to be the outside.
    YIMBLE_ALLOWED_ORIGINS: [
      ...standinHosts,
      calendarsHost,
      ...(profile === 'test' ? ['127.0.0.8', '127.0.0.9'] : []),
    ]
      .map((host) => at(host, 20))
      .concat(profile === 'test' ? (process.env.YIMBLE_MORE_ORIGINS ?? '').split(',').filter(Boolean) : [])
      .join(','),
    YIMBLE_EMBED_FOLDER: path.join(root, '.build/embed'),
    YIMBLE_CONNECTORS: JSON.stringify(
      Object.fromEntries(Object.entries(connectorHosts).map(([id, host]) => [id, at(host, 20)])),
    ),
    YIMBLE_EXCHANGE_URL: at(exchangeHost, 20),
    YIMBLE_EXCHANGE_KEY: 'penwether',
    YIMBLE_SECRET: process.env.YIMBLE_SECRET ?? secretIn(folder),
    YIMBLE_DEMO: '1',
    YIMBLE_PGDATA: path.join(folder, 'pg'),
    YIMBLE_PGPORT: String(basePort + 30),
    YIMBLE_PGPROFILE: profile,
  }
}

/** Made once and kept with the world's data, so that connections survive a restart. */
function secretIn(folder: string): string {
  const file = path.join(folder, 'secret')
  if (!existsSync(file)) {
    try {
      mkdirSync(folder, { recursive: true })
      writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 })
    } catch {
      return randomBytes(32).toString('base64url') // the lock says a moment later that the folder cannot be written to
    }
  }
  return readFileSync(file, 'utf8')
}

/** One world a folder: the lock names the process that runs it. @returns its undo */
export function takeLock(folder: string): () => void {
  try {
    mkdirSync(folder, { recursive: true })
    accessSync(folder, constants.W_OK)
  } catch {
    throw new Stop(
      `the folder ${folder} cannot be written to. Give yourself the right to, or clone to another place.`,
    )
  }
  const file = path.join(folder, 'running')
  const owner = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0
  if (owner > 0 && owner !== process.pid && isRunning(owner))
    throw new Stop(`Yimble is already running here (process ${owner}). Stop that one first, or use it.`)
  writeFileSync(file, String(process.pid))
  return () => rmSync(file, { force: true })
}

function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0)
    // A process id is used again after a restart of the machine: look whether it is one of ours.
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('cli/main.ts')
  } catch {
    return false // nobody has that id
  }
}

/** As root installs what is missing; otherwise says the exact command. */
export function needPackages(packages: Readonly<Record<string, () => boolean>>): void {
  const missing = Object.entries(packages)
    .filter(([, isThere]) => !isThere())
    .map(([name]) => name)
  if (missing.length === 0) return
  const command = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`
  if (process.getuid?.() !== 0)
    throw new Stop(`these Debian packages are missing: ${missing.join(', ')}. As root, run:  ${command}`)
  say(`Installing Debian packages: ${missing.join(', ')} …`)
  const done = spawnSync('sh', ['-c', command], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  })
  if (done.status !== 0)
    throw new Stop(
      `the Debian packages could not be installed (${missing.join(', ')}). Run it by hand to see why:  ${command}`,
    )
}

export const postgresIsThere = (): boolean =>
  spawnSync('sh', ['-c', 'ls /usr/lib/postgresql/*/bin/initdb']).status === 0
export const browserIsThere = (): boolean => existsSync('/usr/bin/chromium')
export const driverIsThere = (): boolean => existsSync('/usr/bin/chromedriver')

/** @throws Stop naming the first that is in use */
export async function needPorts(
  wanted: readonly (readonly [host: string, port: number, what: string])[],
  basePort: number,
): Promise<void> {
  for (const [host, port, what] of wanted) {
    const isFree = await new Promise<boolean>((done) => {
      const probe = createServer()
        .once('error', () => done(false))
        .listen(port, host, () => probe.close(() => done(true)))
    })
    if (!isFree)
      throw new Stop(
        `port ${port} on ${host}, needed for ${what}, is in use. Stop what uses it, or choose other ports: YIMBLE_BASE_PORT=${basePort + 1000} ./yimble demo`,
      )
  }
}

/** Starts it all and waits until every process answers. Whatever goes wrong, nothing is left running. */
export async function startWorld(
  options: WorldOptions,
  prepare: (env: NodeJS.ProcessEnv) => Promise<void>,
): Promise<World> {
  const { basePort, folder, mode } = options
  const env = environmentFor(options)
  const ownPostgres = process.env.DATABASE_URL === undefined
  needPackages({
    ...(ownPostgres ? { postgresql: postgresIsThere } : {}),
    radicale: calendarServerIsThere,
  })
  const unlock = takeLock(folder)
  const children: ChildProcess[] = []
  let stopping = false
  let breaks: (sentence: string) => void = () => undefined
  const broken = new Promise<string>((resolve) => (breaks = resolve))
  const postgres = ownPostgres
    ? { start: () => runPostgres('start', env, basePort), stop: () => runPostgres('stop', env, basePort) }
    : undefined

  const stop = async () => {
    stopping = true
    await Promise.all(
      children.map(
        (child) =>
          new Promise<void>((done) => {
            if (child.exitCode !== null || child.signalCode !== null) return done()
            const late = setTimeout(() => child.kill('SIGKILL'), 6_000)
            child.once('exit', () => {
              clearTimeout(late)
              done()
            })
            child.kill('SIGTERM')
          }),
      ),
    )
    postgres?.stop()
    unlock()
  }
  const start = (
    name: string,
    command: string,
    args: string[],
    more: Readonly<Record<string, string>> = {},
  ) => {
    const log = openSync(path.join(folder, `${name}.log`), 'w')
    const child = spawn(command, args, {
      cwd: root,
      env: { ...env, YIMBLE_PROCESS: name, ...more },
      stdio: ['ignore', log, log],
    })
    child.once('exit', (code) => {
      if (!stopping)
        breaks(
          `${name} ended unasked (code ${code}). Its last words are in ${path.join(folder, `${name}.log`)}`,
        )
    })
    children.push(child)
  }
  const script = (file: string) => ['--import', 'tsx', ...(mode === 'development' ? ['--watch'] : []), file]

  try {
    await needPorts(
      [
        [hosts.studio, basePort, 'the studio'],
        [hosts.delivery, basePort + 10, 'delivery'],
        ...standinHosts.map((host) => [host, basePort + 20, 'the stand-ins'] as const),
        [mailboxHost, basePort + 25, 'the stand-in mailbox'],
        [calendarsHost, basePort + 20, 'the stand-in calendars'],
        [hosts.studio, basePort + 40, 'the worker'],
        ...(ownPostgres && !isPostgresRunning(env)
          ? [[hosts.postgres, basePort + 30, 'PostgreSQL'] as const]
          : []),
      ],
      basePort,
    )
    postgres?.start()
    start('standins', 'node', script('src/standins/main.ts'))
    const [command, ...args] = prepareCalendarServer({
      folder: path.join(folder, 'calendars'),
      host: calendarsHost,
      port: basePort + 20,
      ...calendarsOfTheDemo,
    })
    start('calendars', command!, args)
    const urls = {
      studio: env.YIMBLE_STUDIO_URL!,
      delivery: env.YIMBLE_DELIVERY_URL!,
      standins: `http://${hosts.standins}:${basePort + 20}`,
      database: env.DATABASE_URL!,
    }
    await Promise.race([
      healthy(`${urls.standins}/healthz`),
      broken.then((sentence) => Promise.reject(new Stop(sentence))),
    ])
    await prepare(env)
    if (mode === 'production')
      for (const name of ['studio', 'delivery', 'worker'])
        start(name, 'node', ['--enable-source-maps', `.build/server/${name}.mjs`])
    else {
      start('studio', 'node', [
        'node_modules/next/dist/bin/next',
        'dev',
        '-H',
        hosts.studio,
        '-p',
        String(basePort),
      ])
      start('delivery', 'node', script('src/server/delivery/main.ts'))
      start('worker', 'node', script('src/server/jobs/main.ts'))
    }
    const health = [`${urls.studio}/healthz`, `${urls.delivery}/readyz`, `http://127.0.0.1:${basePort + 40}/`]
    await Promise.race([
      Promise.all(health.map((url) => healthy(url))),
      broken.then((sentence) => Promise.reject(new Stop(sentence))),
    ])
    return { urls, env, folder, postgres, broken, stop }
  } catch (error) {
    await stop()
    throw error
  }
}

const isPostgresRunning = (env: NodeJS.ProcessEnv) =>
  spawnSync(path.join(root, 'tools/postgres.sh'), ['status'], { env, stdio: 'ignore' }).status === 0

function runPostgres(verb: 'start' | 'stop' | 'destroy', env: NodeJS.ProcessEnv, basePort: number): void {
  const done = spawnSync(path.join(root, 'tools/postgres.sh'), [verb], {
    env,
    encoding: 'utf8',
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  if (done.status !== 0)
    throw new Stop(
      `PostgreSQL did not ${verb} on port ${basePort + 30}: ${done.stderr.trim().split('\n').at(-1) ?? ''}`,
    )
}

/** Takes the world's data away, its cluster wherever it lies included. */
export function destroyWorld(options: WorldOptions): void {
  const unlock = takeLock(options.folder)
  if (postgresIsThere()) runPostgres('destroy', environmentFor(options), options.basePort)
  unlock()
  rmSync(options.folder, { recursive: true, force: true })
}

/** Waits until something answers there. @throws Stop when nothing does in time */
export async function healthy(url: string, withinMs = 120_000): Promise<void> {
  const end = Date.now() + withinMs
  while (Date.now() < end) {
    const isUp = await fetch(url, { signal: AbortSignal.timeout(3_000) }).then(
      (answer) => answer.ok,
      () => false,
    )
    if (isUp) return
    await new Promise((done) => setTimeout(done, 100))
  }
  throw new Stop(`${url} did not answer within ${withinMs / 1000} seconds.`)
}
