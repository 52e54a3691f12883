/**
 * Every fact of an item, declared once: names are schema.org's. Types, the API's schemas and what may be corrected by
 * hand come out of here; how a fact is written in a table's cell is its column's (`readers/columns.ts`).
 */
import * as z from 'zod'

export const itemTypes = [
  'Article',
  'SocialMediaPosting',
  'ImageObject',
  'Review',
  'Product',
  'Event',
  'Person',
  'Place',
  'CreativeWork',
] as const

/** Where a link may lead: nothing that would run in the page. */
export const webAddress = z.url({ protocol: /^https?$/ })

/** A picture registered with us, served by delivery as `/p/<ref>/<width>.<format>`. */
export const pictureShape = z.object({
  ref: z.string(),
  /** CSS px, as far as the publisher tells them. */
  width: z.number().optional(),
  height: z.number().optional(),
  /** What it shows, for those who can't see it. */
  caption: z.string().optional(),
})

/** Where something is: as its publisher words it, taken apart where they do. Coordinates in degrees (WGS 84). */
export const locationShape = z.object({
  name: z.string().optional(),
  /** Street and number. */
  streetAddress: z.string().optional(),
  addressLocality: z.string().optional(),
  addressRegion: z.string().optional(),
  postalCode: z.string().optional(),
  addressCountry: z.string().optional(),
  latitude: z.number().optional(),
  longitude: z.number().optional(),
  url: z.string().optional(),
})

/** A rating on its publisher's scale; `reviewCount` where it stands for many. */
export const ratingShape = z.object({
  ratingValue: z.number(),
  bestRating: z.number(),
  reviewCount: z.number().optional(),
})

export const offerShape = z.object({
  price: z.number(),
  /** ISO 4217 */
  priceCurrency: z.string().optional(),
})

/** A product that a designer linked to an item. */
export const linkedProductShape = z.object({
  id: z.string(),
  name: z.string(),
  url: z.string().optional(),
  image: pictureShape.optional(),
  offers: offerShape.optional(),
})

const texts = z.array(z.string())

/** What every item may have, whatever its type. */
export const commonFacts = {
  type: z.enum(itemTypes),
  /** Absolute http(s) address of the item itself. */
  url: z.string().optional(),
  /** Plain text; empty when the publisher gives no title. */
  name: z.string(),
  author: z.object({ name: z.string(), url: z.string().optional() }).optional(),
  /** ISO 8601 instant in UTC. */
  datePublished: z.string().optional(),
  dateModified: z.string().optional(),
  keywords: texts,
  /** BCP 47 language tag. */
  inLanguage: z.string().optional(),
}

/**
 * Facts that only some types have. A time is `YYYY-MM-DD` for a whole day, `YYYY-MM-DDTHH:MM:SS` where no zone is said,
 * and ends in `Z` or an offset otherwise.
 */
export const moreFacts = {
  startDate: z.string().optional(),
  /** The end; of whole days the last one. */
  endDate: z.string().optional(),
  timeZone: z.string().optional(),
  eventStatus: z.enum(['EventScheduled', 'EventCancelled', 'EventPostponed']).optional(),
  /** Starts of what repeats, within the span that was asked for; `startDate` is the first of all. */
  dates: texts.optional(),
  /** Rules of repetition as written (RFC 5545). */
  repeats: texts.optional(),
  /** Names the one date of a repeated event that this stands for. */
  recurrenceId: z.string().optional(),
  location: locationShape.optional(),
  reviewRating: ratingShape.optional(),
  aggregateRating: ratingShape.optional(),
  /** What a review is about. */
  itemReviewed: z.string().optional(),
  /** What the one that is reviewed answered. */
  comment: z
    .object({ text: z.string(), author: z.string().optional(), dateCreated: z.string().optional() })
    .optional(),
  offers: offerShape.optional(),
  /** ISO 8601 duration */
  duration: z.string().optional(),
  familyName: z.string().optional(),
  givenName: z.string().optional(),
  /** The one to be used first stands first. */
  telephone: texts.optional(),
  email: texts.optional(),
  jobTitle: z.string().optional(),
  worksFor: z.string().optional(),
  /** Other addresses of the same person or business. */
  sameAs: texts.optional(),
  openingHours: texts.optional(),
  /** Days on which those do not hold; see `schedule/specialHours.ts`. */
  specialHours: texts.optional(),
  /** Named lists and the groups within them, `List / Group`. */
  lists: texts.optional(),
  /** What a post answers. */
  inReplyTo: z.string().optional(),
  /** Who had posted what is passed on here. */
  sharedFrom: z.string().optional(),
  likes: z.number().optional(),
  /** What another side lets be shown within somebody else's page. Sizes in CSS px, as far as they are told. */
  embed: z
    .object({
      url: webAddress,
      as: z.enum(['frame', 'document', 'picture', 'sound', 'video']),
      width: z.number().optional(),
      height: z.number().optional(),
    })
    .optional(),
  /** Where whoever is signed in there keeps it for themselves. */
  keepUrl: z.string().optional(),
  /** Stands for an account or a page itself, not for one of its entries; further pictures show who follows it. */
  isPage: z.literal(true).optional(),
  followers: z.int().min(0).optional(),
  /** How many are there just now; its pictures show some of them, and are captioned by their names. */
  attendeeCount: z.int().min(0).optional(),
}

/** What the studio adds to an item that a source gave. */
export const ownFacts = {
  id: z.string(),
  /** Id of the source it came from, and that source's name as shown to visitors. */
  source: z.string(),
  sourceName: z.string(),
  /** Plain text of the summary, or of the whole where there is none. */
  text: z.string(),
  image: z.array(pictureShape),
  corrected: texts.optional().describe('Facts that were corrected by hand'),
  imageLost: z.int().optional().describe('Pictures that could not be fetched; it is shown without them'),
  partner: z
    .string()
    .optional()
    .describe('The mark that its address carries when visitors leave by it, as `name=value`'),
  mentions: z.array(linkedProductShape).optional().describe('Products linked to it by hand, in their order'),
}

/** Null takes the source's own again. */
const byHand = <T extends z.ZodType>(shape: T) => shape.nullable().optional()
const line = byHand(z.string().trim().max(300))
const moment = byHand(
  z
    .string()
    .regex(
      /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}:\d{2}(Z|[+-]\d{2}:\d{2})?)?$/,
      'a time is written like 2026-05-09T19:00:00',
    ),
)

/** What a person may write in place of what a source says, with its bounds. Every other fact stays its source's. */
export const correctableFacts = {
  name: line,
  image: byHand(z.array(pictureShape.extend({ ref: z.string().regex(/^[0-9a-f]{24}$/) }).strict()).max(4)),
  text: byHand(z.string().trim().max(4000)),
  url: byHand(webAddress),
  jobTitle: line,
  worksFor: line,
  duration: line,
  startDate: moment,
  endDate: moment,
  location: byHand(locationShape),
  offers: byHand(offerShape),
  sameAs: byHand(z.array(webAddress).max(20)),
  lists: byHand(z.array(z.string().trim().min(1).max(120)).max(20)),
} satisfies Partial<Record<keyof typeof commonFacts | keyof typeof moreFacts | 'text' | 'image', z.ZodType>>
