/**
 * The vocabulary of items: schema.org's types and property names. A reader yields `ReadItem`s; the server gives them
 * an identity and clean markup, and from then on they are `Item`s.
 */

declare const clean: unique symbol
/** Markup that the sanitiser let through. Only the sanitiser and the reader of item rows make one. */
export type SanitisedHtml = string & { readonly [clean]: true }

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
export type ItemType = (typeof itemTypes)[number]

/** A picture where its publisher keeps it. Sizes in CSS px, as far as the publisher tells them. */
export interface ReadPicture {
  readonly url: string
  readonly width?: number
  readonly height?: number
  /** What it shows, for those who can't see it. */
  readonly caption?: string
}

/** A picture registered with us, served by delivery as `/p/<ref>/<width>.<format>`. */
export interface Picture {
  readonly ref: string
  readonly width?: number
  readonly height?: number
  readonly caption?: string
}

export interface Author {
  readonly name: string
  readonly url?: string
}

/** Where something is: as its publisher words it, taken apart where they do. Coordinates in degrees (WGS 84). */
export interface Location {
  readonly name?: string
  /** Street and number. */
  readonly streetAddress?: string
  readonly addressLocality?: string
  readonly addressRegion?: string
  readonly postalCode?: string
  readonly addressCountry?: string
  readonly latitude?: number
  readonly longitude?: number
  readonly url?: string
}

/** A rating on its publisher's scale; `reviewCount` where it stands for many. */
export interface Rating {
  readonly ratingValue: number
  readonly bestRating: number
  readonly reviewCount?: number
}

/** A product that a designer linked to an item. */
export interface LinkedProduct {
  readonly id: string
  readonly name: string
  readonly url?: string
  readonly image?: Picture
  readonly offers?: Offer
}

export interface Offer {
  readonly price: number
  /** ISO 4217 */
  readonly priceCurrency?: string
}

/**
 * Facts that only some types have. A time is `YYYY-MM-DD` for a whole day, `YYYY-MM-DDTHH:MM:SS` where no zone is said,
 * and ends in `Z` or an offset otherwise.
 */
export interface MoreFacts {
  readonly startDate?: string
  /** The end itself is no longer in it; for whole days, too. */
  readonly endDate?: string
  readonly timeZone?: string
  readonly eventStatus?: 'EventScheduled' | 'EventCancelled' | 'EventPostponed'
  /** Starts of what repeats, within the span that was asked for; `startDate` is the first of all. */
  readonly dates?: readonly string[]
  /** Rules of repetition as written (RFC 5545). */
  readonly repeats?: readonly string[]
  /** Names the one date of a repeated event that this stands for. */
  readonly recurrenceId?: string
  readonly location?: Location
  readonly reviewRating?: Rating
  readonly aggregateRating?: Rating
  /** What a review is about. */
  readonly itemReviewed?: string
  /** What the one that is reviewed answered. */
  readonly comment?: { readonly text: string; readonly author?: string; readonly dateCreated?: string }
  readonly offers?: Offer
  /** ISO 8601 duration */
  readonly duration?: string
  readonly familyName?: string
  readonly givenName?: string
  /** The one to be used first stands first. */
  readonly telephone?: readonly string[]
  readonly email?: readonly string[]
  readonly jobTitle?: string
  readonly worksFor?: string
  /** Other addresses of the same person or business. */
  readonly sameAs?: readonly string[]
  readonly openingHours?: readonly string[]
  /** Named lists and the groups within them, `List / Group`. */
  readonly lists?: readonly string[]
  /** What a post answers. */
  readonly inReplyTo?: string
  /** Who had posted what is passed on here. */
  readonly sharedFrom?: string
  readonly likes?: number
  /** Private: it may be reviewed in the studio, and never leaves it. `hiddenBecause` says what the source said. */
  readonly visibility?: 'private'
  readonly hiddenBecause?: string
}

interface ItemFacts extends MoreFacts {
  readonly type: ItemType
  /** Absolute http(s) address of the item itself. */
  readonly url?: string
  /** Plain text; empty when the publisher gives no title. */
  readonly name: string
  readonly author?: Author
  /** ISO 8601 instant in UTC. */
  readonly datePublished?: string
  readonly dateModified?: string
  readonly keywords: readonly string[]
  /** BCP 47 language tag. */
  readonly inLanguage?: string
}

/** What somebody says in a review. It is shown as they wrote it, or not at all. */
export const isOpinion = (fact: string): boolean => ['name', 'text', 'reviewRating', 'author'].includes(fact)

/** What a reader found, before identity and cleaning. `summary` and `html` are the publisher's raw markup. */
export interface ReadItem extends ItemFacts {
  /** guid, id or uid as the publisher gives it. */
  readonly guid?: string
  readonly summary?: string
  readonly html?: string
  /** Plain text, from formats that carry no markup. */
  readonly text?: string
  readonly image: readonly ReadPicture[]
}

export interface Item extends ItemFacts {
  readonly id: string
  /** Id of the source it came from, and that source's name as shown to visitors. */
  readonly source: string
  readonly sourceName: string
  /** Plain text of the summary, or of the whole where there is none. */
  readonly text: string
  readonly html?: SanitisedHtml
  readonly image: readonly Picture[]
  /** Facts that were corrected by hand. */
  readonly corrected?: readonly string[]
  /** Pictures of it that could not be fetched; they are left out of `image`. */
  readonly imageLost?: number
  /** Products linked to it by hand that may be shown, in the order in which they were linked. */
  readonly mentions?: readonly LinkedProduct[]
}
