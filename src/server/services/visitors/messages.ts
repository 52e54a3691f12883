/** Messages that follow on a submission, numbered in the order in which they were kept. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { GivenFile } from '@/core/forms/files'
import { db } from '../../db/db'

export interface NewMessage {
  readonly submissionId: string
  readonly kind: 'visitor' | 'answer' | 'note'
  readonly text: string
  readonly files?: readonly GivenFile[]
  readonly authorId?: string
  readonly mailId?: string
  /** Address of a mail that is not from whom it was expected. */
  readonly sender?: string | undefined
  /** Under which a visitor sent it, with a hash of what was sent. */
  readonly key?: string
  readonly hash?: string
}

/**
 * Whoever calls it has the submission's row locked: numbers follow each other without a gap.
 * @returns its number; undefined when it is there already
 */
export async function addMessage(message: NewMessage, transaction: Transaction): Promise<number | undefined> {
  const { submissionId, kind, text, files = [], authorId, mailId, sender, key, hash } = message
  const [row] = await db().sequelize.query<{ n: number }>(
    `insert into messages (submission_id, kind, author_id, text, mail_id, files, key, hash, sender, n)
     select $1, $2, $3, $4, $5, $6::jsonb, $7, $8, $9, coalesce(max(n), 0) + 1 from messages where submission_id = $1
     on conflict do nothing returning n`,
    {
      bind: [
        submissionId,
        kind,
        authorId ?? null,
        text,
        mailId ?? null,
        JSON.stringify(files),
        key ?? null,
        hash ?? null,
        sender ?? null,
      ],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  return row?.n
}
