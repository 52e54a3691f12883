/** Where a sign-in elsewhere comes back to: keeps the connection, and leads on to where it was begun. */
import { cookieOf, problemOf, sessionCookie } from '@/server/api/answer'
import { env } from '@/server/env'
import { finishSignIn } from '@/server/services/connections'
import { actorOfSession } from '@/server/services/sessions'

export const dynamic = 'force-dynamic'

export async function GET(request: Request) {
  const query = new URL(request.url).searchParams
  const to = (path: string) => new Response(null, { status: 303, headers: { location: new URL(path, env().YIMBLE_STUDIO_URL).href } })
  const token = cookieOf(request, sessionCookie)
  const actor = token ? await actorOfSession(token) : undefined
  if (!actor) return to('/sign-in')
  try {
    return to(await finishSignIn(actor, { state: query.get('state') ?? '', code: query.get('code') ?? undefined, error: query.get('error') ?? undefined }))
  } catch (error) {
    return to(`/?said=${problemOf(error).code}`)
  }
}
