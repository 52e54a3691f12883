import { listClients } from '@/server/services/clients/clients'
import { readInbox } from '@/server/services/visitors/inbox'
import { InboxView } from '@/studio/inbox/InboxView'
import { viewOf } from '../viewOf'

export const metadata = { title: 'Inbox' }
export default viewOf(InboxView, async (actor) => ({
  first: await readInbox(actor, { state: 'new' }),
  clients: (await listClients(actor)).map(({ id, name }) => ({ id, name })),
}))
