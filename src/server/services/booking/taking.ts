/**
 * Takes times up and gives them back. Whatever comes at once, a session has as many in it as there are places, and nobody is in two
 * sessions: rows are locked in one order, and the constraint on `taken_up` decides between two that are new.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { reach, whoTakes, type Asked, type TakenUp } from '@/core/booking/free'
import type { CalendarService } from '@/core/booking/shape'
import type { Span } from '@/core/schedule/spans'
import { db } from '../../db/db'
import type { KnownCalendar } from './calendarBody'

/** More tries than others can get in between. */
const mostTries = 6

export type Wish = Omit<Asked, 'range'> & { readonly start: number }
export interface Seat {
  readonly sessionId: string
  /** Ids of those who take part, the one chosen first. */
  readonly who: readonly string[]
}

export async function takenIn(
  calendarId: string,
  { from, until }: Span,
  transaction?: Transaction,
): Promise<TakenUp[]> {
  const rows = await db().sequelize.query<{
    resource: string
    from: number
    until: number
    service: string
    start: number
    count: number
  }>(
    `select t.resource, lower(t.during) as from, upper(t.during) as until, s.service, s.starts as start, s.count
     from taken_up t join booked_sessions s on s.id = t.session_id where t.calendar_id = $1 and t.during && int4range($2, $3)`,
    { bind: [calendarId, from, until], type: QueryTypes.SELECT, transaction },
  )
  return rows.map(({ service, start, count, ...one }) => ({ ...one, session: { service, start, count } }))
}

/** Times kept for somebody who never finished the form are free again. Those that another process sees to are passed over. */
export async function giveBackOverdue(calendarId: string, transaction?: Transaction): Promise<void> {
  await db().sequelize.query(
    `with gone as (delete from bookings where id in (select id from bookings where calendar_id = $1 and state = 'held' and held_until < now()
       order by id limit 200 for update skip locked) returning session_id, count),
     less as (select session_id, sum(count)::int as count from gone where session_id is not null group by 1),
     ended as (delete from booked_sessions s using less l where s.id = l.session_id and s.count <= l.count returning s.id)
     update booked_sessions s set count = s.count - l.count from less l where s.id = l.session_id and s.count > l.count`,
    { bind: [calendarId], transaction },
  )
}

/** @returns undefined when there is no room for it any more */
export async function takeSeat(
  known: KnownCalendar,
  wish: Wish,
  transaction: Transaction,
): Promise<Seat | undefined> {
  const { service, start } = wish
  await giveBackOverdue(known.id, transaction)
  for (let tries = 0; tries < mostTries; tries += 1) {
    const around = reach(service, { from: start, until: start })
    const day = { from: around.from - 720, until: around.until + 720 }
    const taken = await takenIn(known.id, day, transaction)
    const who = whoTakes(known, taken, wish)
    if (!who) return undefined
    const joined = service.places > 1 ? await joinSession(known.id, wish, who[0]!, transaction) : undefined
    const seat = joined ?? (await newSession(known.id, wish, who, transaction))
    if (seat) return seat
  }
  return undefined
}

/** A class that has begun to fill: its row is locked, so that the last place goes once. */
async function joinSession(
  calendarId: string,
  { service, start, count }: Wish,
  who: string,
  transaction: Transaction,
): Promise<Seat | undefined> {
  const [row] = await db().sequelize.query<{ id: string }>(
    `update booked_sessions s set count = s.count + $5 where s.calendar_id = $1 and s.service = $2 and s.starts = $3 and s.count + $5 <= s.places
       and exists (select 1 from taken_up t where t.session_id = s.id and t.resource = $4) returning s.id`,
    { bind: [calendarId, service.id, start, who, count], type: QueryTypes.SELECT, transaction },
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
  const [session] = await db().sequelize.query<{ id: string }>(
    'insert into booked_sessions (calendar_id, service, starts, places, count) values ($1, $2, $3, $4, $5) returning id',
    {
      bind: [calendarId, service.id, start, service.places, count],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  // In one order, so that two who need the same people never wait for each other; whoever comes second waits for the first to end.
  const rows = await db().sequelize.query(
    `insert into taken_up (session_id, calendar_id, resource, during)
     select $1, $2, r, int4range($4, $5) from unnest($3::text[]) r order by r on conflict do nothing returning 1`,
    { bind: [session!.id, calendarId, [...who], from, until], type: QueryTypes.SELECT, transaction },
  )
  if (rows.length === who.length) return { sessionId: session!.id, who }
  await db().sequelize.query('delete from booked_sessions where id = $1', {
    bind: [session!.id],
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
