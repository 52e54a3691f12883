/**
 * Takes jobs of one name, so many at a time. Each ends by itself: the next begins as soon as one has ended, and one that fails is tried
 * again without the others.
 */
import type PgBoss from 'pg-boss'
import { log } from '../log'
import type { JobName, Jobs } from './queue'

/** How long an empty queue is left alone. */
const pollMs = 1_000
/** Before a job is looked at again whose key has enough of them running. */
const crowdedS = 2

export interface Taking<N extends JobName> {
  /** @param id - the job's, the same for each try */
  readonly run: (data: Jobs[N], id?: string) => Promise<void>
  readonly atOnce: number
  /** At most so many at once have the same key, so that one who answers slowly leaves room for the others. */
  readonly perKey?: { readonly keyOf: (data: Jobs[N]) => Promise<string>; readonly max: number }
}

/** @returns stops taking, and resolves when what runs has ended */
export function takeJobs<N extends JobName>(
  boss: PgBoss,
  name: N,
  { run, atOnce, perKey }: Taking<N>,
): () => Promise<void> {
  const running = new Set<Promise<void>>()
  const keys = new Map<string, number>()
  let isStopped = false
  let wake: () => void = () => undefined

  async function work({ id, data }: PgBoss.Job<Jobs[N]>): Promise<void> {
    const key = await perKey?.keyOf(data)
    const count = key === undefined ? 0 : (keys.get(key) ?? 0)
    if (perKey && count >= perKey.max) {
      // Put back under a key of its own: under the old one another may wait already.
      await boss.send(name, data, { startAfter: crowdedS, singletonKey: id })
      return boss.complete(name, id)
    }
    if (key !== undefined) keys.set(key, count + 1)
    try {
      await run(data, id)
      await boss.complete(name, id)
    } finally {
      if (key !== undefined) {
        const left = keys.get(key)! - 1
        if (left > 0) keys.set(key, left)
        else keys.delete(key)
      }
    }
  }

  const begin = (job: PgBoss.Job<Jobs[N]>) => {
    const done: Promise<void> = work(job)
      .catch(async (error: unknown) => {
        const { message } = error as Error
        log.error({ job: name, id: job.id, error: message }, 'job failed')
        await boss.fail(name, job.id, { message }).catch(() => undefined) // it expires
      })
      .finally(() => {
        running.delete(done)
        wake()
      })
    running.add(done)
  }

  async function take(): Promise<void> {
    while (!isStopped) {
      const room = atOnce - running.size
      const jobs = room > 0 ? await boss.fetch<Jobs[N]>(name, { batchSize: room }).catch(() => []) : [] // away: looked at again below
      if (isStopped && jobs.length === 0) return
      jobs.forEach(begin)
      if (jobs.length > 0 && running.size < atOnce) continue
      await new Promise<void>((done) => {
        const timer = setTimeout(done, pollMs)
        wake = () => {
          clearTimeout(timer)
          done()
        }
      })
    }
  }
  const taking = take()
  return async () => {
    isStopped = true
    wake()
    await taking
    await Promise.all(running)
  }
}
