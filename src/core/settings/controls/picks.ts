/** Some of the services of a calendar, by id; none chosen means all of them. */
import * as z from 'zod'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface PicksOptions {
  readonly type: 'picks'
  readonly of: 'services'
}

export const picks = (of: PicksOptions['of'], facts: Extra<readonly string[]>): Field<readonly string[]> => {
  const control: PicksOptions = { type: 'picks', of }
  return { ...facts, control }
}

export const picksControl: ControlType<PicksOptions, readonly string[]> = {
  type: 'picks',
  schema: () => z.array(z.string().regex(/^[a-z][a-z0-9]{0,15}$/)).max(200),
  describe: (value) => (value.length > 0 ? `${value.length} chosen` : 'all'),
}
