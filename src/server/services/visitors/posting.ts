/**
 * What the public posts: answers to a form become a row of a catalogue. New ones show at once or wait, as the catalogue says; whoever
 * posted one changes it by a link, and it waits again where new ones wait.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { given, type Answers } from '@/core/forms/answers'
import { cellsOf, isPosting, postedQuestions } from '@/core/forms/posting'
import type { Form } from '@/core/forms/form'
import { kindOfFile } from '@/core/forms/files'
import { say } from '@/core/locale/phrase'
import { db, inTransaction } from '../../db/db'
import { env } from '../../env'
import { ringInbox } from '../../live/bell'
import { writeLetter } from '../../mail/letter'
import { postLetter } from '../../mail/postLetter'
import { isSigned, signatureOf } from '../../signatures'
import type { KeptVisit, WidgetFacts } from '../../visitors/answers'
import { fileLink } from '../../visitors/fileLinks'
import { keepPicture } from '../items/pictures'
import { putRow } from '../sources/tables'
import { addMessage } from './messages'
import { postingWords } from './postingWords'

const purpose = 'posted entries'
export const postedPath = /^\/e\/([0-9a-f-]{36})\/([\w-]{22})$/
/** Whoever has the address changes that entry, and nothing else. */
export const postedLink = (submissionId: string): string =>
  `${env().YIMBLE_DELIVERY_URL}/e/${submissionId}/${signatureOf(purpose, submissionId)}`
export const isPostedLink = (submissionId: string, signature: string): boolean =>
  isSigned(purpose, submissionId, signature)

const keyOf = (submissionId: string): string => `posted-${submissionId}`

interface Where {
  readonly widget: Pick<WidgetFacts, 'clientId' | 'clientName' | 'locale'>
  readonly submissionId: string
  readonly transaction: Transaction
}

/**
 * In the transaction that keeps what was sent.
 * @returns the address at which it is changed; undefined where the form posts nothing, or the catalogue has no room
 */
export async function postEntry(
  form: Form,
  answers: Answers,
  widget: WidgetFacts,
  { submissionId, transaction, tale: { sender } }: KeptVisit,
): Promise<string | undefined> {
  if (!isPosting(form)) return undefined
  const isThere = await write(form, answers, { widget, submissionId, transaction })
  if (!isThere) {
    await addMessage(
      { submissionId, kind: 'note', text: 'The catalogue is gone or full: it became no entry.' },
      transaction,
    )
    return undefined
  }
  const link = postedLink(submissionId)
  if (sender) await tellSender(sender, link, widget, transaction)
  return link
}

async function write(
  form: Form,
  answers: Answers,
  { widget, submissionId, transaction }: Where,
): Promise<boolean> {
  const addresses = await addressesOf(form, answers, transaction)
  const cells = cellsOf(form, answers, addresses)
  const itemId = await putRow(widget.clientId, form.posts.source, keyOf(submissionId), cells, transaction)
  if (!itemId) return false
  await db().sequelize.query(
    `insert into posted_entries (submission_id, source_id, key, item_id) values ($1, $2, $3, $4) on conflict (submission_id) do nothing`,
    { bind: [submissionId, form.posts.source, keyOf(submissionId), itemId], transaction },
  )
  return true
}

/** Where each file of its posted questions can be had: pictures as pictures, others as a download. */
async function addressesOf(
  form: Form,
  answers: Answers,
  transaction: Transaction,
): Promise<Map<string, string>> {
  const addresses = new Map<string, string>()
  for (const question of postedQuestions(form)) {
    if (question.type !== 'file') continue
    for (const id of given(answers, question.id)) {
      const isPicture = form.posts.columns[question.id] === 'image'
      const address = isPicture ? await pictureAddress(id, transaction) : fileLink(id)
      if (address) addresses.set(id, address)
    }
  }
  return addresses
}

async function pictureAddress(fileId: string, transaction: Transaction): Promise<string | undefined> {
  const [file] = await db().sequelize.query<{ name: string; type: string }>(
    'select name, type from files where id = $1 and is_whole',
    { bind: [fileId], type: QueryTypes.SELECT, transaction },
  )
  if (!file || kindOfFile(file.type) !== 'picture') return undefined
  const pieces = await db().sequelize.query<{ bytes: Buffer }>(
    'select bytes from file_pieces where file_id = $1 order by at',
    { bind: [fileId], type: QueryTypes.SELECT, transaction },
  )
  const kept = await keepPicture(Buffer.concat(pieces.map(({ bytes }) => bytes)), file.name, transaction)
  return kept?.url
}

async function tellSender(
  to: string,
  link: string,
  { clientName, locale }: Where['widget'],
  transaction: Transaction,
): Promise<void> {
  const words = (word: keyof typeof postingWords) =>
    say(postingWords[word], locale).replace('{client}', () => clientName)
  const letter = writeLetter({
    locale,
    subject: words('subject'),
    paragraphs: [words('letter')],
    button: { words: words('change'), url: link },
  })
  await postLetter({ fromName: clientName, to, ...letter }, transaction)
}

export interface Posted {
  readonly submissionId: string
  readonly agencyId: string
  readonly clientId: string
  readonly clientName: string
  readonly locale: string
  readonly widgetId: string
  readonly body: { readonly release: number; readonly answers: Answers }
}

/** @returns undefined for what was never posted, or has been taken back */
export async function findPosted(submissionId: string): Promise<Posted | undefined> {
  const [row] = await db().sequelize.query<Posted>(
    `select s.id as "submissionId", s.agency_id as "agencyId", s.client_id as "clientId", c.name as "clientName", c.locale, s.widget_id as "widgetId", s.body
     from posted_entries p join submissions s on s.id = p.submission_id join clients c on c.id = s.client_id where p.submission_id = $1`,
    { bind: [submissionId], type: QueryTypes.SELECT },
  )
  return row
}

/** @param answers - all of them, as they are now @param told - what has changed, in words */
export const changePosted = (posted: Posted, form: Form, answers: Answers, told: string): Promise<void> =>
  inTransaction(async (transaction) => {
    const { submissionId, body } = posted
    await locked(submissionId, transaction)
    await write(form, answers, { widget: posted, submissionId, transaction })
    await db().sequelize.query(
      `update items i set waiting = true from sources s where i.id = (select item_id from posted_entries where submission_id = $1) and s.id = i.source_id and s.policy = 'wait'`,
      { bind: [submissionId], transaction },
    )
    await db().sequelize.query('update submissions set body = $2::jsonb where id = $1', {
      bind: [submissionId, JSON.stringify({ ...body, answers })],
      transaction,
    })
    await lieOpen(posted, told, transaction)
  })

/** Takes it out of the catalogue. */
export const takeBack = (posted: Posted, told: string): Promise<void> =>
  inTransaction(async (transaction) => {
    const { submissionId, clientId } = posted
    await locked(submissionId, transaction)
    const [row] = await db().sequelize.query<{ sourceId: string; key: string }>(
      'delete from posted_entries where submission_id = $1 returning source_id as "sourceId", key',
      { bind: [submissionId], type: QueryTypes.SELECT, transaction },
    )
    if (row) await putRow(clientId, row.sourceId, row.key, undefined, transaction)
    await lieOpen(posted, told, transaction)
  })

/**
 * Takes entries out of their catalogues whose submissions are about to go for good: they are the same person's words.
 * @returns how many went
 */
export async function removePosted(
  submissionIds: readonly string[],
  transaction: Transaction,
): Promise<number> {
  const rows = await db().sequelize.query<{ clientId: string; sourceId: string; key: string }>(
    `delete from posted_entries p using submissions s where s.id = p.submission_id and p.submission_id = any($1::uuid[])
     returning s.client_id as "clientId", p.source_id as "sourceId", p.key`,
    { bind: [[...submissionIds]], type: QueryTypes.SELECT, transaction },
  )
  for (const { clientId, sourceId, key } of rows)
    await putRow(clientId, sourceId, key, undefined, transaction)
  return rows.length
}

const locked = (id: string, transaction: Transaction) =>
  db().sequelize.query('select 1 from submissions where id = $1 for update', {
    bind: [id],
    type: QueryTypes.SELECT,
    transaction,
  })

/** It lies open in the inbox again, with what has changed. */
async function lieOpen(posted: Posted, text: string, transaction: Transaction): Promise<void> {
  const { submissionId } = posted
  await addMessage({ submissionId, kind: 'visitor', text }, transaction)
  await db().sequelize.query(
    `update submissions set state = case when state = 'new' then state else 'open' end, changed_at = now() where id = $1`,
    { bind: [submissionId], transaction },
  )
  await ringInbox(posted, transaction)
}
