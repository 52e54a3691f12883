/** A colour of its own, or one of the brand's. */
import * as z from 'zod'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface ColourOptions {
  readonly type: 'colour'
}

/** #rgb, #rrggbb or #rrggbbaa: exact, and safe to write into a stylesheet. */
export const colourPattern = /^#([0-9a-f]{3}|[0-9a-f]{6}|[0-9a-f]{8})$/i

export const colour = (facts: Extra<string>): Field<string> => ({
  ...facts,
  control: { type: 'colour' } satisfies ColourOptions,
})

export const colourControl: ControlType<ColourOptions, string> = {
  type: 'colour',
  follows: 'color.',
  schema: () => z.string().regex(colourPattern, 'a colour is written like #2f5d50'),
  describe: (value) => value,
}
