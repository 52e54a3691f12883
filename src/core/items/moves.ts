/** A site that moves takes its entries along under other addresses. What was decided on them stays, since they are known by the old ones. */
import * as z from 'zod'
import type { ReadItem } from './item'

/** Origins: that of addresses now, and the one under which the entries are known. */
export const moveSchema = z.object({ from: z.string(), to: z.string() })
export type Move = z.infer<typeof moveSchema>

const mostMoves = 10
/** A move is believed when this share of the new addresses was known before, but for their origin. */
const leastShare = 0.5

const parts = (address: string): { origin: string; path: string } | undefined => {
  if (!URL.canParse(address)) return undefined
  const { origin, pathname, search } = new URL(address)
  return origin === 'null' ? undefined : { origin, path: pathname + search }
}

/**
 * Moves that explain the addresses that entries have now, with those that were known before.
 * @param known - addresses that they had @param now - addresses that they have
 */
export function movesBetween(
  known: readonly string[],
  now: readonly string[],
  before: readonly Move[],
): readonly Move[] {
  const origins = new Set<string>()
  const byPath = new Map<string, string>()
  for (const { origin, path } of known.flatMap((one) => parts(one) ?? [])) {
    origins.add(origin)
    byPath.set(path, origin)
  }
  const counts = new Map<string, { all: number; to: Map<string, number> }>()
  for (const { origin, path } of now.flatMap((one) => parts(one) ?? [])) {
    if (origins.has(origin)) continue
    const count = counts.get(origin) ?? { all: 0, to: new Map<string, number>() }
    counts.set(origin, count)
    count.all += 1
    const to = byPath.get(path)
    if (to) count.to.set(to, (count.to.get(to) ?? 0) + 1)
  }
  const found = [...counts].flatMap(([from, { all, to }]): Move[] => {
    const [best] = [...to].sort((a, b) => b[1] - a[1])
    if (!best || best[1] < all * leastShare) return []
    return [{ from, to: before.find((one) => one.from === best[0])?.to ?? best[0] }]
  })
  const isNew = (one: Move) => !found.some(({ from }) => from === one.from)
  return [...before.filter(isNew), ...found].slice(-mostMoves)
}

/** Entries under the addresses by which they are known; to tell which is which, not to show. */
export function movedBack(items: readonly ReadItem[], moves: readonly Move[]): readonly ReadItem[] {
  if (moves.length === 0) return items
  const back = (address: string) => {
    const now = parts(address)
    const move = now && moves.find(({ from }) => from === now.origin)
    return move ? move.to + address.slice(now.origin.length) : address
  }
  return items.map((item) => ({
    ...item,
    ...(item.guid ? { guid: back(item.guid) } : {}),
    ...(item.url ? { url: back(item.url) } : {}),
  }))
}
