/** What the sign-up sends. The server imports it; `live.tsx` takes its types only. */
import * as z from 'zod'
import { send } from '../actions'

export const signupActions = {
  join: send({
    takes: z.strictObject({
      email: z.string().trim().max(254).pipe(z.email()),
      /** The sentence that was agreed to, word for word, as it is kept. */
      consent: z.string().min(1).max(600),
    }),
    /** The same for a new address and for one that is on the list: a stranger learns nothing. */
    gives: z.strictObject({ state: z.literal('asked') }),
    maxBodyKb: 4,
    mostPerHour: 6,
  }),
}
