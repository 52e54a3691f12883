import type { Metadata } from 'next'
import { env } from '@/server/env'
import { getClient } from '@/server/services/clients'
import { listSites } from '@/server/services/sites'
import { listSources } from '@/server/services/sources'
import { listWidgets } from '@/server/services/widgets'
import { ClientView } from '@/studio/clients/ClientView'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { forActor, idIn } from '../../signedIn'

export const metadata: Metadata = { title: 'Client' }

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  const loaded = await forActor(async (actor) => ({ client: await getClient(actor, id), widgets: await listWidgets(actor, id), sources: await listSources(actor, id), sites: await listSites(actor, id), delivery: env().YIMBLE_DELIVERY_URL }))
  if (!loaded.ok) return <ProblemPage title={loaded.problem.title} detail={loaded.problem.detail} retries={loaded.problem.code === 'database_away'} />
  return <ClientView {...loaded.value} />
}
