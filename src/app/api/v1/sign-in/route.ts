/** POST /api/v1/sign-in: answers 204 with the session's cookie, or problem details. */
import * as z from 'zod'
import { answerProblem, checkOrigin, parseBody, problemOf, sessionCookie } from '@/server/api/answer'
import { env } from '@/server/env'
import { signIn } from '@/server/services/sessions'

const input = z.strictObject({ email: z.string().max(200), password: z.string().max(200) })

export async function POST(request: Request) {
  try {
    checkOrigin(request)
    const body = await parseBody(request, input)
    const address = request.headers.get('x-forwarded-for')?.split(',')[0]?.trim() ?? 'direct'
    const { token, expiresAt } = await signIn({
      ...body,
      address,
      userAgent: request.headers.get('user-agent') ?? '',
    })
    const secure = env().YIMBLE_STUDIO_URL.startsWith('https:') ? '; Secure' : ''
    return new Response(null, {
      status: 204,
      headers: {
        'set-cookie': `${sessionCookie}=${token}; Path=/; HttpOnly; SameSite=Lax; Expires=${expiresAt.toUTCString()}${secure}`,
      },
    })
  } catch (error) {
    return answerProblem(problemOf(error))
  }
}
