/** The API's door: who may in, what comes in, and how failures go out. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { useTestDatabase } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'

const studio = 'http://127.0.0.1:4310'
let drop: () => Promise<void>
let api: typeof import('./answer')
let sessions: typeof import('../services/access/sessions')
let routes: (typeof import('./routes'))['routes']
let token = ''
let bearer = ''

beforeAll(async () => {
  drop = await useTestDatabase()
  api = await import('./answer')
  sessions = await import('../services/access/sessions')
  ;({ routes } = await import('./routes'))
  const { db } = await import('../db/db')
  const { hashPassword } = await import('../services/access/secrets')
  const agency = await db().Agency.create({ name: 'A', limits: {} })
  await db().User.create({
    agencyId: agency.id,
    email: 'a@test.example',
    name: 'A',
    role: 'owner',
    passwordHash: await hashPassword('right'),
  })
  token = (
    await sessions.signIn({ email: 'A@test.example ', password: 'right', userAgent: 'test', address: 'x' })
  ).token
  bearer = (
    await (
      await import('../services/access/tokens')
    ).createToken((await sessions.actorOfSession(token)) as Actor, 'script')
  ).token
})
afterAll(() => drop())

const call = (
  method: string,
  path: string,
  options: { body?: unknown; headers?: Record<string, string>; cookie?: string } = {},
) =>
  api.answer(
    new Request(`${studio}/api/v1${path}`, {
      method,
      headers: {
        cookie: options.cookie ?? `${api.sessionCookie}=${token}`,
        ...(method === 'GET' ? {} : { origin: studio }),
        ...options.headers,
      },
      body:
        options.body === undefined
          ? undefined
          : typeof options.body === 'string'
            ? options.body
            : JSON.stringify(options.body),
    }),
    path,
  )
const codeOf = async (answer: Promise<Response>) => ((await (await answer).json()) as { code: string }).code

describe('who may in', () => {
  test('a session', async () => expect((await call('GET', '/me')).status).toBe(200))
  test('a token, without cookie or origin', async () =>
    expect(
      (
        await call('POST', '/clients', {
          cookie: '',
          headers: { authorization: `Bearer ${bearer}`, origin: '' },
          body: { name: 'By script' },
        })
      ).status,
    ).toBe(200))
  test.each([
    ['no cookie', ''],
    ['a made-up one', 'yimble_session=nonsense'],
  ])('%s is told to sign in', async (_name, cookie) =>
    expect(await codeOf(call('GET', '/me', { cookie }))).toBe('not_signed_in'),
  )
  test.each([
    ['another site', 'https://evil.example'],
    ['nobody', ''],
  ])('a write asked for by %s is refused', async (_name, origin) =>
    expect(await codeOf(call('POST', '/clients', { headers: { origin }, body: { name: 'X' } }))).toBe(
      'wrong_origin',
    ),
  )
  test('a wrong token is told as such', async () =>
    expect(
      await codeOf(call('GET', '/me', { cookie: '', headers: { authorization: 'Bearer nonsense' } })),
    ).toBe('token_unknown'))
  test('a body is not read beyond what it may have, signed in or not', async () => {
    let pulled = 0
    const endless = new ReadableStream({
      pull(controller) {
        pulled += 1
        controller.enqueue(new Uint8Array(64 * 1024))
      },
    })
    const request = new Request(`${studio}/api/v1/sign-in`, {
      method: 'POST',
      body: endless,
      headers: { origin: studio },
      duplex: 'half',
    } as RequestInit)
    const z = await import('zod')
    await expect(api.parseBody(request, z.strictObject({}), 256)).rejects.toThrow(/larger than 256 kB/)
    expect(pulled).toBeLessThan(12)
  })
  test('HEAD answers where GET does, without its body', async () => {
    const answer = await call('HEAD', '/me')
    expect([answer.status, await codeOf(call('HEAD', '/nowhere'))]).toEqual([200, 'missing'])
  })
  test('a revoked session is out at once', async () => {
    const other = await sessions.signIn({
      email: 'a@test.example',
      password: 'right',
      userAgent: 'other',
      address: 'y',
    })
    const actor = (await sessions.actorOfSession(other.token))!
    expect((await call('DELETE', `/sessions/${actor.sessionId}`)).status).toBe(204)
    expect(await codeOf(call('GET', '/me', { cookie: `${api.sessionCookie}=${other.token}` }))).toBe(
      'not_signed_in',
    )
  })
  test('guessing is slowed down, and nobody learns which addresses exist', async () => {
    const guess = (email: string, at: number) =>
      sessions.signIn({ email, password: `wrong ${at}`, userAgent: '', address: 'z' }).then(
        () => 'in',
        (error: { problem: { code: string } }) => error.problem.code,
      )
    const known: string[] = []
    for (let at = 0; at < 12; at += 1) known.push(await guess('guessed@test.example', at))
    expect(known).toEqual([...Array<string>(10).fill('wrong_sign_in'), 'too_many_tries', 'too_many_tries'])
  })
  test('whoever knows the password is let in again and again', async () => {
    for (let at = 0; at < 12; at += 1)
      expect(
        (await sessions.signIn({ email: 'a@test.example', password: 'right', userAgent: '', address: 'w' }))
          .token,
      ).toBeTruthy()
  })
  test('tokens and passwords are kept as hashes only', async () => {
    const { db } = await import('../db/db')
    const [rows] = await db().sequelize.query(
      `select row_to_json(s)::text as row from sessions s union all select row_to_json(t)::text from tokens t union all select row_to_json(u)::text from users u`,
    )
    const all = JSON.stringify(rows)
    for (const secret of [token, bearer, 'right"']) expect(all).not.toContain(secret)
  })
})

describe('what comes in', () => {
  test.each<[string, string, string, unknown, string]>([
    ['no JSON', 'POST', '/clients', '{', 'input_invalid'],
    ['a missing name', 'POST', '/clients', {}, 'input_invalid'],
    ['an unknown field', 'POST', '/clients', { name: 'X', more: 1 }, 'input_invalid'],
    ['a zone that is none', 'POST', '/clients', { name: 'X', timeZone: 'Mars/North' }, 'input_invalid'],
    ['far too much', 'POST', '/clients', { name: 'x'.repeat(300_000) }, 'body_too_large'],
    ['an address that is none', 'POST', '/probe', { address: 'two words' }, 'address_invalid'],
    ['an id that is none', 'GET', '/widgets/7', undefined, 'missing'],
    ['an unknown address', 'GET', '/nothing', undefined, 'missing'],
    ['an unknown method', 'DELETE', '/clients', undefined, 'method_unknown'],
  ])('%s', async (_name, method, path, body, code) => {
    const answer = await call(method, path, { body })
    expect(answer.headers.get('content-type')).toBe('application/problem+json')
    expect(await answer.json()).toMatchObject({
      code,
      status: answer.status,
      title: expect.any(String),
      detail: expect.any(String),
      type: `urn:yimble:problem:${code}`,
    })
  })
  test('a draft without the revision that it was made on', async () => {
    const client = (await (await call('POST', '/clients', { body: { name: 'C' } })).json()) as { id: string }
    const widget = (await (
      await call('POST', `/clients/${client.id}/widgets`, { body: { kind: 'feed', name: 'W' } })
    ).json()) as { id: string }
    const body = { patches: [{ path: 'look.border', from: 1, to: 2, label: 'Border' }] }
    expect(await codeOf(call('PATCH', `/widgets/${widget.id}/draft`, { body }))).toBe('input_invalid')
    expect(
      (await call('PATCH', `/widgets/${widget.id}/draft`, { body, headers: { 'if-match': '"0"' } })).status,
    ).toBe(200)
    expect(
      await codeOf(call('PATCH', `/widgets/${widget.id}/draft`, { body, headers: { 'if-match': '"7"' } })),
    ).toBe('draft_gone_ahead')
  })
})

describe('what goes out', () => {
  test('every answer fits the shape that the document promises', async () => {
    const fits = async (path: string) => {
      const route = routes.find(
        (one) => one.method === 'GET' && new RegExp(`^${one.path.replace(/\{\w+\}/g, '[^/]+')}$`).test(path),
      )!
      const answer = await call('GET', path)
      expect([path, answer.status]).toEqual([path, 200])
      expect([path, route.response!.safeParse(await answer.json()).error]).toEqual([path, undefined])
    }
    const [client] = (await (await call('GET', '/clients')).json()) as { id: string }[]
    for (const path of [
      '/me',
      '/sessions',
      '/tokens',
      '/kinds',
      '/platforms',
      '/clients',
      `/clients/${client!.id}`,
      `/clients/${client!.id}/widgets`,
      `/clients/${client!.id}/sources`,
      `/clients/${client!.id}/sites`,
    ])
      await fits(path)
  })
  test('the document lists every route, each with its failures', async () => {
    const { openApiDocument } = await import('./openapi')
    const document = openApiDocument(studio) as {
      openapi: string
      paths: Record<string, Record<string, { responses: Record<string, unknown>; operationId: string }>>
    }
    expect(document.openapi).toBe('3.1.0')
    const operations = Object.values(document.paths).flatMap((path) => Object.values(path))
    expect(operations).toHaveLength(routes.length)
    expect(new Set(operations.map((one) => one.operationId)).size).toBe(routes.length)
    for (const operation of operations) expect(operation.responses.default).toBeDefined()
  })
  test('shapes that are shared stand in it once, and every reference leads to one', async () => {
    const { openApiDocument } = await import('./openapi')
    const document = openApiDocument(studio) as { components: { schemas: Record<string, object> } }
    const { schemas } = document.components
    expect(Object.keys(schemas)).toEqual(
      expect.arrayContaining(['Client', 'Widget', 'Source', 'ProblemDetails']),
    )
    const text = JSON.stringify(document)
    const references = [...text.matchAll(/"\$ref":"([^"]+)"/g)].map(([, to]) => to!)
    expect(references.length).toBeGreaterThan(50)
    for (const one of new Set(references)) {
      const [, name] = /^#\/components\/schemas\/([^/]+)$/.exec(one) ?? []
      expect([one, name !== undefined && Object.hasOwn(schemas, name)]).toEqual([one, true])
    }
    expect(text.length).toBeLessThan(400_000)
  })
})
