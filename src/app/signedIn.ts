/** For pages: who is signed in, and their data or the problem in its place. */
import { cookies, headers } from 'next/headers'
import { notFound, redirect } from 'next/navigation'
import * as z from 'zod'
import { describeProblem, type ProblemDetails } from '@/core/problems'
import { problemOf, sessionCookie } from '@/server/api/answer'
import type { Actor } from '@/server/services/access/actor'
import { actorOfSession } from '@/server/services/access/sessions'

export type Loaded<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: ProblemDetails }

/** Runs `load` for whoever is signed in; others are sent to sign in and come back. */
export async function forActor<T>(load: (actor: Actor) => Promise<T>): Promise<Loaded<T>> {
  const token = (await cookies()).get(sessionCookie)?.value
  const path = (await headers()).get('x-path') ?? '/'
  let actor: Actor | undefined
  try {
    actor = token ? await actorOfSession(token) : undefined
    if (actor) return { ok: true, value: await load(actor) }
  } catch (error) {
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
