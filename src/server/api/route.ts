/** One line of the API: method, path, what goes in and out, and the service that answers. */
import * as z from 'zod'
import type { Actor, Anybody } from '../services/access/actor'

export interface RouteInput<P, B> {
  readonly params: P
  readonly body: B
  readonly headers: Headers
  readonly query: URLSearchParams
}

export interface Route {
  readonly method: 'GET' | 'POST' | 'PATCH' | 'DELETE'
  /** Below `/api/v1`, with `{name}` for parameters. */
  readonly path: string
  readonly summary: string
  readonly params: z.ZodObject
  readonly body: z.ZodType | undefined
  /** Where more than the usual is needed. */
  readonly maxBodyKb: number | undefined
  /** For a client's own people, too; every other route is not there for them. */
  readonly forClients: boolean
  /** What a success answers with; undefined for 204. */
  readonly response: z.ZodType | undefined
  run(actor: never, input: RouteInput<never, never>): Promise<unknown>
}

interface Definition<A, P extends z.ZodObject, B extends z.ZodType, R extends z.ZodType> {
  readonly summary: string
  readonly params?: P
  readonly body?: B
  readonly maxBodyKb?: number
  readonly response?: R
  run(actor: A, input: RouteInput<z.infer<P>, z.infer<B>>): Promise<unknown>
}

export const route = <P extends z.ZodObject, B extends z.ZodType, R extends z.ZodType>(
  line: `${Route['method']} /${string}`,
  definition: Definition<Actor, P, B, R>,
): Route => made(line, definition, false)

/** For a client's own people, too. */
export const routeForAll = <P extends z.ZodObject, B extends z.ZodType, R extends z.ZodType>(
  line: `${Route['method']} /${string}`,
  definition: Definition<Anybody, P, B, R>,
): Route => made(line, definition, true)

function made<A, P extends z.ZodObject, B extends z.ZodType, R extends z.ZodType>(
  line: string,
  { summary, params, body, maxBodyKb, response, run }: Definition<A, P, B, R>,
  forClients: boolean,
): Route {
  const [method, path] = line.split(' ') as [Route['method'], string]
  return {
    method,
    path,
    summary,
    params: params ?? z.object({}),
    body,
    maxBodyKb,
    forClients,
    response,
    run: run as Route['run'],
  }
}
