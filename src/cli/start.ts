/**
 * `./yimble start [studio] [delivery] [worker]`: runs for production what is named, all three when nothing is. Nothing of
 * the demo is in it; the configuration comes from the environment (docs/running.md).
 */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { buildForProduction } from './build'
import { bundleFile, type BundleName } from './bundle'
import { Stop } from './stop'
import { root, say } from './world'
import { aborted, stopSignal } from './withWorld'

const processes = ['studio', 'delivery', 'worker'] as const
type ProcessName = (typeof processes)[number]
const needed = ['DATABASE_URL', 'YIMBLE_STUDIO_URL', 'YIMBLE_DELIVERY_URL', 'YIMBLE_SECRET'] as const
const graceMs = 8_000

export async function start(args: readonly string[]): Promise<number> {
  const unknown = args.find((arg) => !processes.includes(arg as ProcessName))
  if (unknown) throw new Stop(`there is no process "${unknown}"; there are: ${processes.join(', ')}.`, 2)
  const env = productionEnv()
  const names = args.length > 0 ? (args as readonly ProcessName[]) : processes
  await buildForProduction()
  run('migrate', env)
  const signal = stopSignal()
  const children: ChildProcess[] = []
  const ended = names.map(
    (name) =>
      new Promise<string>((done) => {
        const child = spawn('node', ['--enable-source-maps', bundleFile(name)], {
          cwd: root,
          env: { ...env, YIMBLE_PROCESS: name },
          stdio: ['ignore', 'inherit', 'inherit'],
        })
        children.push(child)
        child.once('exit', (code) => done(`${name} ended (code ${code ?? 'none'})`))
      }),
  )
  say(
    `Running ${names.join(', ')}. Studio at ${env.YIMBLE_STUDIO_URL}, delivery at ${env.YIMBLE_DELIVERY_URL}.`,
  )
  const first = await Promise.race([aborted(signal).then(() => undefined), ...ended])
  // One that ends takes the others along: whoever supervises this starts all of them again.
  const late = setTimeout(() => children.forEach((child) => child.kill('SIGKILL')), graceMs)
  children.forEach((child) => child.kill('SIGTERM'))
  await Promise.all(ended)
  clearTimeout(late)
  if (first !== undefined) throw new Stop(`${first}; the others were stopped. Its last words are above.`)
  return 0
}

/** @throws Stop naming what is missing */
export function productionEnv(): NodeJS.ProcessEnv {
  const missing = needed.filter((name) => !process.env[name])
  if (missing.length > 0)
    throw new Stop(
      `these variables are missing: ${missing.join(', ')}. docs/running.md says what they mean.`,
      2,
    )
  return { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1', YIMBLE_DEMO: '0' }
}

function run(name: BundleName, env: NodeJS.ProcessEnv): void {
  const done = spawnSync('node', ['--enable-source-maps', bundleFile(name)], {
    cwd: root,
    env,
    encoding: 'utf8',
  })
  if (done.status !== 0)
    throw new Stop(`the database could not be prepared: ${(done.stderr + done.stdout).trim().slice(-1500)}`)
}
