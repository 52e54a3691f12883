/** `./yimble demo` and `./yimble dev`. */
import { spawnSync } from 'node:child_process'
import { watch } from 'node:fs'
import path from 'node:path'
import { buildEmbed } from '@/cli/buildEmbed'
import { demoSignIn } from '../server/demoSignIn'
import { buildForProduction } from './build'
import { Stop } from './stop'
import { destroyWorld, root, say, type World, type WorldOptions } from './world'
import { stoppedCode, withWorld } from './withWorld'

export async function demo(args: readonly string[], mode: WorldOptions['mode']): Promise<number> {
  const unknown = args.find((arg) => arg !== '--fresh')
  if (unknown)
    throw new Stop(
      `${mode === 'production' ? 'demo' : 'dev'} does not know "${unknown}"; it knows --fresh.`,
      2,
    )
  const options: WorldOptions = {
    basePort: basePort(),
    folder: path.join(root, '.yimble'),
    mode,
    profile: 'keep',
  }
  if (args.includes('--fresh') && process.env.DATABASE_URL)
    throw new Stop(
      '--fresh would have to empty the database that DATABASE_URL names, which is yours. Empty it yourself, or start without DATABASE_URL.',
      2,
    )
  if (args.includes('--fresh')) destroyWorld(options)
  say('Starting …')
  try {
    await withWorld(
      options,
      (env) => prepareWorld(env, mode),
      async ({ urls, broken }) => {
        tell(urls)
        if (mode === 'development') watchEmbed()
        throw new Stop(await broken)
      },
    )
  } catch (error) {
    if (!(error instanceof Stop) || error.exitCode !== stoppedCode) throw error
  }
  return 0
}

const tell = (urls: World['urls']) =>
  say(`
  Studio      ${urls.studio}
  Stand-ins   ${urls.standins}   (client sites and feeds to try it on)
  Delivery    ${urls.delivery}

  Sign in as  ${demoSignIn.email}   password  ${demoSignIn.password}

Ctrl-C stops everything; the data stays.`)

function watchEmbed(): void {
  let timer: NodeJS.Timeout | undefined
  watch(path.join(root, 'src/embed'), { recursive: true }, () => {
    clearTimeout(timer)
    timer = setTimeout(
      () =>
        void buildEmbed(path.join(root, '.build/embed')).catch((error: unknown) =>
          say(`The embed could not be built: ${String(error)}`),
        ),
      150,
    )
  }).unref()
}

export async function prepareWorld(env: NodeJS.ProcessEnv, mode: WorldOptions['mode']): Promise<void> {
  if (mode === 'production') await buildForProduction()
  else await buildEmbed(path.join(root, '.build/embed'))
  const done = spawnSync('node', ['--import', 'tsx', 'src/cli/prepare.ts'], {
    cwd: root,
    env: { ...env, YIMBLE_LOG_LEVEL: 'error' },
    encoding: 'utf8',
  })
  if (done.status !== 0)
    throw new Stop(
      `the database could not be prepared: ${done.stderr.trim().split('\n').slice(-12).join('\n')}${done.stdout.trim().slice(-1500)}`,
    )
}

/** @throws Stop when YIMBLE_BASE_PORT is no port with room for the others above it */
export function basePort(): number {
  const written = process.env.YIMBLE_BASE_PORT ?? '4310'
  const port = Number(written)
  if (!Number.isInteger(port) || port < 1024 || port > 65_000)
    throw new Stop(`YIMBLE_BASE_PORT is "${written}"; it must be a whole number from 1024 to 65000.`, 2)
  return port
}
