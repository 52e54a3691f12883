/** One booking, as it is stored. */
import type { KnownCalendar } from './calendarBody'

export interface Booking {
  readonly id: string
  readonly agencyId: string
  readonly clientId: string
  readonly calendarId: string
  readonly sessionId: string | null
  readonly widgetId: string | null
  readonly submissionId: string | null
  /** Ids within the calendar. */
  readonly service: string
  readonly who: readonly string[]
  /** Minutes since 1970 (UTC). */
  readonly starts: number
  readonly ends: number
  readonly count: number
  readonly state: 'held' | 'asked' | 'booked' | 'cancelled'
  readonly heldUntil: Date | null
  readonly sequence: number
  readonly name: string
  /** '' where none is known. */
  readonly email: string
  readonly note: string
  readonly locale: string
  /** The visitor's, by IANA name; '' for the calendar's. */
  readonly zone: string
  /** Of the whole, in the calendar's currency; null where nothing was said. */
  readonly price: number | null
  readonly changedAt: Date
}

export const columns = `b.id, b.agency_id as "agencyId", b.client_id as "clientId", b.calendar_id as "calendarId", b.session_id as "sessionId",
  b.widget_id as "widgetId", b.submission_id as "submissionId", b.service, b.who, b.starts, b.ends, b.count, b.state, b.held_until as "heldUntil",
  b.sequence, b.name, b.email, b.note, b.locale, b.zone, b.price::float8 as price, b.changed_at as "changedAt"`

export const nowMinute = (): number => Math.floor(Date.now() / 60_000)

/** Whether it is to come, and neither held only nor cancelled. */
export const isOpen = ({ state, starts }: Booking, now = nowMinute()): boolean =>
  (state === 'asked' || state === 'booked') && starts > now
/** Until when visitors change it by themselves, in minutes since 1970. */
export const changeUntil = (known: KnownCalendar, { starts }: Pick<Booking, 'starts'>): number =>
  starts - known.calendar.terms.changeHours * 60

/** Who changes a booking. What a visitor does is told to the house as something new in the inbox. */
export type By = 'visitor' | 'house'
