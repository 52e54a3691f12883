/** The contract of a reader: bytes in, items out, and every problem said in place. It never throws on content. */
import type { ReadItem } from '../items/item'
import type { ZoneLookup } from '../schedule/zone'
import type { Mapping } from './tableMapping'

export interface ReadContext {
  /** Where the bytes came from; relative addresses resolve against it. */
  readonly url?: string
  /** The `Content-Type` header, whole. */
  readonly contentType?: string
  /** Time zones by name; without it only UTC and what a calendar defines itself are known. */
  readonly zones?: ZoneLookup
  /** What the columns of a table mean; guessed without it. */
  readonly mapping?: Mapping
  /** Texts of files given at the same time, which this one may refer to. */
  readonly beside?: readonly string[]
  /** Dates of what repeats are told from here to there (ms since 1970); without it none are. */
  readonly span?: { readonly from: number; readonly to: number }
}

/** What the source says of itself. Texts are plain. */
export interface FeedFacts {
  readonly title?: string
  readonly description?: string
  /** The page that the feed belongs to. */
  readonly url?: string
  readonly language?: string
  readonly image?: string
  /** A hub that tells of news (WebSub), and the address by which it knows this feed. */
  readonly hub?: string
  readonly self?: string
}

/** Something wrong in what was read: where, what, and what was done about it, each in plain words. */
export interface ReadProblem {
  readonly where: string
  readonly what: string
  readonly done: string
}

/** A feed that a page announces. */
export interface AnnouncedFeed {
  readonly url: string
  readonly title: string
  readonly contentType: string
}

export interface Reading {
  /** Id of the reader. */
  readonly format: string
  readonly feed: FeedFacts
  readonly items: readonly ReadItem[]
  readonly problems: readonly ReadProblem[]
  /** Feeds to read instead, when this was a page. */
  readonly announced?: readonly AnnouncedFeed[]
  /** Where the rest is, when this was one page of several. */
  readonly next?: string
  /** Entries of which only the address is told. */
  readonly references?: readonly Reference[]
  /** What the columns were taken to mean, when this was a table. */
  readonly mapping?: Mapping
  /** What a brand can take over, when this was a file of design tokens. */
  readonly tokens?: readonly DesignToken[]
}

/** An entry that is to be read at its own address; `more` is what is told of it here. */
export interface Reference {
  readonly url: string
  readonly more?: Partial<ReadItem>
  /** Whoever made it is not who tells of it. */
  readonly isShared?: boolean
}

/** Colours as hex, sizes with their unit, fonts as a list of families. */
export interface DesignToken {
  readonly path: string
  readonly type: string
  readonly value: string
  readonly description?: string
}

export interface Reader {
  readonly id: string
  /** As people call the format. */
  readonly label: string
  /** How sure it is to be the right one: 0 (not mine) to 1. `head` is the first 4,096 characters, decoded. */
  sniff(head: string, context: ReadContext): number
  /** Reads the whole, already decoded. */
  read(text: string, context: ReadContext): Omit<Reading, 'format'>
  /** A smallest whole document, run by the contract tests. */
  readonly example: string
}
