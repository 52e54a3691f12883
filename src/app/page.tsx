import { listClients } from '@/server/services/clients'
import { whoAmI } from '@/server/services/sessions'
import { ClientOverview } from '@/studio/clients/ClientOverview'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { forActor } from './signedIn'

export default async function Page() {
  const loaded = await forActor(async (actor) => ({ clients: await listClients(actor), me: await whoAmI(actor) }))
  if (!loaded.ok) return <ProblemPage title={loaded.problem.title} detail={loaded.problem.detail} retries={loaded.problem.code === 'database_away'} />
  return <ClientOverview {...loaded.value} />
}
