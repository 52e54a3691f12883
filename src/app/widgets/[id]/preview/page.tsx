import type { Metadata } from 'next'
import { env } from '@/server/env'
import { openBench } from '@/server/services/bench'
import { Preview } from '@/studio/bench/Preview'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { forActor, idIn } from '../../../signedIn'

export const metadata: Metadata = { title: 'Preview' }

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  const loaded = await forActor((actor) => openBench(actor, id))
  if (!loaded.ok) return <ProblemPage title={loaded.problem.title} detail={loaded.problem.detail} retries={loaded.problem.code === 'database_away'} />
  return <Preview bench={loaded.value} userId={loaded.actor.userId} delivery={env().YIMBLE_DELIVERY_URL} />
}
