/** Bookings as iCalendar (RFC 5545, with the methods of RFC 5546): invitations for mails, and calendars to subscribe to. */
import ICAL from 'ical.js'
import { plainLine, plainText } from '@/core/forms/plainText'
import { env } from '../../env'
import { isUuid } from '../isUuid'

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
export const uidOf = (id: string): string => `${id}${ours()}`
const ours = () => `@${new URL(env().YIMBLE_DELIVERY_URL).hostname}`
/** UIDs of the events in a calendar; a long line goes on in the next one behind a space (RFC 5545, 3.1). */
export const uidsIn = (text: string): string[] =>
  [...text.replace(/\r?\n[ \t]/g, '').matchAll(/^UID:(.*)$/gm)].map(([, uid]) => uid!.trim())
/** @returns the booking's id; undefined for an event that we did not write */
export function idOfUid(uid: string): string | undefined {
  const id = uid.slice(0, 36)
  return isUuid.test(id) && uid === uidOf(id) ? id : undefined
}

const utc = (ms: number) => ICAL.Time.fromJSDate(new Date(ms), true)

/**
 * @param method - none for what is kept on a calendar server (RFC 4791, 4.1)
 * @param name - what a calendar that is subscribed to is called
 */
export function writeIcs(method: IcsMethod | undefined, events: readonly IcsEvent[], name?: string): string {
  const calendar = new ICAL.Component('vcalendar')
  calendar.addPropertyWithValue('prodid', '-//Yimble//Bookings//EN')
  calendar.addPropertyWithValue('version', '2.0')
  if (method) calendar.addPropertyWithValue('method', method)
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

/**
 * An event as somebody has it in their own calendar, with what has changed of the booking; what they added stays.
 * @returns undefined when it cannot be read
 */
export function rewriteIcs(text: string, event: IcsEvent): string | undefined {
  const [calendar, one] = findIn(text, event.id) ?? []
  if (!calendar || !one) return undefined
  for (const name of ['duration', 'rrule', 'exdate', 'rdate']) one.removeAllProperties(name)
  one.updatePropertyWithValue('sequence', event.sequence)
  one.updatePropertyWithValue('dtstamp', utc(event.changedAt.getTime()))
  for (const [name, minute] of [
    ['dtstart', event.starts],
    ['dtend', event.ends],
  ] as const) {
    one.removeAllProperties(name) // with the zone that it was written in
    one.addPropertyWithValue(name, utc(minute * 60_000))
  }
  one.updatePropertyWithValue('status', event.status)
  return `${calendar.toString()}\r\n`
}

/** When a booking takes place by what stands in somebody's calendar; undefined when it is called off there. */
export function timesIn(
  text: string,
  id: string,
): { readonly starts: number; readonly ends: number } | undefined {
  const [, one] = findIn(text, id) ?? []
  if (!one || one.getFirstPropertyValue('status') === 'CANCELLED') return undefined
  const { startDate, endDate } = new ICAL.Event(one)
  const minute = (time: ICAL.Time) => Math.round(time.toUnixTime() / 60)
  return { starts: minute(startDate), ends: minute(endDate) }
}

function findIn(text: string, id: string): readonly [ICAL.Component, ICAL.Component] | undefined {
  try {
    const calendar = new ICAL.Component(ICAL.parse(text) as string)
    const uid = uidOf(id)
    const one = calendar
      .getAllSubcomponents('vevent')
      .find((event) => event.getFirstPropertyValue('uid') === uid && !event.getFirstProperty('recurrence-id'))
    return one && [calendar, one]
  } catch {
    return undefined // somebody's program wrote what nobody can read
  }
}

function eventOf(event: IcsEvent): ICAL.Component {
  const one = new ICAL.Component('vevent')
  one.addPropertyWithValue('uid', uidOf(event.id))
  one.addPropertyWithValue('sequence', event.sequence)
  one.addPropertyWithValue('dtstamp', utc(event.changedAt.getTime()))
  one.addPropertyWithValue('dtstart', utc(event.starts * 60_000))
  one.addPropertyWithValue('dtend', utc(event.ends * 60_000))
  // ical.js escapes line feeds only: a carriage return would begin a property of the writer's own.
  one.addPropertyWithValue('summary', plainLine(event.summary))
  if (event.description) one.addPropertyWithValue('description', plainText(event.description))
  if (event.location) one.addPropertyWithValue('location', plainText(event.location))
  if (event.url) one.addPropertyWithValue('url', event.url)
  one.addPropertyWithValue('status', event.status)
  if (event.organizer)
    one
      .addPropertyWithValue('organizer', `mailto:${env().YIMBLE_MAIL_FROM}`)
      .setParameter('cn', plainLine(event.organizer))
  if (event.attendee) {
    const who = one.addPropertyWithValue('attendee', `mailto:${event.attendee.email}`)
    if (event.attendee.name) who.setParameter('cn', plainLine(event.attendee.name))
    who.setParameter('partstat', event.status === 'CONFIRMED' ? 'ACCEPTED' : 'NEEDS-ACTION')
  }
  return one
}
