/** Files as they are kept: whole ones that belong to a submission, piece by piece. */
import { QueryTypes } from 'sequelize'
import { db } from '../../db/db'

export interface StoredFile {
  readonly name: string
  readonly size: number
}

/** @param within - of one agency, or one of its clients; left out where a signature says that it may be read */
export async function findFile(
  id: string,
  within: { readonly agencyId?: string; readonly clientId?: string } = {},
): Promise<StoredFile | undefined> {
  const [row] = await db().sequelize.query<StoredFile>(
    `select f.name, f.size from files f join submissions s on s.id = f.submission_id
     where f.id = $1 and ($2::uuid is null or s.agency_id = $2) and ($3::uuid is null or s.client_id = $3) and f.is_whole`,
    { bind: [id, within.agencyId ?? null, within.clientId ?? null], type: QueryTypes.SELECT },
  )
  return row
}

/** Always a download: neither origin of ours may show what somebody uploaded. */
export const downloadHeaders = ({ name, size }: StoredFile) =>
  ({
    'Content-Type': 'application/octet-stream',
    'Content-Length': String(size),
    'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    'Content-Security-Policy': "default-src 'none'; sandbox",
    'X-Content-Type-Options': 'nosniff',
    'Cache-Control': 'private, no-store',
  }) as const

export async function* piecesOf(id: string): AsyncGenerator<Buffer> {
  for (let at = 0; ; at += 1) {
    const [piece] = await db().sequelize.query<{ bytes: Buffer }>(
      'select bytes from file_pieces where file_id = $1 and at = $2',
      { bind: [id, at], type: QueryTypes.SELECT },
    )
    if (!piece) return
    yield piece.bytes
  }
}
