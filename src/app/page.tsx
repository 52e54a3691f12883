import { listClients } from '@/server/services/clients'
import { whoAmI } from '@/server/services/sessions'
import { ClientOverview } from '@/studio/clients/ClientOverview'
import { overviewOf } from '@/studio/clients/overviewOf'
import { viewOf } from './viewOf'

export default viewOf(ClientOverview, async (actor) => ({
  clients: (await listClients(actor)).map(overviewOf),
  me: await whoAmI(actor),
}))
