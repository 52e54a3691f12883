/** People, sessions, tokens, and what a search finds. */
import * as z from 'zod'
import { when } from './settings'

export const hit = z.object({
  type: z.enum(['client', 'widget', 'source']),
  id: z.uuid(),
  name: z.string(),
  client: z.string(),
  clientId: z.uuid(),
})

export type FoundShape = z.infer<typeof hit>
export const session = z.object({
  id: z.uuid(),
  device: z.string().describe('Browser and system, as its owner calls them'),
  createdAt: when,
  seenAt: when,
  current: z.boolean(),
})

export const token = z.object({ id: z.uuid(), name: z.string(), createdAt: when })
export const role = z.enum(['viewer', 'designer', 'owner'])
/** Every role: those of the agency, and `client` for a client's own people. */
export const anyRole = z.enum([...role.options, 'client'])
export const team = z.object({
  members: z.array(
    z.object({
      id: z.uuid(),
      name: z.string(),
      email: z.string(),
      role: anyRole,
      you: z.boolean(),
      seenAt: when.nullable(),
    }),
  ),
  invitations: z.array(z.object({ id: z.uuid(), email: z.string(), role: anyRole, expiresAt: when })),
})

export type TeamShape = z.infer<typeof team>
export const link = z.object({
  url: z.string().describe('To be sent to the person; it works once'),
  email: z.string(),
  expiresAt: when,
})

export type LinkShape = z.infer<typeof link>
export const password = z.string().min(12, 'a password has at least 12 characters').max(200)
export const me = z.object({
  name: z.string(),
  email: z.string(),
  role: anyRole,
  agency: z.string(),
})
