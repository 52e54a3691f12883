/** Signing in to somebody's own calendar server (CalDAV), for one person or room of a calendar. */
import type { Transaction } from 'sequelize'
import * as z from 'zod'
import type { CalendarShape, DavCalendarShape } from '@/core/api/shapes'
import { db, inTransaction } from '../../db/db'
import { enqueue } from '../../jobs/queue'
import { demandAnswering, found, type Anybody } from '../access/actor'
import { seal, unseal } from '../access/sealed'
import { getCalendar } from './calendars'
import { findDavCalendars, type DavLogin } from './dav'

const purpose = 'calendar login'
const loginSchema = z.strictObject({ user: z.string(), password: z.string() })

/** @returns undefined when it was sealed under another secret */
export function openLogin(sealed: Buffer): DavLogin | undefined {
  const text = unseal(sealed, purpose)
  return text === undefined ? undefined : loginSchema.parse(JSON.parse(text))
}

export interface DavWish extends DavLogin {
  readonly url: string
}

/** Calendars that the login sees. Nothing is kept. @throws ProblemError why it cannot be reached */
export async function findCalendarsThere(
  actor: Anybody,
  id: string,
  { url, ...login }: DavWish,
): Promise<DavCalendarShape[]> {
  demandAnswering(actor)
  await getCalendar(actor, id)
  return findDavCalendars(url, login)
}

/**
 * Writes what is booked with somebody to their calendar from now on, and counts what stands there as busy. Each person has one at most.
 * @param wish.url - of a calendar that was found
 * @throws ProblemError `missing`, or why it cannot be reached
 */
export async function connectCalendar(
  actor: Anybody,
  id: string,
  resource: string,
  { url, ...login }: DavWish,
): Promise<CalendarShape> {
  demandAnswering(actor)
  const { calendar } = await getCalendar(actor, id)
  found(
    calendar.resources.find((one) => one.id === resource),
    'person',
  )
  const there = found(
    (await findDavCalendars(url, login)).find((one) => one.url === url),
    'calendar there',
  )
  await inTransaction(async (transaction) => {
    await leave(id, resource, transaction)
    const [[row]] = (await db().sequelize.query(
      `insert into outside_calendars (calendar_id, resource, url, login, label) values ($1, $2, $3, $4, $5)
       on conflict (calendar_id, resource, url) do update set login = excluded.login, label = excluded.label returning id`,
      { bind: [id, resource, url, seal(JSON.stringify(login), purpose), there.name], transaction },
    )) as unknown as [[{ id: string }]]
    await enqueue('outside', { outsideId: row.id }, row.id, transaction)
  })
  return getCalendar(actor, id)
}

/** Nothing is written there any more. What was, stays there. */
export async function disconnectCalendar(
  actor: Anybody,
  id: string,
  resource: string,
): Promise<CalendarShape> {
  demandAnswering(actor)
  await getCalendar(actor, id)
  await inTransaction((transaction) => leave(id, resource, transaction))
  return getCalendar(actor, id)
}

const leave = (id: string, resource: string, transaction: Transaction) =>
  db().sequelize.query(
    'delete from outside_calendars where calendar_id = $1 and resource = $2 and login is not null',
    { bind: [id, resource], transaction },
  )
