/** Who has an inbox or a talk open at the moment: a row for each open stream, taken out when it ends or has not been heard of. */
import { randomUUID } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import { db } from '../db/db'
import { deskTopic, ring, talkTopic } from './bell'

const beatMs = 15_000
/** Whoever only loads the page again has not been away. */
const graceMs = 3_000
const goneAfter = `interval '40 seconds'`

/** Viewers look on; they answer nobody. */
const canAnswer = `exists (select 1 from users u where u.id = attendance.user_id and u.role <> 'viewer')`

export interface Attending {
  readonly agencyId: string
  /** The client whose own person it is: only this client's widgets say that somebody is there. */
  readonly clientId?: string
  /** Undefined for a visitor. */
  readonly userId: string | undefined
  /** The talk that is looked at; undefined in an inbox where none is. */
  readonly submissionId: string | undefined
}

/** @returns how it ends: a moment later */
export function attend({ agencyId, clientId, userId, submissionId }: Attending): () => void {
  const stream = randomUUID()
  const talk = submissionId && talkTopic(submissionId)
  const be = () =>
    db().sequelize.query(
      `insert into attendance (stream, agency_id, user_id, submission_id, client_id) values ($1, $2, $3, $4, $5)
       on conflict (stream) do update set seen_at = now()`,
      { bind: [stream, agencyId, userId ?? null, submissionId ?? null, clientId ?? null] },
    )
  const leave = () => db().sequelize.query('delete from attendance where stream = $1', { bind: [stream] })
  /** Every open widget listens at the desk, so it rings for the first who comes and the last who goes. */
  const tell = async () => {
    if (talk) await ring(talk)
    if (userId && !(await isAnybodyThere({ agencyId, clientId }, stream))) await ring(deskTopic(agencyId))
  }
  const quietly = (work: Promise<unknown>) => void work.catch(() => undefined) // away: the next beat says it again
  const here = be().then(tell)
  quietly(here)
  const timer = setInterval(() => quietly(be()), beatMs).unref()
  return () => {
    clearInterval(timer)
    const settled = here.catch(() => undefined) // what could not be written need not be taken out
    setTimeout(() => quietly(settled.then(leave).then(tell)), graceMs).unref()
  }
}

/**
 * Whether somebody of the agency, or of the client's own people, has the inbox open.
 * @param besides - a stream that does not count
 * @param transaction - of whoever asks within one: waiting for another connection while holding one is for ever when all do
 */
export async function isAnybodyThere(
  { agencyId, clientId }: { readonly agencyId: string; readonly clientId?: string },
  besides?: string,
  transaction?: Transaction,
): Promise<boolean> {
  const [row] = await db().sequelize.query<{ there: boolean }>(
    `select exists (select 1 from attendance where agency_id = $1 and ${canAnswer} and seen_at > now() - ${goneAfter}
       and ($2::uuid is null or stream <> $2) and (client_id is null or client_id = $3)) as there`,
    { bind: [agencyId, besides ?? null, clientId ?? null], type: QueryTypes.SELECT, transaction },
  )
  return row!.there
}

/** Whether somebody who can answer has a talk open. */
export async function isTalkAttended(submissionId: string, transaction: Transaction): Promise<boolean> {
  const [row] = await db().sequelize.query<{ is: boolean }>(
    `select exists (select 1 from attendance where submission_id = $1 and ${canAnswer} and seen_at > now() - ${goneAfter}) as is`,
    { bind: [submissionId], type: QueryTypes.SELECT, transaction },
  )
  return row!.is
}

/** Who has a talk open: names of colleagues besides `userId`, and whether the visitor does. */
export async function attendingTalk(
  submissionId: string,
  userId?: string,
  transaction?: Transaction,
): Promise<{ readonly colleagues: string[]; readonly isVisitor: boolean }> {
  const rows = await db().sequelize.query<{ name: string | null; userId: string | null }>(
    `select distinct u.name, a.user_id as "userId" from attendance a left join users u on u.id = a.user_id
     where a.submission_id = $1 and a.seen_at > now() - ${goneAfter} order by u.name`,
    { bind: [submissionId], type: QueryTypes.SELECT, transaction },
  )
  return {
    colleagues: rows.flatMap((row) => (row.userId && row.userId !== userId ? [row.name ?? ''] : [])),
    isVisitor: rows.some((row) => row.userId === null),
  }
}
