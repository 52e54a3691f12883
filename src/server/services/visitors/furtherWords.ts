/**
 * Further words of a talk, and answers by mail: those who heard of what began it hear of these, too, unless somebody who can answer has
 * it open by then. Several words that come soon after each other go in one mail.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { say } from '@/core/locale/phrase'
import { db, inTransaction } from '../../db/db'
import { env } from '../../env'
import { enqueue } from '../../jobs/queue'
import { isAnybodyThere, isTalkAttended } from '../../live/attendance'
import { writeLetter } from '../../mail/letter'
import { postLetter } from '../../mail/postLetter'
import { subjectOf, toldInWords } from './toldWords'
import { inboxPhrase } from './telling'

/** With nobody at the inbox, words are collected for a moment; with somebody there, they get time to look. */
const waitS = { nobodyThere: 60, somebodyThere: 180 } as const

/** In the transaction that keeps the words. */
export async function hearLater(submissionId: string, transaction: Transaction): Promise<void> {
  const row = await db().Submission.findByPk(submissionId, {
    attributes: ['agencyId', 'clientId', 'mailTo'],
    transaction,
  })
  if (!row || row.mailTo.length === 0) return
  const isThere = await isAnybodyThere(row, undefined, transaction)
  const afterS = isThere ? waitS.somebodyThere : waitS.nobodyThere
  await enqueue('words', { submissionId }, submissionId, transaction, afterS)
}

interface Word {
  readonly n: number
  readonly text: string
  readonly sender: string | null
  readonly files: { readonly name: string }[]
}

/** Mails what was said since somebody of the house last heard or answered. Nothing happens while somebody has the talk open. */
export const mailFurtherWords = (submissionId: string): Promise<void> =>
  inTransaction(async (transaction) => {
    const row = await db().Submission.findByPk(submissionId, { transaction, lock: true })
    if (!row || row.junk !== null || row.mailTo.length === 0) return
    if (await isTalkAttended(submissionId, transaction)) return
    const words = await db().sequelize.query<Word>(
      `select n, text, sender, files from messages where submission_id = $1 and kind = 'visitor'
         and n > greatest($2, (select coalesce(max(n), 0) from messages where submission_id = $1 and kind = 'answer')) order by n`,
      { bind: [submissionId, row.toldN], type: QueryTypes.SELECT, transaction },
    )
    const isBegun = row.toldN >= 0
    if (isBegun && words.length === 0) return
    await row.update({ toldN: words.at(-1)?.n ?? 0 }, { transaction })
    const client = await db().Client.findByPk(row.clientId, { transaction, rejectOnEmpty: true })
    const letter = writeLetter({
      locale: client.locale,
      subject: subjectOf(client.name, row.told),
      paragraphs: [
        [
          ...(isBegun ? [] : [toldInWords(row.told)]),
          ...words.map(({ text, sender, files }) =>
            [sender ?? '', text, ...files.map(({ name }) => name)].filter(Boolean).join('\n'),
          ),
        ].join('\n\n'),
      ],
      button: {
        words: say(inboxPhrase, client.locale),
        url: `${env().YIMBLE_STUDIO_URL}/inbox?at=${submissionId}`,
      },
    })
    for (const to of row.mailTo)
      await postLetter({ fromName: client.name, to, replyTo: row.sender, ...letter }, transaction)
  })
