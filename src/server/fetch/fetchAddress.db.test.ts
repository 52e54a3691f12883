/** The safe door against a hostile outside. Needs no tables, but a loopback server that only the allow list lets through. */
import { gzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { startOutside, type Outside } from '../db/testDatabase'

let outside: Outside
let fetchAddress: typeof import('./fetchAddress').fetchAddress
beforeAll(async () => {
  outside = await startOutside()
  Object.assign(process.env, { DATABASE_URL: 'postgres://unused', YIMBLE_ALLOWED_ORIGINS: outside.origin })
  ;({ fetchAddress } = await import('./fetchAddress'))
})
afterAll(() => outside.close())

const get = (path = '/', limits = {}) => fetchAddress({ url: outside.origin + path, accept: '*/*', limits })
const codeOf = async (answer: ReturnType<typeof get>) => {
  const result = await answer
  return result.ok ? 'ok' : result.problem.code
}

describe('what is let through', () => {
  test.each([
    'http://127.0.0.1:1/',
    'http://localhost:1/',
    'http://[::1]:1/',
    'http://0.0.0.0:1/',
    'http://2130706433/',
    'http://0x7f.1/',
    'http://127.1/',
    'http://[::ffff:127.0.0.1]/',
    'http://169.254.169.254/latest',
    'http://10.0.0.1/',
    'http://192.168.0.1/',
    'http://[fc00::1]/',
  ])('%s is refused', async (url) =>
    expect(await codeOf(fetchAddress({ url, accept: '*/*' }))).toBe('address_refused'),
  )
  test('another port of an allowed host is refused', async () =>
    expect(await codeOf(fetchAddress({ url: 'http://127.0.0.1:9/', accept: '*/*' }))).toBe('address_refused'))
  test('a redirect into a private network is refused', async () => {
    outside.answer = (_request, response) =>
      void response.writeHead(302, { location: 'http://10.0.0.1/secret' }).end()
    expect(await codeOf(get())).toBe('address_refused')
  })
  test('a redirect to another scheme is refused', async () => {
    outside.answer = (_request, response) =>
      void response.writeHead(302, { location: 'file:///etc/passwd' }).end()
    expect(await codeOf(get())).toBe('address_scheme')
  })
  test('circles end', async () => {
    outside.answer = (request, response) =>
      void response.writeHead(302, { location: `${request.url}a` }).end()
    expect(await codeOf(get('/a'))).toBe('too_many_redirects')
  })
})

describe('limits', () => {
  test('an endless body', async () => {
    outside.answer = (_request, response) => {
      response.writeHead(200)
      const pour = () => {
        while (response.write('x'.repeat(65_536)));
        response.once('drain', pour)
      }
      pour()
    }
    expect(await codeOf(get('/', { maxBytes: 200_000 }))).toBe('too_large')
  })
  test('a small body that unpacks to a huge one', async () => {
    outside.answer = (_request, response) =>
      void response.writeHead(200, { 'content-encoding': 'gzip' }).end(gzipSync(Buffer.alloc(5_000_000)))
    expect(await codeOf(get('/', { maxBytes: 1_000_000 }))).toBe('too_large')
  })
  test('a slow drip', async () => {
    outside.answer = (_request, response) => {
      response.writeHead(200)
      const timer = setInterval(() => response.write('.'), 50)
      response.on('close', () => clearInterval(timer))
    }
    expect(await codeOf(get('/', { timeoutMs: 400 }))).toBe('too_slow')
  })
  test('silence', async () => {
    outside.answer = () => undefined
    expect(await codeOf(get('/', { timeoutMs: 300 }))).toBe('too_slow')
  })
  test('compressed junk', async () => {
    outside.answer = (_request, response) =>
      void response.writeHead(200, { 'content-encoding': 'gzip' }).end('not gzip')
    expect(await codeOf(get())).toBe('host_silent')
  })
})

describe('answers', () => {
  test('asks conditionally, and knows a 304', async () => {
    let asked: unknown
    outside.answer = (request, response) => {
      asked = [request.headers['if-none-match'], request.headers['if-modified-since']]
      response.writeHead(304).end()
    }
    expect(
      await fetchAddress({ url: outside.origin, accept: '*/*', etag: '"a"', lastModified: 'then' }),
    ).toMatchObject({ ok: true, value: { notModified: true } })
    expect(asked).toEqual(['"a"', 'then'])
  })
  test.each([
    [301, true],
    [302, false],
  ])('after a %i the new address counts for good: %p', async (status, moved) => {
    outside.answer = (request, response) =>
      void (request.url === '/new'
        ? response.writeHead(200).end('x')
        : response.writeHead(status, { location: '/new' }).end())
    expect(await get('/old')).toMatchObject({
      ok: true,
      value: { url: `${outside.origin}/new`, movedTo: moved ? `${outside.origin}/new` : undefined },
    })
  })
  test('a host that is not there', async () =>
    expect(await codeOf(fetchAddress({ url: 'http://nobody.invalid/', accept: '*/*' }))).toBe('host_unknown'))
})
