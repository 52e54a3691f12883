/** Files of submissions, for those who may read the submission. */
import { QueryTypes } from 'sequelize'
import { db } from '../../db/db'
import { found, type Anybody } from '../access/actor'

export interface OpenFile {
  readonly name: string
  readonly size: number
  readonly bytes: ReadableStream<Uint8Array>
}

/** Of submissions that the actor may read; what was never sent with a submission is not there. @throws ProblemError `missing` */
export async function openFile(actor: Anybody, id: string): Promise<OpenFile> {
  const [row] = await db().sequelize.query<{ name: string; size: number }>(
    `select f.name, f.size from files f join submissions s on s.id = f.submission_id
     where f.id = $1 and s.agency_id = $2 and ($3::uuid is null or s.client_id = $3) and f.is_whole`,
    { bind: [id, actor.agencyId, actor.clientId ?? null], type: QueryTypes.SELECT },
  )
  const { name, size } = found(row ?? null, 'file')
  let at = 0
  const bytes = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const [piece] = await db().sequelize.query<{ bytes: Buffer }>(
        'select bytes from file_pieces where file_id = $1 and at = $2',
        { bind: [id, at], type: QueryTypes.SELECT },
      )
      at += 1
      if (piece) controller.enqueue(new Uint8Array(piece.bytes))
      else controller.close()
    },
  })
  return { name, size, bytes }
}
