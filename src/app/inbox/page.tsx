import { listCalendars } from '@/server/services/booking/calendars'
import { listClients } from '@/server/services/clients/clients'
import { listSwitchboards } from '@/server/services/ring/switchboards'
import { handsFor } from '@/server/services/visitors/conversations'
import { getSubmission, readInbox } from '@/server/services/visitors/inbox'
import { InboxView } from '@/studio/inbox/InboxView'
import * as z from 'zod'
import { viewForAll } from '../viewOf'

export const metadata = { title: 'Inbox' }
export default viewForAll(InboxView, async (actor, _id, { at }) => ({
  first: await readInbox(actor, { state: 'new' }),
  // A mail leads to one of them, whichever folder it lies in by now.
  asked:
    typeof at === 'string' && z.uuid().safeParse(at).success ? await getSubmission(actor, at) : undefined,
  people: await handsFor(actor),
  // What else is theirs: a client’s own people have no other way to it.
  rooms:
    actor.role === 'client'
      ? [
          ...(await listCalendars(actor, actor.clientId)).map(({ id, name }) => ({
            href: `/calendars/${id}`,
            name,
            is: 'calendar' as const,
          })),
          ...(await listSwitchboards(actor, actor.clientId)).map(({ id, name }) => ({
            href: `/switchboards/${id}`,
            name,
            is: 'switchboard' as const,
          })),
        ]
      : [],
  clients: actor.role === 'client' ? [] : (await listClients(actor)).map(({ id, name }) => ({ id, name })),
}))
