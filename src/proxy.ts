/** Every page of the studio: a strict Content-Security-Policy with a nonce for its scripts, and nothing framed but delivery. */
import { NextResponse, type NextRequest } from 'next/server'

export function proxy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64')
  const delivery = process.env.YIMBLE_DELIVERY_URL ?? 'http://127.0.0.2:4320'
  const isDevelopment = process.env.NODE_ENV === 'development'
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${isDevelopment ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    `img-src 'self' data: ${delivery}`,
    `font-src 'self' ${delivery}`,
    `frame-src ${delivery}`,
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  headers.set('x-path', request.nextUrl.pathname)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  response.headers.set('x-content-type-options', 'nosniff')
  // A link for one person must not reach another site by way of a referrer.
  response.headers.set(
    'referrer-policy',
    request.nextUrl.pathname.startsWith('/join/') ? 'no-referrer' : 'same-origin',
  )
  return response
}

export const config = { matcher: ['/((?!_next/static|_next/image|api/|healthz|favicon.ico|icon.svg).*)'] }
