/**
 * What showing kinds are composed of. A *fact* tells one thing about an item, a *strip* tells something about all of
 * them, a *layout* places their cards. Each is a block: it brings its own settings, parts, words and styles, so that a
 * kind only names the blocks it wants. `showing.tsx` makes a kind of them.
 */
import type { VNode } from 'preact'
import type { Item, ItemType } from '../core/items/item'
import type { Counting, Phrase } from '../core/locale/phrase'
import type { Fields, ValuesOf } from '../core/settings/field'
import type { Hosts, KindContext, Part } from './contract'
import type { lookFields } from './look'

/** Values of a block's own fields, and those of the look, which every kind has. */
export type BlockValues<F extends Fields> = ValuesOf<F> & ValuesOf<typeof lookFields>

/** Values of blocks whose own fields are not known. */
export type AnyValues = BlockValues<Fields>

export type Words = Readonly<Record<string, Phrase | Counting>>

export interface Block<F extends Fields = Fields> {
  /** Settings by path. Blocks that share a setting bring the same field object. */
  readonly fields: F
  readonly parts: readonly Part[]
  /** All that it says by itself; its fields' leaves name them, such as `{ word: 'readOn' }`. */
  readonly words?: Words
  /** CSS, in one sheet or several. Sheets that several blocks bring alike are written once. */
  styles?(values: BlockValues<F>): string | readonly string[]
  /** Behaviours of the embed that its markup needs; none when left out. */
  behaviours?(values: BlockValues<F>): readonly string[]
  /** Origins that its markup or its behaviours load from; none when left out. */
  hosts?(values: BlockValues<F>): Hosts
}

/**
 * How a card holds its facts: the lead above the words, in a grid (`stacked`), in a row to move along (`slide`), large as
 * the first of all (`first`), or in its own shape (`tile`); before the words (`beside`) or after few of them (`after`);
 * small beside few words (`tight`); all in one line (`line`). The layout chooses.
 */
export const forms = ['stacked', 'slide', 'first', 'tile', 'beside', 'after', 'tight', 'line'] as const
export type Form = (typeof forms)[number]
const stackedForms: readonly Form[] = ['stacked', 'slide', 'first', 'tile']
/** Forms that put the lead above the words; they differ only in what is around them. */
export const isStacked = (form: Form): boolean => stackedForms.includes(form)
/** Forms with room for a title and hardly more. */
export const isTight = (form: Form): boolean => form === 'tight' || form === 'after' || form === 'line'

export interface FactContext extends KindContext {
  readonly form: Form
  /** Level of a card's title in the page's outline. */
  readonly titleLevel: number
  /** All items that have a card, for what is told in proportion. */
  readonly all: readonly Item[]
  /** Those that have none: what is over. */
  readonly rest: readonly Item[]
  /** Width in em of the text size that a card has at most. */
  readonly widestEm: number
}

/** Where a fact stands. */
export interface Room {
  readonly form: Form
  /** In em of the text size. */
  readonly widthEm: number
}

/** One thing that a card can tell about its item. `V` is that thing as the view needs it. */
export interface Fact<F extends Fields = Fields, V = unknown> extends Block<F> {
  /** Names its value in the model. */
  readonly id: string
  /** Returns undefined where the item has nothing to tell, or the settings leave the fact out. */
  of(item: Item, values: BlockValues<F>, context: FactContext): V | undefined
  view(value: V): VNode
  /**
   * Height in em of the text size, counted and not measured.
   * @param value - what is told; without it, the greatest height that the settings allow, 0 where they leave the fact out
   */
  em(values: BlockValues<F>, room: Room, value?: V): number
  /** Width in em of a lead beside words; the card's own choice when left out. */
  besideEm?(values: BlockValues<F>): number | undefined
  /** Gives the width of a picture divided by its height; undefined when the source does not say. */
  shape?(value: V): number | undefined
  /** Origins that the value loads from; none when left out. */
  loads?(value: V, values: BlockValues<F>): Hosts
  /** What the value adds to the schema.org description of its item. */
  jsonLd?(value: V, type: ItemType): object
  /** Instant (ms) from which time alone makes the value another; Infinity when it never does. */
  until?(item: Item, values: BlockValues<F>, context: KindContext): number
}

/** What a strip is told besides the items. */
export interface StripContext extends KindContext {
  readonly shown: number
  /** Items that have no card: what is over. */
  readonly rest?: readonly Item[]
}

/** Something above or below the cards that is about the widget or about all items: a heading, an average. */
export interface Strip<F extends Fields = Fields, V = unknown> extends Block<F> {
  readonly id: string
  /** Called with the items that show. Returns undefined where there is nothing to tell. */
  of(items: readonly Item[], values: BlockValues<F>, context: StripContext): V | undefined
  view(value: V): VNode
  /** Height in px at an inner width in px, without the space around. */
  height(value: V, values: BlockValues<F>, widthPx: number): number
  /** What visitors can choose an item by; see `strips/choosing.tsx`. */
  marks?(item: Item, value: V): string | readonly string[]
  /** How many cards show at first, when it lets visitors ask for more. */
  first?(value: V): number
  /** Instant (ms) from which time alone makes it another; never where left out. */
  until?(values: BlockValues<F>, context: KindContext): number
}

export interface Frame {
  readonly locale: string
  readonly count: number
}

/** One way to place the cards. */
export interface Layout<F extends Fields = Fields, I extends string = string> extends Block<F> {
  readonly id: I
  readonly label: string
  readonly hint: string
  /** Form of the card at a place, counted from 0. */
  form(at: number): Form
  /** All that it gives; only that of the first when left out. */
  readonly forms?: readonly Form[]
  /** Markup around the cards. The element that holds them has the part `list` and the attribute `data-cards`. */
  frame(cards: VNode, values: BlockValues<F>, frame: Frame): VNode
  /**
   * Height in px of `count` cards, 1 or more, at an inner width in px. Cards that share a row are as high as the highest
   * of them.
   */
  height(
    count: number,
    values: BlockValues<F>,
    widthPx: number,
    heightOf: HeightOf,
    shapeOf: (at: number) => number | undefined,
  ): number
  /** Width in em that a card has at most, in a page so wide; that of the page when left out. */
  widestEm?(values: BlockValues<F>, pageEm: number): number
  /** Only what stands above and below is shown. */
  readonly isBare?: true
  /** Id of the strip that draws the entries in place of cards. */
  readonly strip?: string
}
/** Height in px of the card at a place, counted from 0, when it is so many px wide. */
export type HeightOf = (at: number, widthPx: number) => number

// Written through these, a block's values are typed by its own fields. Properties infer in order: `fields`, `of`, `view`.
export const fact = <F extends Fields, V>(block: Fact<F, V>): Fact<F, V> => block
export const strip = <F extends Fields, V>(block: Strip<F, V>): Strip<F, V> => block
export const layout = <F extends Fields, const I extends string>(block: Layout<F, I>): Layout<F, I> => block
