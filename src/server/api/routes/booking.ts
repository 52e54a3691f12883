/** Calendars of a client, and what is booked in them. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import { calendarSchema } from '@/core/booking/shape'
import { webAddress } from '@/core/items/facts'
import * as calendars from '../../services/booking/calendars'
import * as davs from '../../services/booking/davAccounts'
import * as diary from '../../services/booking/diary'
import { route, routeForAll, type Route } from '../route'
import { id, name, revisionSeen } from './fields'

const when = z.iso.datetime()
const resource = z.string().max(16).default('').describe('Id of a person or room; empty for whoever is free')
/** Of a calendar server, or of a calendar there. */
const dav = {
  url: webAddress.max(1000),
  user: z.string().trim().min(1).max(200),
  password: z.string().min(1).max(500),
}
const count = z.int().min(1).max(1000).default(1)

export const bookingRoutes: readonly Route[] = [
  routeForAll('GET /clients/{id}/calendars', {
    summary: 'Calendars of a client',
    params: id,
    response: z.array(shapes.calendar),
    run: (actor, { params }) => calendars.listCalendars(actor, params.id),
  }),
  route('POST /clients/{id}/calendars', {
    summary: 'Add a calendar; it begins as one of the ready ones',
    params: id,
    body: z.strictObject({ name, from: z.string().max(40) }),
    response: shapes.calendar,
    run: (actor, { params, body }) => calendars.createCalendar(actor, params.id, body),
  }),
  routeForAll('GET /calendars/{id}', {
    summary: 'One calendar: services, people, hours, terms',
    params: id,
    response: shapes.calendar,
    run: (actor, { params }) => calendars.getCalendar(actor, params.id),
  }),
  route('PATCH /calendars/{id}', {
    summary: 'Rename a calendar',
    params: id,
    body: z.strictObject({ name }),
    response: shapes.calendar,
    run: (actor, { params, body }) => calendars.renameCalendar(actor, params.id, body.name),
  }),
  routeForAll('PATCH /calendars/{id}/body', {
    summary: 'Change services, people, hours or terms, in force at once; If-Match names the revision seen',
    params: id,
    body: z.strictObject({ calendar: calendarSchema }),
    maxBodyKb: 1024,
    response: shapes.calendar,
    run: (actor, { params, body, headers }) =>
      calendars.saveCalendar(actor, params.id, revisionSeen(headers), body.calendar),
  }),
  routeForAll('POST /calendars/{id}/feeds', {
    summary: 'Give the calendar’s feeds new addresses; those of before end',
    params: id,
    response: shapes.calendar,
    run: (actor, { params }) => calendars.renewFeeds(actor, params.id),
  }),
  route('DELETE /calendars/{id}', {
    summary: 'Delete a calendar that no widget has, with what was booked in it',
    params: id,
    run: (actor, { params }) => calendars.deleteCalendar(actor, params.id),
  }),
  routeForAll('POST /calendars/{id}/bookings/find', {
    summary: 'What is booked between two moments, in order',
    params: id,
    body: z.strictObject({ from: when, until: when }),
    response: z.array(shapes.booking),
    run: (actor, { params, body }) => diary.listBookings(actor, params.id, body),
  }),
  routeForAll('POST /calendars/{id}/free', {
    summary: 'When a service can be booked by hand, however soon',
    params: id,
    body: z.strictObject({ service: z.string().max(16), who: resource, from: when, until: when, count }),
    response: z.array(shapes.freeTime),
    run: (actor, { params, body }) => diary.listFree(actor, params.id, body),
  }),
  routeForAll('POST /calendars/{id}/bookings', {
    summary: 'Book by hand',
    params: id,
    body: z.strictObject({
      service: z.string().max(16),
      who: resource,
      start: when,
      count,
      name: z.string().trim().max(200).default(''),
      email: z.union([z.literal(''), z.email().max(254)]).default(''),
      note: z.string().trim().max(2_000).default(''),
    }),
    response: shapes.booking,
    run: (actor, { params, body }) => diary.bookByHand(actor, params.id, body),
  }),
  routeForAll('PATCH /bookings/{id}', {
    summary: 'Move a booking to another time, or to somebody else',
    params: id,
    body: z.strictObject({ start: when, who: resource }),
    response: shapes.booking,
    run: (actor, { params, body }) => diary.moveByHand(actor, params.id, body),
  }),
  routeForAll('POST /calendars/{id}/caldav', {
    summary: 'Calendars that a login sees on a calendar server (CalDAV); nothing is kept',
    params: id,
    body: z.strictObject(dav),
    response: z.array(shapes.davCalendar),
    run: (actor, { params, body }) => davs.findCalendarsThere(actor, params.id, body),
  }),
  routeForAll('POST /calendars/{id}/people/{resource}/caldav', {
    summary: 'Write what is booked with somebody to their own calendar, and read from it when they are busy',
    params: id.extend({ resource: z.string().max(16) }),
    body: z.strictObject(dav),
    response: shapes.calendar,
    run: (actor, { params, body }) => davs.connectCalendar(actor, params.id, params.resource, body),
  }),
  routeForAll('DELETE /calendars/{id}/people/{resource}/caldav', {
    summary: 'Write nothing more to somebody’s own calendar; what was written stays there',
    params: id.extend({ resource: z.string().max(16) }),
    response: shapes.calendar,
    run: (actor, { params }) => davs.disconnectCalendar(actor, params.id, params.resource),
  }),
  routeForAll('POST /bookings/{id}/elsewhere', {
    summary: 'Take over what somebody did to it in their own calendar (there), or put it back (here)',
    params: id,
    body: z.strictObject({ take: z.enum(['there', 'here']) }),
    response: shapes.booking,
    run: (actor, { params, body }) => diary.settleThere(actor, params.id, body.take),
  }),
  routeForAll('POST /bookings/{id}/settle', {
    summary: 'Cancel a booking, or confirm what was asked for',
    params: id,
    body: z.strictObject({ how: z.enum(['cancel', 'confirm']) }),
    response: shapes.booking,
    run: (actor, { params, body }) => diary.settleByHand(actor, params.id, body.how),
  }),
]
