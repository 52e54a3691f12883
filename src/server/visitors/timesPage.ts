/**
 * `/t/<widget>/<service>`: the free times of a service, and its booking, for browsers that run no script. Each time is a link; behind
 * it the few questions that every booking has. Where a form of the client's is asked instead, it ends with the chosen time.
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeUTF8 } from 'entities'
import { momentIn, timeIn } from '@/core/booking/when'
import { questionsOf } from '@/core/forms/form'
import { say } from '@/core/locale/phrase'
import { bookingActions } from '@/kinds/booking/actions'
import { ownForm } from '@/kinds/booking/ownForm'
import { fieldWords } from '@/kinds/booking/words'
import { newKey } from '@/kinds/newKey'
import { nowMinute } from '../services/booking/booking'
import { bookingWords } from '../services/booking/bookingWords'
import { firstFreeDays } from '../services/booking/freeTimes'
import { giveBackOverdue } from '../services/booking/taking'
import { bookingAnswers, offeredBy, type Offered } from './booking'
import { limitedText } from './body'
import type { WidgetFacts } from './answers'
import { keepOnce, keptBefore } from './keeping'
import { sendPage } from './page'
import { describe, VisitorError } from './problems'
import { newTicket, suspicionOf } from './tickets'
import { takeShare, waitFor } from './visitors'
import { widgetFacts } from './widgetFacts'

export const timesPath = /^\/t\/([a-z0-9]{4,20})\/([a-z][a-z0-9]{0,15})$/
const mostDays = 10
/** About what drawing it costs. */
const pageMs = 8
const mostBytes = 8_000

export async function answerTimes(
  request: IncomingMessage,
  response: ServerResponse,
  [, ref = '', id = '']: RegExpExecArray,
): Promise<void> {
  if (waitFor(request, pageMs) > 0) {
    request.resume()
    const { detail, status } = describe({ code: 'too_often', facts: {} }, 'en')
    return sendPage(response, { status, locale: 'en', title: detail, body: '' })
  }
  const widget = await widgetFacts(ref)
  const found = widget && (await offeredBy(widget, id).catch(absent))
  if (!widget || !found) {
    request.resume()
    return sendPage(response, { status: 404, locale: 'en', title: say(bookingWords.nothing, 'en'), body: '' })
  }
  const { searchParams } = new URL(request.url ?? '/', 'http://x')
  const at = Number(searchParams.get('at'))
  if (request.method === 'POST') return book(request, response, widget, found, at)
  request.resume()
  if (Number.isSafeInteger(at) && at > 0) return sendChosen(response, widget, found, at)
  return sendTimes(response, widget, found, Number(searchParams.get('from')) || 0)
}

/** What the widget does not offer is not there. */
function absent(error: unknown): undefined {
  if (error instanceof VisitorError) return undefined
  throw error
}

async function sendTimes(
  response: ServerResponse,
  { locale }: WidgetFacts,
  { known, service }: Offered,
  from: number,
  said = '',
): Promise<void> {
  const { zone } = known.calendar
  const now = nowMinute()
  const range = { from: Math.max(now, from), until: now + service.aheadDays * 1440 }
  await giveBackOverdue(known.id)
  const asked = { service, who: '', count: 1, range, now }
  const { days, next } = await firstFreeDays(known, asked, { locale, maxDays: mostDays })
  const lists = [...days].map(
    ([day, starts]) =>
      `<h2>${escapeUTF8(day)}</h2><p>${starts.map((start) => `<a class="time" href="?at=${start}">${timeIn(start, locale, zone)}</a>`).join(' ')}</p>`,
  )
  const words = (text: string) => escapeUTF8(text)
  const body = [
    said && `<p role="alert">${words(said)}</p>`,
    ...lists,
    lists.length === 0 && `<p>${words(say(bookingWords.noneFree, locale))}</p>`,
    next !== undefined && `<p><a href="?from=${next}">${words(say(bookingWords.later, locale))}</a></p>`,
    known.calendar.terms.urgent && `<p>${words(known.calendar.terms.urgent)}</p>`,
  ].filter(Boolean)
  sendPage(response, { status: said ? 409 : 200, locale, title: service.name, body: body.join('') })
}

/** The chosen time, with what every booking asks. */
function sendChosen(
  response: ServerResponse,
  widget: WidgetFacts,
  { known, service }: Offered,
  at: number,
  said = '',
  typed: URLSearchParams = new URLSearchParams(),
): void {
  const { locale, ref } = widget
  const facts = `<p>${escapeUTF8(momentIn(at, locale, known.calendar.zone))}</p>`
  const another = `<p><a href="?">${escapeUTF8(say(bookingWords.another, locale))}</a></p>`
  const fields = questionsOf(ownForm(locale)).map(({ id, label, type, isRequired }) => {
    const value = escapeUTF8(typed.get(id) ?? '')
    const shared = `id="${id}" name="${id}"${isRequired ? ' required' : ''}`
    const field =
      type === 'long'
        ? `<textarea ${shared} rows="3" maxlength="1000">${value}</textarea>`
        : `<input ${shared} value="${value}" maxlength="254" type="${type === 'email' ? 'email' : type === 'telephone' ? 'tel' : 'text'}">`
    return `<label for="${id}">${escapeUTF8(label)}</label>${field}`
  })
  const hidden = { key: typed.get('key') ?? newKey(), ticket: typed.get('ticket') ?? newTicket(ref) }
  const form = `<form method="post" class="asked">${fields.join('')}${Object.entries(hidden)
    .map(([name, value]) => `<input type="hidden" name="${name}" value="${escapeUTF8(value)}">`)
    .join('')}<button>${escapeUTF8(say(fieldWords.book, locale))}</button></form>`
  const body = [
    facts,
    said && `<p role="alert">${escapeUTF8(said)}</p>`,
    widget.settings.form ? '' : form,
    another,
  ]
  sendPage(response, {
    status: said ? 422 : 200,
    locale,
    title: service.name,
    body: body.filter(Boolean).join(''),
  })
}

async function book(
  request: IncomingMessage,
  response: ServerResponse,
  widget: WidgetFacts,
  offered: Offered,
  at: number,
): Promise<void> {
  const typed = new URLSearchParams(await limitedText(request, mostBytes))
  const { known, service } = offered
  const answers = Object.fromEntries(
    questionsOf(ownForm(widget.locale)).flatMap(({ id }) => {
      const value = typed.get(id)?.trim()
      return value ? [[id, value]] : []
    }),
  )
  const wanted = {
    service: service.id,
    who: '',
    count: 1,
    start: at,
    zone: known.calendar.zone,
    release: 0,
    answers,
  }
  const parsed = bookingActions.book.takes.safeParse(wanted)
  const key = typed.get('key') ?? ''
  try {
    if (!parsed.success || widget.settings.form || !/^[0-9a-f]{32}$/.test(key))
      throw new VisitorError('does_not_fit')
    const body = parsed.data
    if (!(await keptBefore(widget.id, key))) await takeShare(request, widget.ref, 'book')
    const booked = (await keepOnce(
      {
        widget,
        action: 'book',
        key,
        body,
        page: '',
        suspicion: suspicionOf(typed.get('ticket') ?? '', widget.ref),
      },
      () => bookingAnswers.tell(body, widget),
      (visit) => bookingAnswers.handlers.book!(body, visit) as Promise<unknown>,
    )) as { link: string; state: 'booked' | 'asked' }
    if (booked.link) return void response.writeHead(303, { Location: booked.link }).end()
    const title = say(bookingWords[booked.state], widget.locale).replace('{what}', () => service.name)
    sendPage(response, { status: 200, locale: widget.locale, title, body: '' })
  } catch (error) {
    if (!(error instanceof VisitorError)) throw error
    const { detail } = describe(error, widget.locale)
    if (error.code === 'time_gone') return sendTimes(response, widget, offered, 0, detail)
    sendChosen(response, widget, offered, at, detail, typed)
  }
}
