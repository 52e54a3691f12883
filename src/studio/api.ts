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

/** A whole list, page by page. @throws ApiProblem */
export async function apiAll<T>(path: string): Promise<T[]> {
  const all: T[] = []
  for (let next: string | undefined = `${path}${path.includes('?') ? '&' : '?'}limit=2000`; next;) {
    const answer: Response = await ask('GET', next)
    all.push(...((await answer.json()) as T[]))
    next = /<\/api\/v1([^>]+)>; rel="next"/.exec(answer.headers.get('link') ?? '')?.[1]
  }
  return all
}

/** @throws ApiProblem. `T` is the shape of core/api/shapes.ts that the route answers with. */
export async function api<T = void>(
  method: 'GET' | 'POST' | 'PATCH' | 'DELETE',
  path: string,
  body?: object,
  headers: Readonly<Record<string, string>> = {},
): Promise<T> {
  const answer = await ask(method, path, body, headers)
  return answer.status === 204 ? (undefined as T) : ((await answer.json()) as T)
}

/** Sends a file as it is. @param path - of the studio, beginning with a slash @throws ApiProblem */
export async function upload<T>(path: string, file: File): Promise<T> {
  const url = `${path}?name=${encodeURIComponent(file.name)}`
  return (await (await answered(url, { method: 'POST', body: file })).json()) as T
}

const ask = (
  method: string,
  path: string,
  body?: object,
  headers: Readonly<Record<string, string>> = {},
): Promise<Response> =>
  answered(`/api/v1${path}`, {
    method,
    headers: { ...(body ? { 'content-type': 'application/json' } : {}), ...headers },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })

async function answered(url: string, request: RequestInit): Promise<Response> {
  let answer: Response
  try {
    answer = await fetch(url, request)
  } catch {
    throw new ApiProblem(away) // fetch rejects only when nobody answered
  }
  if (answer.ok) return answer
  const value: unknown = await answer.json().catch(() => undefined) // no JSON: said below
  throw new ApiProblem((value as ProblemDetails | undefined) ?? { ...away, status: answer.status })
}

export const sentenceOf = (error: unknown): string =>
  error instanceof ApiProblem
    ? error.details.detail
    : 'Something broke here. Load the page again; what is saved stays.'
