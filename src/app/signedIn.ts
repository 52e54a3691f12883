/** For pages: who is signed in, and their data or the problem in its place. */
import { cookies, headers } from 'next/headers'
import { notFound, redirect, unstable_rethrow } from 'next/navigation'
import * as z from 'zod'
import { describeProblem, type ProblemDetails } from '@/core/problems'
import { problemOf, sessionCookie } from '@/server/api/answer'
import type { Actor, Anybody } from '@/server/services/access/actor'
import { actorOfSession } from '@/server/services/access/sessions'

export type Loaded<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: ProblemDetails }

/** Runs `load` for whoever of the agency is signed in. A client's own people find nothing there; at the front door, their inbox. */
export const forActor = <T>(load: (actor: Actor) => Promise<T>): Promise<Loaded<T>> =>
  forAnybody((actor, path) => {
    if (actor.role !== 'client') return load(actor)
    if (path === '/') redirect('/inbox')
    notFound()
  })

/** The same for a client's own people, too. Others are sent to sign in and come back. */
export async function forAnybody<T>(load: (actor: Anybody, path: string) => Promise<T>): Promise<Loaded<T>> {
  const token = (await cookies()).get(sessionCookie)?.value
  const path = (await headers()).get('x-path') ?? '/'
  let actor: Anybody | undefined
  try {
    actor = token ? await actorOfSession(token) : undefined
    if (actor) return { ok: true, value: await load(actor, path) }
  } catch (error) {
    unstable_rethrow(error) // going elsewhere is no problem
    return { ok: false, problem: describeProblem(problemOf(error)) }
  }
  redirect(`/sign-in?next=${encodeURIComponent(path)}`)
}

/** The id in an address, `''` when it has none; one that is no UUID is a page that is not there. */
export async function idIn(params: Promise<{ id?: string }>): Promise<string> {
  const { id = '' } = await params
  if (id !== '' && !z.uuid().safeParse(id).success) notFound()
  return id
}
