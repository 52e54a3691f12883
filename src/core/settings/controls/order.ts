/** Some of several, in an order of the designer's. */
import * as z from 'zod'
import type { Extra, Field, Option } from '../field'
import type { ControlType } from './control'

export interface OrderOptions {
  readonly type: 'order'
  readonly options: readonly Option[]
}

export const order = (
  options: readonly Option[],
  facts: Extra<readonly string[]>,
): Field<readonly string[]> => {
  const control: OrderOptions = { type: 'order', options }
  return { ...facts, control }
}

export const orderControl: ControlType<OrderOptions, readonly string[]> = {
  type: 'order',
  schema: ({ options }) =>
    z
      .array(z.enum(options.map((option) => option.value) as [string, ...string[]]))
      .max(options.length)
      .refine((all) => new Set(all).size === all.length, 'one of them stands there twice'),
  describe: (value, { options }) =>
    value.map((one) => options.find((option) => option.value === one)?.label ?? one).join(', ') || 'none',
}
