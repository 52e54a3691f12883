/**
 * pg's client, with statements prepared that come again: PostgreSQL takes several times as long to read and to plan most of ours as to
 * run them. For Sequelize and for the queue, neither of which names its statements.
 */
import { LRUCache } from 'lru-cache'
import pg from 'pg'
import { env } from '../env'

/** A statement that comes for so many times is prepared by then. */
const oftenEnough = 3
/** Each connection keeps the plans of all that it has run. What is put together anew each time is never prepared. */
const mostPrepared = 300

const seen = new LRUCache<string, number>({ max: 2_000 })
const names = new Map<string, string>()

function nameOf(text: string): string | undefined {
  // Behind a pooler the next transaction may come by another connection, which knows no such name.
  if (env().LISTEN_DATABASE_URL) return undefined
  const known = names.get(text)
  if (known || names.size >= mostPrepared) return known
  const times = (seen.get(text) ?? 0) + 1
  seen.set(text, times)
  if (times < oftenEnough) return undefined
  const name = `yimble_${names.size + 1}`
  names.set(text, name)
  return name
}

type Rest = readonly unknown[]

export class PreparingClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config)
    const query = this.query.bind(this) as (first: unknown, ...rest: Rest) => unknown
    Object.assign(this, {
      query(first: unknown, values?: unknown, ...rest: Rest) {
        const name = typeof first === 'string' && Array.isArray(values) ? nameOf(first) : undefined
        return name ? query({ name, text: first, values }, ...rest) : query(first, values, ...rest)
      },
    })
  }
}
