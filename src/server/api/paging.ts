/**
 * Every list of the API comes in pages: `?limit=` says how long, `?cursor=` where the last page ended, and the answer
 * names the next one in a `Link` header (RFC 8288). A cursor is the id of the last entry, so that entries which come or go
 * meanwhile move nothing.
 */
import * as z from 'zod'
import { problem, ProblemError } from '@/core/problems'

export const paging = { usual: 200, most: 2_000 } as const
const limitShape = z.coerce.number().int().min(1).max(paging.most)

/** Those entries that the address asks for. @throws ProblemError `input_invalid` */
export function pageOf(
  list: readonly unknown[],
  url: URL,
): { value: readonly unknown[]; headers: Record<string, string> } {
  const asked = limitShape.safeParse(url.searchParams.get('limit') ?? paging.usual)
  if (!asked.success)
    throw new ProblemError(
      problem('input_invalid', { where: 'limit', why: `it is a whole number from 1 to ${paging.most}` }),
    )
  const cursor = url.searchParams.get('cursor')
  const from = cursor === null ? 0 : list.findIndex((entry, at) => keyOf(entry, at) === cursor) + 1
  if (cursor !== null && from === 0)
    throw new ProblemError(
      problem('input_invalid', {
        where: 'cursor',
        why: 'the entry it names is not there any more. Begin again without it',
      }),
    )
  const value = list.slice(from, from + asked.data)
  const end = from + value.length
  if (end >= list.length) return { value, headers: {} }
  const next = new URLSearchParams(url.searchParams)
  next.set('cursor', keyOf(value.at(-1), end - 1))
  return { value, headers: { link: `<${url.pathname}?${next.toString()}>; rel="next"` } }
}

/** Entries have an id, a key or a number of their own; what has none is counted. */
function keyOf(entry: unknown, at: number): string {
  const { id, key, number } = (entry ?? {}) as { id?: string; key?: string; number?: number }
  return String(id ?? key ?? number ?? at)
}
