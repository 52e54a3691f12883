/** A page of the studio: whoever is signed in gets the view with its data, or what went wrong in its place. */
import { notFound } from 'next/navigation'
import type { ComponentType } from 'react'
import type { Actor, Anybody } from '@/server/services/access/actor'
import { Palette } from '@/studio/parts/Palette'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { RoleProvider } from '@/studio/parts/Role'
import { forActor, forAnybody, idIn, type Loaded } from './signedIn'

export type Search = Readonly<Record<string, string | string[] | undefined>>

type Load<A, P> = (actor: A, id: string, search: Search) => Promise<P>

/** @param load - by the id in the address, for pages that have one; `''` for the others */
export const viewOf = <P extends object>(View: ComponentType<P>, load: Load<Actor, P>) =>
  pageOf(View, (id, search) =>
    forActor(async (actor) => ({ props: await load(actor, id, search), role: actor.role })),
  )

/** For a client's own people, too. */
export const viewForAll = <P extends object>(View: ComponentType<P>, load: Load<Anybody, P>) =>
  pageOf(View, (id, search) =>
    forAnybody(async (actor) => ({ props: await load(actor, id, search), role: actor.role })),
  )

function pageOf<P extends object>(
  View: ComponentType<P>,
  load: (id: string, search: Search) => Promise<Loaded<{ props: P; role: Anybody['role'] }>>,
) {
  return async function Page({
    params,
    searchParams,
  }: {
    params: Promise<{ id?: string }>
    searchParams: Promise<Search>
  }) {
    const id = await idIn(params)
    const loaded = await load(id, await searchParams)
    if (loaded.ok) {
      const { props, role } = loaded.value
      return (
        <RoleProvider role={role}>
          <View key={id} {...props} />
          {role !== 'client' && <Palette />}
        </RoleProvider>
      )
    }
    const { code, title, detail } = loaded.problem
    if (code === 'missing') notFound()
    return <ProblemPage title={title} detail={detail} retries={code === 'database_away'} />
  }
}
