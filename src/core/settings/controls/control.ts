/**
 * A type of control: what a designer sets one leaf with. One file a type here, one component of the same name in
 * `studio/bench/controls/`, and a line in the list of each side; the schema, the words for changes and the bench look
 * types up by name, so that a new one touches nothing else.
 */
import type * as z from 'zod'
import type { Value } from '../field'

/** `C` is what a field says of its control, such as a least and a greatest number. */
export interface ControlType<C extends { readonly type: string }, V extends Value> {
  readonly type: C['type']
  /** What an own value must be. */
  schema(control: C): z.ZodType
  /** The value in words, for lists of changes and for conflicts. */
  describe(value: V, control: C): string
  /** Beginning of the brand's tokens that a leaf of this type may follow; none when left out. */
  readonly follows?: string
  /** Whether a leaf may be a word of the kind, said in the client's language. */
  readonly speaks?: boolean
}
