/** POST /api/v1/join: takes an invitation, or sets a new password, by a link. Answers 204, signed in. */
import * as z from 'zod'
import { password } from '@/core/api/shapes'
import { publicPost, signedInAs } from '@/server/api/publicPost'
import { takeLink } from '@/server/services/access/team'

const input = z.strictObject({
  token: z.string().min(20).max(100),
  name: z.string().trim().max(120).default(''),
  password,
})

export const POST = publicPost(input, 'join', async ({ token, ...body }, caller) =>
  signedInAs(await takeLink(token, body), body.password, caller),
)
