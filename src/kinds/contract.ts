/**
 * The contract of a widget kind. A kind is one folder and one line in `all.ts`; the bench, the starting points, the API,
 * delivery, the gallery and the contract tests read that list. Every member is pure: same input, same answer, no clock,
 * no DOM.
 */
import { h, type VNode } from 'preact'
import type { Average } from '../core/items/average'
import type { Item, ItemType } from '../core/items/item'
import type { Counting, Phrase } from '../core/locale/phrase'
import type { Decisions } from '../core/rules/fields'
import type { Rule } from '../core/rules/rules'
import type { Fields, Settings, Value, ValuesOf } from '../core/settings/field'

/** What a kind knows besides its intake and its settings. */
export interface KindContext {
  /** ms since 1970, UTC. */
  readonly now: number
  /** BCP 47 tag of the client's language. */
  readonly locale: string
  /** Minutes east of UTC at an instant, in the client's time zone. */
  readonly offsetAt: (ms: number) => number
  /** Origin of delivery, where pictures and pages of entries lie; no slash at its end. */
  readonly assets: string
  /** Names the widget in addresses of delivery; left out where there is no widget yet. */
  readonly ref?: string
  /** The account or page that the entries come from, where a source tells of it. */
  readonly page?: Item
  /** All reviews that the sources have, whatever the rules leave over. */
  readonly reviews?: Average
  /** What a visitor looks for. The items are then those found, in their order: no rule looks at them again. */
  readonly search?: Searched
}

export interface Searched {
  readonly words: string
  /** As `core/items/choices.ts` writes them. */
  readonly chosen: readonly string[]
  /** Place of the first of the items among all that were found. */
  readonly from: number
  readonly total: number
  /** How many there would be, by choice. */
  readonly counts: Readonly<Record<string, number>>
}

/** Something in the widget that a designer clicks on the stage and a site author restyles by `::part(name)`. */
export interface Part {
  readonly name: string
  readonly label: string
}

/** A widget can begin with one. `settings` holds only what differs from the kind's defaults. */
export interface StartingPoint<S = Settings> {
  readonly id: string
  readonly label: string
  readonly hint: string
  readonly settings: S
  /** What it is shown with, where the kind's example would not do. */
  readonly items?: readonly Item[]
}

/** A step from one version of the settings to the next; `to` is the version it leads to. */
export interface Migration {
  readonly to: number
  readonly name: string
  run(settings: Settings): Settings
}

// ── Intake ──

declare const given: unique symbol

/**
 * One thing that goes into a widget. Its name in the intake is the path of the setting that chooses it, so that it is
 * stored, patched and undone like every other setting. `T` is what the model gets of it.
 */
export interface Role<T = unknown> {
  readonly takes: { readonly items: readonly ItemType[] } | { readonly object: string }
  /** Whether a designer may choose more than one. */
  readonly several: boolean
  /** Whether the widget is whole without it. */
  readonly isOptional: boolean
  /** What it is called, what follows from it, and what is said while nothing is chosen. */
  readonly label: string
  readonly hint?: string
  readonly lacking: string
  readonly [given]?: T
}

export type Intake = Readonly<Record<string, Role>>
/** What the model gets: under each role's name, what was chosen for it. */
export type Given<I extends Intake> = { readonly [R in keyof I]: I[R] extends Role<infer T> ? T : never }

/** Items of sources, sifted by the kind's rules, in order. */
export const items = (
  types: readonly ItemType[],
  more: Partial<Pick<Role, 'label' | 'hint' | 'isOptional'>> = {},
): Role<readonly Item[]> => ({
  takes: { items: types },
  several: true,
  isOptional: false,
  label: 'Sources',
  lacking: 'No source yet',
  ...more,
})

/** One object of the client's, which its own room looks after: a list that people sign up to. */
export const objectFor = <T extends object = object>(
  object: string,
  label: string,
  lacking: string,
): Role<T> => ({
  takes: { object },
  several: false,
  isOptional: false,
  label,
  lacking,
})
/** The same where the widget is whole without one. */
export const objectIfAny = <T extends object = object>(
  ...facts: Parameters<typeof objectFor>
): Role<T | undefined> => ({ ...objectFor<T>(...facts), isOptional: true })

/** Roles of an intake for which something has to be chosen, and nothing is yet. */
export const lackingOf = ({ intake }: { readonly intake: Intake }, settings: Settings): string[] =>
  Object.keys(intake).filter((role) => !intake[role]!.isOptional && chosenFor(role, settings).length === 0)

/** Ids of what is chosen for a role. */
export function chosenFor(role: string, settings: Settings): readonly string[] {
  const leaf = settings[role]
  if (Array.isArray(leaf)) return leaf as readonly string[]
  return typeof leaf === 'string' && leaf !== '' ? [leaf] : []
}

// ── Kind ──

/** A page that one entry has of its own. Its styles stand after those that every kind has. */
export interface EntryPage {
  /** Stands in its address, `/h/<ref>/<key>`. */
  readonly key: string
  readonly title: string
  readonly view: VNode
  readonly jsonLd: object | undefined
  /** For a page that is alive: what the kind's `live.tsx` gets there. Its view then holds the element that comes alive. */
  readonly island?: object
}

/** Origins, such as `https://tiles.example`. */
export interface Hosts {
  readonly images?: readonly string[]
  readonly frames?: readonly string[]
  /** Of sound and films. */
  readonly media?: readonly string[]
}

export interface Entries {
  readonly pages: readonly EntryPage[]
  readonly css: string
  readonly dates?: readonly EntryDate[]
}

/** A file of one date for the visitor's own calendar; its key stands in the address, `/h/<ref>/<key>`. */
export interface EntryDate {
  readonly key: string
  readonly item: Item
}

export interface KindDefinition<I extends Intake, F extends Fields, M> {
  readonly id: string
  /** Of the settings' shape, 1 or more; drafts and releases are stored with it. */
  readonly version: number
  readonly label: string
  /** One sentence for the catalogue: what a visitor will see. */
  readonly description: string
  /** Words by which a client would ask for it; the catalogue is searched by them. */
  readonly alsoCalled: readonly string[]
  readonly intake: I
  readonly fields: F
  /** At least one; a new widget begins with the first. */
  readonly startingPoints: readonly StartingPoint[]
  readonly parts: readonly Part[]
  /** What leaves such as `{ word: 'readOn' }` name, and all else that the widget says by itself. */
  readonly words: Readonly<Record<string, Phrase | Counting>>
  /** What sifts the items of the intake. Left out where the intake has none. */
  rules?(values: ValuesOf<NoInfer<F>>, decisions: Decisions): Rule[]
  /** Called with what the rules let through; may be given nothing. */
  model(given: Given<NoInfer<I>>, values: ValuesOf<NoInfer<F>>, context: KindContext): M
  /** Ids of the items of which something shows; all that the rules let through, when left out. */
  shown?(model: NoInfer<M>): readonly string[]
  /** Whether visitors find nothing in it; the element in the page then says so by its state. Never, when left out. */
  isEmpty?(model: NoInfer<M>): boolean
  /** Markup of the model. No state, no handlers, no `style` attributes: strict pages block them. */
  view(model: NoInfer<M>): VNode
  /** What stands where the view has `cardsGoHere`, put into the page a few at a time: a long list is a long task. */
  cards?(model: NoInfer<M>): readonly VNode[]
  /** CSS for inside the shadow root. Values arrive checked by the fields' schema. */
  styles(values: ValuesOf<NoInfer<F>>): string
  /** Height in px at a container width in px: at least what the widget takes. Counted, not measured. */
  height(model: NoInfer<M>, values: ValuesOf<NoInfer<F>>, widthPx: number): number
  /** Names of the embed's behaviours to load after paint. */
  behaviours(values: ValuesOf<NoInfer<F>>, model: NoInfer<M>): readonly string[]
  /**
   * For kinds that are alive in the page: what `live.tsx` beside the kind gets as its props. It survives JSON and holds nothing
   * that a visitor may not read. The view holds one element `data-island={id}` around what comes alive, drawn by the same
   * component from the same props.
   */
  island?(model: NoInfer<M>): object
  /** Whether it is whole only once it has asked, such as for free times: then the stage shows it alive. */
  readonly asksFirst?: boolean
  /** Origins beside delivery's that the page loads pictures or frames from; none when left out. */
  hosts?(values: ValuesOf<NoInfer<F>>, model: NoInfer<M>): Hosts
  /** Whether visitors search in its items, more of them than an artifact can carry. Delivery then keeps an index of them. */
  readonly isSearched?: boolean
  /** Instant (ms, UTC) from which time alone makes the answer another; the rules' own instants are seen to elsewhere. */
  until?(given: Given<NoInfer<I>>, values: ValuesOf<NoInfer<F>>, context: KindContext): number | undefined
  /** schema.org description for hosted and live pages; undefined when there is nothing to say. */
  jsonLd(model: NoInfer<M>): object | undefined
  /** Pages of single entries with their styles, and files of their dates; left out where no entry has one. */
  entries?(model: NoInfer<M>): Entries
  /** Ascending by `to`, one for each version after the first. */
  readonly migrate: readonly Migration[]
  /** Run by the contract tests, and shown where a starting point has no items of its own. */
  readonly example: { readonly given: Given<NoInfer<I>>; readonly settings: Settings }
}

/** A kind with its types folded away, as the list holds it. */
export type Kind = KindDefinition<Intake, Fields, unknown>
export type Values = Readonly<Record<string, Value>>

/** Types of the items that a kind takes; none where it takes no items. */
export const typesOf = ({ intake }: Kind): readonly ItemType[] =>
  Object.values(intake).flatMap(({ takes }) => ('items' in takes ? takes.items : []))

/** The kind's example items. */
export const exampleItemsOf = ({ example, intake }: Kind): readonly Item[] =>
  Object.entries(intake).flatMap(([role, { takes }]) =>
    'items' in takes ? (example.given[role] as readonly Item[]) : [],
  )

/** The one place in a view where the cards go. An element, as no text can be mistaken for it. */
export const cardsGoHere: VNode = h('yimble-cards', {})
