/**
 * Reads stored JSON. What an older version wrote and this one can't read must not make a whole list unreadable: it is
 * logged, and the value given takes its place.
 */
import * as z from 'zod'
import { log } from '../log'

export function stored<T>(schema: z.ZodType<T>, value: unknown, otherwise: T, where: string): T {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  const [issue] = parsed.error.issues
  log.warn({ where, path: issue?.path.join('.'), why: issue?.message }, 'stored value not readable')
  return otherwise
}
