/** What visitors ask of a catalogue: words and choices; what comes back is markup, drawn as everywhere else. */
import * as z from 'zod'
import { ask } from '../actions'

export const askedShape = z.strictObject({
  words: z.string().max(200).default(''),
  chosen: z.array(z.string().max(200)).max(12).default([]),
  /** Place of the first that is wanted. */
  from: z.int().min(0).max(10_000).default(0),
})
export type AskedOfSearch = z.output<typeof askedShape>

export const searchActions = {
  find: ask({
    takes: askedShape,
    gives: z.strictObject({
      /** Markup of the entries, each. */
      cards: z.array(z.string()),
      total: z.int(),
      /** By choice, as it would be with the others that are chosen. */
      counts: z.record(z.string(), z.int()),
      /** How many were found, in words. */
      told: z.string(),
      /** Words of the button for more; '' where there are none. */
      more: z.string(),
    }),
  }),
}
