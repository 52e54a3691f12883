/** `./yimble bench [part…]`: measures against the budgets and prints one JSON line each. Exit code 1 when one is not kept. */
import path from 'node:path'
import { quiet, type Line } from '../../measure/measure'
import { prepareWorld } from './demo'
import { Stop } from './stop'
import {
  browserIsThere,
  destroyWorld,
  driverIsThere,
  needPackages,
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
  let allKept = true
  const report = (lines: readonly Line[]) => {
    for (const one of lines) {
      console.log(JSON.stringify(one))
      allKept &&= one.ok
    }
  }
  for (const [, measure] of Object.entries(alone).filter(isWanted)) report(await measure())
  const rest = Object.entries(inWorld).filter(isWanted)
  if (rest.length > 0)
    await withBenchWorld(async (world) => {
      for (const [, measure] of rest) {
        await quiet()
        report(await measure(world))
      }
    })
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
  const measured = Array.from({ length: 10 }, (_one, at) => `http://127.0.0.8:${options.basePort + 80 + at}`)
  process.env.YIMBLE_MORE_ORIGINS = measured.join(',')
  await withWorld(
    options,
    (env) => prepareWorld(env, 'production'),
    async (world) => {
      Object.assign(process.env, world.env)
      await work(world)
    },
  )
}
