/** What several routes take, checked alike. */
import * as z from 'zod'
import { problem, ProblemError } from '@/core/problems'
import { platforms } from '@/core/snippet/platforms'

export const id = z.object({ id: z.uuid() })
export const name = z.string().trim().min(1, 'a name is needed').max(120)
export const address = z.string().trim().min(1, 'an address is needed').max(2000)
export const itemIds = z.array(z.string().max(200)).min(1).max(10_000)
export const productIds = z.array(z.string().max(200)).max(200)
export const tags = z.array(z.string().trim().min(1).max(60)).max(30)
export const role = z.enum(['viewer', 'designer', 'owner'])
export const platform = z.enum(platforms.map((one) => one.id) as [string, ...string[]])
export const timeZone = z.string().max(60).refine(isZone, 'no such time zone')
export const locale = z
  .string()
  .regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'a language is written like en or en-GB')
export function revisionIn(headers: Headers): number {
  const written = /^(?:W\/)?"?(\d{1,9})"?$/.exec(headers.get('if-match') ?? '')?.[1]
  if (written === undefined)
    throw new ProblemError(
      problem('input_invalid', {
        where: 'If-Match',
        why: 'it names the draft revision that was changed, like "7"',
      }),
    )
  return Number(written)
}

/** @throws ProblemError `revision_needed` */
export function revisionSeen(headers: Headers): number {
  if (headers.get('if-match') === null) throw new ProblemError(problem('revision_needed'))
  return revisionIn(headers)
}

function isZone(zone: string): boolean {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }))
  } catch {
    return false // RangeError: not a zone
  }
}
