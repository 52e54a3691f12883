/**
 * Chunks of the embed over builds: each delivery process brings those of its own build into the database, so that any
 * process can serve a page that still runs an earlier one. `jobs/tidy.ts` forgets them after some days.
 */
import { LRUCache } from 'lru-cache'
import { QueryTypes } from 'sequelize'
import { db } from '../db/db'
import type { Asset } from './assets'

const known = new LRUCache<string, Buffer>({ max: 200 })

/** @param path - as asked for, `/c/ago-XYZ.js` */
export async function earlierChunk(path: string): Promise<Buffer | undefined> {
  if (!/^\/c\/[\w-]{1,80}\.js$/.test(path)) return undefined
  const held = known.get(path)
  if (held) return held
  const [row] = await db().sequelize.query<{ body: Buffer }>(
    'select body from embed_chunks where path = $1',
    {
      bind: [path],
      type: QueryTypes.SELECT,
    },
  )
  if (row) known.set(path, row.body)
  return row?.body
}

/** Called at start and now and then: what is served now counts as new. */
export async function keepChunks(assets: ReadonlyMap<string, Asset>): Promise<void> {
  for (const [path, { file }] of assets)
    if (path.startsWith('/c/'))
      await db().sequelize.query(
        'insert into embed_chunks (path, body) values ($1, $2) on conflict (path) do update set built_at = now()',
        { bind: [path, file.raw] },
      )
}
