/**
 * The only door to the outside. Hosts are resolved once and the connection goes to exactly the address that was checked;
 * every redirect passes the same checks. Sizes count after decompression.
 */
import { lookup } from 'node:dns/promises'
import { isIP } from 'node:net'
import type { Readable } from 'node:stream'
import { createBrotliDecompress, createGunzip, createInflate } from 'node:zlib'
import { Agent, request, type Dispatcher } from 'undici'
import { problem, type Problem } from '@/core/problems'
import { fail, ok, type Result } from '@/core/result'
import { env } from '../env'
import { isPublicAddress } from './addresses'
import { heedRetryAfter, turnOf } from './pace'

export interface FetchLimits {
  readonly maxBytes: number
  readonly timeoutMs: number
  readonly maxRedirects: number
}
export const defaultLimits = {
  maxBytes: 8 * 1024 * 1024,
  timeoutMs: 10_000,
  maxRedirects: 5,
} as const satisfies FetchLimits

export interface FetchRequest {
  readonly url: string
  readonly accept: string
  readonly etag?: string | null
  readonly lastModified?: string | null
  readonly limits?: Partial<FetchLimits>
  /** Sent along to the first host only; with them or a form no redirect is followed. */
  readonly headers?: Readonly<Record<string, string>>
  /** Sent as a POST. */
  readonly form?: Readonly<Record<string, string>>
  /** JSON, sent as a POST. */
  readonly json?: string
  /** Any other request; its `headers` say what the body is. */
  readonly sent?: { readonly method: string; readonly body: string | null }
  /** Pictures, sound, films and documents are not read: that they are there is enough. */
  readonly isMediaLeft?: boolean
}

export interface Fetched {
  /** Where it came from in the end. */
  readonly url: string
  /** Set when every redirect on the way was permanent (301, 308). */
  readonly movedTo: string | undefined
  readonly status: number
  readonly notModified: boolean
  readonly contentType: string
  readonly etag: string | null
  readonly lastModified: string | null
  /** The `Link` header, as sent. */
  readonly link: string | null
  /** Where it leads on to, where that is not followed. */
  readonly location: string | undefined
  readonly bytes: Buffer
}

/** Says who asks and where to complain, as those who run robots.txt want it. */
const userAgent = () => `Yimble/0.1 (+${env().YIMBLE_STUDIO_URL}; refreshes widgets, asks conditionally)`

/** Fails with one of the source problems of the catalogue. Never throws on what the outside does. */
export async function fetchAddress(wanted: FetchRequest): Promise<Result<Fetched>> {
  const limits = { ...defaultLimits, ...wanted.limits }
  const deadline = AbortSignal.timeout(limits.timeoutMs)
  let url = new URL(wanted.url)
  let onlyPermanent = true
  for (let hop = 0; hop <= limits.maxRedirects; hop += 1) {
    const answer = await fetchOnce(url, wanted, limits, deadline)
    if (!answer.ok) return answer
    const { status, location, fetched } = answer.value
    if (location === undefined || wanted.headers || wanted.form || wanted.json || wanted.sent)
      return ok({ ...fetched, url: url.href, movedTo: hop > 0 && onlyPermanent ? url.href : undefined })
    onlyPermanent &&= status === 301 || status === 308
    if (!URL.canParse(location, url.href))
      return fail(
        problem('source_answered', {
          host: url.host,
          status,
          meaning: 'redirect to nowhere',
          advice: 'Whoever runs it has to mend it.',
        }),
      )
    url = new URL(location, url.href)
  }
  return fail(problem('too_many_redirects', { host: new URL(wanted.url).host, limit: limits.maxRedirects }))
}

type Answer = {
  readonly status: number
  readonly location: string | undefined
  readonly fetched: Omit<Fetched, 'url' | 'movedTo'>
}

async function fetchOnce(
  url: URL,
  wanted: FetchRequest,
  limits: FetchLimits,
  deadline: AbortSignal,
): Promise<Result<Answer>> {
  if (url.protocol !== 'http:' && url.protocol !== 'https:')
    return fail(problem('address_scheme', { address: url.href.slice(0, 120), scheme: url.protocol }))
  const place = await locate(url)
  if (!place.ok) return place
  const { ip, family } = place.value
  if (!(await turnOf(url.host, limits.timeoutMs)))
    return fail(problem('host_silent', { host: url.host, why: 'it asked to be left alone for a while' }))
  const agent = new Agent({
    connect: {
      timeout: limits.timeoutMs,
      lookup: (_host, options, done) =>
        options.all ? done(null, [{ address: ip, family }]) : done(null, ip, family),
    },
    headersTimeout: limits.timeoutMs,
    bodyTimeout: limits.timeoutMs,
  })
  try {
    const response = await request(url, {
      dispatcher: agent,
      signal: deadline,
      method: (wanted.sent?.method ?? (wanted.form || wanted.json ? 'POST' : 'GET')) as Dispatcher.HttpMethod,
      body: wanted.form
        ? new URLSearchParams(wanted.form).toString()
        : (wanted.json ?? wanted.sent?.body ?? null),
      headers: {
        'user-agent': userAgent(),
        accept: wanted.accept,
        'accept-encoding': 'gzip, br, deflate',
        ...(wanted.etag ? { 'if-none-match': wanted.etag } : {}),
        ...(wanted.form ? { 'content-type': 'application/x-www-form-urlencoded' } : {}),
        ...(wanted.json ? { 'content-type': 'application/json' } : {}),
        ...wanted.headers,
        ...(wanted.lastModified ? { 'if-modified-since': wanted.lastModified } : {}),
      },
    })
    const header = (name: string) => [response.headers[name]].flat()[0] ?? null
    const status = response.statusCode
    if (status === 429 || status === 503) await heedRetryAfter(url.host, header('retry-after'))
    const location = [301, 302, 303, 307, 308].includes(status)
      ? (header('location') ?? undefined)
      : undefined
    const bytes =
      location === undefined &&
      (status === 200 || status === 207) &&
      !(wanted.isMediaLeft && isMedia(header('content-type')))
        ? await readBody(response.body, header('content-encoding'), limits.maxBytes)
        : Buffer.alloc(0)
    if (bytes === undefined)
      return fail(problem('too_large', { host: url.host, limit: limits.maxBytes / 1024 / 1024 }))
    return ok({
      status,
      location,
      fetched: {
        status,
        notModified: status === 304,
        contentType: header('content-type') ?? '',
        etag: header('etag'),
        lastModified: header('last-modified'),
        link: [response.headers.link].flat().filter(Boolean).join(', ') || null,
        location,
        bytes,
      },
    })
  } catch (error) {
    return fail(whyNot(error, url, limits))
  } finally {
    void agent.destroy().catch(() => undefined) // it is used for one request; nobody is left to care
  }
}

/** The one IP address that the connection will use. */
async function locate(url: URL): Promise<Result<{ ip: string; family: number }>> {
  const host = url.hostname.replace(/^\[|\]$/g, '')
  const isAllowed = env().YIMBLE_ALLOWED_ORIGINS.includes(url.origin)
  try {
    const found = isIP(host) ? [{ address: host, family: isIP(host) }] : await lookup(host, { all: true })
    // One private address among them is enough to refuse: which one is used would be a matter of luck.
    const refused = isAllowed ? undefined : found.find(({ address }) => !isPublicAddress(address))
    if (refused) return fail(problem('address_refused', { host: url.host, ip: refused.address }))
    const first = found[0]
    return first
      ? ok({ ip: first.address, family: first.family })
      : fail(problem('host_unknown', { host: url.host }))
  } catch {
    return fail(problem('host_unknown', { host: url.host })) // the resolver's way to say no
  }
}

/** What is looked at or listened to as it is: of a source's address, only that it is there is asked. */
const isMedia = (type: string | null) => /^(image|audio|video)\/|^application\/pdf\b/i.test(type ?? '')

/** @returns undefined when there is more than `maxBytes`, counted after decompression */
async function readBody(
  body: Readable,
  encoding: string | null,
  maxBytes: number,
): Promise<Buffer | undefined> {
  const plain = decompressed(body, encoding)
  const pieces: Buffer[] = []
  let size = 0
  for await (const piece of plain) {
    size += (piece as Buffer).length
    if (size > maxBytes) {
      body.destroy()
      return undefined
    }
    pieces.push(piece as Buffer)
  }
  return Buffer.concat(pieces)
}

function decompressed(body: Readable, encoding: string | null): Readable {
  const unpack = {
    gzip: createGunzip,
    'x-gzip': createGunzip,
    br: createBrotliDecompress,
    deflate: createInflate,
  }[encoding?.toLowerCase() ?? '']
  if (!unpack) return body
  const stream = unpack()
  body.on('error', (error) => stream.destroy(error))
  return body.pipe(stream)
}

function whyNot(error: unknown, url: URL, limits: FetchLimits): Problem {
  const { name = '', code = '' } = error as { name?: string; code?: string }
  if (name === 'TimeoutError' || name === 'AbortError' || code.includes('TIMEOUT'))
    return problem('too_slow', { host: url.host, seconds: limits.timeoutMs / 1000 })
  const why = {
    ECONNREFUSED: 'it refuses connections',
    ECONNRESET: 'it broke off',
    UND_ERR_SOCKET: 'it broke off',
    CERT_HAS_EXPIRED: 'its certificate has expired',
    DEPTH_ZERO_SELF_SIGNED_CERT: 'its certificate is not trusted',
  }[code]
  return problem('host_silent', { host: url.host, why: why ?? 'the connection failed' })
}

/** What an answer that is no success means for the one who pasted the address. */
export function refusalOf(status: number, url: string): Problem {
  const { host } = new URL(url)
  const meaning =
    {
      400: 'bad request',
      401: 'sign-in needed',
      403: 'forbidden',
      404: 'not found',
      410: 'gone',
      429: 'too many requests',
      451: 'not for legal reasons',
      500: 'error at the source',
      502: 'error at the source',
      503: 'not available',
      504: 'error at the source',
    }[status] ?? 'unexpected'
  if (status === 410) return problem('source_gone', { host, address: url })
  if (status === 401 || status === 403) return problem('source_closed', { host, status, meaning })
  const advice =
    status === 404
      ? 'Check the address, or ask the client for the new one.'
      : status === 429 || status >= 500
        ? 'It is tried again by itself.'
        : 'Check the address.'
  return problem('source_answered', { host, status, meaning, advice })
}
