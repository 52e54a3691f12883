/** From a request to an answer: who asks, is the input right, which service, and every failure as problem details. */
import { randomUUID } from 'node:crypto'
import * as z from 'zod'
import { describeProblem, problem, ProblemError, type Problem } from '@/core/problems'
import { isDatabaseAway } from '../db/away'
import { env } from '../env'
import { log } from '../log'
import { actorOfSession, actorOfToken } from '../services/access/sessions'
import type { Anybody } from '../services/access/actor'
import { pageOf } from './paging'
import { faultIn, inPlainWords } from './plainWords'
import type { Route } from './route'
import { routes } from './routes'

export const sessionCookie = 'yimble_session'
const maxBodyKb = 256

/** @param path - below `/api/v1`, beginning with a slash */
export async function answer(request: Request, path: string): Promise<Response> {
  try {
    const { route, params } = find(request.method, path)
    const actor = await actorOf(request)
    if (!actor) throw new ProblemError(problem('not_signed_in'))
    if (actor.clientId && !route.forClients)
      throw new ProblemError(problem('missing', { what: 'such address in the API' }))
    const body = await bodyOf(request, route)
    const result = await route.run(actor as never, {
      params: params as never,
      body: body as never,
      headers: request.headers,
      query: new URL(request.url).searchParams,
    })
    if (result === undefined || route.response === undefined) return new Response(null, { status: 204 })
    const page = Array.isArray(result) ? pageOf(result, new URL(request.url)) : { value: result, headers: {} }
    return Response.json(page.value, { headers: { 'cache-control': 'no-store', ...page.headers } })
  } catch (error) {
    return answerProblem(problemOf(error))
  }
}

export function answerProblem(fault: Problem): Response {
  const details = describeProblem(fault)
  return new Response(JSON.stringify(details), {
    status: details.status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' },
  })
}

const matchers = routes.map((route) => ({
  route,
  pattern: new RegExp(`^${route.path.replace(/\{(\w+)\}/g, '(?<$1>[^/]+)')}$`),
}))

function find(asked: string, path: string): { route: Route; params: unknown } {
  const here = matchers.flatMap(({ route, pattern }) => {
    const match = pattern.exec(path)
    return match ? [{ route, groups: match.groups ?? {} }] : []
  })
  // HEAD asks for what GET would say of it; who answers drops the body.
  const method = asked === 'HEAD' ? 'GET' : asked
  const match = here.find(({ route }) => route.method === method)
  if (!match)
    throw new ProblemError(
      here.length > 0
        ? problem('method_unknown', { method: asked })
        : problem('missing', { what: 'such address in the API' }),
    )
  const params = match.route.params.safeParse(match.groups)
  // An id that is no UUID gets the same answer as one that nobody has.
  if (!params.success) throw new ProblemError(problem('missing', { what: 'object with that id' }))
  return { route: match.route, params: params.data }
}

/** A token's bearer, or the session's; a write by session has to come from the studio's own pages. */
async function actorOf(request: Request): Promise<Anybody | undefined> {
  const bearer = /^Bearer (\S+)$/.exec(request.headers.get('authorization') ?? '')?.[1]
  if (bearer) {
    const actor = await actorOfToken(bearer)
    if (!actor) throw new ProblemError(problem('token_unknown'))
    return actor
  }
  checkOrigin(request)
  const token = cookieOf(request, sessionCookie)
  return token ? actorOfSession(token) : undefined
}

/** @throws ProblemError `wrong_origin` on a write that another page asked for */
export function checkOrigin(request: Request): void {
  if (request.method === 'GET' || request.method === 'HEAD') return
  if (request.headers.get('origin') !== new URL(env().YIMBLE_STUDIO_URL).origin)
    throw new ProblemError(problem('wrong_origin'))
}

export const cookieOf = (request: Request, name: string): string | undefined =>
  (request.headers.get('cookie') ?? '')
    .split(/;\s*/)
    .find((pair) => pair.startsWith(`${name}=`))
    ?.slice(name.length + 1)

async function bodyOf(request: Request, route: Route): Promise<unknown> {
  if (!route.body) return undefined
  return parseBody(request, route.body, route.maxBodyKb)
}

/** @throws ProblemError `body_too_large`, `input_invalid` */
export async function parseBody<T>(request: Request, schema: z.ZodType<T>, limitKb = maxBodyKb): Promise<T> {
  const parsed = schema.safeParse(readJson(await limitedText(request, limitKb)), { error: inPlainWords })
  if (parsed.success) return parsed.data
  throw new ProblemError(problem('input_invalid', faultIn(parsed.error)))
}

/** The body as text, read only as far as it may go. @throws ProblemError `body_too_large` */
async function limitedText(request: Request, limitKb: number): Promise<string> {
  const most = limitKb * 1024
  const tooLarge = () => new ProblemError(problem('body_too_large', { limit: limitKb }))
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge()
  const reader = request.body?.getReader()
  const decoder = new TextDecoder()
  let text = ''
  let read = 0
  for (let piece = await reader?.read(); piece && !piece.done; piece = await reader!.read()) {
    read += (piece.value as Uint8Array).length
    if (read > most) {
      void reader!.cancel().catch(() => undefined) // whoever sends is told by the answer
      throw tooLarge()
    }
    text += decoder.decode(piece.value as Uint8Array, { stream: true })
  }
  return text + decoder.decode()
}

function readJson(text: string): unknown {
  try {
    return text === '' ? {} : JSON.parse(text)
  } catch {
    throw new ProblemError(problem('input_invalid', { where: 'The request', why: 'it is not valid JSON' }))
  }
}

export function problemOf(error: unknown): Problem {
  if (error instanceof ProblemError) return error.problem
  if (isDatabaseAway(error)) return problem('database_away')
  const mark = randomUUID().slice(0, 8)
  log.error(
    {
      mark,
      error:
        error instanceof Error
          ? { name: error.name, message: error.message, stack: error.stack }
          : String(error),
    },
    'unexpected',
  )
  return problem('unexpected', { mark })
}
