/**
 * How often a visitor may ask and send. What costs nothing is counted in memory, so that a flood does not reach the database;
 * sends are counted in PostgreSQL, where all processes see the same count. An address is known as a hash only, under a salt
 * that lives a day.
 */
import { createHmac, randomBytes } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import { QueryTypes } from 'sequelize'
import { ProblemError } from '@/core/problems'
import { db } from '../db/db'
import { throttle } from '../services/access/throttle'
import { VisitorError } from './problems'

const dayMs = 24 * 3_600_000
const windowMs = 60_000

interface Window {
  count: number
  readonly endsAt: number
}

export function createLimits(now: () => number = Date.now) {
  const windows = new LRUCache<string, Window>({ max: 100_000 })
  let salt: { day: number; bytes: Promise<Buffer> } | undefined

  function saltOfToday(): Promise<Buffer> {
    const day = Math.floor(now() / dayMs)
    if (salt?.day !== day) {
      const bytes = sharedSalt()
      salt = { day, bytes }
      bytes.catch(() => (salt = undefined)) // the next one asks again
    }
    return salt!.bytes
  }

  return {
    /** Hash of a network address that nobody can turn back tomorrow. */
    async visitorOf(address: string): Promise<string> {
      return createHmac('sha256', await saltOfToday())
        .update(address)
        .digest('base64url')
        .slice(0, 16)
    },
    /** Of one process, by minute. @param count - how much is taken @returns seconds to wait, when the limit is passed; 0 otherwise */
    takeHere(key: string, mostPerMinute: number, count = 1): number {
      const at = now()
      const held = windows.get(key)
      const window = held && held.endsAt > at ? held : { count: 0, endsAt: at + windowMs }
      window.count += count
      windows.set(key, window)
      return window.count > mostPerMinute ? Math.ceil((window.endsAt - at) / 1000) : 0
    },
    /** Takes a request off the count, because the database was away and its sender could not help that. */
    giveBackHere(key: string): void {
      const held = windows.get(key)
      if (held) held.count -= 1
    },
    take: takeShared,
  }
}

/** Of all processes, by hour. @throws VisitorError `too_often` */
export async function takeShared(key: string, mostPerHour: number): Promise<void> {
  try {
    await throttle(`visitor ${key}`, mostPerHour, 3600)
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    throw new VisitorError('too_often', { retryAfter: Number(error.problem.facts.seconds) })
  }
}

/** Made by whoever comes first on a day; those of before are thrown away. */
async function sharedSalt(): Promise<Buffer> {
  await db().sequelize.query('delete from salts where day < current_date')
  await db().sequelize.query('insert into salts values (current_date, $1) on conflict do nothing', {
    bind: [randomBytes(32)],
  })
  const [row] = await db().sequelize.query<{ salt: Buffer }>(
    'select salt from salts where day = current_date',
    { type: QueryTypes.SELECT },
  )
  return row!.salt
}
