/**
 * A calendar of a client's: what can be booked there, who does it, and when they are there. It is one document, edited as a whole and
 * in force as soon as it is saved; the bookings stand apart. Times are wall times of the calendar's zone.
 */
import * as z from 'zod'
import { pictureShape, webAddress } from '../items/facts'
import { exceptionSchema } from '../schedule/exceptions'
import { readHours } from '../schedule/hours'

/** Names a service, a person or a room within its calendar; never given twice. */
const key = z.string().regex(/^[a-z][a-z0-9]{0,15}$/)
const words = (most: number) => z.string().trim().max(most)
const dayMinutes = 24 * 60

const hoursLine = z.string().refine((line) => readHours(line) !== undefined, {
  error: 'hours look like "Mo-Fr 09:00-17:30"',
})
export const resourceSchema = z.strictObject({
  id: key,
  is: z.enum(['person', 'room']).default('person'),
  name: words(80).min(1),
  /** What they are for, in a few words. */
  note: words(120).default(''),
  image: pictureShape.optional(),
  hours: z.array(hoursLine).max(28).default([]),
  exceptions: z.array(exceptionSchema).max(200).default([]),
  /** Addresses of calendars in which they are busy already (iCalendar). */
  busyAt: z.array(webAddress.max(1000)).max(5).default([]),
  /** Is told of every booking; '' for nobody. */
  mail: z.union([z.literal(''), z.email().max(254)]).default(''),
})

/** So many of these are needed at once; any of them will do. */
export const needSchema = z
  .strictObject({ of: z.array(key).min(1).max(100), count: z.int().min(1).max(20).default(1) })
  .refine(({ of, count }) => count <= of.length, { error: 'more are needed than there are', path: ['count'] })

export const serviceSchema = z.strictObject({
  id: key,
  name: words(120).min(1),
  group: words(60).default(''),
  /** Lists by which a widget shows only some. */
  lists: z.array(words(40).min(1)).max(10).default([]),
  text: words(1500).default(''),
  /** What to know beforehand, one line each. */
  before: z.array(words(300).min(1)).max(12).default([]),
  image: z.array(pictureShape).max(12).default([]),
  minutes: z
    .int()
    .min(5)
    .max(14 * dayMinutes),
  /** When it takes place, such as a class on Thursdays; none: whenever those who do it are there. */
  hours: z.array(hoursLine).max(28).default([]),
  /** It can begin every so many minutes, counted from each opening. */
  every: z
    .int()
    .min(5)
    .max(14 * dayMinutes),
  bufferBefore: z.int().min(0).max(dayMinutes).default(0),
  bufferAfter: z.int().min(0).max(dayMinutes).default(0),
  /** How many can book the same time; 1 for what one books alone. */
  places: z.int().min(1).max(1000).default(1),
  /** Of one place; null where nothing is said about it. */
  price: z.number().min(0).max(1e7).nullable().default(null),
  priceNote: words(80).default(''),
  /** Minutes before it begins, up to which it can be booked. */
  notice: z
    .int()
    .min(0)
    .max(365 * dayMinutes)
    .default(120),
  aheadDays: z.int().min(1).max(730).default(90),
  /** The first is whom a visitor chooses. */
  needs: z.array(needSchema).min(1).max(4),
  isOffered: z.boolean().default(true),
})

const termsSchema = z.strictObject({
  /** Minutes for which a time is kept while somebody fills in the form. */
  hold: z.int().min(2).max(60).default(10),
  /** Hours before it begins, up to which visitors cancel and move it by themselves. */
  changeHours: z.int().min(0).max(1000).default(24),
  /** Whether somebody has to confirm each booking. */
  isByHand: z.boolean().default(false),
  /** Hours before it begins, at which visitors are reminded; 0 for never. */
  remindHours: z.int().min(0).max(336).default(24),
  where: words(300).default(''),
  /** Leads to the way there. */
  way: z.union([z.literal(''), webAddress.max(500)]).default(''),
  /** What to do when it is urgent. */
  urgent: words(200).default(''),
})

const distinct = (all: readonly { readonly id: string }[]) =>
  new Set(all.map(({ id }) => id)).size === all.length

export const calendarSchema = z
  .strictObject({
    /** An IANA name, such as `Europe/London`. */
    zone: z.string().min(1).max(60),
    /** ISO 4217 */
    currency: z.string().regex(/^[A-Z]{3}$/),
    services: z.array(serviceSchema).max(200),
    resources: z.array(resourceSchema).max(200),
    /** For everybody: holidays. */
    closed: z.array(exceptionSchema).max(200).default([]),
    terms: termsSchema.prefault({}),
  })
  .superRefine(({ services, resources }, context) => {
    if (!distinct(services))
      context.addIssue({ code: 'custom', path: ['services'], message: 'an id is there twice' })
    if (!distinct(resources))
      context.addIssue({ code: 'custom', path: ['resources'], message: 'an id is there twice' })
    const known = new Set(resources.map(({ id }) => id))
    services.forEach(({ needs, name }, at) => {
      const ids = needs.flatMap(({ of }) => of)
      if (ids.some((id) => !known.has(id)))
        context.addIssue({
          code: 'custom',
          path: ['services', at, 'needs'],
          message: `${name} needs somebody who is not there`,
        })
      if (new Set(ids).size < ids.length)
        context.addIssue({
          code: 'custom',
          path: ['services', at, 'needs'],
          message: `${name} needs somebody twice`,
        })
    })
  })

export type Calendar = z.output<typeof calendarSchema>
export type CalendarService = z.output<typeof serviceSchema>
export type CalendarResource = z.output<typeof resourceSchema>
