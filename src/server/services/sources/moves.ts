/** How the entries of a source are known from before, where their addresses have changed. */
import { QueryTypes, type Transaction } from 'sequelize'
import { identify } from '@/core/items/identity'
import type { ReadItem } from '@/core/items/item'
import { movedBack, movesBetween, type Move } from '@/core/items/moves'
import { db } from '../../db/db'
import { optionsOf } from './reading'

/** Items that a source has had, gone ones too: some may come back under the new address. */
const knownOf = (id: string, transaction: Transaction) =>
  db().sequelize.query<{ id: string; url: string | null }>(
    `select id, facts ->> 'url' as url from items where source_id = $1`,
    { bind: [id], type: QueryTypes.SELECT, transaction },
  )

/** @param items - as they are read now */
export async function movesOf(
  row: { readonly id: string; readonly options: unknown },
  items: readonly ReadItem[],
  transaction: Transaction,
): Promise<{ readonly moves: readonly Move[]; readonly known: number }> {
  const before = await knownOf(row.id, transaction)
  const urls = (all: readonly { readonly url?: string | null | undefined }[]) =>
    all.flatMap(({ url }) => url ?? [])
  const moves = movesBetween(urls(before), urls(items), optionsOf(row).moves ?? [])
  const ids = new Set(before.map(({ id }) => id))
  return { moves, known: identify(row.id, movedBack(items, moves)).filter((id) => ids.has(id)).length }
}
