/** Bits that every stand-in shares: escaping, answers, forms, and the mark that says it is a demo. */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeUTF8 } from 'entities'

export const escapeHtml = escapeUTF8

export function send(
  response: ServerResponse,
  body: string | Buffer,
  headers: Record<string, string> = {},
  status = 200,
): void {
  response
    .writeHead(status, {
      'Content-Type': 'text/html; charset=utf-8',
      'Content-Length': String(Buffer.byteLength(body)),
      ...headers,
    })
    .end(body)
}

export const json = (response: ServerResponse, body: unknown, status = 200): void =>
  send(response, JSON.stringify(body), { 'Content-Type': 'application/json' }, status)

export async function readForm(request: IncomingMessage): Promise<URLSearchParams> {
  let text = ''
  for await (const piece of request) text += String(piece)
  return new URLSearchParams(text)
}

/** A plain page of a prop: tools of the demo, not part of anybody's site. */
export const propPage = (
  title: string,
  body: string,
): string => `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${escapeHtml(title)}</title><style>
body{margin:0 auto;max-width:760px;padding:24px 20px 60px;font:16px/1.5 Georgia,serif;color:#222;background:#f7f5ef}
.demo{display:inline-block;padding:2px 8px;border:1px dashed #8a6d1d;color:#6b5312;font:13px/1.6 ui-monospace,monospace}
h1{font-size:26px;margin:12px 0}h2{font-size:18px;margin:28px 0 6px}a{color:#1c4a7a}
textarea{box-sizing:border-box;width:100%;height:110px;padding:8px;font:13px/1.5 ui-monospace,monospace;border:1px solid #999}
button{padding:6px 14px;font:inherit;cursor:pointer}li{margin:4px 0}code{font:13px ui-monospace,monospace}
</style></head><body><span class="demo">Demo stand-in: a prop, not part of Yimble</span><h1>${escapeHtml(title)}</h1>${body}</body></html>`
