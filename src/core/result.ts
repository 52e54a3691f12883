/** Everyday failure as a value. A broken promise between our own modules throws instead. */
import type { Problem } from './problems'

export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem }

export const ok = <T>(value: T): Result<T> => ({ ok: true, value })
export const fail = (problem: Problem): { readonly ok: false; readonly problem: Problem } => ({
  ok: false,
  problem,
})
