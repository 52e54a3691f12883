/** Switchboards of a client, and the sounds that they play. */
import * as z from 'zod'
import { switchboardSchema } from '../../ring/shape'

export const switchboard = z.object({
  id: z.uuid(),
  clientId: z.uuid(),
  clientName: z.string(),
  name: z.string(),
  switchboard: switchboardSchema,
  revision: z.int(),
  hasExchange: z.boolean().describe('Whether there is a telephone exchange; without one nobody is rung'),
  widgets: z.array(z.object({ id: z.uuid(), name: z.string() })).describe('Widgets that have it'),
})
export type SwitchboardShape = z.infer<typeof switchboard>

export const sound = z.object({
  id: z.uuid(),
  clientId: z.uuid(),
  name: z.string(),
  seconds: z.number(),
})
export type SoundShape = z.infer<typeof sound>
