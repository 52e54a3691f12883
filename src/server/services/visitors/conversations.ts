/** What follows on a submission: answers that go out by mail, what comes back, notes, and who has it in hand. */
import { randomBytes, randomUUID } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import type { SubmissionShape } from '@/core/api/shapes'
import { say } from '@/core/locale/phrase'
import { problem, ProblemError } from '@/core/problems'
import { db, inTransaction } from '../../db/db'
import type { Submission } from '../../db/models/submission'
import { env } from '../../env'
import { enqueue } from '../../jobs/queue'
import { writeLetter } from '../../mail/letter'
import { demand, found, type Actor } from '../access/actor'
import { answerWords } from './answerWords'
import { getSubmission } from './inbox'
import { subjectOf, toldInWords } from './toldWords'

const lockedRow = async (actor: Actor, id: string, transaction: Transaction): Promise<Submission> =>
  found(
    await db().Submission.findOne({ where: { id, agencyId: actor.agencyId }, transaction, lock: true }),
    'submission',
  )

const keep = (
  submissionId: string,
  kind: 'visitor' | 'answer' | 'note',
  text: string,
  { authorId = null, mailId = null }: { authorId?: string | null; mailId?: string | null },
  transaction: Transaction,
) =>
  db().sequelize.query<{ id: string }>(
    `insert into messages (submission_id, kind, author_id, text, mail_id) values ($1, $2, $3, $4, $5) on conflict do nothing returning id`,
    { bind: [submissionId, kind, authorId, text, mailId], type: QueryTypes.SELECT, transaction },
  )

/**
 * Writes to whoever sent it. It waits for their answer from then on.
 * @throws ProblemError `no_sender` when they left no address
 */
export async function answerByMail(actor: Actor, id: string, text: string): Promise<SubmissionShape> {
  demand(actor, 'designer')
  await inTransaction(async (transaction) => {
    const row = await lockedRow(actor, id, transaction)
    const { sender } = row
    if (!sender) throw new ProblemError(problem('no_sender'))
    const token = row.token ?? randomBytes(16).toString('hex')
    const mailId = `<${randomUUID()}@${hostOfReplies()}>`
    await keep(id, 'answer', text, { authorId: actor.userId, mailId }, transaction)
    await row.update({ token, state: 'waiting', changedAt: new Date() }, { transaction })
    await enqueue('mail', await letterFor(row, token, text, mailId, transaction), randomUUID(), transaction)
  })
  return getSubmission(actor, id)
}

const hostOfReplies = () => env().YIMBLE_REPLIES_DOMAIN ?? env().YIMBLE_MAIL_FROM.split('@')[1]!
/** Where the answer to an answer is to go; undefined where no mail comes in. */
const replyAddress = (token: string) =>
  env().YIMBLE_REPLIES_DOMAIN && `answer-${token}@${env().YIMBLE_REPLIES_DOMAIN}`

async function letterFor(
  { sender, told, clientId, id }: Submission,
  token: string,
  text: string,
  mailId: string,
  transaction: Transaction,
) {
  const client = await db().Client.findByPk(clientId, { transaction, rejectOnEmpty: true })
  const [before] = await db().sequelize.query<{ mailId: string }>(
    `select mail_id as "mailId" from messages where submission_id = $1 and mail_id is not null and mail_id <> $2 order by at desc limit 1`,
    { bind: [id, mailId], type: QueryTypes.SELECT, transaction },
  )
  const letter = writeLetter({
    locale: client.locale,
    subject: subjectOf(client.name, told),
    paragraphs: [text, say(answerWords.asked, client.locale), toldInWords(told)],
  })
  const replyTo = replyAddress(token)
  return {
    fromName: client.name,
    to: sender!,
    ...(replyTo ? { replyTo } : {}),
    headers: {
      'Message-ID': mailId,
      'auto-submitted': 'no',
      ...(before ? { 'In-Reply-To': before.mailId, References: before.mailId } : {}),
    },
    ...letter,
  }
}

/** For colleagues only; whoever sent it never sees it. */
export async function addNote(actor: Actor, id: string, text: string): Promise<SubmissionShape> {
  demand(actor, 'designer')
  await inTransaction(async (transaction) => {
    await lockedRow(actor, id, transaction)
    await keep(id, 'note', text, { authorId: actor.userId }, transaction)
  })
  return getSubmission(actor, id)
}

/** @param userId - of the agency; null for nobody. @throws ProblemError `missing` */
export async function assign(actor: Actor, id: string, userId: string | null): Promise<SubmissionShape> {
  demand(actor, 'designer')
  await inTransaction(async (transaction) => {
    const row = await lockedRow(actor, id, transaction)
    if (userId)
      found(
        await db().User.findOne({
          where: { id: userId, agencyId: actor.agencyId, removedAt: null },
          transaction,
        }),
        'person',
      )
    await row.update({ assignedTo: userId, changedAt: new Date() }, { transaction })
  })
  return getSubmission(actor, id)
}

/** Of a mail that came back. */
export interface Reply {
  /** From its address. */
  readonly token: string
  /** Its Message-ID, so that one that is delivered twice is there once. */
  readonly mailId: string
  readonly text: string
}

export const isAwaited = async (token: string): Promise<boolean> =>
  (await db().Submission.count({ where: { token } })) > 0

/** It is open again. Nothing happens when it is gone by now, or has been taken before. */
export const takeReply = ({ token, mailId, text }: Reply): Promise<void> =>
  inTransaction(async (transaction) => {
    const row = await db().Submission.findOne({ where: { token }, transaction, lock: true })
    if (!row) return
    const [taken] = await keep(row.id, 'visitor', text, { mailId }, transaction)
    if (taken) await row.update({ state: 'open', changedAt: new Date() }, { transaction })
  })
