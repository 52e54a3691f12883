/** A line of text: the designer's own, or one of the kind's words in the client's language. */
import * as z from 'zod'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface TextOptions {
  readonly type: 'text'
  readonly maxLength: number
  readonly placeholder?: string
}

export const text = (
  limits: { maxLength: number; placeholder?: string },
  facts: Extra<string>,
): Field<string> => ({ ...facts, control: { type: 'text', ...limits } satisfies TextOptions })

export const textControl: ControlType<TextOptions, string> = {
  type: 'text',
  speaks: true,
  schema: ({ maxLength }) => z.string().max(maxLength),
  describe: (value) => value || 'nothing',
}
