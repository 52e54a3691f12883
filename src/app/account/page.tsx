import { placesOf } from '@/server/services/clients/places'
import { listSessions, whoAmI } from '@/server/services/access/sessions'
import { teamOf } from '@/server/services/access/team'
import { listTokens } from '@/server/services/access/tokens'
import { AccountView } from '@/studio/account/AccountView'
import { viewForAll } from '../viewOf'

export const metadata = { title: 'Account' }
export default viewForAll(AccountView, async (actor) => ({
  me: await whoAmI(actor),
  sessions: await listSessions(actor),
  agency:
    actor.role === 'client'
      ? undefined
      : { tokens: await listTokens(actor), team: await teamOf(actor), places: await placesOf(actor) },
}))
