import type { Metadata } from 'next'
import { openLink } from '@/server/services/access/team'
import { Join } from '@/studio/account/Join'

export const metadata: Metadata = { title: 'Join', referrer: 'no-referrer' }

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params
  return <Join token={token} link={await openLink(token)} />
}
