/** Items, what is decided on them, the sorting table. */
import * as z from 'zod'
import { commonFacts, correctableFacts, moreFacts, ownFacts } from '../../items/facts'

/** A fact that this version does not know passes through; a kind that does will show it. */
export const item = z.looseObject({ ...commonFacts, ...ownFacts, ...moreFacts })

export type ItemShape = z.infer<typeof item>
export const tableRow = z.object({
  item,
  waiting: z.boolean().describe('Not shown before somebody says so'),
  fresh: z.boolean().describe('Came after the live release was published'),
  wasPublic: z.boolean(),
  tags: z.array(z.string()).describe('Added by hand'),
  corrected: z.array(z.string()).describe('Facts that were corrected by hand'),
  closedBecause: z.string().nullable().describe('Why it can never be shown'),
})

export type TableRowShape = z.infer<typeof tableRow>
const ids = z.array(z.string())
export const decisions = z.object({
  hidden: ids,
  pinned: ids,
  apart: ids.describe('No doubles, whatever they look like'),
})

export type DecisionsShape = z.infer<typeof decisions>

/** What is corrected of one item; null takes the source's own again. */
export const corrections = z.strictObject(correctableFacts)
export type CorrectionsShape = z.infer<typeof corrections>

/** A view of the sorting table that somebody kept: one of its own views, with words to search for. */
export const keptView = z.strictObject({
  name: z.string().trim().min(1).max(60),
  view: z.enum(['all', 'showing', 'fresh', 'waiting', 'hidden', 'doubles', 'trouble']),
  search: z.string().trim().max(120),
})

export type KeptViewShape = z.infer<typeof keptView>
export const keptViews = z
  .array(keptView)
  .max(20)
  .refine((all) => new Set(all.map((one) => one.name)).size === all.length, 'two views have the same name')
