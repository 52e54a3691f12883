/** A font by its id in `fontFamilies`, or one of the brand's. */
import * as z from 'zod'
import { fontFamilies } from '../../design/fonts'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface FontOptions {
  readonly type: 'font'
}

export const font = (facts: Extra<string>): Field<string> => ({
  ...facts,
  control: { type: 'font' } satisfies FontOptions,
})

export const fontControl: ControlType<FontOptions, string> = {
  type: 'font',
  follows: 'font.',
  schema: () => z.enum(fontFamilies.map((family) => family.id) as [string, ...string[]]),
  describe: (value) => fontFamilies.find((family) => family.id === value)?.label ?? value,
}
