/** One line of the API: method, path, what goes in and out, and the service that answers. */
import * as z from 'zod'
import type { Actor } from '../services/access/actor'

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
  /** What a success answers with; undefined for 204. */
  readonly response: z.ZodType | undefined
  run(actor: Actor, input: RouteInput<never, never>): Promise<unknown>
}

interface Definition<P extends z.ZodObject, B extends z.ZodType, R extends z.ZodType> {
  readonly summary: string
  readonly params?: P
  readonly body?: B
  readonly maxBodyKb?: number
  readonly response?: R
  run(actor: Actor, input: RouteInput<z.infer<P>, z.infer<B>>): Promise<unknown>
}

export function route<P extends z.ZodObject, B extends z.ZodType, R extends z.ZodType>(
  line: `${Route['method']} /${string}`,
  definition: Definition<P, B, R>,
): Route {
  const [method, path] = line.split(' ') as [Route['method'], string]
  const { summary, params, body, maxBodyKb, response, run } = definition
  return {
    method,
    path,
    summary,
    params: params ?? z.object({}),
    body,
    maxBodyKb,
    response,
    run: run as Route['run'],
  }
}
