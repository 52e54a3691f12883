import type { Metadata } from 'next'
import { getClient } from '@/server/services/clients'
import { NewWidget } from '@/studio/clients/NewWidget'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { forActor, idIn } from '../../../signedIn'

export const metadata: Metadata = { title: 'New widget' }

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  const loaded = await forActor(async (actor) => ({ client: await getClient(actor, id) }))
  if (!loaded.ok) return <ProblemPage title={loaded.problem.title} detail={loaded.problem.detail} retries={loaded.problem.code === 'database_away'} />
  return <NewWidget {...loaded.value} />
}
