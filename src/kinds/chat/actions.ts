/** What the conversation asks and sends. The server imports it; `live.tsx` takes its types only. */
import * as z from 'zod'
import { ask, send, signal } from '../actions'
import { mostFiles } from './limits'

/** A secret of the visitor's tab: whoever has it, has the talk. */
const talk = z.string().regex(/^[0-9a-f]{32}$/)

export const chatActions = {
  read: ask({
    takes: z.strictObject({ talk: talk.optional(), after: z.int().min(-1) }),
    gives: z.strictObject({
      /** Whether somebody of the client's is at the inbox now. */
      isThere: z.boolean(),
      /** Whether they are writing. */
      isTyping: z.boolean(),
      /** What was said after `after`, in order. The first has the number 0. */
      said: z.array(
        z.strictObject({
          n: z.int(),
          /** Name of who answered; null for the visitor. */
          who: z.string().nullable(),
          text: z.string(),
          /** `url` is there for what the agency sent. */
          files: z.array(z.strictObject({ name: z.string(), url: z.string().optional() })),
          at: z.string(),
        }),
      ),
    }),
  }),
  say: send({
    takes: z
      .strictObject({
        talk,
        text: z.string().trim().max(4_000),
        files: z.array(z.uuid()).max(mostFiles),
        /** Where they can be answered when they are gone. */
        email: z.string().trim().max(254).pipe(z.email()).optional(),
      })
      .refine(({ text, files }) => text !== '' || files.length > 0, { path: ['text'] }),
    gives: z.strictObject({ n: z.int() }),
    mostPerHour: 240,
    mostOfAll: 6_000,
  }),
  typing: signal({ takes: z.strictObject({ talk }) }),
}
