/**
 * A pace for each host, so that nobody is asked too often at once, however many sources lie there and however many of our
 * processes ask. Turns are given out by PostgreSQL; without it each process keeps a pace of its own.
 */
import { QueryTypes } from 'sequelize'
import { LRUCache } from 'lru-cache'
import { db } from '../db/db'

/** Between the beginnings of two requests to one host. */
export const gapMs = 50
/** A host that asks for patience gets it, up to this. */
const mostPatienceMs = 10 * 60_000

interface Turns {
  /** @returns ms to wait for this host's next turn, which is then taken; undefined when that is longer than `withinMs` */
  take(host: string, withinMs: number): Promise<number | undefined>
  /** Nobody's turn before then. */
  holdOff(host: string, ms: number): Promise<void>
}

const nextTurn = new LRUCache<string, number>({ max: 10_000 })
const ownTurns: Turns = {
  async take(host, withinMs) {
    const now = Date.now()
    const at = Math.max(now, nextTurn.get(host) ?? 0)
    if (at - now > withinMs) return undefined
    nextTurn.set(host, at + gapMs)
    return at - now
  },
  holdOff: async (host, ms) => void nextTurn.set(host, Date.now() + ms),
}

const sharedTurns: Turns = {
  async take(host, withinMs) {
    const [row] = await db().sequelize.query<{ wait: number }>(
      `insert into turns as t (host, next_at) values ($1, clock_timestamp() + $2 * interval '1 ms')
       on conflict (host) do update set next_at = greatest(t.next_at, clock_timestamp()) + $2 * interval '1 ms' where t.next_at <= clock_timestamp() + $3 * interval '1 ms'
       returning greatest(0, extract(epoch from next_at - clock_timestamp()) * 1000 - $2)::float8 as wait`,
      { bind: [host, gapMs, withinMs], type: QueryTypes.SELECT },
    )
    return row?.wait
  },
  async holdOff(host, ms) {
    await db().sequelize.query(
      `insert into turns (host, next_at) values ($1, now() + $2 * interval '1 ms') on conflict (host) do update set next_at = excluded.next_at`,
      { bind: [host, ms] },
    )
  },
}

let isAlone = false
/** For a process without a database. */
export const keepOwnPace = (): void => void (isAlone = true)

/** A database that is away stops nobody from reading. */
const turns = <T>(ask: (keeper: Turns) => Promise<T>): Promise<T> =>
  isAlone ? ask(ownTurns) : ask(sharedTurns).catch(() => ask(ownTurns))

/** Waits for this host's turn. @returns false when that would take longer than `withinMs` */
export async function turnOf(host: string, withinMs: number): Promise<boolean> {
  const wait = await turns((keeper) => keeper.take(host, withinMs))
  if (wait === undefined) return false
  if (wait > 0) await new Promise((done) => setTimeout(done, wait))
  return true
}

/** What `Retry-After` asks for (RFC 9110, 10.2.3): seconds, or a date. */
export async function heedRetryAfter(host: string, written: string | null): Promise<void> {
  if (!written) return
  const ms = /^\d+$/.test(written.trim()) ? Number(written) * 1000 : Date.parse(written) - Date.now()
  if (ms > 0) await turns((keeper) => keeper.holdOff(host, Math.min(ms, mostPatienceMs)))
}

/** Hosts that nobody asked for a day. */
export const forgetTurns = (): Promise<unknown> =>
  db().sequelize.query(`delete from turns where next_at < now() - interval '1 day'`)
