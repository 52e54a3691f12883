/** Who asks. Every service takes one first; nothing is read or written outside of its agency. */
import { problem, ProblemError } from '@/core/problems'

const roles = ['viewer', 'designer', 'owner'] as const
export type Role = (typeof roles)[number]

/** Somebody of the agency. */
export interface Actor {
  readonly agencyId: string
  readonly userId: string
  readonly role: Role
  readonly clientId?: undefined
  /** The session it came with; undefined for a token. */
  readonly sessionId: string | undefined
}

/**
 * One of a client's own people. The inbox of that client is all that there is for them: services that do not say that they take
 * them cannot be called for them.
 */
export interface ClientPerson {
  readonly agencyId: string
  readonly userId: string
  readonly role: 'client'
  readonly clientId: string
  readonly sessionId: string | undefined
}
export type Anybody = Actor | ClientPerson

/** @throws ProblemError `not_allowed` */
export function demand(actor: Actor, needed: Role): void {
  if (roles.indexOf(actor.role) < roles.indexOf(needed))
    throw new ProblemError(problem('not_allowed', { role: actor.role, needed }))
}

/** For the inbox: designers, and a client's own people. @throws ProblemError `not_allowed` */
export function demandAnswering(actor: Anybody): void {
  if (actor.role !== 'client') demand(actor, 'designer')
}

/** Whether it may read and answer what visitors send. */
export const mayAnswer = (actor: Anybody): boolean => actor.role !== 'viewer'

/** Rows of a client's that the actor may know of. */
export const withinOf = ({ agencyId, clientId }: Anybody): { agencyId: string; clientId?: string } =>
  clientId ? { agencyId, clientId } : { agencyId }

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
