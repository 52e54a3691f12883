/**
 * Keeps what a visitor sent, once for each key: the row is written, and what follows from it, in one transaction. What is
 * acknowledged is there; what is sent again gets the same answer.
 */
import { createHash } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import { db, inTransaction } from '../db/db'
import { ringInbox } from '../live/bell'
import { announceVisit } from '../services/visitors/announceVisit'
import { addMessage } from '../services/visitors/messages'
import type { KeptVisit, Tale, Visit, WidgetFacts } from './answers'
import { claimFiles } from './files'
import { VisitorError } from './problems'

const hashOf = (body: unknown): string =>
  createHash('sha256').update(JSON.stringify(body)).digest('base64url')

interface Kept {
  readonly hash: string
  readonly answer: unknown
}

/** Looks among the talks' messages, too: a message is answered with its number. */
export async function keptBefore(widgetId: string, key: string): Promise<Kept | undefined> {
  const [row] = await db().sequelize.query<Kept>(
    `select hash, answer from submissions where widget_id = $1 and key = $2
     union all select m.hash, jsonb_build_object('n', m.n) from messages m join submissions s on s.id = m.submission_id
     where s.widget_id = $1 and m.key = $2`,
    { bind: [widgetId, key], type: QueryTypes.SELECT },
  )
  return row
}

/** Only the tab holds the secret. The table holds its hash, so that whoever reads the table cannot open a talk. */
export const hashOfTalk = (secret: string): string => createHash('sha256').update(secret).digest('base64url')

interface Sent {
  readonly widget: WidgetFacts
  readonly action: string
  readonly key: string
  readonly body: object
  readonly page: string
  readonly suspicion: string | undefined
}

/**
 * @param tell - what was asked and answered; refuses what does not fit
 * @param run - what follows from it
 * @throws VisitorError `key_taken` when the key came with another body before
 */
export async function keepOnce(
  sent: Sent,
  tell: () => Promise<Tale>,
  run: (visit: Visit) => Promise<unknown>,
): Promise<unknown> {
  const { widget, action, key, body, page, suspicion } = sent
  const hash = hashOf(body)
  let tale: Tale
  try {
    tale = await tell()
  } catch (error) {
    // A try again may name files that belong to the first one by now: it gets the answer of that one.
    const before = await keptBefore(widget.id, key)
    if (before?.hash === hash) return before.answer
    throw error
  }
  const talk = tale.talk ?? null
  const answer = await inTransaction(async (transaction) => {
    // Whatever the database is set to: what is acknowledged is written, though the server be killed in the next moment.
    await db().sequelize.query('set local synchronous_commit to on', { transaction })
    const [row] = await db().sequelize.query<{ id: string }>(
      `insert into submissions (agency_id, client_id, widget_id, kind, action, key, hash, body, page, junk, carried_out, told, sender, talk, release)
       values ($1, $2, $3, $4, $5, $6, $7, $8::jsonb, $9, $10, $10::text is null, $11::jsonb, $12, $13,
         (select r.number from widgets w join releases r on r.id = w.live_release_id where w.id = $3)) on conflict do nothing returning id`,
      {
        bind: [
          widget.agencyId,
          widget.clientId,
          widget.id,
          widget.kind,
          action,
          key,
          hash,
          JSON.stringify(body),
          page,
          suspicion ?? null,
          JSON.stringify(tale.told),
          tale.sender ?? null,
          talk && hashOfTalk(talk.secret),
        ],
        type: QueryTypes.SELECT,
        transaction,
      },
    )
    const kept = row
      ? { transaction, submissionId: row.id, tale, n: 0 }
      : talk && (await addToTalk(widget.id, key, hash, talk, tale, transaction))
    if (!kept) return undefined
    await claimFiles(widget.id, tale.files ?? [], kept)
    // Limits were taken before anything of it was read.
    const given = await run({ widget, page, suspicion, kept, spend: () => undefined })
    if (!suspicion) {
      await ringInbox(widget, transaction)
      await announceVisit(widget, page, kept)
    }
    if (!row) return { given }
    await db().sequelize.query('update submissions set answer = $2::jsonb where id = $1', {
      bind: [row.id, JSON.stringify(given)],
      transaction,
    })
    return { given }
  })
  if (answer) return answer.given
  const before = await keptBefore(widget.id, key)
  if (!before || before.hash !== hash) throw new VisitorError('key_taken')
  return before.answer
}

/**
 * A message of a talk that has begun. Its row is locked, so that places are given in order and none is left out.
 * @returns undefined when it is there already, or there is no such talk
 */
async function addToTalk(
  widgetId: string,
  key: string,
  hash: string,
  { secret, text, files }: NonNullable<Tale['talk']>,
  tale: Tale,
  transaction: Transaction,
): Promise<KeptVisit | undefined> {
  const [talk] = await db().sequelize.query<{ id: string }>(
    'select id from submissions where widget_id = $1 and talk = $2 and key <> $3 for update',
    { bind: [widgetId, hashOfTalk(secret), key], type: QueryTypes.SELECT, transaction },
  )
  const n =
    talk &&
    (await addMessage({ submissionId: talk.id, kind: 'visitor', text, files, key, hash }, transaction))
  return n === undefined ? undefined : { transaction, submissionId: talk!.id, tale, n }
}
