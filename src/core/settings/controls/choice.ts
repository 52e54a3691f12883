/** One of several. */
import * as z from 'zod'
import type { Extra, Field, Option } from '../field'
import type { ControlType } from './control'

export interface ChoiceOptions {
  readonly type: 'choice'
  readonly options: readonly Option[]
}

export const choice = <const O extends readonly Option[]>(
  options: O,
  facts: Extra<O[number]['value']>,
): Field<O[number]['value']> => {
  const control: ChoiceOptions = { type: 'choice', options }
  return { ...facts, control }
}

export const choiceControl: ControlType<ChoiceOptions, string> = {
  type: 'choice',
  schema: ({ options }) => z.enum(options.map((option) => option.value) as [string, ...string[]]),
  describe: (value, { options }) => options.find((option) => option.value === value)?.label ?? value,
}
