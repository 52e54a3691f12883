/**
 * A connector reads what has no address of its own to paste: it knows how to sign in, what can be shown, and how to page
 * through it. To add one: a file here, its line in `all.ts`, its origin in `YIMBLE_CONNECTORS`.
 */
import * as z from 'zod'
import type { ReadItem } from '@/core/items/item'
import { problem, ProblemError } from '@/core/problems'
import { safeJson } from '@/core/readers/json'
import { fetchAddress, refusalOf } from '../fetch/fetchAddress'
import { env } from '../env'

/** Something that can become a source: an account's posts, a topic, a business's reviews … */
export const showable = z.object({
  key: z.string().max(300),
  label: z.string().max(200),
  hint: z.string().max(200).default(''),
  group: z.string().max(60),
})
export type Showable = z.infer<typeof showable>

export interface ConnectorPage {
  readonly items: readonly ReadItem[]
  /** How many there are in all, where it is told. */
  readonly total: number | undefined
  /** Asks for the next page; undefined after the last. */
  readonly next: string | undefined
}

/** How a connector speaks to its service: JSON from a path, with whatever proves who asks. */
export interface Access {
  /** @param body - sent as a POST */
  json<T>(path: string, shape: z.ZodType<T>, body?: object): Promise<T>
}

/** Somebody who signed up, or has left. */
export interface Subscription {
  readonly email: string
  readonly isOn: boolean
  /** The sentence that they agreed to. */
  readonly consent: string
  /** ISO instant of their confirmation. */
  readonly since: string
}

export interface Connector {
  readonly id: string
  readonly label: string
  readonly hint: string
  /** `oauth`: the owner signs in over there; `key`: a key is pasted; `none`: it is open. */
  readonly signIn: 'oauth' | 'key' | 'none'
  /** How often it is read at first, where the usual would be too seldom. */
  readonly everyMinutes?: number
  /** Header that carries the key, for `key`. */
  readonly keyHeader?: string
  /** OAuth 2.0 endpoints below the service's origin. */
  readonly oauth?: {
    readonly authorize: string
    readonly token: string
    readonly revoke: string
    readonly clientId: string
    readonly scope: string
  }
  /** Asked for with what is typed; without it everything is listed at once. */
  readonly searchHint?: { readonly name: string; readonly place: string }
  /** Who it is that signed in, and what there is to choose: what can be shown, or lists that take people. */
  list(
    access: Access,
    search: { readonly name: string; readonly place: string },
  ): Promise<{ readonly account: string; readonly showable: readonly Showable[] }>
  /** There where it gives items. */
  page?(access: Access, key: string, cursor: string | undefined): Promise<ConnectorPage>
  /** There where it takes those who sign up; told twice it is as told once. @returns why somebody was not taken, by address */
  receive?(access: Access, key: string, people: readonly Subscription[]): Promise<ReadonlyMap<string, string>>
}

/** Where a connector's service is; undefined when this installation has none. */
export const originOf = (connectorId: string): string | undefined => env().YIMBLE_CONNECTORS[connectorId]

/** @throws ProblemError `connection_lost` when the service no longer knows who asks, else the problems of fetching */
export function accessTo(connector: Connector, headers: Readonly<Record<string, string>>): Access {
  const origin = originOf(connector.id)
  return {
    async json(path, shape, body) {
      const url = new URL(path, origin).href
      const fetched = await fetchAddress({
        url,
        accept: 'application/json',
        headers,
        ...(body ? { json: JSON.stringify(body) } : {}),
      })
      if (!fetched.ok) throw new ProblemError(fetched.problem)
      const { status, bytes } = fetched.value
      // 403 is one thing that it keeps to itself, unless it says no to the key.
      if (status === 401 || (status === 403 && connector.signIn === 'key'))
        throw new ProblemError(problem('connection_lost', { label: connector.label }))
      if (status !== 200) throw new ProblemError(refusalOf(status, url))
      const parsed = shape.safeParse(safeJson(bytes.toString('utf8')))
      if (!parsed.success)
        throw new ProblemError(
          problem('nothing_readable', {
            address: url,
            kind: `of a form that is not expected (${parsed.error.issues[0]?.path.join('.') ?? ''})`,
          }),
        )
      return parsed.data
    },
  }
}
