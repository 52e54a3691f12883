/** What the ring-back asks and sends. The server imports it; `live.tsx` takes its types only. */
import * as z from 'zod'
import { whens } from '../../core/ring/when'
import { act, ask, send } from '../actions'

/** A secret of the visitor's tab: whoever has it, sees how the call goes. */
const call = z.string().regex(/^[0-9a-f]{32}$/)

export const ringBackActions = {
  ring: send({
    takes: z.strictObject({
      call,
      name: z.string().trim().min(1).max(80),
      number: z.string().trim().min(3).max(40),
      when: z.enum(whens),
    }),
    gives: z.strictObject({
      /** As people there write it. */
      number: z.string(),
    }),
    maxBodyKb: 2,
    mostPerHour: 5,
    mostOfAll: 120,
  }),
  read: ask({
    takes: z.strictObject({ call: call.optional() }),
    gives: z.strictObject({
      /** What can be chosen now, in words. */
      choices: z.array(z.strictObject({ when: z.enum(whens), label: z.string(), note: z.string() })),
      /** `none` without a call. */
      at: z.enum(['none', 'waiting', 'trying', 'ringing', 'talking', 'recording', 'over']),
      end: z.enum(['talked', 'message', 'unanswered', 'unwanted', 'stopped', 'failed']).nullable(),
      /** When it begins, such as `Friday, 8:00`; empty for what begins at once. */
      due: z.string(),
      isForBox: z.boolean(),
      canAgain: z.boolean(),
      /** The client's telephones in order. */
      phones: z.array(
        z.strictObject({
          name: z.string(),
          is: z.enum(['next', 'ringing', 'asked', 'busy', 'unanswered', 'sent', 'took']),
        }),
      ),
      message: z
        .strictObject({
          url: z.string(),
          seconds: z.number(),
          words: z.string(),
          /** How loud it is along its length, from 0 to 1. */
          peaks: z.array(z.number()),
        })
        .nullable(),
    }),
  }),
  stop: act({ takes: z.strictObject({ call }), gives: z.strictObject({}), mostPerHour: 30 }),
  again: act({ takes: z.strictObject({ call }), gives: z.strictObject({}), mostPerHour: 10 }),
  write: act({
    takes: z.strictObject({ call, text: z.string().trim().min(1).max(4_000) }),
    gives: z.strictObject({}),
    mostPerHour: 10,
  }),
}
