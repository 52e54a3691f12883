/** A page of the studio: whoever is signed in gets the view with its data, or what went wrong in its place. */
import { notFound } from 'next/navigation'
import type { ComponentType } from 'react'
import type { Actor } from '@/server/services/access/actor'
import { Palette } from '@/studio/parts/Palette'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { RoleProvider } from '@/studio/parts/Role'
import { forActor, idIn } from './signedIn'

export type Search = Readonly<Record<string, string | string[] | undefined>>

/** @param load - by the id in the address, for pages that have one; `''` for the others */
export function viewOf<P extends object>(
  View: ComponentType<P>,
  load: (actor: Actor, id: string, search: Search) => Promise<P>,
) {
  return async function Page({
    params,
    searchParams,
  }: {
    params: Promise<{ id?: string }>
    searchParams: Promise<Search>
  }) {
    const id = await idIn(params)
    const search = await searchParams
    const loaded = await forActor(async (actor) => ({
      props: await load(actor, id, search),
      role: actor.role,
    }))
    if (loaded.ok)
      return (
        <RoleProvider role={loaded.value.role}>
          <View key={id} {...loaded.value.props} />
          <Palette />
        </RoleProvider>
      )
    const { code, title, detail } = loaded.problem
    if (code === 'missing') notFound()
    return <ProblemPage title={title} detail={detail} retries={code === 'database_away'} />
  }
}
