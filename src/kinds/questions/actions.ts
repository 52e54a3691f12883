/** What a form sends. The server imports it; `live.tsx` takes its types only. */
import * as z from 'zod'
import { answersShape } from '../../core/forms/schema'
import { send } from '../actions'

export const questionsActions = {
  ask: send({
    takes: z.strictObject({
      /** The release of the form that was answered: questions may have changed since the page was opened. */
      release: z.int().min(1),
      answers: answersShape,
    }),
    gives: z.strictObject({ state: z.literal('kept') }),
    maxBodyKb: 256,
  }),
}
