/**
 * `/b/<booking>/<signature>`: where whoever booked moves or cancels it, within the limits of the calendar. A look changes nothing,
 * because programs look at links too; a press on a button does. Nothing of another booking is told here.
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeUTF8 } from 'entities'
import { QueryTypes } from 'sequelize'
import { timeIn } from '@/core/booking/when'
import { say } from '@/core/locale/phrase'
import { db } from '../db/db'
import { openHeaders } from '../delivery/files'
import { eventOf, factsInWords, namesOf } from '../services/booking/bookingMails'
import { changeUntil, isOpen, nowMinute, type Booking } from '../services/booking/booking'
import { cancelBooking, findBooking, moveBooking, TimeGone } from '../services/booking/bookings'
import { bookingFile, bookingLink, isBookingLink } from '../services/booking/links'
import { bookingWords, type BookingWord } from '../services/booking/bookingWords'
import { calendarOf, type KnownCalendar } from '../services/booking/calendarBody'
import { feedOf } from '../services/booking/feeds'
import { writeIcs } from '../services/booking/ics'
import { firstFreeDays } from '../services/booking/freeTimes'
import { limitedText } from './body'
import { mayChange, sendPage } from './page'

export const bookingPath = /^\/b\/([0-9a-f-]{36})\/([\w-]{22})(\/booking\.ics)?$/
export const feedPath = /^\/k\/([0-9a-f-]{36})\/([a-z][a-z0-9]{0,15})\/([\w-]{22})\.ics$/
/** Of free times that are offered at once. */
const mostDays = 7
const mostBytes = 2_000
/** Of one booking: each goes by mail to everybody concerned. */
const maxChangesPerHour = 6

export async function answerBooking(
  request: IncomingMessage,
  response: ServerResponse,
  [, id = '', signature = '', isFile]: RegExpExecArray,
): Promise<void> {
  const booking = isBookingLink(id, signature) ? await findBooking(id) : undefined
  const known = booking && (await calendarOf(booking.clientId, booking.calendarId))
  if (!booking || !known || booking.state === 'held') {
    request.resume()
    return sendPage(response, { status: 404, locale: 'en', title: say(bookingWords.nothing, 'en'), body: '' })
  }
  const clientName = await nameOf(booking.clientId)
  if (isFile) {
    request.resume()
    return sendIcs(response, writeIcs('PUBLISH', [eventOf(known, booking, clientName)]))
  }
  const canChange = isOpen(booking) && changeUntil(known, booking) > nowMinute()
  if (request.method !== 'POST') {
    const { searchParams } = new URL(request.url ?? '/', 'http://x')
    return sendBooking(response, known, booking, clientName, {
      canChange,
      isMoving: searchParams.has('move'),
      from: Number(searchParams.get('move')) || 0,
    })
  }
  const form = new URLSearchParams(await limitedText(request, mostBytes))
  if (!(await mayChange(response, booking.locale, `booking ${id}`, maxChangesPerHour))) return
  if (canChange && form.get('do') === 'cancel') await cancelBooking(id, 'visitor')
  const to = Number(form.get('to'))
  if (canChange && Number.isSafeInteger(to) && to > 0)
    try {
      await moveBooking(known, id, { start: to, who: form.get('who') ?? '', by: 'visitor' })
    } catch (error) {
      if (!(error instanceof TimeGone)) throw error
      return sendBooking(response, known, booking, clientName, {
        canChange,
        isMoving: true,
        from: 0,
        isGone: true,
      })
    }
  // So that a reload does not do it again.
  response.writeHead(303, { ...openHeaders, Location: bookingLink(id) }).end()
}

interface Shown {
  readonly canChange: boolean
  readonly isMoving: boolean
  /** First minute to offer; 0 for now. */
  readonly from: number
  readonly isGone?: boolean
}

async function sendBooking(
  response: ServerResponse,
  known: KnownCalendar,
  booking: Booking,
  clientName: string,
  { canChange, isMoving, from, isGone = false }: Shown,
): Promise<void> {
  const { locale } = booking
  const words = (word: BookingWord) =>
    escapeUTF8(say(bookingWords[word], locale).replaceAll('{name}', clientName))
  const { what } = namesOf(known, booking)
  const state = booking.state === 'cancelled' ? 'cancelled' : booking.state === 'asked' ? 'asked' : 'booked'
  const title = say(bookingWords[state], locale).replace('{what}', () => what)
  const facts = `<p>${escapeUTF8(factsInWords(known, booking))}</p>`
  const file =
    booking.state === 'booked'
      ? `<p><a href="${bookingFile(booking.id)}">${words('intoCalendar')}</a></p>`
      : ''
  const { way } = known.calendar.terms
  const wayThere =
    way && booking.state !== 'cancelled' ? `<p><a href="${escapeUTF8(way)}">${words('way')}</a></p>` : ''
  const cancel = `<form method="post"><button name="do" value="cancel">${words('cancel')}</button></form>`
  const another = `<p><a href="?move">${words('another')}</a></p>`
  const change = !isOpen(booking)
    ? ''
    : canChange
      ? isMoving
        ? await timesFor(known, booking, from, isGone)
        : another + cancel
      : `<p>${words('tooLate')}</p>`
  sendPage(response, { status: 200, locale, title, body: facts + wayThere + file + change })
}

/** Free times of the days to come, each a button. */
async function timesFor(
  known: KnownCalendar,
  booking: Booking,
  from: number,
  isGone: boolean,
): Promise<string> {
  const { locale } = booking
  const { calendar } = known
  const words = (word: BookingWord) => escapeUTF8(say(bookingWords[word], locale))
  const service = calendar.services.find(({ id }) => id === booking.service)
  if (!service) return `<p>${words('noneFree')}</p>`
  const now = nowMinute()
  const range = { from: Math.max(from, now), until: now + service.aheadDays * 1440 }
  // Whoever was chosen stays; what it takes up itself is free for it only where it moves by a whole booking.
  const who = service.needs[0]?.of.find((id) => booking.who.includes(id)) ?? ''
  const asked = { service, who, count: booking.count, range, now }
  const { days, next } = await firstFreeDays(known, asked, { locale, maxDays: mostDays })
  const shown = [...days].map(
    ([day, starts]) =>
      `<h2>${escapeUTF8(day)}</h2>${starts
        .map(
          (start) =>
            `<button class="time" name="to" value="${start}">${timeIn(start, locale, calendar.zone)}</button>`,
        )
        .join('')}`,
  )
  const later = next ? `<p><a href="?move=${next}">${words('later')}</a></p>` : ''
  return `${isGone ? `<p role="alert">${words('gone')}</p>` : ''}${
    shown.length > 0
      ? `<form method="post"><input type="hidden" name="who" value="${who}">${shown.join('')}</form>${later}`
      : `<p>${words('noneFree')}</p>`
  }`
}

async function nameOf(clientId: string): Promise<string> {
  const [row] = await db().sequelize.query<{ name: string }>('select name from clients where id = $1', {
    bind: [clientId],
    type: QueryTypes.SELECT,
  })
  return row?.name ?? ''
}

function sendIcs(response: ServerResponse, content: string): void {
  response
    .writeHead(200, {
      ...openHeaders,
      'Content-Type': 'text/calendar; charset=utf-8',
      'Cache-Control': 'no-store',
      'Content-Disposition': 'attachment; filename="booking.ics"',
    })
    .end(content)
}

/** `/k/<calendar>/<person or all>/<signature>.ics` */
export async function sendFeed(
  response: ServerResponse,
  [, calendar = '', resource = '', signature = '']: RegExpExecArray,
): Promise<void> {
  const content = await feedOf(calendar, resource, signature)
  if (content === undefined) return void response.writeHead(404, openHeaders).end()
  response
    .writeHead(200, {
      ...openHeaders,
      'Content-Type': 'text/calendar; charset=utf-8',
      'Cache-Control': 'private, max-age=60',
    })
    .end(content)
}
