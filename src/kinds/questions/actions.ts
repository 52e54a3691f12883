/** What a form sends. The server imports it; `live.tsx` takes its types only. */
import * as z from 'zod'
import { answersShape } from '../../core/forms/schema'
import { treeTags, type TreeNode } from '../../core/items/tree'
import { ask, send, signal } from '../actions'

const treeNode: z.ZodType<TreeNode> = z.lazy(() =>
  z.union([
    z.string(),
    z.strictObject({ tag: z.enum(treeTags), href: z.string().optional(), inside: z.array(treeNode) }),
  ]),
)

export const questionsActions = {
  ask: send({
    takes: z.strictObject({
      /** The release of the form that was answered: questions may have changed since the page was opened. */
      release: z.int().min(1),
      answers: answersShape,
      /** Ids of the help articles that were opened before. */
      read: z.array(z.string().max(300)).max(20).default([]),
    }),
    gives: z.strictObject({
      state: z.literal('kept'),
      /** Where whoever sent it changes it, where it became an entry. */
      change: z.string().optional(),
    }),
    maxBodyKb: 256,
  }),
  /** Help articles that fit what is typed. */
  help: ask({
    takes: z.strictObject({ typed: z.string().max(500) }),
    gives: z.strictObject({
      articles: z.array(
        z.strictObject({
          id: z.string(),
          /** In pieces: those at odd places are what was typed. */
          title: z.array(z.string()),
          /** To read it. */
          minutes: z.int(),
        }),
      ),
    }),
  }),
  article: ask({
    takes: z.strictObject({ id: z.string().max(300) }),
    gives: z.strictObject({ title: z.string(), url: z.string().nullable(), body: z.array(treeNode) }),
  }),
  opened: signal({ takes: z.strictObject({ id: z.string().max(300) }) }),
}
