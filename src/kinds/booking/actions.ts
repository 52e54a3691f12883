/** What a booking asks and sends. The server imports it; `live.tsx` takes its types only. Times are minutes since 1970 (UTC). */
import * as z from 'zod'
import { answersShape } from '../../core/forms/schema'
import { act, ask, send, signal } from '../actions'

const id = z.string().regex(/^[a-z][a-z0-9]{0,15}$/)
const minute = z.int().min(0).max(2_000_000_000)
const count = z.int().min(1).max(50).default(1)
const token = z.string().max(80)
/** With whom; '' for whoever is free. */
const who = z.union([z.literal(''), id]).default('')
const wanted = z.strictObject({ service: id, who, count })

/** Of one question about times; a month with a day on either side for visitors in other zones. */
export const mostMinutes = 40 * 1440

export const bookingActions = {
  /** What is free within a range, and where it goes on when nothing is. */
  times: ask({
    takes: wanted.extend({ from: minute, until: minute }),
    gives: z.strictObject({
      /** Each with how many places are left. */
      times: z.array(z.tuple([minute, z.int()])),
      next: minute.nullable(),
    }),
  }),
  /** Of everything that the widget offers: when it is free next. */
  nexts: ask({
    takes: z.strictObject({}),
    gives: z.strictObject({
      nexts: z.array(z.strictObject({ service: z.string(), start: minute, left: z.int() })),
    }),
  }),
  /** The soonest of each whom one can choose; '' for whoever is free first. */
  soonest: ask({
    takes: wanted.omit({ who: true }),
    gives: z.strictObject({ soonest: z.array(z.strictObject({ who: z.string(), start: minute })) }),
  }),
  /** Keeps a time while the form is filled in; the one that was kept before is given back. */
  hold: act({
    takes: wanted.extend({ start: minute, before: token.optional() }),
    gives: z.strictObject({ hold: token, until: minute }),
    mostPerHour: 60,
  }),
  release: signal({ takes: z.strictObject({ hold: token }) }),
  book: send({
    takes: wanted.extend({
      start: minute,
      hold: token.optional(),
      /** IANA name of the visitor's. */
      zone: z.string().max(60),
      /** Of the form; 0 for the one that every booking has by itself. */
      release: z.int().min(0),
      answers: answersShape,
    }),
    gives: z.strictObject({
      state: z.enum(['booked', 'asked']),
      /** Where it is changed; '' where nobody may. */
      link: z.string(),
      /** For the visitor's own calendar. */
      file: z.string(),
      /** Until when it can be changed. */
      until: minute,
      who: z.array(z.string()),
      /** Whether a mail goes out. */
      isMailed: z.boolean(),
    }),
    maxBodyKb: 64,
  }),
}
