/** POST /api/v1/sign-in: answers 204 with the session's cookie, or problem details. */
import * as z from 'zod'
import { publicPost, signedInAs } from '@/server/api/publicPost'

const input = z.strictObject({ email: z.string().max(200), password: z.string().max(200) })

// `signIn` counts its own tries, by address and by person.
export const POST = publicPost(input, 'sign-in request', (body, caller) =>
  signedInAs(body.email, body.password, caller),
)
