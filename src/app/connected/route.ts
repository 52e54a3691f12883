/** Where a sign-in elsewhere comes back to: keeps the connection, and leads on to where it was begun. */
import { cookieOf, problemOf, sessionCookie } from '@/server/api/answer'
import { env } from '@/server/env'
import { finishSignIn } from '@/server/services/sources/connections'
import { finishInvitation } from '@/server/services/sources/invitations'
import { actorOfSession } from '@/server/services/access/sessions'
import { invitationCookie, invitationCookieName } from '@/app/connect/invitationCookie'

export const dynamic = 'force-dynamic'

export async function GET(request: Request) {
  const query = new URL(request.url).searchParams
  const answer = {
    state: query.get('state') ?? '',
    code: query.get('code') ?? undefined,
    error: query.get('error') ?? undefined,
  }
  const studio = env().YIMBLE_STUDIO_URL
  const invitation = cookieOf(request, invitationCookieName)
  const to = (path: string) =>
    new Response(null, {
      status: 303,
      headers: {
        location: new URL(path, studio).href,
        ...(invitation ? { 'set-cookie': invitationCookie('', studio) } : {}),
      },
    })
  try {
    const finished = invitation && (await finishInvitation(invitation, answer).catch(unlessOver))
    if (finished) return to(finished)
    const token = cookieOf(request, sessionCookie)
    const actor = token ? await actorOfSession(token) : undefined
    if (!actor || actor.role === 'client')
      return to(invitation ? `/connect/${invitation}?said=sign_in_over` : '/sign-in')
    return to(await finishSignIn(actor, answer))
  } catch (error) {
    return to(`${invitation ? `/connect/${invitation}` : '/'}?said=${problemOf(error).code}`)
  }
}

/** The sign-in was not begun by that link: perhaps by somebody in the studio, in the same browser. */
function unlessOver(error: unknown): undefined {
  if (!['sign_in_over', 'invitation_over'].includes(problemOf(error).code)) throw error
}
