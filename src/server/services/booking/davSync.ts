/**
 * Bookings in somebody's own calendar, by CalDAV. Each run compares what is booked with what was written and with what stands there:
 * so a server that was away for a while is caught up with, and what was changed there by hand is noticed instead of overwritten.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { db, inTransaction } from '../../db/db'
import { enqueue } from '../../jobs/queue'
import { columns, type Booking } from './booking'
import { eventForHouse } from './bookingMails'
import { calendarOf, type KnownCalendar } from './calendarBody'
import { davCalendar, type DavLogin, type DavObject, type Written } from './dav'
import { rewriteIcs, timesIn, uidOf, uidsIn, writeIcs } from './ics'

export interface DavAccount {
  readonly id: string
  readonly clientId: string
  readonly calendarId: string
  readonly resource: string
  readonly url: string
  readonly login: DavLogin
}
/** What was written last. */
interface Row {
  readonly bookingId: string
  readonly etag: string
  readonly sequence: number
  readonly found: 'moved' | 'gone' | null
}

const againS = 5

/** JSON of what somebody else did to a booking `b`, for a select. */
export const elsewhereOf = `(select jsonb_build_object('resource', o.resource, 'is', e.found, 'start', to_char(to_timestamp(e.found_starts * 60.0) at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'))
  from outside_events e join outside_calendars o on o.id = e.outside_id where e.booking_id = b.id and e.found is not null limit 1)`

/** Has a changed booking written to the calendars of the house, as soon as these can be reached. */
export async function followBooking(
  { calendarId }: Pick<Booking, 'calendarId'>,
  transaction: Transaction,
): Promise<void> {
  const accounts = await db().sequelize.query<{ id: string }>(
    'select id from outside_calendars where calendar_id = $1 and login is not null',
    { bind: [calendarId], type: QueryTypes.SELECT, transaction },
  )
  for (const { id } of accounts) await enqueue('outside', { outsideId: id }, id, transaction)
}

/**
 * Writes what is new to the calendar.
 * @param range - minutes since 1970
 * @returns all that stands there, and which of ours somebody has moved
 * @throws ProblemError when the server cannot be reached, or says no
 */
export async function syncDav(
  account: DavAccount,
  range: { readonly from: number; readonly until: number },
): Promise<{ readonly texts: readonly string[]; readonly moved: ReadonlySet<string> }> {
  const known = await calendarOf(account.clientId, account.calendarId)
  if (!known) return { texts: [], moved: new Set() }
  const { name: clientName } = (
    await db().sequelize.query<{ name: string }>('select name from clients where id = $1', {
      bind: [account.clientId],
      type: QueryTypes.SELECT,
    })
  )[0]!
  const server = davCalendar(account.url, account.login)
  const objects = await withoutForgotten(server, account, await server.within(range.from, range.until))
  // What is booked is looked up after what stands there: a booking made in between is new, never missing.
  const [bookings, rows] = [await bookingsOf(account, range.from), await rowsOf(account.id)]
  const byUid = new Map(objects.flatMap((object) => uidsIn(object.text).map((uid) => [uid, object])))
  const own = new Map<string, DavObject>()
  for (const { id } of bookings) {
    const object = byUid.get(uidOf(id))
    if (object) own.set(id, object)
  }
  let isAgain = false
  /** What stood there before tells nothing any more. */
  const settled = (id: string, isDone: boolean) => {
    if (isDone) own.delete(id)
    else isAgain = true
  }
  for (const booking of bookings) {
    const row = rows.get(booking.id)
    const there = own.get(booking.id)
    const isShown = booking.isTheirs && booking.state !== 'cancelled'
    if (!isShown) {
      if (!row) continue
      settled(booking.id, await remove(server, account, booking, there))
    } else if (!row || row.sequence < booking.sequence) {
      settled(booking.id, await write(server, account, known, booking, there, clientName))
    } else await look(account, booking, row, there)
  }
  if (isAgain) await enqueue('outside', { outsideId: account.id }, account.id, undefined, againS)
  const moved = bookings.filter(({ id, starts }) => {
    const object = own.get(id)
    return object && (timesIn(object.text, id)?.starts ?? starts) !== starts
  })
  return { texts: objects.map(({ text }) => text), moved: new Set(moved.map(({ id }) => uidOf(id))) }
}

/** Takes out what was booked by somebody who is deleted by now. One that the server does not let go stays for the next run. */
async function withoutForgotten(
  server: Server,
  { id }: DavAccount,
  objects: readonly DavObject[],
): Promise<readonly DavObject[]> {
  const rows = await db().sequelize.query<{ uidOf: string }>(
    'select uid_of as "uidOf" from outside_removals where outside_id = $1',
    { bind: [id], type: QueryTypes.SELECT },
  )
  const gone = new Set<DavObject>()
  for (const row of rows) {
    const there = objects.find(({ text }) => uidsIn(text).includes(uidOf(row.uidOf)))
    if (there && (await server.remove(there)) === 'conflict') continue
    if (there) gone.add(there)
    await db().sequelize.query('delete from outside_removals where outside_id = $1 and uid_of = $2', {
      bind: [id, row.uidOf],
    })
  }
  return objects.filter((one) => !gone.has(one))
}

const bookingsOf = (
  { id, calendarId, resource }: DavAccount,
  from: number,
): Promise<(Booking & { readonly isTheirs: boolean })[]> =>
  db().sequelize.query(
    `select ${columns}, $3 = any(b.who) as "isTheirs" from bookings b
     where b.calendar_id = $1 and b.ends > $2 and b.starts > $2 - 14 * 1440 and b.state <> 'held'
       and ($3 = any(b.who) or exists (select 1 from outside_events e where e.booking_id = b.id and e.outside_id = $4)) limit 5000`,
    { bind: [calendarId, from, resource, id], type: QueryTypes.SELECT },
  )

async function rowsOf(outsideId: string): Promise<Map<string, Row>> {
  const rows = await db().sequelize.query<Row>(
    'select booking_id as "bookingId", etag, sequence, found from outside_events where outside_id = $1',
    { bind: [outsideId], type: QueryTypes.SELECT },
  )
  return new Map(rows.map((row) => [row.bookingId, row]))
}

type Server = ReturnType<typeof davCalendar>

/** @returns false when it has to be looked at again */
async function write(
  server: Server,
  account: DavAccount,
  known: KnownCalendar,
  booking: Booking,
  there: DavObject | undefined,
  clientName: string,
): Promise<boolean> {
  const event = eventForHouse(known, booking, clientName)
  const filename = `${booking.id}.ics`
  const href = there?.href ?? new URL(filename, account.url).href
  const text = (there && rewriteIcs(there.text, event)) ?? writeIcs(undefined, [event])
  const written: Written = there
    ? await server.change({ ...there, text })
    : await server.create(filename, text)
  if (written === 'conflict') return false
  // A server may answer without a mark (ETag). Then the next run takes the mark that it reads there.
  await db().sequelize.query(
    `insert into outside_events (outside_id, booking_id, href, etag, sequence) values ($1, $2, $3, $4, $5)
     on conflict (booking_id, outside_id) do update set href = excluded.href, etag = excluded.etag, sequence = excluded.sequence, found = null, found_starts = null, found_ends = null`,
    { bind: [account.id, booking.id, href, written.etag ?? '', booking.sequence] },
  )
  return true
}

async function remove(
  server: Server,
  { id }: DavAccount,
  booking: Booking,
  there: DavObject | undefined,
): Promise<boolean> {
  if (there && (await server.remove(there)) === 'conflict') return false
  await db().sequelize.query('delete from outside_events where outside_id = $1 and booking_id = $2', {
    bind: [id, booking.id],
  })
  return true
}

/** Whether somebody has changed it there. What keeps the time is theirs to change: a note, a colour. */
async function look(
  { id }: DavAccount,
  booking: Booking,
  row: Row,
  there: DavObject | undefined,
): Promise<void> {
  if (there?.etag === row.etag && !row.found) return
  const times = there && timesIn(there.text, booking.id)
  const isSame = times?.starts === booking.starts && times.ends === booking.ends
  await db().sequelize.query(
    'update outside_events set etag = $3, found = $4, found_starts = $5, found_ends = $6 where outside_id = $1 and booking_id = $2',
    {
      bind: [
        id,
        booking.id,
        there?.etag ?? '',
        isSame ? null : times ? 'moved' : 'gone',
        (!isSame && times?.starts) || null,
        (!isSame && times?.ends) || null,
      ],
    },
  )
}

/**
 * Settles what was found. `here`: it is put back there. `there`: the caller makes it so here; what stands there no longer counts as
 * something else that takes the time.
 * @returns undefined when nothing was found
 */
export async function settleElsewhere(
  { id, calendarId }: Booking,
  take: 'there' | 'here',
): Promise<
  { readonly resource: string; readonly is: 'moved' | 'gone'; readonly starts: number | null } | undefined
> {
  return inTransaction(async (transaction) => {
    const [row] = await db().sequelize.query<{
      outsideId: string
      resource: string
      is: 'moved' | 'gone'
      starts: number | null
      ends: number | null
    }>(
      `select e.outside_id as "outsideId", o.resource, e.found as is, e.found_starts as starts, e.found_ends as ends from outside_events e
       join outside_calendars o on o.id = e.outside_id where e.booking_id = $1 and e.found is not null for update of e`,
      { bind: [id], type: QueryTypes.SELECT, transaction },
    )
    if (!row) return undefined
    if (take === 'here')
      await db().sequelize.query(
        `update outside_events set sequence = -1, found = null, found_starts = null, found_ends = null where booking_id = $1 and outside_id = $2`,
        { bind: [id, row.outsideId], transaction },
      )
    else
      await db().sequelize.query(
        'delete from outside_busy where outside_id = $1 and starts < $3 and ends > $2',
        { bind: [row.outsideId, row.starts ?? 0, row.ends ?? 0], transaction },
      )
    await followBooking({ calendarId }, transaction)
    return row
  })
}

/** Whether it may begin: one run at a time for each calendar. It ends by itself when a process dies. */
export async function beginRun(id: string): Promise<boolean> {
  const [row] = await db().sequelize.query<{ id: string }>(
    `update outside_calendars set running_until = now() + interval '90 seconds' where id = $1 and (running_until is null or running_until < now()) returning id`,
    { bind: [id], type: QueryTypes.SELECT },
  )
  return row !== undefined
}
export const endRun = (id: string): Promise<unknown> =>
  db().sequelize.query('update outside_calendars set running_until = null where id = $1', { bind: [id] })
