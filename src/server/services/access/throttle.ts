/** Counts tries in PostgreSQL, so that every studio process sees the same count. */
import { QueryTypes } from 'sequelize'
import { problem, ProblemError } from '@/core/problems'
import { db } from '../../db/db'

/**
 * Counts one try under a key.
 * @throws ProblemError `too_many_tries` when there were more than `limit` in the running window
 */
export async function throttle(key: string, limit: number, windowS: number): Promise<void> {
  const [row] = await db().sequelize.query<{ count: number; age: number }>(
    `insert into throttles (key, started_at, count) values ($1, now(), 1)
     on conflict (key) do update set
       count = case when throttles.started_at < now() - make_interval(secs => $2) then 1 else throttles.count + 1 end,
       started_at = case when throttles.started_at < now() - make_interval(secs => $2) then now() else throttles.started_at end
     returning count, extract(epoch from now() - started_at)::int as age`,
    { bind: [key, windowS], type: QueryTypes.SELECT },
  )
  if (row && row.count > limit)
    throw new ProblemError(problem('too_many_tries', { seconds: Math.max(1, windowS - row.age) }))
}

/** The count under a key begins anew. */
export const forgive = (key: string): Promise<unknown> =>
  db().sequelize.query('delete from throttles where key = $1', { bind: [key] })
