/**
 * The vocabulary of items: schema.org's types and property names. A reader yields `ReadItem`s; the server gives them
 * an identity and clean markup, and from then on they are `Item`s.
 */

import type * as z from 'zod'
import type {
  commonFacts,
  itemTypes,
  linkedProductShape,
  locationShape,
  moreFacts,
  offerShape,
  ownFacts,
  pictureShape,
  ratingShape,
} from './facts'

declare const clean: unique symbol
/** Markup that the sanitiser let through. Only the sanitiser and the reader of item rows make one. */
export type SanitisedHtml = string & { readonly [clean]: true }

type Facts<Shapes extends z.ZodRawShape> = Kept<z.infer<z.ZodObject<Shapes>>>
/** Nothing changes an item once it is made. */
type Kept<T> = T extends string | number ? T : { readonly [Key in keyof T]: Kept<T[Key]> }

export type ItemType = (typeof itemTypes)[number]
export type Picture = Kept<z.infer<typeof pictureShape>>
export type Location = Kept<z.infer<typeof locationShape>>
export type Rating = Kept<z.infer<typeof ratingShape>>
export type Offer = Kept<z.infer<typeof offerShape>>
export type LinkedProduct = Kept<z.infer<typeof linkedProductShape>>

/** A picture where its publisher keeps it. Sizes in CSS px, as far as the publisher tells them. */
export interface ReadPicture extends Omit<Picture, 'ref'> {
  readonly url: string
}

/** Private: it may be reviewed in the studio, and never leaves it. `hiddenBecause` says what the source said. */
interface Privacy {
  readonly visibility?: 'private'
  readonly hiddenBecause?: string
}

type ItemFacts = Facts<typeof commonFacts> & Facts<typeof moreFacts> & Privacy

/** What somebody says in a review. It is shown as they wrote it, or not at all. */
export const isOpinion = (fact: string): boolean => ['name', 'text', 'reviewRating', 'author'].includes(fact)

/** What a reader found, before identity and cleaning. `summary` and `html` are the publisher's raw markup. */
export type ReadItem = ItemFacts & {
  /** guid, id or uid as the publisher gives it. */
  readonly guid?: string
  readonly summary?: string
  readonly html?: string
  /** Plain text, from formats that carry no markup. */
  readonly text?: string
  readonly image: readonly ReadPicture[]
}

export type Item = ItemFacts & Facts<typeof ownFacts> & { readonly html?: SanitisedHtml }
