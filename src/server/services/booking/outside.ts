/** Busy times from calendars elsewhere, by their address. One that is out of reach delays nothing and loses nothing. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { Calendar } from '@/core/booking/shape'
import { describeProblem, problem, type Problem } from '@/core/problems'
import { busyIn } from '@/core/readers/busy'
import { zoneNamed } from '@/core/schedule/offsetIn'
import type { Span } from '@/core/schedule/spans'
import { db, inTransaction } from '../../db/db'
import { env } from '../../env'
import { fetchAddress, refusalOf } from '../../fetch/fetchAddress'
import { enqueue } from '../../jobs/queue'
import { zoneTableOf } from '../../zones'

/** How often each is read. */
const everyMinutes = 10
/** Of days ahead that are known; nothing can be booked further. */
const daysAhead = 740
const dayMinutes = 1440

/** The rows follow the document: what is new there is read at once, what is gone no longer counts. */
export async function followOutside(
  calendarId: string,
  { resources }: Calendar,
  transaction: Transaction,
): Promise<void> {
  const wanted = resources.flatMap(({ id, busyAt }) => busyAt.map((url) => ({ resource: id, url })))
  const added = await db().sequelize.query<{ id: string }>(
    `with wanted as (select resource, url from jsonb_to_recordset($2::jsonb) as w(resource text, url text)),
     gone as (delete from outside_calendars o where o.calendar_id = $1 and not exists (select 1 from wanted w where w.resource = o.resource and w.url = o.url))
     insert into outside_calendars (calendar_id, resource, url) select $1, resource, url from wanted on conflict do nothing returning id`,
    { bind: [calendarId, JSON.stringify(wanted)], type: QueryTypes.SELECT, transaction },
  )
  for (const { id } of added) await enqueue('outside', { outsideId: id }, id, transaction)
}

/** Takes those whose turn it is. */
export async function enqueueOutside(): Promise<void> {
  await inTransaction(async (transaction) => {
    const due = await db().sequelize.query<{ id: string }>(
      `update outside_calendars set next_at = now() + make_interval(mins => $1)
       where id in (select id from outside_calendars where next_at <= now() order by next_at limit 200 for update skip locked) returning id`,
      { bind: [everyMinutes], type: QueryTypes.SELECT, transaction },
    )
    for (const { id } of due) await enqueue('outside', { outsideId: id }, id, transaction)
  })
}

export async function readOutside(id: string): Promise<void> {
  const [row] = await db().sequelize.query<{
    calendarId: string
    resource: string
    url: string
    zone: string
  }>(
    `select o.calendar_id as "calendarId", o.resource, o.url, k.body ->> 'zone' as zone
     from outside_calendars o join calendars k on k.id = o.calendar_id where o.id = $1`,
    { bind: [id], type: QueryTypes.SELECT },
  )
  if (!row) return
  const fetched = await fetchAddress({ url: row.url, accept: 'text/calendar, */*;q=0.5' })
  const fault = fetched.ok ? faultOf(fetched.value.status, row.url, fetched.value.bytes) : fetched.problem
  if (!fetched.ok || fault) return note(id, fault)
  const from = Math.floor(Date.now() / 60_000) - dayMinutes
  const own = `@${new URL(env().YIMBLE_DELIVERY_URL).hostname}`
  const spans = busyIn(fetched.value.bytes.toString('utf8'), {
    range: { from, until: from + daysAhead * dayMinutes },
    zones: zoneNamed,
    home: zoneTableOf(row.zone),
    isOwn: (uid) => uid.endsWith(own),
  }).flatMap(byDays)
  await inTransaction(async (transaction) => {
    await db().sequelize.query('delete from outside_busy where outside_id = $1', { bind: [id], transaction })
    await db().sequelize.query(
      `insert into outside_busy (outside_id, calendar_id, resource, starts, ends)
       select $1, $2, $3, s.from, s.until from jsonb_to_recordset($4::jsonb) as s("from" int, until int)`,
      { bind: [id, row.calendarId, row.resource, JSON.stringify(spans)], transaction },
    )
    await db().sequelize.query('update outside_calendars set read_at = now(), trouble = null where id = $1', {
      bind: [id],
      transaction,
    })
  })
}

function faultOf(status: number, url: string, bytes: Buffer): Problem | undefined {
  if (status !== 200) return refusalOf(status, url)
  return /BEGIN\s*:\s*VCALENDAR/i.test(bytes.subarray(0, 4_096).toString('utf8'))
    ? undefined
    : problem('no_calendar', { host: new URL(url).host })
}

/** What was read before stays. */
const note = async (id: string, fault: Problem | undefined): Promise<void> => {
  await db().sequelize.query('update outside_calendars set trouble = $2 where id = $1', {
    bind: [id, fault ? describeProblem(fault).detail : null],
  })
}

/** In pieces of a day at most. */
function byDays({ from, until }: Span): Span[] {
  const pieces: Span[] = []
  for (let at = from; at < until; at += dayMinutes)
    pieces.push({ from: at, until: Math.min(at + dayMinutes, until) })
  return pieces
}
