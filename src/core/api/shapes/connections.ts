/** Sign-ins at services elsewhere, and what can be shown of them. */
import * as z from 'zod'
import { when } from './settings'

export const connection = z.object({
  id: z.uuid(),
  connector: z.string(),
  label: z.string(),
  account: z.string(),
  state: z.enum(['ok', 'lost']),
  sources: z.int(),
  createdAt: when,
})

export type ConnectionShape = z.infer<typeof connection>
export const connector = z.object({
  id: z.string(),
  label: z.string(),
  hint: z.string(),
  signIn: z.enum(['oauth', 'key', 'none']),
  searchHint: z.object({ name: z.string(), place: z.string() }).nullable(),
  connections: z.array(connection),
})

export type ConnectorShape = z.infer<typeof connector>
export const invitation = z.object({
  url: z.string(),
  expiresAt: when,
  subject: z.string(),
  text: z.string().describe('A request to send along, ready to be sent'),
})

export type InvitationShape = z.infer<typeof invitation>

/** What the reader of an invitation learns. */
export interface InvitedShape {
  readonly agency: string
  readonly client: string
  readonly label: string
  readonly hint: string
  readonly signIn: 'oauth' | 'key'
}

export const showable = z.object({
  key: z.string().max(300),
  label: z.string(),
  hint: z.string(),
  group: z.string(),
})

export type ShowableShape = z.infer<typeof showable>
