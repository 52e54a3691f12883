/** POST /api/v1/sign-out: revokes the session and takes the cookie back. */
import { answerProblem, checkOrigin, cookieOf, problemOf, sessionCookie } from '@/server/api/answer'
import { actorOfSession, signOut } from '@/server/services/access/sessions'

export async function POST(request: Request) {
  try {
    checkOrigin(request)
    const token = cookieOf(request, sessionCookie)
    const actor = token ? await actorOfSession(token) : undefined
    if (actor) await signOut(actor)
    return new Response(null, {
      status: 204,
      headers: { 'set-cookie': `${sessionCookie}=; Path=/; HttpOnly; SameSite=Lax; Max-Age=0` },
    })
  } catch (error) {
    return answerProblem(problemOf(error))
  }
}
