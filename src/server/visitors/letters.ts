/**
 * `/l/<token>` and `/l/<token>/leave`: the pages that a letter's link leads to. A look changes nothing, because programs look
 * at links too; a press on the button does. `leave` is also what mail programs call by themselves (RFC 8058).
 * `/l/<id>/<signature>/leave` does that alone: whoever sends letters to a list has it, and it proves no consent.
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeUTF8 } from 'entities'
import { say, type Phrase } from '@/core/locale/phrase'
import {
  isLeaveLink,
  setSubscribed,
  subscriberAt,
  tokenOf,
  type Subscribed,
} from '../services/visitors/subscribers'
import { subscriberWords as words } from '../services/visitors/subscriberWords'
import { mayChange, sendPage, sendTooOften } from './page'
import { waitFor } from './visitors'

export const letterPath = /^\/l\/(?:([\w-]{43})|([0-9a-f-]{36})\/([\w-]{22})(?=\/leave$))(\/leave)?$/
const maxChangesPerHour = 10

export async function answerLetter(
  request: IncomingMessage,
  response: ServerResponse,
  [, ownToken, id = '', signature = '', leave]: RegExpExecArray,
): Promise<void> {
  const isPost = request.method === 'POST'
  request.resume() // what is in it does not matter
  if (waitFor(request) > 0) return sendTooOften(response, 'en')
  const token = ownToken ?? (isLeaveLink(id, signature) ? await tokenOf(id) : undefined)
  const who = token ? await subscriberAt(token) : undefined
  if (!token || !who) return send(response, 404, 'en', say(words.gone, 'en'))
  const told = (phrase: Phrase) =>
    say(phrase, who.locale).replaceAll('{name}', who.clientName).replaceAll('{email}', who.email)
  if (isPost) {
    if (!(await mayChange(response, who.locale, `letter ${token}`, maxChangesPerHour))) return
    await setSubscribed(token, leave ? 'left' : 'confirmed')
  }
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
