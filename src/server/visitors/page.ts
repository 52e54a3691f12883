/** Pages of delivery's own that a letter leads to: a heading, words, and forms that work without a script. */
import type { ServerResponse } from 'node:http'
import { escapeUTF8 } from 'entities'
import { directionOf } from '@/core/locale/phrase'
import { openHeaders } from '../delivery/files'
import { takeShared } from './limits'
import { describe, VisitorError } from './problems'

export interface PlainPage {
  readonly status: number
  readonly locale: string
  readonly title: string
  /** Markup below the heading; its words are escaped by whoever makes it. */
  readonly body: string
}

const styles =
  'body{margin:0;font:18px/1.5 system-ui,sans-serif;color:#1b1b1b;background:#fbfaf6}main{max-width:34em;margin:0 auto;padding:12vh 24px}h1{font:600 28px/1.3 Georgia,serif;margin:0 0 24px;overflow-wrap:anywhere}h2{font:600 20px/1.4 Georgia,serif;margin:32px 0 8px;padding-top:16px;border-top:2px solid #1b1b1b}p{margin:0 0 16px;overflow-wrap:anywhere;white-space:pre-line}a{color:#1e3d33;text-underline-offset:.2em}form{display:inline}button{font:inherit;font-weight:600;min-height:48px;padding:0 24px;border:0;border-radius:4px;background:#1e3d33;color:#fff;cursor:pointer}button.time{min-height:44px;margin:0 8px 8px 0;padding:0 16px;background:#e7ece8;color:#1e3d33}a.time{display:inline-block;min-height:44px;padding:0 16px;margin:0 4px 8px 0;line-height:44px;border-radius:4px;background:#e7ece8;text-decoration:none}form.asked{display:grid;gap:8px;margin:0 0 24px}form.asked label{font-weight:600}form.asked :is(input:not([type=checkbox]),textarea,select){font:inherit;padding:10px 12px;margin:0 0 8px;border:1px solid #6b6b66;border-radius:4px;background:#fff}form.asked button{justify-self:start}form.asked fieldset{margin:0 0 8px;padding:0;border:0}form.asked legend{font-weight:600;padding:0}form.asked .tick{display:block;font-weight:400;padding:6px 0}:is(a,button):focus-visible{outline:3px solid #1e3d33;outline-offset:3px}'

/**
 * Counts a change by one link: each sends mails.
 * @returns whether it may be done; otherwise the page that says so has been sent
 */
export async function mayChange(
  response: ServerResponse,
  locale: string,
  link: string,
  maxPerHour: number,
): Promise<boolean> {
  try {
    await takeShared(link, maxPerHour)
    return true
  } catch (error) {
    if (!(error instanceof VisitorError)) throw error
    sendTooOften(response, locale)
    return false
  }
}

export const sendTooOften = (response: ServerResponse, locale: string): void =>
  sendPage(response, {
    status: 429,
    locale,
    title: describe({ code: 'too_often', facts: {} }, locale).detail,
    body: '',
  })

export function sendPage(response: ServerResponse, { status, locale, title, body }: PlainPage): void {
  response
    .writeHead(status, {
      ...openHeaders,
      'Content-Type': 'text/html; charset=utf-8',
      'Cache-Control': 'no-store',
      'Referrer-Policy': 'no-referrer',
      'Content-Security-Policy':
        "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'",
    })
    .end(
      `<!doctype html><html lang="${escapeUTF8(locale)}" dir="${directionOf(locale)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><meta name="robots" content="noindex"><title>${escapeUTF8(title)}</title><style>${styles}</style></head><body><main><h1>${escapeUTF8(title)}</h1>${body}</main></body></html>`,
    )
}
