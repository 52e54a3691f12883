/**
 * The vocabulary of items: schema.org's types and property names. A reader yields `ReadItem`s; the server gives them
 * an identity and clean markup, and from then on they are `Item`s.
 */

declare const clean: unique symbol
/** Markup that the sanitiser let through. Only the sanitiser and the reader of item rows make one. */
export type SanitisedHtml = string & { readonly [clean]: true }

export const itemTypes = ['Article', 'SocialMediaPosting', 'ImageObject', 'Review', 'Product', 'Event', 'Person', 'Place', 'CreativeWork'] as const
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

interface ItemFacts {
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

/** What a reader found, before identity and cleaning. `summary` and `html` are the publisher's raw markup. */
export interface ReadItem extends ItemFacts {
  /** guid, id or uid as the publisher gives it. */
  readonly guid?: string
  readonly summary?: string
  readonly html?: string
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
}
