/**
 * Takes files that visitors send: `POST /x/<ref>/file` with the bytes as the body. The bytes decide the type, and the name does not.
 * Each file is kept in pieces as it arrives, so that none is ever whole in memory.
 */
import { fileTypeFromBuffer } from 'file-type'
import { QueryTypes, type Transaction } from 'sequelize'
import { kindOfFile, type FileKind, type GivenFile } from '@/core/forms/files'
import { db, inTransaction } from '../db/db'
import type { KeptVisit, WidgetFacts } from './answers'
import { VisitorError } from './problems'

export interface FileLimits {
  readonly mostBytes: number
  readonly kinds: readonly FileKind[]
}
const pieceBytes = 256 * 1024
/** Enough to tell what a file is. */
const headBytes = 8 * 1024
/** Of one client's files, all together. */
const mostOfClient = 1_000_000_000
const inTimeMs = 120_000

interface Row {
  readonly id: string
  readonly name: string
  readonly size: number
  readonly isWhole: boolean
  /** Number of the try, from 0. */
  readonly attempt: number
}

/** Without what could lead out of a folder or hide what it is. */
export const plainName = (name: string): string =>
  name
    .normalize('NFC')
    .replace(/[\p{Cc}\p{Cf}/\\:*?"<>|]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[. ]+/, '')
    .trim()
    .slice(-120) || 'file'

/** @returns the media type, by the bytes; '' for what is none that is known */
export async function typeOf(head: Uint8Array): Promise<string> {
  const found = await fileTypeFromBuffer(head)
  if (found) return found.mime
  return isText(head) ? 'text/plain' : ''
}

/** Plain text has no mark of its own. Markup and programs are no plain text. */
function isText(head: Uint8Array): boolean {
  try {
    // A letter of several bytes may be cut off at the end.
    const text = new TextDecoder('utf-8', { fatal: true }).decode(head, { stream: true })
    return text.length > 0 && !/\p{Cc}/u.test(text.replace(/[\t\n\r\f]/g, '')) && !/^\s*(?:<|#!)/.test(text)
  } catch {
    return false
  }
}

interface Coming {
  readonly widget: Pick<WidgetFacts, 'id' | 'agencyId' | 'clientId'>
  readonly question: string
  readonly key: string
  readonly name: string
}

/** Bytes on their way. */
export interface Arriving {
  readonly bytes: AsyncIterable<Buffer>
  /** How many there will be; Infinity where nobody says. */
  readonly announced: number
  /** Breaks it off. */
  stop(): void
}

/**
 * @throws VisitorError `too_large`, `wrong_file`, `no_room`, `does_not_fit`; what had come by then is thrown away
 */
export async function takeFile(
  { widget, question, key, name }: Coming,
  { mostBytes, kinds }: FileLimits,
  { bytes, announced, stop }: Arriving,
): Promise<GivenFile> {
  if (announced > mostBytes) throw new VisitorError('too_large')
  const [{ taken } = { taken: 0 }] = await db().sequelize.query<{ taken: number }>(
    'select coalesce(sum(size), 0)::float as taken from files where client_id = $1',
    { bind: [widget.clientId], type: QueryTypes.SELECT },
  )
  if (taken + announced > mostOfClient) throw new VisitorError('no_room')
  const row = await begin(widget, question, key, plainName(name))
  if (row.isWhole) return row
  const late = setTimeout(stop, inTimeMs)
  try {
    const { size, type } = await keepPieces(bytes, row, mostBytes, kinds)
    return await finish(row, size, type)
  } catch (error) {
    // Another try may have brought it by now, or still be under way: only this one is thrown away.
    await db().sequelize.query(
      `delete from file_pieces p using files f where f.id = p.file_id and p.file_id = $1 and p.attempt = $2 and not f.is_whole`,
      { bind: [row.id, row.attempt] },
    )
    await db().sequelize.query(
      'delete from files f where id = $1 and not is_whole and not exists (select 1 from file_pieces p where p.file_id = f.id)',
      { bind: [row.id] },
    )
    throw error
  } finally {
    clearTimeout(late)
  }
}

/** The first try that is whole is kept; what the others brought goes. */
const finish = ({ id, name, attempt }: Row, size: number, type: string): Promise<GivenFile> =>
  inTransaction(async (transaction) => {
    const [won] = await db().sequelize.query(
      'update files set size = $2, type = $3, is_whole = true where id = $1 and not is_whole returning 1',
      { bind: [id, size, type], type: QueryTypes.SELECT, transaction },
    )
    if (won) {
      await db().sequelize.query('delete from file_pieces where file_id = $1 and attempt <> $2', {
        bind: [id, attempt],
        transaction,
      })
      return { id, name, size }
    }
    const [row] = await db().sequelize.query<GivenFile>(
      'select id, name, size from files where id = $1 and is_whole',
      { bind: [id], type: QueryTypes.SELECT, transaction },
    )
    if (!row) throw new VisitorError('does_not_fit')
    return row
  })

/** One that came whole before is known by its key; another try goes beside those that are still under way. */
async function begin(
  { id, agencyId, clientId }: Coming['widget'],
  question: string,
  key: string,
  name: string,
): Promise<Row> {
  const [row] = await db().sequelize.query<Row>(
    `insert into files (agency_id, client_id, widget_id, question, key, name) values ($1, $2, $3, $4, $5, $6)
     on conflict (widget_id, key) do update set attempt = files.attempt + 1 returning id, name, size, attempt, is_whole as "isWhole"`,
    { bind: [agencyId, clientId, id, question, key, name], type: QueryTypes.SELECT },
  )
  return row!
}

async function keepPieces(
  bytes: AsyncIterable<Buffer>,
  { id, attempt }: Row,
  mostBytes: number,
  kinds: readonly FileKind[],
): Promise<{ size: number; type: string }> {
  let size = 0
  let at = 0
  let type = ''
  let held: Buffer[] = []
  let heldBytes = 0
  let isDone = false
  const check = async () => {
    if (type) return
    type = await typeOf(Buffer.concat(held).subarray(0, headBytes))
    const kind = kindOfFile(type)
    if (!kind || !kinds.includes(kind)) throw new VisitorError('wrong_file')
  }
  const keep = async () => {
    await check()
    const [kept] = await db().sequelize.query(
      `insert into file_pieces (file_id, attempt, at, bytes) select id, $2, $3, $4 from (select id from files where id = $1 and not is_whole for share) own returning 1`,
      { bind: [id, attempt, at, Buffer.concat(held)], type: QueryTypes.SELECT },
    )
    if (!kept) isDone = true // another try has brought it whole meanwhile
    at += 1
    held = []
    heldBytes = 0
  }
  for await (const piece of bytes) {
    size += piece.length
    if (size > mostBytes) throw new VisitorError('too_large')
    held.push(piece)
    heldBytes += piece.length
    if (heldBytes >= pieceBytes) await keep()
    if (isDone) break
  }
  if (size === 0) throw new VisitorError('wrong_file')
  if (heldBytes > 0) await keep()
  return { size, type }
}

/** Names of files that wait for their submission. @throws VisitorError when one is not this widget's, or belongs to another already */
export async function waitingFiles(
  widgetId: string,
  ids: readonly string[],
  transaction?: Transaction,
): Promise<GivenFile[]> {
  if (ids.length === 0) return []
  const rows = await db().sequelize.query<GivenFile>(
    'select id, name, size from files where widget_id = $1 and id = any($2::uuid[]) and is_whole and submission_id is null',
    { bind: [widgetId, ids], type: QueryTypes.SELECT, transaction },
  )
  return ids.map((id) => {
    const row = rows.find((one) => one.id === id)
    if (!row) throw new VisitorError('does_not_fit')
    return row
  })
}

/** They belong to the submission from now on, and go with it. */
export async function claimFiles(
  widgetId: string,
  ids: readonly string[],
  { submissionId, transaction }: Pick<KeptVisit, 'submissionId' | 'transaction'>,
): Promise<void> {
  if (ids.length === 0) return
  const rows = await db().sequelize.query(
    `update files set submission_id = $3 where widget_id = $1 and id = any($2::uuid[]) and is_whole and (submission_id is null or submission_id = $3) returning id`,
    { bind: [widgetId, ids, submissionId], type: QueryTypes.SELECT, transaction },
  )
  if (rows.length < new Set(ids).size) throw new VisitorError('does_not_fit')
}
