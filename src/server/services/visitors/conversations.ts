/** Answers a submission, in the page or by mail, takes what comes back, keeps notes, and says who has it in hand. */
import { randomUUID } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import type { SubmissionShape, TalkShape } from '@/core/api/shapes'
import type { GivenFile } from '@/core/forms/files'
import { say } from '@/core/locale/phrase'
import { problem, ProblemError } from '@/core/problems'
import { db, inTransaction } from '../../db/db'
import type { Submission } from '../../db/models/submission'
import { enqueue } from '../../jobs/queue'
import { attendingTalk } from '../../live/attendance'
import { bell, ring, ringTyping, talkTopic } from '../../live/bell'
import { writeLetter } from '../../mail/letter'
import { postLetter } from '../../mail/postLetter'
import { hostOfReplies, newReplyToken, replyAddress } from '../../mail/replyAddress'
import { fileLink } from '../../visitors/fileLinks'
import { claimFiles, waitingFiles } from '../../visitors/files'
import { VisitorError } from '../../visitors/problems'
import { demandAnswering, found, withinOf, type Anybody } from '../access/actor'
import { answerWords } from './answerWords'
import { demandSubmission, getSubmission } from './inbox'
import { addMessage } from './messages'
import { subjectOf, toldInWords } from './toldWords'

const lockedRow = async (actor: Anybody, id: string, transaction: Transaction): Promise<Submission> =>
  found(
    await db().Submission.findOne({ where: { id, ...withinOf(actor) }, transaction, lock: true }),
    'submission',
  )

interface Row {
  readonly text: string
  readonly files: readonly GivenFile[]
}

/** After so long an answer that an open page has not read goes by mail. */
const unseenS = 60

/**
 * Answers whoever sent it, and waits for them from then on. A talk is answered in their open page. A mail goes out when they left an
 * address and have no page open, or do not read the answer there.
 * @throws ProblemError `no_sender` when there is no way to them
 */
export async function answerSender(
  actor: Anybody,
  id: string,
  text: string,
  fileIds: readonly string[] = [],
): Promise<SubmissionShape> {
  demandAnswering(actor)
  await inTransaction(async (transaction) => {
    const row = await lockedRow(actor, id, transaction)
    const { sender, talk } = row
    if (!sender && !talk) throw new ProblemError(problem('no_sender'))
    const files = await filesAlong(row, fileIds, transaction)
    const answer = { submissionId: id, kind: 'answer', text, files, authorId: actor.userId } as const
    const n = await addMessage(answer, transaction)
    await row.update({ state: 'waiting', changedAt: new Date() }, { transaction })
    if (talk) await ring(talkTopic(id), transaction)
    if (!sender) return
    if (!talk || !(await attendingTalk(id, undefined, transaction)).isVisitor)
      return mailAnswer(row, n!, transaction)
    await enqueue('unseen', { submissionId: id, n: n! }, `${id} ${n}`, transaction, unseenS)
  })
  return getSubmission(actor, id)
}

/** Files that came before, for an answer or a note. @throws ProblemError `missing` when one is gone, or went with another */
async function filesAlong({ id, widgetId }: Submission, ids: readonly string[], transaction: Transaction) {
  try {
    const files = await waitingFiles(widgetId, ids, transaction)
    await claimFiles(widgetId, ids, { submissionId: id, transaction })
    return files
  } catch (error) {
    if (error instanceof VisitorError) throw new ProblemError(problem('missing', { what: 'file' }))
    throw error
  }
}

/** Sends a message of the agency's to whoever left an address. */
async function mailAnswer(row: Submission, n: number, transaction: Transaction): Promise<void> {
  const token = row.token ?? newReplyToken()
  if (!row.token) await row.update({ token }, { transaction })
  const mailId = `<${randomUUID()}@${hostOfReplies()}>`
  const [message] = await db().sequelize.query<Row>(
    'update messages set mail_id = $3 where submission_id = $1 and n = $2 and mail_id is null returning text, files',
    { bind: [row.id, n, mailId], type: QueryTypes.SELECT, transaction },
  )
  if (!message) return
  await postLetter(await letterFor(row, token, message, mailId, transaction), transaction)
}

/** Sends it unless the page has read it, or it went out already. */
export const mailUnseen = (submissionId: string, n: number): Promise<void> =>
  inTransaction(async (transaction) => {
    const row = await db().Submission.findByPk(submissionId, { transaction, lock: true })
    if (row?.sender && row.seen < n) await mailAnswer(row, n, transaction)
  })

async function letterFor(
  { sender, told, clientId, id }: Submission,
  token: string,
  { text, files }: Row,
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
    links: files.map((file) => ({ words: file.name, url: fileLink(file.id) })),
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
export async function addNote(
  actor: Anybody,
  id: string,
  text: string,
  fileIds: readonly string[] = [],
): Promise<SubmissionShape> {
  demandAnswering(actor)
  await inTransaction(async (transaction) => {
    const files = await filesAlong(await lockedRow(actor, id, transaction), fileIds, transaction)
    await addMessage({ submissionId: id, kind: 'note', text, files, authorId: actor.userId }, transaction)
  })
  return getSubmission(actor, id)
}

/**
 * @param userId - of the agency, or of the client's own people; null for nobody. Those give it to each other only, as they know of
 *   nobody else.
 * @throws ProblemError `missing`
 */
export async function assign(actor: Anybody, id: string, userId: string | null): Promise<SubmissionShape> {
  demandAnswering(actor)
  await inTransaction(async (transaction) => {
    const row = await lockedRow(actor, id, transaction)
    if (userId)
      found(
        (await handsFor(actor, row.clientId, transaction)).find((one) => one.id === userId),
        'person',
      )
    await row.update({ assignedTo: userId, changedAt: new Date() }, { transaction })
  })
  return getSubmission(actor, id)
}

/** Who can have something of a client's in hand. @returns by name */
export async function handsFor(
  { agencyId, clientId: own }: Anybody,
  clientId: string | undefined = own,
  transaction?: Transaction,
): Promise<{ readonly id: string; readonly name: string; readonly clientId: string | null }[]> {
  return db().sequelize.query(
    `select id, name, client_id as "clientId" from users where agency_id = $1 and removed_at is null
       and case when $2::uuid is null then client_id is null or $3::uuid is null or client_id = $3 else client_id = $2 end
     order by lower(name)`,
    { bind: [agencyId, own ?? null, clientId ?? null], type: QueryTypes.SELECT, transaction },
  )
}

/** Who has a talk open, and whether its visitor is writing. @throws ProblemError `missing` */
export async function readTalk(actor: Anybody, id: string): Promise<TalkShape> {
  await demandSubmission(actor, id)
  return { ...(await attendingTalk(id, actor.userId)), isTyping: bell().isTyping(talkTopic(id), 'visitor') }
}

/** Tells the visitor that somebody is writing. */
export async function typeInTalk(actor: Anybody, id: string): Promise<void> {
  demandAnswering(actor)
  await demandSubmission(actor, id)
  await ringTyping(talkTopic(id), 'agency')
}
