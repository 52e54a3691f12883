/** Bookings as iCalendar (RFC 5545, with the methods of RFC 5546): invitations for mails, and calendars to subscribe to. */
import ICAL from 'ical.js'
import { env } from '../../env'

export interface IcsEvent {
  readonly id: string
  readonly sequence: number
  readonly changedAt: Date
  /** Minutes since 1970 (UTC). */
  readonly starts: number
  readonly ends: number
  readonly summary: string
  readonly description: string
  readonly location: string
  readonly url?: string
  readonly status: 'CONFIRMED' | 'TENTATIVE' | 'CANCELLED'
  readonly organizer?: string
  readonly attendee?: { readonly name: string; readonly email: string }
}
export type IcsMethod = 'REQUEST' | 'CANCEL' | 'PUBLISH'

/** The same through every change, so that calendars know it again. */
export const uidOf = (id: string): string => `${id}@${new URL(env().YIMBLE_DELIVERY_URL).hostname}`

const utc = (ms: number) => ICAL.Time.fromJSDate(new Date(ms), true)

/** @param name - what a calendar that is subscribed to is called */
export function writeIcs(method: IcsMethod, events: readonly IcsEvent[], name?: string): string {
  const calendar = new ICAL.Component('vcalendar')
  calendar.addPropertyWithValue('prodid', '-//Yimble//Bookings//EN')
  calendar.addPropertyWithValue('version', '2.0')
  calendar.addPropertyWithValue('method', method)
  if (name) {
    calendar.addPropertyWithValue('name', name) // RFC 7986
    calendar.addPropertyWithValue('x-wr-calname', name)
    calendar
      .addPropertyWithValue('refresh-interval', ICAL.Duration.fromString('PT15M'))
      .setParameter('value', 'DURATION')
  }
  for (const event of events) calendar.addSubcomponent(eventOf(event))
  return `${calendar.toString()}\r\n`
}

function eventOf(event: IcsEvent): ICAL.Component {
  const one = new ICAL.Component('vevent')
  one.addPropertyWithValue('uid', uidOf(event.id))
  one.addPropertyWithValue('sequence', event.sequence)
  one.addPropertyWithValue('dtstamp', utc(event.changedAt.getTime()))
  one.addPropertyWithValue('dtstart', utc(event.starts * 60_000))
  one.addPropertyWithValue('dtend', utc(event.ends * 60_000))
  one.addPropertyWithValue('summary', event.summary)
  if (event.description) one.addPropertyWithValue('description', event.description)
  if (event.location) one.addPropertyWithValue('location', event.location)
  if (event.url) one.addPropertyWithValue('url', event.url)
  one.addPropertyWithValue('status', event.status)
  if (event.organizer)
    one
      .addPropertyWithValue('organizer', `mailto:${env().YIMBLE_MAIL_FROM}`)
      .setParameter('cn', event.organizer)
  if (event.attendee) {
    const who = one.addPropertyWithValue('attendee', `mailto:${event.attendee.email}`)
    if (event.attendee.name) who.setParameter('cn', event.attendee.name)
    who.setParameter('partstat', event.status === 'CONFIRMED' ? 'ACCEPTED' : 'NEEDS-ACTION')
  }
  return one
}
