/** POST /api/v1/set-up: the first agency with its owner, while there is none. Answers 204, signed in. */
import * as z from 'zod'
import { password } from '@/core/api/shapes'
import { publicPost, signedInAs } from '@/server/api/publicPost'
import { setUp } from '@/server/services/access/team'

const name = z.string().trim().min(1, 'a name is needed').max(120)
const input = z.strictObject({ agency: name, name, email: z.email().max(200), password })

export const POST = publicPost(input, 'set-up', async (body, caller) =>
  signedInAs(await setUp(body), body.password, caller),
)
