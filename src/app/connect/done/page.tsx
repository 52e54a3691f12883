import type { Metadata } from 'next'
import { InvitationDone } from '@/studio/connect/InvitationView'

export const metadata: Metadata = { title: 'Connected' }

export default function Page() {
  return <InvitationDone />
}
