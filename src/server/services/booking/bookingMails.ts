/** Mails about a booking, to whoever booked and to those who were booked, each with an invitation for their calendar. */
import { QueryTypes, type Transaction } from 'sequelize'
import { momentIn } from '@/core/booking/when'
import { priceInWords } from '@/core/locale/numbers'
import { say } from '@/core/locale/phrase'
import { db } from '../../db/db'
import { env } from '../../env'
import { writeLetter } from '../../mail/letter'
import { postLetter } from '../../mail/postLetter'
import { newReplyToken, replyAddress } from '../../mail/replyAddress'
import { changeUntil, isOpen, type Booking } from './booking'
import { bookingLink } from './links'
import { bookingWords, type BookingWord } from './bookingWords'
import type { KnownCalendar } from './calendarBody'
import { isZone } from '../../zones'
import { writeIcs, type IcsEvent } from './ics'

export type Told = 'booked' | 'asked' | 'moved' | 'cancelled' | 'reminder'

/** Names of the service and of the people, as the calendar has them now. */
export const namesOf = ({ calendar }: KnownCalendar, { service, who }: Pick<Booking, 'service' | 'who'>) => ({
  what: calendar.services.find(({ id }) => id === service)?.name ?? service,
  who: calendar.resources.filter(({ id, is }) => who.includes(id) && is === 'person').map(({ name }) => name),
})

export function eventOf(known: KnownCalendar, booking: Booking, clientName: string): IcsEvent {
  const { what, who } = namesOf(known, booking)
  return {
    ...booking,
    summary: [what, ...who].join(' · '),
    description: '',
    location: known.calendar.terms.where,
    status:
      booking.state === 'cancelled' ? 'CANCELLED' : booking.state === 'asked' ? 'TENTATIVE' : 'CONFIRMED',
    organizer: clientName,
  }
}

/** The event for people of the house: it names who comes and what they wrote. */
export const eventForHouse = (known: KnownCalendar, booking: Booking, clientName: string): IcsEvent => ({
  ...eventOf(known, booking, clientName),
  summary: [namesOf(known, booking).what, booking.name || booking.email].filter(Boolean).join(': '),
  description: [booking.name, booking.email, booking.note].filter(Boolean).join('\n'),
})

/** Each fact on a line of its own, in words that a visitor may read. */
export function factsInWords(known: KnownCalendar, booking: Booking): string {
  const { calendar } = known
  const { who } = namesOf(known, booking)
  const { locale, zone, starts } = booking
  const told = (word: BookingWord, facts: Readonly<Record<string, string>>) =>
    Object.entries(facts).reduce(
      (text, [name, value]) => text.replaceAll(`{${name}}`, () => value),
      say(bookingWords[word], locale),
    )
  const [ours, theirs] = [calendar.zone, isZone(zone) ? zone : calendar.zone].map((one) =>
    momentIn(starts, locale, one),
  )
  return [
    ours,
    theirs !== ours ? told('yourTime', { when: theirs! }) : '',
    who.length > 0 ? told('with', { who: who.join(', ') }) : '',
    booking.count > 1 ? told('places', { n: String(booking.count) }) : '',
    booking.price ? priceInWords({ price: booking.price, priceCurrency: calendar.currency }, locale) : '',
    calendar.terms.where,
  ]
    .filter(Boolean)
    .join('\n')
}

export async function mailBooking(
  known: KnownCalendar,
  booking: Booking,
  told: Told,
  transaction: Transaction,
): Promise<void> {
  const event = eventOf(known, booking, known.clientName)
  const replyTo = await replyAddressOf(known, booking, transaction)
  const method = told === 'cancelled' ? 'CANCEL' : 'REQUEST'
  const send = (to: string, letter: ReturnType<typeof letterTo>, calendar: IcsEvent, replyTo?: string) =>
    postLetter(
      {
        fromName: known.clientName,
        to,
        replyTo,
        ...letter,
        ...(told === 'asked' || told === 'reminder'
          ? {}
          : { calendar: { method, content: writeIcs(method, [calendar]) } }),
      },
      transaction,
    )
  if (booking.email) {
    const calendar = {
      ...event,
      ...(told === 'cancelled' ? {} : { url: bookingLink(booking.id) }),
      attendee: { name: booking.name, email: booking.email },
    }
    await send(booking.email, letterTo(known, booking, told, known.clientName), calendar, replyTo)
  }
  if (told === 'reminder') return
  for (const { id, mail } of known.calendar.resources) {
    if (!mail || !booking.who.includes(id)) continue
    const calendar = eventForHouse(known, booking, known.clientName)
    await send(mail, letterToHouse(known, booking, told, known.clientLocale), calendar, booking.email)
  }
}

/**
 * Where a visitor's answer to a booking's mail arrives: in the inbox with what they sent, else at those who were told of it, else at
 * whom they booked.
 */
async function replyAddressOf(
  { calendar }: KnownCalendar,
  { submissionId, who }: Booking,
  transaction: Transaction,
): Promise<string | undefined> {
  const [row] = submissionId
    ? await db().sequelize.query<{ token: string; mailTo: string[] }>(
        `update submissions set token = coalesce(token, $2) where id = $1 returning token, mail_to as "mailTo"`,
        { bind: [submissionId, newReplyToken()], type: QueryTypes.SELECT, transaction },
      )
    : []
  const booked = calendar.resources.filter(({ id, mail }) => mail && who.includes(id))
  return (row && (replyAddress(row.token) ?? row.mailTo[0])) ?? booked[0]?.mail
}

/** Tells people of the house that a booking is theirs no longer, so that it leaves their own calendars. */
export async function mailLoss(
  known: KnownCalendar,
  booking: Booking,
  lost: readonly string[],
  transaction: Transaction,
): Promise<void> {
  const losers = known.calendar.resources.filter(({ id, mail }) => mail && lost.includes(id))
  if (losers.length === 0) return
  const gone = { ...booking, state: 'cancelled' } as const
  const content = writeIcs('CANCEL', [eventForHouse(known, gone, known.clientName)])
  const letter = letterToHouse(known, gone, 'cancelled', known.clientLocale)
  for (const { mail } of losers)
    await postLetter(
      { fromName: known.clientName, to: mail, ...letter, calendar: { method: 'CANCEL', content } },
      transaction,
    )
}

function letterTo(known: KnownCalendar, booking: Booking, told: Told, clientName: string) {
  const { locale } = booking
  const { what } = namesOf(known, booking)
  const words = (word: BookingWord) => say(bookingWords[word], locale).replaceAll('{name}', () => clientName)
  const until = changeUntil(known, booking)
  const canChange = told !== 'cancelled' && isOpen(booking) && until * 60_000 > Date.now()
  const { urgent, way } = known.calendar.terms
  return writeLetter({
    locale,
    subject: words(told).replace(
      '{what}',
      () => `${what}, ${momentIn(booking.starts, locale, known.calendar.zone)}`,
    ),
    paragraphs: [
      [words(told).replace('{what}', () => what), factsInWords(known, booking)].join('\n'),
      told === 'asked' ? words('waits') : '',
      canChange ? words('until').replace('{when}', () => momentIn(until, locale, known.calendar.zone)) : '',
      urgent,
    ].filter(Boolean),
    ...(canChange ? { button: { words: words('change'), url: bookingLink(booking.id) } } : {}),
    links: way && told !== 'cancelled' ? [{ words: words('way'), url: way }] : [],
  })
}

/** For those who are booked: who comes, and the way to it in the studio. */
export function letterToHouse(known: KnownCalendar, booking: Booking, told: Told, locale: string) {
  const { what } = namesOf(known, booking)
  const words = say(bookingWords[told], locale)
  const whom = [booking.name, booking.email, booking.note].filter(Boolean).join('\n')
  return writeLetter({
    locale,
    subject: words.replace(
      '{what}',
      () => `${what}, ${momentIn(booking.starts, locale, known.calendar.zone)}`,
    ),
    paragraphs: [
      [words.replace('{what}', () => what), factsInWords(known, { ...booking, locale, zone: '' })].join('\n'),
      whom,
    ],
    ...(booking.submissionId
      ? {
          button: {
            words: whom.split('\n')[0]!,
            url: `${env().YIMBLE_STUDIO_URL}/inbox?at=${booking.submissionId}`,
          },
        }
      : {}),
  })
}
