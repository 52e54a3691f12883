import type { Metadata } from 'next'
import { listSessions, whoAmI } from '@/server/services/sessions'
import { listTokens } from '@/server/services/tokens'
import { AccountView } from '@/studio/account/AccountView'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { forActor } from '../signedIn'

export const metadata: Metadata = { title: 'Account' }

export default async function Page() {
  const loaded = await forActor(async (actor) => ({ me: await whoAmI(actor), sessions: await listSessions(actor), tokens: await listTokens(actor) }))
  if (!loaded.ok) return <ProblemPage title={loaded.problem.title} detail={loaded.problem.detail} retries={loaded.problem.code === 'database_away'} />
  return <AccountView {...loaded.value} />
}
