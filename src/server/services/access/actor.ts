/** Who asks. Every service takes one first; nothing is read or written outside of its agency. */
import { problem, ProblemError } from '@/core/problems'

const roles = ['viewer', 'designer', 'owner'] as const
export type Role = (typeof roles)[number]

export interface Actor {
  readonly agencyId: string
  readonly userId: string
  readonly role: Role
  /** The session it came with; undefined for a token. */
  readonly sessionId: string | undefined
}

/** @throws ProblemError `not_allowed` */
export function demand(actor: Actor, needed: Role): void {
  if (roles.indexOf(actor.role) < roles.indexOf(needed))
    throw new ProblemError(problem('not_allowed', { role: actor.role, needed }))
}

/** What is foreign and what does not exist answer alike. @throws ProblemError `missing` */
export function found<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw new ProblemError(problem('missing', { what }))
  return value
}

/** @throws ProblemError when the result is none */
export function valueOf<T>(result: import('@/core/result').Result<T>): T {
  if (!result.ok) throw new ProblemError(result.problem)
  return result.value
}
