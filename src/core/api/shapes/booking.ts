/** Calendars of a client, and what is booked in them. */
import * as z from 'zod'
import { calendarSchema } from '../../booking/shape'

const when = z.iso.datetime()

export const calendar = z.object({
  id: z.uuid(),
  clientId: z.uuid(),
  clientName: z.string(),
  name: z.string(),
  calendar: calendarSchema,
  revision: z.int(),
  widgets: z.array(z.object({ id: z.uuid(), name: z.string() })).describe('Widgets that have it'),
  outside: z
    .array(
      z.object({
        resource: z.string(),
        url: z.string(),
        isWritten: z.boolean().describe('Signed in to (CalDAV): bookings are written there, too'),
        label: z.string().describe('What it is called there; empty for an address that is only read'),
        readAt: when.nullable(),
        trouble: z
          .string()
          .nullable()
          .describe('Why it could not be read the last time; what was read before counts on'),
      }),
    )
    .describe('Calendars elsewhere from which busy times are read'),
  feeds: z
    .array(z.object({ of: z.string().nullable(), url: z.string() }))
    .describe(
      'Addresses to subscribe to, for everybody (null) and for each person or room; none for viewers',
    ),
})
export type CalendarShape = z.infer<typeof calendar>

export const booking = z.object({
  id: z.uuid(),
  service: z.string().describe('Id within the calendar'),
  who: z.array(z.string()).describe('Ids within the calendar'),
  start: when,
  end: when,
  count: z.int(),
  state: z.enum(['held', 'asked', 'booked', 'cancelled']),
  heldUntil: when.nullable(),
  name: z.string(),
  email: z.string(),
  note: z.string(),
  submissionId: z.uuid().nullable().describe('What was sent with it, in the inbox'),
  elsewhere: z
    .object({
      resource: z.string(),
      is: z.enum(['moved', 'gone']),
      start: when.nullable().describe('Where it was moved to'),
    })
    .nullable()
    .describe('What somebody has done to it in their own calendar, and nobody has settled yet'),
})
export type BookingShape = z.infer<typeof booking>

export const davCalendar = z.object({ url: z.string(), name: z.string() })
export type DavCalendarShape = z.infer<typeof davCalendar>

export const freeTime = z.object({ start: when, left: z.int() })
export type FreeTimeShape = z.infer<typeof freeTime>
