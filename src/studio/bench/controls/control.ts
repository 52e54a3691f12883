/** What every control is given. It shows one leaf and calls `onChange` with a value that fits the field's schema. */
import type { Brand } from '@/core/design/brand'
import type { Control } from '@/core/settings/controls/all'
import type { Field, Leaf } from '@/core/settings/field'

/** `C` is what the field says of its control. */
export interface ControlProps<C extends Control = Control> {
  readonly control: C
  readonly id: string
  readonly field: Field
  readonly leaf: Leaf
  readonly brand: Brand
  readonly describedBy: string | undefined
  readonly clientId: string
  /** Origin of delivery, where uploaded pictures lie. */
  readonly pictures: string
  /** One of the kind's words in the client's language. */
  readonly sayWord: (word: string) => string
  readonly onChange: (leaf: Leaf) => void
}
