import { teamOf } from '@/server/services/access/team'
import { listClients } from '@/server/services/clients/clients'
import { getSubmission, readInbox } from '@/server/services/visitors/inbox'
import { InboxView } from '@/studio/inbox/InboxView'
import * as z from 'zod'
import { viewOf } from '../viewOf'

export const metadata = { title: 'Inbox' }
export default viewOf(InboxView, async (actor, _id, { at }) => ({
  first: await readInbox(actor, { state: 'new' }),
  // A mail leads to one of them, whichever folder it lies in by now.
  asked:
    typeof at === 'string' && z.uuid().safeParse(at).success ? await getSubmission(actor, at) : undefined,
  people: (await teamOf(actor)).members.map(({ id, name }) => ({ id, name })),
  clients: (await listClients(actor)).map(({ id, name }) => ({ id, name })),
}))
