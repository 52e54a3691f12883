/** Lets what the public posted show, or has it wait again. */
import { QueryTypes } from 'sequelize'
import type { SubmissionShape } from '@/core/api/shapes'
import { db, inTransaction } from '../../db/db'
import { renderShowing } from '../../jobs/queue'
import { demandAnswering, found, withinOf, type Anybody } from '../access/actor'
import { getSubmission } from './inbox'

/** Also for a client's own people. @throws ProblemError `missing` */
export async function decidePosted(actor: Anybody, id: string, isWaiting: boolean): Promise<SubmissionShape> {
  demandAnswering(actor)
  const { agencyId, clientId } = withinOf(actor)
  await inTransaction(async (transaction) => {
    const [row] = await db().sequelize.query<{ sourceId: string }>(
      `update items i set waiting = $3 from posted_entries p join submissions s on s.id = p.submission_id
       where i.id = p.item_id and p.submission_id = $1 and s.agency_id = $2 and ($4::uuid is null or s.client_id = $4) returning p.source_id as "sourceId"`,
      { bind: [id, agencyId, isWaiting, clientId ?? null], type: QueryTypes.SELECT, transaction },
    )
    await renderShowing([found(row ?? null, 'entry').sourceId], transaction)
  })
  return getSubmission(actor, id)
}
