/** `./yimble bench [part…]`: measures against the budgets and prints one JSON line each. Exit code 1 when one is not kept. */
import path from 'node:path'
import { quiet, type Line } from '../../measure/measure'
import { prepareWorld } from './demo'
import { orUncaught } from './orUncaught'
import { Stop } from './stop'
import {
  browserIsThere,
  destroyWorld,
  driverIsThere,
  needPackages,
  needPorts,
  root,
  type World,
  type WorldOptions,
} from './world'
import { withWorld } from './withWorld'

/** What needs nothing but the code. */
const alone: Readonly<Record<string, () => Promise<Line[]>>> = {
  weight: async () => (await import('../../measure/weight')).weight(),
  rendering: async () => (await import('../../measure/rendering')).rendering(),
  scheduling: async () => (await import('../../measure/scheduling')).scheduling(),
  reading: async () => (await import('../../measure/reading')).reading(),
}

/** What needs the whole product running, built as it is shipped. */
const inWorld: Readonly<Record<string, (world: World) => Promise<Line[]>>> = {
  living: async ({ urls }) => {
    const { lines, ref } = await (await import('../../measure/living')).living()
    return [...lines, ...(await (await import('../../measure/delivering')).delivering(urls.delivery, ref))]
  },
  talking: async ({ urls }) => (await import('../../measure/talking')).talking(urls),
  booking: async ({ urls }) => (await import('../../measure/booking')).booking(urls),
  searching: async ({ urls }) => (await import('../../measure/searching')).searching(urls),
  sorting: async () => (await import('../../measure/sorting')).sorting(),
  refreshing: async () => (await import('../../measure/refreshing')).refreshing(),
  scale: async ({ urls }) => (await import('../../measure/scale')).scale(urls.studio),
}

export async function bench(parts: readonly string[]): Promise<number> {
  const names = [...Object.keys(alone), ...Object.keys(inWorld)]
  const unknown = parts.find((one) => !names.includes(one))
  if (unknown) throw new Stop(`bench has no part “${unknown}”; its parts are ${names.join(', ')}.`, 2)
  const isWanted = ([name]: readonly [string, unknown]) => parts.length === 0 || parts.includes(name)
  needPackages({ chromium: browserIsThere, 'chromium-driver': driverIsThere })
  Object.assign(process.env, { NODE_ENV: 'production' })
  const { asking, computing, report } = await import('../../measure/machine')
  let allKept = true
  /** Reports a part that fails, and goes on with the others. */
  const measured = async (name: string, measure: () => Promise<Line[]>) => {
    try {
      for (const one of await orUncaught(measure)) allKept &&= one.ok
    } catch (error) {
      if (error instanceof Stop) throw error
      allKept = false
      console.log(
        JSON.stringify({ name: `the part “${name}” failed`, error: (error as Error).message, ok: false }),
      )
    }
  }
  report('at the beginning', { hashing: computing() })
  for (const [name, measure] of Object.entries(alone).filter(isWanted)) await measured(name, measure)
  const rest = Object.entries(inWorld).filter(isWanted)
  if (rest.length > 0)
    await withBenchWorld(async (world) => {
      report('with its database, at the beginning', { ...(await asking()) })
      for (const [name, measure] of rest) {
        await quiet()
        await measured(name, () => measure(world))
      }
      report('with its database, at the end', { ...(await asking()) })
    })
  report('at the end', { hashing: computing() })
  return allKept ? 0 : 1
}

async function withBenchWorld(work: (world: World) => Promise<void>): Promise<void> {
  const options: WorldOptions = {
    basePort: Number(process.env.YIMBLE_BENCH_PORT ?? 5110),
    folder: path.join(root, '.yimble/bench'),
    mode: 'production',
    profile: 'test',
  }
  destroyWorld(options)
  const ports = Array.from({ length: 10 }, (_one, at) => options.basePort + 80 + at)
  await needPorts(
    [
      ...ports.map((port) => ['127.0.0.8', port, 'what is measured'] as const),
      ['127.0.0.2', options.basePort + 15, 'the bare server to compare with'],
    ],
    options.basePort,
  )
  process.env.YIMBLE_MORE_ORIGINS = ports.map((port) => `http://127.0.0.8:${port}`).join(',')
  await withWorld(
    options,
    (env) => prepareWorld(env, 'production'),
    async (world) => {
      Object.assign(process.env, world.env)
      await work(world)
    },
  )
}
