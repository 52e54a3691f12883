/** On or off. */
import * as z from 'zod'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface ToggleOptions {
  readonly type: 'toggle'
}

export const toggle = (facts: Extra<boolean>): Field<boolean> => ({
  ...facts,
  control: { type: 'toggle' } satisfies ToggleOptions,
})

export const toggleControl: ControlType<ToggleOptions, boolean> = {
  type: 'toggle',
  schema: () => z.boolean(),
  describe: (value) => (value ? 'shown' : 'not shown'),
}
