/** `./yimble bench`: measures against the budgets and prints one JSON line each. Exit code 1 when one is not kept. */
import path from 'node:path'
import { prepareWorld } from './demo'
import { Stop } from './stop'
import { browserIsThere, destroyWorld, driverIsThere, needPackages, root, type WorldOptions } from './world'
import { withWorld } from './withWorld'

export async function bench(args: readonly string[]): Promise<number> {
  if (args.length > 0) throw new Stop('bench takes no arguments.', 2)
  needPackages({ chromium: browserIsThere, 'chromium-driver': driverIsThere })
  Object.assign(process.env, { NODE_ENV: 'production' })
  const { weight } = await import('../../measure/weight')
  const { rendering } = await import('../../measure/rendering')
  let allKept = true
  const report = (lines: readonly { readonly ok: boolean }[]) => {
    for (const one of lines) {
      console.log(JSON.stringify(one))
      allKept &&= one.ok
    }
  }
  report(await weight())
  report(await rendering())
  const { reading } = await import('../../measure/reading')
  report(await reading())
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
      const { living } = await import('../../measure/living')
      const { delivering } = await import('../../measure/delivering')
      const { lines, ref } = await living()
      report(lines)
      report(await delivering(world.urls.delivery, ref))
      const { sorting } = await import('../../measure/sorting')
      report(await sorting())
      const { refreshing } = await import('../../measure/refreshing')
      report(await refreshing())
      const { scale } = await import('../../measure/scale')
      report(await scale(world.urls.studio))
    },
  )
  return allKept ? 0 : 1
}
