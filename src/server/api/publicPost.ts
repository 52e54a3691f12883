/** Doors that nobody has to be signed in for: bounded, counted by where they come from, and only for the studio's own pages. */
import type * as z from 'zod'
import { env } from '../env'
import { signIn } from '../services/access/sessions'
import { throttle } from '../services/access/throttle'
import { answerProblem, checkOrigin, parseBody, problemOf, sessionCookie } from './answer'
import { callerOf, peerHeader } from './caller'

export interface Caller {
  readonly address: string
  readonly userAgent: string
}

const tries = { most: 120, inS: 300 } as const

/** @param door - under which tries are counted */
export const publicPost =
  <T>(shape: z.ZodType<T>, door: string, work: (body: T, caller: Caller) => Promise<Response>) =>
  async (request: Request): Promise<Response> => {
    try {
      checkOrigin(request)
      const address = callerOf(
        request.headers.get('x-forwarded-for') ?? '',
        request.headers.get(peerHeader) ?? undefined,
        env().YIMBLE_TRUSTED_PROXIES,
      )
      await throttle(`${door} from ${address}`, tries.most, tries.inS)
      return await work(await parseBody(request, shape), {
        address,
        userAgent: request.headers.get('user-agent') ?? '',
      })
    } catch (error) {
      return answerProblem(problemOf(error))
    }
  }

/** 204 with the session's cookie. @throws ProblemError as `signIn` does */
export async function signedInAs(email: string, password: string, caller: Caller): Promise<Response> {
  const { token, expiresAt } = await signIn({ email, password, ...caller })
  const secure = env().YIMBLE_STUDIO_URL.startsWith('https:') ? '; Secure' : ''
  return new Response(null, {
    status: 204,
    headers: {
      'set-cookie': `${sessionCookie}=${token}; Path=/; HttpOnly; SameSite=Lax; Expires=${expiresAt.toUTCString()}${secure}`,
    },
  })
}
