/**
 * What a kind can be set to: a flat record of leaves, each under a path such as `look.accent`. A field describes one leaf
 * once, for everybody: its step, the part of the widget it changes, its control, its default. The bench draws its
 * controls from this, `schema.ts` makes the Zod schema of it, and kinds get their values' types from it.
 */

import type { RuleTree } from '../rules/tree'

export const steps = ['gather', 'sift', 'arrange', 'dress', 'place', 'ship'] as const
export type Step = (typeof steps)[number]

export type Value = string | number | boolean | readonly string[] | RuleTree
/** A leaf that follows the client's brand, e.g. `{ link: 'color.accent' }`. Own values never have this shape. */
export interface Link {
  readonly link: string
}
/** A leaf that says one of the kind's words in the client's language, e.g. `{ word: 'readOn' }`. */
export interface Word {
  readonly word: string
}
export type Leaf = Value | Link | Word
/** Every path of the kind, each with a leaf of its own. */
export type Settings = Readonly<Record<string, Leaf>>

export const isLink = (leaf: Leaf | undefined): leaf is Link =>
  typeof leaf === 'object' && !Array.isArray(leaf) && 'link' in leaf
export const isWord = (leaf: Leaf | undefined): leaf is Word =>
  typeof leaf === 'object' && !Array.isArray(leaf) && 'word' in leaf

export interface Option {
  readonly value: string
  readonly label: string
  readonly hint?: string
}

export interface FieldFacts {
  readonly label: string
  readonly step: Step
  /** Name of the part (see `Kind.parts`) that this changes; clicking that part opens this control. */
  readonly part?: string
  /** Heading in the panel under which it stands. */
  readonly group: string
  readonly hint?: string
  /** Not among the usual ones: folded away until asked for. */
  readonly folded?: boolean
  /** Only worth showing while another setting has one of these values. */
  readonly shownWhen?:
    | { readonly path: string; readonly is: readonly Value[] }
    | { readonly path: string; readonly isNot: readonly Value[] }
}

/** `V` is the type of the value once links are resolved. */
export interface Field<V extends Value = Value> extends FieldFacts {
  /** Made by the maker of its type, in `controls/`. */
  readonly control: { readonly type: string }
  readonly default: V | Link | Word
}

export type Fields = Readonly<Record<string, Field>>
/** Paths of one record of fields, or of all records of a union; then what fits at a path, and settings by path. */
export type PathIn<F extends Fields> = F extends Fields ? keyof F & string : never
export type LeafAt<F extends Fields, P extends string> = F extends Fields
  ? P extends keyof F
    ? F[P] extends Field<infer V>
      ? V | Link | Word
      : never
    : never
  : never
export type SettingsIn<F extends Fields> = { readonly [P in PathIn<F>]?: LeafAt<F, P> }
export type ValuesOf<F extends Fields> = { readonly [P in keyof F]: F[P] extends Field<infer V> ? V : never }

/** What a maker is given beside the options of its control. */
export type Extra<V extends Value> = FieldFacts & { readonly default: V | Link | Word }
