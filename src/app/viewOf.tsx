/** A page of the studio: whoever is signed in gets the view with its data, or what went wrong in its place. */
import { notFound } from 'next/navigation'
import type { ComponentType } from 'react'
import type { Actor } from '@/server/services/actor'
import { Palette } from '@/studio/parts/Palette'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { forActor, idIn } from './signedIn'

/** @param load - by the id in the address, for pages that have one; `''` for the others */
export function viewOf<P extends object>(
  View: ComponentType<P>,
  load: (actor: Actor, id: string) => Promise<P>,
) {
  return async function Page({ params }: { params: Promise<{ id?: string }> }) {
    const id = await idIn(params)
    const loaded = await forActor((actor) => load(actor, id))
    if (loaded.ok)
      return (
        <>
          <View key={id} {...loaded.value} />
          <Palette />
        </>
      )
    const { code, title, detail } = loaded.problem
    if (code === 'missing') notFound()
    return <ProblemPage title={title} detail={detail} retries={code === 'database_away'} />
  }
}
