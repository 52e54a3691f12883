/** One of the client's objects, such as a list: its id; empty while none is chosen. */
import * as z from 'zod'
import type { Extra, Field } from '../field'
import type { ControlType } from './control'

export interface ObjectOptions {
  readonly type: 'object'
  readonly of: 'list' | 'form' | 'calendar' | 'switchboard'
}

export const object = (of: ObjectOptions['of'], facts: Extra<string>): Field<string> => {
  const control: ObjectOptions = { type: 'object', of }
  return { ...facts, control }
}

export const objectControl: ControlType<ObjectOptions, string> = {
  type: 'object',
  schema: () => z.union([z.literal(''), z.uuid()]),
  describe: (value, { of }) => (value ? `a ${of}` : 'none'),
}
