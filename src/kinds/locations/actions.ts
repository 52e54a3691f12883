/** What a list of places asks: where a postcode or a town is. A visitor's position is never asked for, nor sent. */
import * as z from 'zod'
import { ask } from '../actions'

export const locationsActions = {
  place: ask({
    takes: z.strictObject({ words: z.string().trim().min(1).max(80) }),
    gives: z.strictObject({
      place: z.strictObject({ name: z.string(), latitude: z.number(), longitude: z.number() }).nullable(),
    }),
  }),
}
