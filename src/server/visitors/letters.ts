/**
 * `/l/<token>` and `/l/<token>/leave`: the pages that a letter's link leads to. A look changes nothing, because programs look
 * at links too; a press on the button does. `leave` is also what mail programs call by themselves (RFC 8058).
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeUTF8 } from 'entities'
import { say, type Phrase } from '@/core/locale/phrase'
import { setSubscribed, subscriberAt, type Subscribed } from '../services/visitors/subscribers'
import { subscriberWords as words } from '../services/visitors/subscriberWords'
import { sendPage } from './page'

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
  title: string,
  button?: string,
): void {
  const body = button ? `<form method="post"><button>${escapeUTF8(button)}</button></form>` : ''
  sendPage(response, { status, locale, title, body })
}
