/** Takes what a visitor says to something that is in the inbox already, other than in the page's own talk. */
import type { Transaction } from 'sequelize'
import type { Submission } from '../../db/models/submission'
import { ringInbox } from '../../live/bell'
import { announce } from './announcing'
import { addMessage, type NewMessage } from './messages'

/**
 * It is open again, and webhooks hear of it.
 * @param row - locked, so that messages are numbered in order
 * @returns the message's number; undefined when it was taken before
 */
export async function takeWords(
  row: Submission,
  { text, files = [], ...more }: Omit<NewMessage, 'submissionId' | 'kind'>,
  transaction: Transaction,
): Promise<number | undefined> {
  const n = await addMessage({ submissionId: row.id, kind: 'visitor', text, files, ...more }, transaction)
  if (n === undefined) return undefined
  await row.update({ state: 'open', changedAt: new Date() }, { transaction })
  const told = { submissionId: row.id, n, from: 'visitor', text, files }
  await announce(row.clientId, 'message.created', told, transaction)
  await ringInbox(row, transaction)
  return n
}
