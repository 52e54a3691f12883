/** Items, what is decided on them, the sorting table. */
import * as z from 'zod'
import { itemTypes } from '../../items/item'

const location = z.object({
  name: z.string().optional(),
  streetAddress: z.string().optional(),
  addressLocality: z.string().optional(),
  addressRegion: z.string().optional(),
  postalCode: z.string().optional(),
  addressCountry: z.string().optional(),
  latitude: z.number().optional(),
  longitude: z.number().optional(),
  url: z.string().optional(),
})

const rating = z.object({
  ratingValue: z.number(),
  bestRating: z.number(),
  reviewCount: z.number().optional(),
})

const offer = z.object({ price: z.number(), priceCurrency: z.string().optional() })
const texts = z.array(z.string()).optional()
const moreFacts = {
  startDate: z.string().optional(),
  endDate: z.string().optional(),
  timeZone: z.string().optional(),
  eventStatus: z.enum(['EventScheduled', 'EventCancelled', 'EventPostponed']).optional(),
  dates: texts,
  repeats: texts,
  recurrenceId: z.string().optional(),
  location: location.optional(),
  reviewRating: rating.optional(),
  aggregateRating: rating.optional(),
  itemReviewed: z.string().optional(),
  comment: z
    .object({ text: z.string(), author: z.string().optional(), dateCreated: z.string().optional() })
    .optional(),
  offers: offer.optional(),
  duration: z.string().optional(),
  familyName: z.string().optional(),
  givenName: z.string().optional(),
  telephone: texts,
  email: texts,
  jobTitle: z.string().optional(),
  worksFor: z.string().optional(),
  sameAs: texts,
  openingHours: texts,
  lists: texts,
  inReplyTo: z.string().optional(),
  sharedFrom: z.string().optional(),
  likes: z.number().optional(),
}

const picture = z.object({
  ref: z.string(),
  width: z.number().optional(),
  height: z.number().optional(),
  caption: z.string().optional(),
})

const linkedProduct = z.object({
  id: z.string(),
  name: z.string(),
  url: z.string().optional(),
  image: picture.optional(),
  offers: offer.optional(),
})

/** A fact that this version does not know passes through; a kind that does will show it. */
export const item = z.looseObject({
  type: z.enum(itemTypes),
  id: z.string(),
  source: z.string(),
  sourceName: z.string(),
  url: z.string().optional(),
  name: z.string(),
  text: z.string(),
  image: z.array(picture),
  author: z.object({ name: z.string(), url: z.string().optional() }).optional(),
  datePublished: z.string().optional(),
  dateModified: z.string().optional(),
  keywords: z.array(z.string()),
  inLanguage: z.string().optional(),
  corrected: texts.describe('Facts that were corrected by hand'),
  imageLost: z.int().optional().describe('Pictures that could not be fetched; it is shown without them'),
  mentions: z.array(linkedProduct).optional().describe('Products linked to it by hand'),
  ...moreFacts,
})

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

/** What can be corrected of one item; null takes the source's own again. */
const line = z.string().trim().max(300).nullable().optional()
const moment = z
  .string()
  .regex(
    /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}:\d{2}(Z|[+-]\d{2}:\d{2})?)?$/,
    'a time is written like 2026-05-09T19:00:00',
  )
  .nullable()
  .optional()
export const corrections = z.strictObject({
  name: line,
  image: z
    .array(picture.extend({ ref: z.string().regex(/^[0-9a-f]{24}$/) }).strict())
    .max(4)
    .nullable()
    .optional(),
  text: z.string().trim().max(4000).nullable().optional(),
  url: z
    .url({ protocol: /^https?$/ })
    .nullable()
    .optional(),
  jobTitle: line,
  worksFor: line,
  duration: line,
  startDate: moment,
  endDate: moment,
  location: location.nullable().optional(),
  offers: offer.nullable().optional(),
  sameAs: z
    .array(z.url({ protocol: /^https?$/ }))
    .max(20)
    .nullable()
    .optional(),
  lists: z.array(z.string().trim().min(1).max(120)).max(20).nullable().optional(),
})

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
