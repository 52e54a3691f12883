/**
 * `/l/<token>` and `/l/<token>/leave`: the pages that a letter's link leads to. A look changes nothing, because programs look
 * at links too; a press on the button does. `leave` is also what mail programs call by themselves (RFC 8058).
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeUTF8 } from 'entities'
import { directionOf, say, type Phrase } from '@/core/locale/phrase'
import { openHeaders } from '../delivery/files'
import { setSubscribed, subscriberAt, type Subscribed } from '../services/visitors/subscribers'
import { subscriberWords as words } from '../services/visitors/subscriberWords'

export const letterPath = /^\/l\/([\w-]{43})(\/leave)?$/

export async function answerLetter(
  request: IncomingMessage,
  response: ServerResponse,
  [, token = '', leave]: RegExpExecArray,
): Promise<void> {
  const isPost = request.method === 'POST'
  request.resume() // what is in it does not matter
  const who = await subscriberAt(token)
  if (!who) return send(response, 404, 'en', say(words.gone, 'en'))
  const told = (phrase: Phrase) =>
    say(phrase, who.locale).replaceAll('{name}', who.clientName).replaceAll('{email}', who.email)
  if (isPost) await setSubscribed(token, leave ? 'left' : 'confirmed')
  const isDone = isPost || isSo(who, leave)
  send(
    response,
    200,
    who.locale,
    told(leave ? (isDone ? words.left : words.leaving) : isDone ? words.confirmed : words.asked),
    isDone ? undefined : told(leave ? words.leave : words.confirm),
  )
}

const isSo = ({ state }: Subscribed, leave: string | undefined) => state === (leave ? 'left' : 'confirmed')

function send(
  response: ServerResponse,
  status: number,
  locale: string,
  sentence: string,
  button?: string,
): void {
  const form = button ? `<form method="post"><button>${escapeUTF8(button)}</button></form>` : ''
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
      `<!doctype html><html lang="${escapeUTF8(locale)}" dir="${directionOf(locale)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><meta name="robots" content="noindex"><title>${escapeUTF8(sentence)}</title><style>body{margin:0;font:18px/1.5 system-ui,sans-serif;color:#1b1b1b;background:#fbfaf6}main{max-width:32em;margin:0 auto;padding:15vh 24px}h1{font:600 28px/1.3 Georgia,serif;margin:0 0 24px;overflow-wrap:anywhere}button{font:inherit;font-weight:600;min-height:48px;padding:0 24px;border:0;border-radius:4px;background:#1e3d33;color:#fff;cursor:pointer}button:focus-visible{outline:3px solid #1e3d33;outline-offset:3px}</style></head><body><main><h1>${escapeUTF8(sentence)}</h1>${form}</main></body></html>`,
    )
}
