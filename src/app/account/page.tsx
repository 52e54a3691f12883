import { placesOf } from '@/server/services/places'
import { listSessions, whoAmI } from '@/server/services/sessions'
import { teamOf } from '@/server/services/team'
import { listTokens } from '@/server/services/tokens'
import { AccountView } from '@/studio/account/AccountView'
import { viewOf } from '../viewOf'

export const metadata = { title: 'Account' }
export default viewOf(AccountView, async (actor) => ({
  me: await whoAmI(actor),
  sessions: await listSessions(actor),
  tokens: await listTokens(actor),
  team: await teamOf(actor),
  places: await placesOf(actor),
}))
