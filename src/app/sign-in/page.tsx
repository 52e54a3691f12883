import { insideStudio } from '@/server/studio/insideStudio'
import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { demoSignIn } from '@/server/demoSignIn'
import { env } from '@/server/env'
import { isEmpty } from '@/server/services/access/team'
import { SignIn } from '@/studio/account/SignIn'

export const metadata: Metadata = { title: 'Sign in' }

export default async function Page({ searchParams }: { searchParams: Promise<{ next?: string }> }) {
  if (await isEmpty()) redirect('/set-up')
  const { next = '/' } = await searchParams
  // Only paths of the studio itself: an address from outside would lead elsewhere after signing in.
  const target = insideStudio(next, env().YIMBLE_STUDIO_URL)
  return <SignIn next={target} demo={env().YIMBLE_DEMO ? demoSignIn : undefined} />
}
