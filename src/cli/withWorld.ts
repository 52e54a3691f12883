/** A world for as long as some work takes. It is stopped in every case, also when somebody stops the command meanwhile. */
import { say, startWorld, type World, type WorldOptions } from './world'
import { Stop } from './stop'

/** Exit code of a command that was told to end, as shells count it. */
export const stoppedCode = 130

/** Aborted once somebody asks this process to end. */
export function stopSignal(): AbortSignal {
  const controller = new AbortController()
  for (const name of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(name, () => controller.abort())
  return controller.signal
}

export const aborted = (signal: AbortSignal): Promise<void> =>
  new Promise((done) =>
    signal.aborted ? done() : signal.addEventListener('abort', () => done(), { once: true }),
  )

/**
 * @param work - gets a signal that tells when to leave off
 * @throws Stop when it was stopped from outside
 */
export async function withWorld<T>(
  options: WorldOptions,
  prepare: (env: NodeJS.ProcessEnv) => Promise<void>,
  work: (world: World, signal: AbortSignal) => Promise<T>,
  start = startWorld,
): Promise<T> {
  const signal = stopSignal()
  const stopped = aborted(signal).then((): never => {
    say('Stopping …')
    throw new Stop('stopped before it was done.', stoppedCode)
  })
  const starting = start(options, prepare)
  try {
    const world = await Promise.race([starting, stopped])
    return await Promise.race([work(world, signal), stopped])
  } finally {
    await starting.then(
      (world) => world.stop(),
      () => undefined,
    ) // what failed to start has stopped itself
  }
}
