/** What is known of one column of a table. */
import type { correctableFacts } from '../items/facts'
import type { Item, ItemType } from '../items/item'
import type { Draft } from './columnValues'

/** Formats carry what was meant in many ways; a value that can't be read is `undefined`. */
export interface Column {
  readonly id: string
  readonly label: string
  /** Headings that mean it, folded as by `foldHeading`. */
  readonly headings: readonly string[]
  readonly types: readonly ItemType[] | 'all'
  /** One that the example tables show. */
  readonly example: string
  /** @returns whether the value could be used */
  readonly put: (item: Draft, value: string, base?: string, heading?: string) => boolean
  readonly correct?: Correct
}

/** How a fact is corrected by hand: as it would be written in a cell. */
export interface Correct {
  readonly fact: Exclude<keyof typeof correctableFacts, 'image'>
  readonly hint?: string
  readonly isLong?: boolean
  /** Where not for every type that has the column. */
  readonly types?: readonly ItemType[]
  /** Not for every item of the type. */
  readonly isFor?: (item: Item) => boolean
  /** The cell that the fact would be read from. */
  readonly write: (item: Item) => string
}

/** Headings, written one after the other. */
export const named = (headings: string): string[] => headings.split(', ')
