import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { isEmpty } from '@/server/services/access/team'
import { SetUp } from '@/studio/account/SetUp'

export const metadata: Metadata = { title: 'Set up' }

export default async function Page() {
  if (!(await isEmpty())) redirect('/sign-in')
  return <SetUp />
}
