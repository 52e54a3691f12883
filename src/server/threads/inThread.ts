/**
 * Work on what comes from outside, in threads with an end in time and memory: some input can be made to take minutes, and the process
 * that asked must go on. A thread that is over its limits is ended, and a new one takes its place.
 */
import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import path from 'node:path'
import Tinypool from 'tinypool'
import { log } from '../log'
import type { ThreadWork } from './work'

const limits = { ms: 12_000, megabytes: 384, idleMs: 60_000 } as const

type Runtime = 'worker_threads' | 'child_process'
/** Native code goes on when its thread is ended, so that it needs a process of its own. */
const native: ReadonlySet<keyof ThreadWork> = new Set(['rasterise'])

/** One of each for each process: Next bundles pages and route handlers apart. */
const shared = globalThis as typeof globalThis & { yimbleThreads?: Partial<Record<Runtime, Tinypool>> }

function poolOf(runtime: Runtime): Tinypool {
  const pools = (shared.yimbleThreads ??= {})
  const known = pools[runtime]
  if (known) return known
  const built = path.resolve('.build/threads/work.mjs')
  const pool = new Tinypool({
    runtime,
    filename: existsSync(built) ? built : path.resolve('src/server/threads/boot.mjs'),
    minThreads: 0,
    maxThreads: runtime === 'child_process' ? 1 : Math.max(2, availableParallelism()),
    idleTimeout: limits.idleMs,
    ...(runtime === 'worker_threads' ? { resourceLimits: { maxOldGenerationSizeMb: limits.megabytes } } : {}),
  })
  pool.on('error', (error: Error) => log.error({ error: error.message }, 'a thread ended')) // the next one takes its place
  return (pools[runtime] = pool)
}

/** What came was more than can be worked on within the limits. */
export class TooMuch extends Error {
  constructor(name: string, why: string) {
    super(`${name} was ended: ${why}`)
    this.name = 'TooMuch'
  }
}

/**
 * @param ms - of the work itself and of waiting for a thread
 * @throws TooMuch when it takes too long or too much memory; whatever the work throws, as an Error with its message
 */
export async function inThread<N extends keyof ThreadWork>(
  name: N,
  input: Parameters<ThreadWork[N]>[0],
  ms: number = limits.ms,
): Promise<Awaited<ReturnType<ThreadWork[N]>>> {
  const ending = new AbortController()
  const timer = setTimeout(() => ending.abort(), ms)
  try {
    return (await poolOf(native.has(name) ? 'child_process' : 'worker_threads').run(
      { name, input },
      { signal: ending.signal },
    )) as Awaited<ReturnType<ThreadWork[N]>>
  } catch (error) {
    const why = ending.signal.aborted
      ? `it took more than ${ms} ms`
      : (error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY'
        ? `it took more than ${limits.megabytes} MB`
        : undefined
    if (!why) throw error
    log.info({ name, why }, 'work in a thread was ended')
    throw new TooMuch(name, why)
  } finally {
    clearTimeout(timer)
  }
}

export async function stopThreads(): Promise<void> {
  await Promise.all(Object.values(shared.yimbleThreads ?? {}).map((pool) => pool.destroy()))
  delete shared.yimbleThreads
}
