/**
 * `./yimble test [part …] [-- jest arguments]`: format, lint, types, unit, database and browser tests, with their own set-up.
 * The last line is `N passed, N failed`, summed over all of them; the exit code says the same.
 */
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import pg from 'pg'
import * as z from 'zod'
import { prepareWorld } from './demo'
import { Stop } from './stop'
import {
  browserIsThere,
  destroyWorld,
  driverIsThere,
  needPackages,
  postgresIsThere,
  root,
  say,
  type WorldOptions,
} from './world'
import { stoppedCode, stopSignal, withWorld } from './withWorld'

const parts = ['format', 'lint', 'types', 'unit', 'database', 'browser'] as const
type Part = (typeof parts)[number]
interface Count {
  passed: number
  failed: number
}

/** Databases of the tests are copies of this one. */
const template = 'yimble_template'

export async function test(args: readonly string[]): Promise<number> {
  const split = args.indexOf('--')
  const asked = split < 0 ? args : args.slice(0, split)
  const jestArgs = split < 0 ? [] : args.slice(split + 1)
  const unknown = asked.find((one) => !parts.includes(one as Part))
  if (unknown) throw new Stop(`there are no "${unknown}" tests; there are: ${parts.join(', ')}.`, 2)
  const wanted = new Set<string>(asked.length > 0 ? asked : parts)
  const counts: Count[] = []
  counts.push(...(await Promise.all(checks.filter(({ part }) => wanted.has(part)).map(check))))
  if (wanted.has('unit')) counts.push(await jest('unit', {}, jestArgs, stopSignal()))
  if (wanted.has('database') || wanted.has('browser')) counts.push(...(await inWorld(wanted, jestArgs)))
  const passed = counts.reduce((sum, count) => sum + count.passed, 0)
  const failed = counts.reduce((sum, count) => sum + count.failed, 0)
  console.log(`${passed} passed, ${failed} failed`)
  return failed === 0 && passed > 0 ? 0 : 1
}

const checks = [
  {
    part: 'format',
    name: 'format',
    args: ['prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.'],
  },
  { part: 'lint', name: 'lint', args: ['eslint/bin/eslint.js', '.', '--max-warnings', '0'] },
  { part: 'types', name: 'types', args: ['typescript/bin/tsc', '--noEmit'] },
  {
    part: 'types',
    name: 'types of core and kinds',
    args: ['typescript/bin/tsc', '--noEmit', '-p', 'src/kinds'],
  },
] as const

/** They run at once, since each takes one core; what one says comes in one piece. */
async function check({ name, args: [script, ...args] }: (typeof checks)[number]): Promise<Count> {
  const running = spawn('node', [path.join('node_modules', script), ...args], { cwd: root, stdio: 'pipe' })
  const said: Buffer[] = []
  for (const stream of [running.stdout, running.stderr])
    stream.on('data', (piece: Buffer) => said.push(piece))
  const status = await new Promise<number | null>((done) => running.once('close', done))
  say(`— ${name}`)
  process.stderr.write(Buffer.concat(said))
  return status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 }
}

async function inWorld(wanted: ReadonlySet<string>, jestArgs: readonly string[]): Promise<Count[]> {
  needPackages({
    postgresql: postgresIsThere,
    ...(wanted.has('browser')
      ? {
          chromium: browserIsThere,
          'chromium-driver': driverIsThere,
          'fonts-liberation': hasFonts,
          'fonts-noto-color-emoji': hasEmoji,
        }
      : {}),
  })
  const options: WorldOptions = {
    basePort: Number(process.env.YIMBLE_TEST_PORT ?? 4910),
    folder: path.join(root, '.yimble/test'),
    mode: 'production',
    profile: 'test',
  }
  destroyWorld(options)
  say('— starting a world of its own for the tests')
  return withWorld(
    options,
    (env) => prepareWorld(env, 'production'),
    async (world, signal) => {
      const admin = await makeTemplate(world.urls.database)
      const counts: Count[] = []
      if (wanted.has('database'))
        counts.push(
          await jest(
            'database',
            { YIMBLE_TEST_DATABASE: admin, YIMBLE_TEST_TEMPLATE: template },
            jestArgs,
            signal,
          ),
        )
      if (wanted.has('browser')) {
        counts.push(await jest('browser', world.env, jestArgs, signal))
        // These stop PostgreSQL, so nothing else may run beside them.
        counts.push(await jest('alone', world.env, ['--runInBand', ...jestArgs], signal))
      }
      return counts
    },
  )
}

const hasFonts = () =>
  existsSync('/usr/share/fonts/truetype/liberation') || existsSync('/usr/share/fonts/truetype/liberation2')
const hasEmoji = () => existsSync('/usr/share/fonts/truetype/noto/NotoColorEmoji.ttf')

/** An empty, migrated database to copy from. @returns the address of the server's own database */
async function makeTemplate(url: string): Promise<string> {
  const admin = new URL(url)
  admin.pathname = '/postgres'
  const client = new pg.Client({ connectionString: admin.href })
  await client.connect()
  await client.query(`create database ${template}`)
  await client.end()
  const own = new URL(url)
  own.pathname = `/${template}`
  const done = spawnSync(
    'node',
    [
      '--import',
      'tsx',
      '-e',
      "const { migrate } = await import('./src/server/db/migrate.ts'); await migrate(); const { boss, stopBoss } = await import('./src/server/jobs/queue.ts'); await boss(); await stopBoss(); process.exit(0)",
    ],
    { cwd: root, env: { ...process.env, DATABASE_URL: own.href }, encoding: 'utf8' },
  )
  if (done.status !== 0) throw new Stop(`the test database could not be made: ${done.stderr.slice(-1500)}`)
  return admin.href
}

const report = z.object({
  numPassedTests: z.number(),
  numFailedTests: z.number(),
  numRuntimeErrorTestSuites: z.number(),
})

/** @throws Stop when it was told to leave off */
async function jest(
  project: Part | 'alone',
  env: NodeJS.ProcessEnv | Readonly<Record<string, string>>,
  args: readonly string[],
  signal: AbortSignal,
): Promise<Count> {
  say(`— ${project} tests`)
  const file = path.join(root, `.build/jest-${project}.json`)
  mkdirSync(path.dirname(file), { recursive: true })
  const running = spawn(
    'node',
    [
      '--experimental-vm-modules',
      '--disable-warning=ExperimentalWarning',
      'node_modules/jest/bin/jest.js',
      '--selectProjects',
      project,
      '--json',
      '--outputFile',
      file,
      '--forceExit',
      '--passWithNoTests',
      ...(args.includes('--runInBand') ? [] : ['--maxWorkers=2']), // the default is one less than there are cores
      '--testTimeout',
      project === 'browser' || project === 'alone' ? '240000' : '60000',
      ...args,
    ],
    {
      cwd: root,
      env: { ...process.env, ...env, NODE_ENV: 'test', YIMBLE_LOG_LEVEL: 'silent' },
      stdio: ['ignore', 'ignore', 'inherit'],
      signal,
    },
  )
  running.on('error', () => undefined) // stopped, or not even begun: the status says so
  const status = await new Promise<number | null>((done) => running.once('close', done))
  if (signal.aborted) throw new Stop('stopped before the tests were done.', stoppedCode)
  if (!existsSync(file)) return { passed: 0, failed: 1 }
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = report.parse(
    JSON.parse(readFileSync(file, 'utf8')),
  )
  const failed = numFailedTests + numRuntimeErrorTestSuites
  return { passed: numPassedTests, failed: failed === 0 && status !== 0 ? 1 : failed }
}
