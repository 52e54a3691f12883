/** Hours of a week, each line as schema.org writes it (`core/schedule/hours.ts`). */
import * as z from 'zod'
import { readHours } from '../../schedule/hours'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface HoursOptions {
  readonly type: 'hours'
}

export const hours = (facts: Extra<readonly string[]>): Field<readonly string[]> => ({
  ...facts,
  control: { type: 'hours' } satisfies HoursOptions,
})

export const hoursControl: ControlType<HoursOptions, readonly string[]> = {
  type: 'hours',
  schema: () =>
    z
      .array(
        z
          .string()
          .max(60)
          .refine((line) => readHours(line) !== undefined, 'write it as Mo-Fr 09:00-17:30'),
      )
      .max(14),
  describe: (value) => value.join('; ') || 'always',
}
