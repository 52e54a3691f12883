/** Days on which the hours of the week do not hold, as calendars and switchboards keep them: holidays, or other hours. */
import * as z from 'zod'
import { dayNumber } from './civil'
import { readSpan } from './hours'
import type { Exception } from './opening'

export const exceptionSchema = z
  .strictObject({
    /** Both included. */
    first: z.iso.date(),
    last: z.iso.date(),
    /** By the clock on the wall; none: closed. */
    open: z
      .array(z.string().refine((span) => readSpan(span) !== undefined, { error: 'looks like "10:00-14:00"' }))
      .max(6)
      .default([]),
    words: z.string().trim().max(80).default(''),
  })
  .refine(({ first, last }) => first <= last, { error: 'the last day is before the first', path: ['last'] })
export type StoredException = z.output<typeof exceptionSchema>

const dayOf = (iso: string) =>
  dayNumber(Number(iso.slice(0, 4)), Number(iso.slice(5, 7)), Number(iso.slice(8, 10)))

export const exceptionOf = ({ first, last, open }: StoredException): Exception => ({
  first: dayOf(first),
  last: dayOf(last),
  open: open.flatMap((span) => readSpan(span) ?? []),
})
