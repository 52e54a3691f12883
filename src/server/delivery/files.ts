/** Bytes that delivery sends, with their compressed forms, and the choice between them. */
import type { IncomingMessage, ServerResponse } from 'node:http'

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

/** Answers with the smallest form that the asker takes, or 304 when it has it. */
export function sendFile(
  request: IncomingMessage,
  response: ServerResponse,
  file: File,
  headers: Readonly<Record<string, string>>,
  status = 200,
): void {
  const accepts = request.headers['accept-encoding'] ?? ''
  const [encoding, body] =
    file.br && /\bbr\b/.test(accepts)
      ? (['br', file.br] as const)
      : file.gz && /\bgzip\b/.test(accepts)
        ? (['gzip', file.gz] as const)
        : (['', file.raw] as const)
  const etag = `"${file.etag}${encoding && `-${encoding}`}"`
  const head: Record<string, string | number> = {
    ...openHeaders,
    ...headers,
    ETag: etag,
    ...(file.br || file.gz ? { Vary: 'Accept-Encoding' } : {}),
  }
  if (status === 200 && request.headers['if-none-match']?.includes(etag)) {
    response.writeHead(304, head).end()
    return
  }
  if (encoding) head['Content-Encoding'] = encoding
  head['Content-Type'] = file.type
  head['Content-Length'] = body.length
  response.writeHead(status, head)
  response.end(request.method === 'HEAD' ? undefined : body)
}

export function sendJson(
  response: ServerResponse,
  status: number,
  value: object,
  headers: Readonly<Record<string, string>> = {},
): void {
  response
    .writeHead(status, {
      ...openHeaders,
      'Content-Type': 'application/json; charset=utf-8',
      'Cache-Control': 'no-store',
      ...headers,
    })
    .end(JSON.stringify(value))
}
