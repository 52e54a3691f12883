/** A source gets the address that it has moved to. Hides, pins and corrections stay with its entries. */
import type { SourceShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { inTransaction } from '../../db/db'
import { demand, valueOf, type Actor } from '../access/actor'
import { followAnnounced, isFile, optionsOf, readPasted } from './reading'
import { answered, faultIn, takeReading } from './refreshing'
import { followHub } from './hubs'
import { movesOf } from './moves'
import { demandNew, getSource, sourceRow } from './sources'

/**
 * @param written - as pasted
 * @throws ProblemError `source_exists` when another source of the client reads that address already, and every problem of fetching
 */
export async function moveSource(actor: Actor, id: string, written: string): Promise<SourceShape> {
  demand(actor, 'designer')
  const source = await sourceRow(actor, id)
  if (isFile(source) || optionsOf(source).through)
    throw new ProblemError(
      problem('input_invalid', { where: 'Address', why: `“${source.label}” is not read from an address` }),
    )
  const answer = valueOf(await followAnnounced(await readPasted(written, optionsOf(source))))
  const fault = faultIn(answer, true)
  if (fault) throw new ProblemError(fault)
  const { fetched, reading } = answer
  if (fetched.url !== source.address) await demandNew(source.clientId, fetched.url)
  await inTransaction(async (transaction) => {
    await source.reload({ transaction, lock: true })
    const { moves, known } = await movesOf(source, reading.items, transaction)
    await source.update(
      { address: fetched.url, options: { ...optionsOf(source), moves }, ...answered(fetched) },
      { transaction },
    )
    const all = reading.items.length
    const what = `Given a new address, ${fetched.url}. ${known} of its ${all} entries are known from before`
    await takeReading(source, reading, what, transaction)
    await followHub(source, transaction)
  })
  return getSource(actor, id)
}
