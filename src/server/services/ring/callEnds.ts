/** Writes what a call leaves: its message and how it went, in the inbox, and a mail to whoever hears messages. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { GivenFile } from '@/core/forms/files'
import type { CallState, End } from '@/core/ring/call'
import { db } from '../../db/db'
import { claimFiles } from '../../visitors/files'
import { addMessage } from '../visitors/messages'
import { tellOfSubmission } from '../visitors/telling'
import type { CallRow } from './calls'
import type { Told } from '../../visitors/answers'

/** What was said to the message box. */
export interface CallMessage {
  readonly file: GivenFile
  readonly seconds: number
  /** As far as the exchange understood it; '' where it does not. */
  readonly words: string
  /** How loud it is along its length, from 0 to 1. */
  readonly peaks: readonly number[]
}

/** For colleagues: how it went. */
function inWords(end: End, { board }: CallRow, { tries }: CallState): string {
  const met = tries.map(({ phone, is }) => {
    const name = board.phones[phone]?.name ?? ''
    return `${name} ${is === 'took' ? 'took it' : is === 'busy' ? 'was talking' : is === 'sent' ? 'sent it to the message box' : 'did not answer'}`
  })
  const tried = met.length > 0 ? `${met.join(', ')}. ` : ''
  return (
    tried +
    {
      talked: 'They talked.',
      message: 'A message was taken.',
      unanswered: 'The visitor’s telephone was not answered.',
      unwanted: 'Whoever answered had not asked for it. That number is not rung again.',
      stopped: 'The visitor did not want to be rung after all.',
      failed: 'The telephone exchange could not be reached.',
    }[end]
  )
}

/** State in the inbox that each end leads to. A call that somebody has yet to deal with is new. */
const states = {
  talked: 'done',
  stopped: 'done',
  unwanted: 'done',
  message: 'new',
  unanswered: 'new',
  failed: 'new',
} as const

/** In the transaction that ends the call. */
export async function endOfCall(
  call: CallRow,
  state: CallState,
  message: CallMessage | undefined,
  transaction: Transaction,
): Promise<void> {
  const { submissionId, widgetId, board, clientName, locale } = call
  const end = state.end!
  const [row] = await db().sequelize.query<{ told: Told[]; page: string }>(
    'select told, page from submissions where id = $1 for update',
    { bind: [submissionId], type: QueryTypes.SELECT, transaction },
  )
  if (!row) return
  if (end === 'message' && message) {
    const kept = { submissionId, transaction, n: 0, tale: { told: row.told, sender: undefined } }
    await claimFiles(widgetId, [message.file.id], kept)
    await addMessage(
      { submissionId, kind: 'visitor', text: message.words, files: [message.file] },
      transaction,
    )
    await tellOfSubmission({ widget: { clientName, locale }, page: row.page, mailTo: board.mailTo }, kept)
  }
  await addMessage({ submissionId, kind: 'note', text: inWords(end, call, state) }, transaction)
  await db().sequelize.query(`update submissions set state = $2, changed_at = now() where id = $1`, {
    bind: [submissionId, states[end]],
    transaction,
  })
}
