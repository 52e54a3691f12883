import type { Metadata } from 'next'
import { getClient } from '@/server/services/clients'
import { getSource, itemsOfSources } from '@/server/services/sources'
import { SourceView } from '@/studio/clients/SourceView'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { forActor, idIn } from '../../signedIn'

export const metadata: Metadata = { title: 'Source' }

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  const loaded = await forActor(async (actor) => (await (async () => { const source = await getSource(actor, id); return { source, client: await getClient(actor, source.clientId), items: await itemsOfSources(actor, [id]) } })()))
  if (!loaded.ok) return <ProblemPage title={loaded.problem.title} detail={loaded.problem.detail} retries={loaded.problem.code === 'database_away'} />
  return <SourceView {...loaded.value} />
}
