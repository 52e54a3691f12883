/** A number in a range, with its unit; 0 can have a word of its own, such as `none`. */
import * as z from 'zod'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface NumberOptions {
  readonly type: 'number'
  readonly min: number
  readonly max: number
  /** Step of the control. */
  readonly by: number
  readonly unit: string
  readonly zero?: string
}

export const number = (
  range: { min: number; max: number; by?: number; unit: string; zero?: string },
  facts: Extra<number>,
): Field<number> => ({ ...facts, control: { type: 'number', by: 1, ...range } satisfies NumberOptions })

export const numberControl: ControlType<NumberOptions, number> = {
  type: 'number',
  schema: ({ min, max }) => z.number().min(min).max(max),
  describe: (value, { unit, zero }) => (value === 0 && zero ? zero : `${value} ${unit}`.trim()),
}
