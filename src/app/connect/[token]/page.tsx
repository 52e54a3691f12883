import type { Metadata } from 'next'
import { describeProblem } from '@/core/problems'
import { problemOf } from '@/server/api/answer'
import { readInvitation } from '@/server/services/sources/invitations'
import { InvitationOver, InvitationView } from '@/studio/connect/InvitationView'

export const metadata: Metadata = { title: 'Connect an account', robots: 'noindex', referrer: 'no-referrer' }

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params
  const invited = await readInvitation(token).then(
    (value) => ({ value }),
    (error: unknown) => ({ problem: describeProblem(problemOf(error)) }),
  )
  return 'value' in invited ? (
    <InvitationView token={token} invited={invited.value} />
  ) : (
    <InvitationOver problem={invited.problem} />
  )
}
