/** Takes what comes back by mail: words and files become a message of the submission, and the house hears of it. */
import { fileKinds, type GivenFile } from '@/core/forms/files'
import { db, inTransaction } from '../../db/db'
import { ring, talkTopic } from '../../live/bell'
import { claimFiles, takeFile } from '../../visitors/files'
import { VisitorError } from '../../visitors/problems'
import { hearLater } from './furtherWords'
import { takeWords } from './takeWords'

export interface ReplyFile {
  readonly key: string
  readonly name: string
  readonly bytes: Buffer
}

/** Of a mail that came back. */
export interface Reply {
  /** From the address that it was sent to. */
  readonly token: string
  /** Its Message-ID, so that one that is delivered twice is there once. */
  readonly mailId: string
  /** Who sent it, in small letters; '' where the mail does not say. */
  readonly from: string
  readonly text: string
  readonly files: readonly ReplyFile[]
}

export const isAwaited = async (token: string): Promise<boolean> =>
  (await db().Submission.count({ where: { token } })) > 0

const maxFileBytes = 10_000_000

/** It is open again. Nothing happens when it is gone by now, or has been taken before. */
export async function takeReply({ token, mailId, from, text, files }: Reply): Promise<void> {
  const submission = await db().Submission.findOne({ where: { token } })
  if (!submission) return
  const { agencyId, clientId, widgetId: id } = submission
  const kept: GivenFile[] = []
  const refused: string[] = []
  for (const { key, name, bytes } of files)
    try {
      const coming = { widget: { id, agencyId, clientId }, question: 'reply', key, name }
      const arriving = { bytes: once(bytes), announced: bytes.length, stop: () => undefined }
      kept.push(await takeFile(coming, { mostBytes: maxFileBytes, kinds: fileKinds }, arriving))
    } catch (error) {
      if (!(error instanceof VisitorError)) throw error
      refused.push(name || 'a file without a name')
    }
  await inTransaction(async (transaction) => {
    const row = await db().Submission.findOne({ where: { token }, transaction, lock: true })
    if (!row) return
    const isStranger = from !== '' && row.sender !== null && from !== row.sender
    const words = [
      text,
      refused.length > 0 ? `(Not kept, as of no kind that is taken: ${refused.join(', ')})` : '',
    ]
    const message = {
      text: words.filter(Boolean).join('\n\n'),
      files: kept,
      mailId,
      sender: isStranger ? from : undefined,
    }
    if ((await takeWords(row, message, transaction)) === undefined) return
    await claimFiles(
      id,
      kept.map((file) => file.id),
      { submissionId: row.id, transaction },
    )
    await ring(talkTopic(row.id), transaction)
    await hearLater(row.id, transaction)
  })
}

async function* once(bytes: Buffer): AsyncGenerator<Buffer> {
  yield bytes
}
