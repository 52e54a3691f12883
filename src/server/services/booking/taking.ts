/**
 * Takes times up and gives them back. Whatever comes at once, a session has as many in it as there are places, and nobody is in two
 * sessions: rows are locked in one order, and the constraint on `taken_up` decides between two that are new.
 */
import { LRUCache } from 'lru-cache'
import { QueryTypes, type Transaction } from 'sequelize'
import { reach, whoTakes, type Asked, type TakenUp } from '@/core/booking/free'
import type { CalendarService } from '@/core/booking/shape'
import type { Span } from '@/core/schedule/spans'
import { db, inTransaction } from '../../db/db'
import { underWay } from '../underWay'
import type { KnownCalendar } from './calendarBody'

/** What the same people are booked for through another calendar of the agency that writes to the same calendar of theirs. */
const takenElsewhere = `select own.resource, t.starts, t.ends from outside_calendars own
  join outside_calendars other on other.url = own.url and other.calendar_id <> own.calendar_id and other.login is not null
  join calendars k on k.id = own.calendar_id join calendars j on j.id = other.calendar_id and j.agency_id = k.agency_id
  join taken_up t on t.calendar_id = other.calendar_id and t.resource = other.resource
  where own.calendar_id = $1 and own.login is not null and own.resource = any($5) and t.starts >= $2 - $4::int and t.starts < $3 and t.ends > $2`

/** More tries than others can get in between. */
const mostTries = 6
/** Minutes: what is booked may be longer than anything that is offered by now. */
const leastBack = 2 * 1440

export type Wish = Omit<Asked, 'range'> & { readonly start: number }
export interface Seat {
  readonly sessionId: string
  /** Ids of those who take part, the one chosen first. */
  readonly who: readonly string[]
}

/**
 * Who is taken up when, of those whom some services need. What is booked of a class itself is told with its places.
 */
export async function takenIn(
  { id, calendar }: KnownCalendar,
  services: readonly CalendarService[],
  { from, until }: Span,
  transaction?: Transaction,
): Promise<TakenUp[]> {
  // What began earlier than the longest there is takes has ended.
  const longest = Math.max(
    leastBack,
    ...calendar.services.map((one) => one.minutes + one.bufferBefore + one.bufferAfter),
  )
  const ids = [...new Set(services.flatMap(({ needs }) => needs.flatMap(({ of }) => of)))]
  // A list of people is compared one by one, a select of them is hashed. In one piece, numbers as bytes: rows and arrays take several times as long, here and on the way.
  const [row] = await db().sequelize.query<{ who: string | null; spans: Buffer | null }>(
    `select string_agg(resource, ' ') as who, string_agg(int8send((starts::bigint << 32) | ends), '') as spans from (
       select resource, starts, ends from taken_up where calendar_id = $1 and starts >= $2 - $4::int and starts < $3 and ends > $2 and resource in (select unnest($5::text[]))
       union all select resource, starts, ends from outside_busy where calendar_id = $1 and starts >= $2 - $4::int and starts < $3 and ends > $2 and resource in (select unnest($5::text[]))
       union all ${takenElsewhere}) all_of_it`,
    { bind: [id, from, until, longest, ids], type: QueryTypes.SELECT, transaction },
  )
  const { who, spans } = row ?? {}
  if (!who || !spans) return []
  const all = who.split(' ').map((resource, at): TakenUp => {
    return { resource, from: spans.readInt32BE(at * 8), until: spans.readInt32BE(at * 8 + 4) }
  })
  const classes = services.filter(({ places }) => places > 1).map(({ id }) => id)
  if (classes.length === 0) return all
  const sessions = await db().sequelize.query<{
    resource: string
    from: number
    service: string
    start: number
    count: number
  }>(
    `select t.resource, t.starts as from, s.service, s.starts as start, s.count from booked_sessions s join taken_up t on t.session_id = s.id
     where s.calendar_id = $1 and s.service = any($4) and s.starts >= $2 - 20160 and s.starts < $3`,
    { bind: [id, from, until, classes], type: QueryTypes.SELECT, transaction },
  )
  // Nobody begins two at the same minute.
  const keyOf = (one: { readonly resource: string; readonly from: number }) => `${one.resource} ${one.from}`
  const session = new Map(sessions.map((one) => [keyOf(one), one]))
  return all.map((one) => {
    const found = session.get(keyOf(one))
    return found
      ? { ...one, session: { service: found.service, start: found.start, count: found.count } }
      : one
  })
}

/** Calendars that were seen to a moment ago: times are kept for minutes, so nobody misses a part of a second. */
const seenTo = new LRUCache<string, true>({ max: 5_000, ttl: 300 })

/**
 * Times kept for somebody who never finished the form are free again. Those that another process sees to are passed over.
 * @returns whether any were
 */
export async function giveBackOverdue(calendarId: string, transaction?: Transaction): Promise<boolean> {
  if (seenTo.has(calendarId)) return false
  seenTo.set(calendarId, true)
  const [some] = await db().sequelize.query(
    `select 1 from bookings where calendar_id = $1 and state = 'held' and held_until < now() limit 1`,
    { bind: [calendarId], type: QueryTypes.SELECT, transaction },
  )
  if (!some) return false
  await (transaction
    ? endOverdue(calendarId, transaction)
    : inTransaction((own) => endOverdue(calendarId, own)))
  return true
}

/** Each session is locked before its count is looked at: somebody may join or leave it at the same moment. */
async function endOverdue(calendarId: string, transaction: Transaction): Promise<void> {
  const gone = await db().sequelize.query<{ sessionId: string; count: number }>(
    `with gone as (delete from bookings where id in (select id from bookings where calendar_id = $1 and state = 'held' and held_until < now()
       order by id limit 200 for update skip locked) returning session_id, count)
     select session_id as "sessionId", sum(count)::int as count from gone where session_id is not null group by 1 order by 1`,
    { bind: [calendarId], type: QueryTypes.SELECT, transaction },
  )
  for (const { sessionId, count } of gone) await giveBackSeat(sessionId, count, transaction)
}

/**
 * Somebody's own calendar may be connected to several of ours. Bookings of such people are made one after the other, so that each sees
 * what the one before took. Call it before any session is locked.
 */
export async function lockShared(
  { id, isFollowed }: KnownCalendar,
  { needs }: CalendarService,
  transaction: Transaction,
): Promise<void> {
  if (!isFollowed) return
  await db().sequelize.query(
    `select pg_advisory_xact_lock(hashtextextended(url, 0)) from (select distinct o.url from outside_calendars o
       where o.calendar_id = $1 and o.login is not null and o.resource = any($2)
         and exists (select 1 from outside_calendars p where p.url = o.url and p.calendar_id <> $1 and p.login is not null) order by 1) shared`,
    { bind: [id, needs.flatMap(({ of }) => of)], transaction },
  )
}

/** All that could be in the way of a wish. */
function takenNear(known: KnownCalendar, { service, start }: Wish, transaction?: Transaction) {
  const around = reach(service, { from: start, until: start })
  return takenIn(known, [service], { from: around.from - 720, until: around.until + 720 }, transaction)
}

/** Whether it is worth a transaction: of many who want the same time, all but one wait in theirs for nothing. */
export function seemsFree(known: KnownCalendar, wish: Wish): Promise<boolean> {
  const { service, who, count, start } = wish
  return underWay(JSON.stringify([known.id, known.revision, service, who, count, start]), async () => {
    await giveBackOverdue(known.id)
    return whoTakes(known, await takenNear(known, wish), wish) !== undefined
  })
}

/** @returns undefined when there is no room for it any more */
export async function takeSeat(
  known: KnownCalendar,
  wish: Wish,
  transaction: Transaction,
): Promise<Seat | undefined> {
  const { service } = wish
  await lockShared(known, service, transaction)
  for (let tries = 0; tries < mostTries; tries += 1) {
    const who = whoTakes(known, await takenNear(known, wish, transaction), wish)
    // It may be kept for somebody who has gone.
    if (!who && tries === 0 && (await giveBackOverdue(known.id, transaction))) continue
    if (!who) return undefined
    const joined = service.places > 1 ? await joinSession(known.id, wish, who[0]!, transaction) : undefined
    const seat = joined ?? (await newSession(known.id, wish, who, transaction))
    if (seat) return seat
  }
  return undefined
}

/**
 * A class that has begun to fill: its row is locked, so that the last place goes once. How many places there are is for the calendar
 * to say, also where it has changed since the first booking.
 */
async function joinSession(
  calendarId: string,
  { service, start, count }: Wish,
  who: string,
  transaction: Transaction,
): Promise<Seat | undefined> {
  const [row] = await db().sequelize.query<{ id: string }>(
    `update booked_sessions s set count = s.count + $5, places = $6 where s.calendar_id = $1 and s.service = $2 and s.starts = $3 and s.count + $5 <= $6
       and exists (select 1 from taken_up t where t.session_id = s.id and t.resource = $4) returning s.id`,
    {
      bind: [calendarId, service.id, start, who, count, service.places],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  if (!row) return undefined
  const rows = await db().sequelize.query<{ resource: string }>(
    'select resource from taken_up where session_id = $1 order by resource <> $2',
    { bind: [row.id, who], type: QueryTypes.SELECT, transaction },
  )
  return { sessionId: row.id, who: rows.map(({ resource }) => resource) }
}

const spanOf = ({ minutes, bufferBefore, bufferAfter }: CalendarService, start: number) =>
  [start - bufferBefore, start + minutes + bufferAfter] as const

async function newSession(
  calendarId: string,
  { service, start, count }: Wish,
  who: readonly string[],
  transaction: Transaction,
): Promise<Seat | undefined> {
  const [from, until] = spanOf(service, start)
  // In one order, so that two who need the same people never wait for each other; whoever comes second waits for the first to end.
  const [made] = await db().sequelize.query<{ id: string; taken: number }>(
    `with session as (insert into booked_sessions (calendar_id, service, starts, places, count) values ($1, $2, $3, $4, $5) returning id),
       taken as (insert into taken_up (session_id, calendar_id, resource, during)
         select session.id, $1, r, int4range($7, $8) from session, unnest($6::text[]) r order by r on conflict do nothing returning 1)
     select id, (select count(*)::int from taken) as taken from session`,
    {
      bind: [calendarId, service.id, start, service.places, count, [...who], from, until],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  if (made!.taken === who.length) return { sessionId: made!.id, who }
  await db().sequelize.query('delete from booked_sessions where id = $1', {
    bind: [made!.id],
    transaction,
  })
  return undefined
}

/** @param count - how many no longer come */
export async function giveBackSeat(
  sessionId: string,
  count: number,
  transaction: Transaction,
): Promise<void> {
  const [row] = await db().sequelize.query<{ count: number }>(
    'select count from booked_sessions where id = $1 for update',
    { bind: [sessionId], type: QueryTypes.SELECT, transaction },
  )
  if (!row) return
  await db().sequelize.query(
    row.count <= count
      ? 'delete from booked_sessions where id = $1'
      : 'update booked_sessions set count = count - $2 where id = $1',
    { bind: row.count <= count ? [sessionId] : [sessionId, count], transaction },
  )
}
