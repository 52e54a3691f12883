import { listClients } from '@/server/services/clients/clients'
import { whoAmI } from '@/server/services/access/sessions'
import { ClientOverview } from '@/studio/clients/ClientOverview'
import { overviewOf } from '@/studio/clients/overviewOf'
import { viewOf } from './viewOf'

export default viewOf(ClientOverview, async (actor) => ({
  clients: (await listClients(actor)).map(overviewOf),
  me: await whoAmI(actor),
}))
