/** The document of a switchboard: a client's telephones in the order in which they are tried, and what is said on them. */
import * as z from 'zod'
import { exceptionSchema } from '../schedule/exceptions'
import { readHours } from '../schedule/hours'

const id = z.string().regex(/^[a-z0-9]{1,16}$/)
const line = z
  .string()
  .max(60)
  .refine((text) => readHours(text) !== undefined, 'It is no line of hours.')

export const mostPhones = 8

export const phoneSchema = z.strictObject({
  id,
  /** Visitors read it while it rings. */
  name: z.string().trim().min(1, 'It needs a name.').max(60),
  /** The server checks it and writes it internationally, such as `+44 1632 960110`. */
  number: z.string().trim().max(40),
  /** How long it rings before the next one is tried. */
  seconds: z.int().min(5).max(90).default(20),
  /** By the client's own clock; none: at any time. */
  hours: z.array(line).max(14).default([]),
})

/** What is said before a message is taken: words that the exchange speaks, or a sound of the client's. */
export const greetingSchema = z.discriminatedUnion('as', [
  z.strictObject({ as: z.literal('words'), text: z.string().trim().max(500) }),
  z.strictObject({ as: z.literal('sound'), id: z.uuid() }),
])

export const switchboardSchema = z.strictObject({
  phones: z.array(phoneSchema).max(mostPhones),
  /** Days on which no telephone keeps its hours: holidays. A later one wins over an earlier one. */
  exceptions: z.array(exceptionSchema).max(100).default([]),
  greeting: greetingSchema,
  /** Whoever picks up first hears who it is, and then takes it or sends it to the message box. */
  isAnnounced: z.boolean().default(true),
  messageSeconds: z.int().min(10).max(300).default(120),
  /** Countries whose numbers are rung, as ISO 3166-1 codes. */
  countries: z
    .array(z.string().regex(/^[A-Z]{2}$/, 'A country has two letters, such as GB.'))
    .min(1, 'At least one country.')
    .max(30),
  mostPerDay: z.int().min(1).max(2_000).default(100),
  /** Who gets a mail when a message was taken. */
  mailTo: z.array(z.email().max(254)).max(10).default([]),
})
export type Switchboard = z.infer<typeof switchboardSchema>
export type Phone = z.infer<typeof phoneSchema>

/** What visitors may know of it: it goes into pages. */
export interface GivenSwitchboard {
  readonly phones: readonly Pick<Phone, 'hours'>[]
  readonly exceptions: Switchboard['exceptions']
}
