/** POST /api/connect/:token: an account's owner accepts. Answers `{ url }`, where the browser goes on; null when all is done. */
import * as z from 'zod'
import { answerProblem, checkOrigin, parseBody, problemOf } from '@/server/api/answer'
import { env } from '@/server/env'
import { acceptInvitation } from '@/server/services/sources/invitations'
import { invitationCookie } from '@/app/connect/invitationCookie'

const input = z.strictObject({
  key: z
    .string()
    .trim()
    .max(500)
    .regex(/^[\x20-\x7e]*$/, 'a key has plain letters, digits and signs only')
    .optional(),
})

export async function POST(request: Request, { params }: { params: Promise<{ token: string }> }) {
  try {
    checkOrigin(request)
    const { token } = await params
    const { key } = await parseBody(request, input)
    const accepted = await acceptInvitation(token, key)
    // Signing in ends in the browser in which it began.
    return Response.json(accepted, {
      headers: {
        'cache-control': 'no-store',
        ...(accepted.url ? { 'set-cookie': invitationCookie(token, env().YIMBLE_STUDIO_URL) } : {}),
      },
    })
  } catch (error) {
    return answerProblem(problemOf(error))
  }
}
