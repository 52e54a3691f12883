/** A picture from the designer's computer. The value is its reference at delivery; empty for none. */
import * as z from 'zod'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface PictureOptions {
  readonly type: 'picture'
}

export const picture = (facts: Extra<string>): Field<string> => ({
  ...facts,
  control: { type: 'picture' } satisfies PictureOptions,
})

export const pictureControl: ControlType<PictureOptions, string> = {
  type: 'picture',
  schema: () => z.string().regex(/^([0-9a-f]{24})?$/, 'a picture is given by its reference'),
  describe: (value) => (value ? 'a picture' : 'none'),
}
