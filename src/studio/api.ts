/** How the studio speaks to `/api/v1`. Failures come as `ApiProblem`, with the sentence that the server wrote for people. */
import type { ProblemDetails } from '@/core/problems'

export class ApiProblem extends Error {
  constructor(
    readonly details: Pick<ProblemDetails, 'title' | 'detail' | 'status' | 'facts'> & {
      readonly code: string
    },
  ) {
    super(details.detail)
    this.name = 'ApiProblem'
  }
}

const away = {
  code: 'studio_away',
  title: 'No connection',
  status: 0,
  detail: 'The studio does not answer. Check your connection; what you typed is kept and tried again.',
  facts: {},
} as const

/** @throws ApiProblem. `T` is the shape of core/api/shapes.ts that the route answers with. */
export async function api<T = void>(
  method: 'GET' | 'POST' | 'PATCH' | 'DELETE',
  path: string,
  body?: object,
  headers: Readonly<Record<string, string>> = {},
): Promise<T> {
  let answer: Response
  try {
    answer = await fetch(`/api/v1${path}`, {
      method,
      headers: { ...(body ? { 'content-type': 'application/json' } : {}), ...headers },
      body: body && JSON.stringify(body),
    })
  } catch {
    throw new ApiProblem(away) // fetch rejects only when nobody answered
  }
  if (answer.status === 204) return undefined as T
  const value: unknown = await answer.json().catch(() => undefined) // no JSON: said below
  if (answer.ok) return value as T
  throw new ApiProblem((value as ProblemDetails | undefined) ?? { ...away, status: answer.status })
}

export const sentenceOf = (error: unknown): string =>
  error instanceof ApiProblem
    ? error.details.detail
    : 'Something broke here. Load the page again; what is saved stays.'
