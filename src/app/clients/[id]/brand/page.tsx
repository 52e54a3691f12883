import type { Metadata } from 'next'
import { env } from '@/server/env'
import { getClient } from '@/server/services/clients'
import { BrandView } from '@/studio/clients/BrandView'
import { ProblemPage } from '@/studio/parts/ProblemPage'
import { forActor, idIn } from '../../../signedIn'

export const metadata: Metadata = { title: 'Brand' }

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  const loaded = await forActor(async (actor) => ({ client: await getClient(actor, id), delivery: env().YIMBLE_DELIVERY_URL }))
  if (!loaded.ok) return <ProblemPage title={loaded.problem.title} detail={loaded.problem.detail} retries={loaded.problem.code === 'database_away'} />
  return <BrandView {...loaded.value} />
}
