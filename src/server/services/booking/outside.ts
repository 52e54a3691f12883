/** Calendars elsewhere, from which busy times are read. One that is out of reach delays nothing and loses nothing. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { Calendar } from '@/core/booking/shape'
import { describeProblem, problem, ProblemError, type Problem } from '@/core/problems'
import type { Span } from '@/core/schedule/spans'
import { db, inTransaction } from '../../db/db'
import { fetchAddress, refusalOf } from '../../fetch/fetchAddress'
import { enqueue } from '../../jobs/queue'
import { inThread, TooMuch } from '../../threads/inThread'
import { nowMinute } from './booking'
import { openLogin } from './davAccounts'
import { idOfUid, uidOf, uidsIn } from './ics'
import { beginRun, endRun, syncDav } from './davSync'

/** How often each is read. */
const everyMinutes = 10
/** Of days ahead that are known; nothing can be booked further. */
const daysAhead = 740
const dayMinutes = 1440
/** When another run is under way. */
const runAgainS = 2

/** Keeps a row for each address in the document: reads a new one at once, and drops one that is no longer there. */
export async function followOutside(
  calendarId: string,
  { resources }: Calendar,
  transaction: Transaction,
): Promise<void> {
  const wanted = resources.flatMap(({ id, busyAt }) => busyAt.map((url) => ({ resource: id, url })))
  const added = await db().sequelize.query<{ id: string }>(
    `with wanted as (select resource, url from jsonb_to_recordset($2::jsonb) as w(resource text, url text)),
     gone as (delete from outside_calendars o where o.calendar_id = $1 and case when o.login is null
       then not exists (select 1 from wanted w where w.resource = o.resource and w.url = o.url) else not o.resource = any($3) end)
     insert into outside_calendars (calendar_id, resource, url) select $1, resource, url from wanted on conflict do nothing returning id`,
    {
      bind: [calendarId, JSON.stringify(wanted), resources.map(({ id }) => id)],
      type: QueryTypes.SELECT,
      transaction,
    },
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

interface Row {
  readonly id: string
  readonly clientId: string
  readonly calendarId: string
  readonly resource: string
  readonly url: string
  readonly zone: string
  readonly login: Buffer | null
}

/** Reads one calendar. If somebody is signed in to it, writes what is booked there first. */
export async function readOutside(id: string): Promise<void> {
  const [row] = await db().sequelize.query<Row>(
    `select o.id, k.client_id as "clientId", o.calendar_id as "calendarId", o.resource, o.url, o.login, k.body ->> 'zone' as zone
     from outside_calendars o join calendars k on k.id = o.calendar_id where o.id = $1`,
    { bind: [id], type: QueryTypes.SELECT },
  )
  if (!row) return
  if (!(await beginRun(id))) return enqueue('outside', { outsideId: id }, id, undefined, runAgainS)
  try {
    const from = nowMinute() - dayMinutes
    const range = { from, until: from + daysAhead * dayMinutes }
    await keep(row, range, row.login ? await throughLogin(row, row.login, range) : await atAddress(row.url))
  } catch (error) {
    if (error instanceof TooMuch)
      await note(id, problem('too_much_to_read', { address: new URL(row.url).host }))
    else if (error instanceof ProblemError) await note(id, error.problem)
    else throw error
  } finally {
    await endRun(id)
  }
}

interface Read {
  /** iCalendar */
  readonly texts: readonly string[]
  /** UIDs of our own that count all the same. */
  readonly moved: ReadonlySet<string>
}

/** @throws ProblemError */
async function atAddress(url: string): Promise<Read> {
  const fetched = await fetchAddress({ url, accept: 'text/calendar, */*;q=0.5' })
  if (!fetched.ok) throw new ProblemError(fetched.problem)
  const fault = faultOf(fetched.value.status, url, fetched.value.bytes)
  if (fault) throw new ProblemError(fault)
  return { texts: [fetched.value.bytes.toString('utf8')], moved: new Set() }
}

/** @throws ProblemError */
function throughLogin(row: Row, sealed: Buffer, range: Span): Promise<Read> {
  const login = openLogin(sealed)
  if (!login) throw new ProblemError(problem('calendar_server_refuses', { host: new URL(row.url).host }))
  return syncDav({ ...row, login }, range)
}

/** Takes the place of what was read before. */
async function keep(
  { id, calendarId, resource, zone }: Row,
  range: Span,
  { texts, moved }: Read,
): Promise<void> {
  const booked = await bookedHere(calendarId, texts)
  const own = new Set([...booked].filter((uid) => !moved.has(uid)))
  const spans = (await inThread('busy', { texts, range, home: zone, own })).flatMap(byDays)
  await inTransaction(async (transaction) => {
    await db().sequelize.query('delete from outside_busy where outside_id = $1', { bind: [id], transaction })
    await db().sequelize.query(
      `insert into outside_busy (outside_id, calendar_id, resource, starts, ends)
       select $1, $2, $3, s.from, s.until from jsonb_to_recordset($4::jsonb) as s("from" int, until int)`,
      { bind: [id, calendarId, resource, JSON.stringify(spans)], transaction },
    )
    await db().sequelize.query('update outside_calendars set read_at = now(), trouble = null where id = $1', {
      bind: [id],
      transaction,
    })
  })
}

/** UIDs of this calendar's own bookings. What another calendar of ours wrote there takes the person's time like anything else. */
async function bookedHere(calendarId: string, texts: readonly string[]): Promise<ReadonlySet<string>> {
  const ids = texts.flatMap(uidsIn).flatMap((uid) => idOfUid(uid) ?? [])
  if (ids.length === 0) return new Set()
  const rows = await db().sequelize.query<{ id: string }>(
    'select id from bookings where calendar_id = $1 and id = any($2::uuid[])',
    { bind: [calendarId, ids], type: QueryTypes.SELECT },
  )
  return new Set(rows.map(({ id }) => uidOf(id)))
}

function faultOf(status: number, url: string, bytes: Buffer): Problem | undefined {
  if (status !== 200) return refusalOf(status, url)
  return /BEGIN\s*:\s*VCALENDAR/i.test(bytes.subarray(0, 4_096).toString('utf8'))
    ? undefined
    : problem('no_calendar', { host: new URL(url).host })
}

/** What was read before stays. It is tried again soon: somebody may wait for a booking to stand there. */
const note = async (id: string, fault: Problem): Promise<void> => {
  await db().sequelize.query(
    `update outside_calendars set trouble = $2, next_at = least(next_at, now() + interval '1 minute') where id = $1`,
    { bind: [id, describeProblem(fault).detail] },
  )
}

/** In pieces of a day at most. */
function byDays({ from, until }: Span): Span[] {
  const pieces: Span[] = []
  for (let at = from; at < until; at += dayMinutes)
    pieces.push({ from: at, until: Math.min(at + dayMinutes, until) })
  return pieces
}
