/** Files of submissions, for those who may read the submission; and those that go along with an answer. */
import { randomBytes } from 'node:crypto'
import { Readable } from 'node:stream'
import { fileKinds, type GivenFile } from '@/core/forms/files'
import { problem, ProblemError } from '@/core/problems'
import { db } from '../../db/db'
import { takeFile, type Arriving } from '../../visitors/files'
import { describe, VisitorError } from '../../visitors/problems'
import { demandAnswering, found, withinOf, type Anybody } from '../access/actor'
import { findFile, piecesOf, type StoredFile } from './storedFiles'

const mostBytes = 20_000_000

/** Opens a file of a submission that the actor may read. A file that was never sent is not there. @throws ProblemError `missing` */
export async function openFile(
  actor: Anybody,
  id: string,
): Promise<StoredFile & { readonly bytes: ReadableStream<Uint8Array> }> {
  const file = found(await findFile(id, withinOf(actor)), 'file')
  const bytes = Readable.toWeb(Readable.from(piecesOf(id))) as ReadableStream<Uint8Array>
  return { ...file, bytes }
}

/** Takes a file that is to go along with an answer. It belongs to the submission once that is sent. @throws ProblemError `file_refused` */
export async function attachFile(
  actor: Anybody,
  submissionId: string,
  name: string,
  arriving: Arriving,
): Promise<GivenFile> {
  demandAnswering(actor)
  const row = await db().Submission.findOne({ where: { id: submissionId, ...withinOf(actor) } })
  const { widgetId, agencyId, clientId } = found(row, 'submission')
  const widget = { id: widgetId, agencyId, clientId }
  const coming = { widget, question: 'answer', key: randomBytes(16).toString('hex'), name }
  try {
    return await takeFile(coming, { mostBytes, kinds: fileKinds }, arriving)
  } catch (error) {
    if (error instanceof VisitorError)
      throw new ProblemError(problem('file_refused', { name, why: describe(error, 'en').detail }))
    throw error
  }
}
