/** Bytes that delivery sends, with their compressed forms, and the choice between them. */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { LRUCache } from 'lru-cache'
import Negotiator from 'negotiator'

export interface File {
  readonly type: string
  /** Without quotes; each encoding has its own. */
  readonly etag: string
  readonly raw: Buffer
  readonly br?: Buffer
  readonly gz?: Buffer
}

export const sizeOf = (file: File): number =>
  file.raw.length + (file.br?.length ?? 0) + (file.gz?.length ?? 0)

/** Headers that every answer has: anyone may read, nothing is guessed, nobody is told apart. */
export const openHeaders = {
  'Access-Control-Allow-Origin': '*',
  'Cross-Origin-Resource-Policy': 'cross-origin',
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'strict-origin-when-cross-origin',
} as const

/** Browsers send a handful of different headers; each is taken apart once. */
const negotiated = new LRUCache<string, readonly string[]>({ max: 200 })

function acceptedBy(request: IncomingMessage): readonly string[] {
  const written = request.headers['accept-encoding'] ?? ''
  const known = negotiated.get(written)
  if (known) return known
  const accepted = new Negotiator(request).encodings(['br', 'gzip'])
  negotiated.set(written, accepted)
  return accepted
}

interface Form {
  readonly body: Buffer
  readonly etag: string
  /** Headers of the 200 answer, and of the 304 answer. */
  readonly whole: Readonly<Record<string, string | number>>
  readonly unchanged: Readonly<Record<string, string | number>>
}

/** Headers made ready, by file, by the caller's own headers, by encoding: the same are sent thousands of times a second. */
const forms = new WeakMap<File, WeakMap<object, Map<string, Form>>>()

function formOf(file: File, headers: Readonly<Record<string, string>>, accepted: readonly string[]): Form {
  const encoding =
    file.br && accepted.includes('br') ? 'br' : file.gz && accepted.includes('gzip') ? 'gzip' : ''
  const ofFile = forms.get(file) ?? new WeakMap<object, Map<string, Form>>()
  const ready = ofFile.get(headers) ?? new Map<string, Form>()
  const known = ready.get(encoding)
  if (known) return known
  const body = (encoding === 'br' ? file.br : encoding === 'gzip' ? file.gz : undefined) ?? file.raw
  const etag = `"${file.etag}${encoding && `-${encoding}`}"`
  const unchanged = {
    ...openHeaders,
    ...headers,
    ETag: etag,
    ...(file.br || file.gz ? { Vary: 'Accept-Encoding' } : {}),
  }
  const whole = {
    ...unchanged,
    ...(encoding ? { 'Content-Encoding': encoding } : {}),
    'Content-Type': file.type,
    'Content-Length': body.length,
  }
  const form = { body, etag, whole, unchanged }
  forms.set(file, ofFile.set(headers, ready.set(encoding, form)))
  return form
}

/**
 * Answers with the smallest form that the asker takes, or 304 when it has it.
 * @param headers the same object for the same headers, so that they are made ready once
 */
export function sendFile(
  request: IncomingMessage,
  response: ServerResponse,
  file: File,
  headers: Readonly<Record<string, string>>,
  status = 200,
): void {
  const form = formOf(file, headers, acceptedBy(request))
  if (status === 200 && request.headers['if-none-match']?.includes(form.etag)) {
    response.writeHead(304, form.unchanged).end()
    return
  }
  response.writeHead(status, form.whole)
  response.end(request.method === 'HEAD' ? undefined : form.body)
}

export function sendJson(
  response: ServerResponse,
  status: number,
  value: object,
  headers: Readonly<Record<string, string>> = {},
): void {
  const body = JSON.stringify(value)
  response
    .writeHead(status, {
      ...openHeaders,
      'Content-Type': 'application/json; charset=utf-8',
      'Content-Length': Buffer.byteLength(body),
      'Cache-Control': 'no-store',
      ...headers,
    })
    .end(body)
}
