/** Sources of the client, by their ids; chosen under Gather. */
import * as z from 'zod'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface SourcesOptions {
  readonly type: 'sources'
}

export const sources = (facts: Extra<readonly string[]>): Field<readonly string[]> => ({
  ...facts,
  control: { type: 'sources' } satisfies SourcesOptions,
})

export const sourcesControl: ControlType<SourcesOptions, readonly string[]> = {
  type: 'sources',
  schema: () => z.array(z.uuid()).max(50),
  describe: (value) => `${value.length} sources`,
}
