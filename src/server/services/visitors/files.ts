/** Files of submissions, for those who may read the submission. */
import { QueryTypes } from 'sequelize'
import { db } from '../../db/db'
import { found, type Actor } from '../access/actor'

export interface OpenFile {
  readonly name: string
  readonly size: number
  readonly bytes: ReadableStream<Uint8Array>
}

/** Within the agency; what was never sent with a submission is not there. @throws ProblemError `missing` */
export async function openFile(actor: Actor, id: string): Promise<OpenFile> {
  const [row] = await db().sequelize.query<{ name: string; size: number }>(
    'select name, size from files where id = $1 and agency_id = $2 and submission_id is not null and is_whole',
    { bind: [id, actor.agencyId], type: QueryTypes.SELECT },
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
