/** A client's row and its brand, for services that need them inside the agency. */
import type { Transaction } from 'sequelize'
import { plainBrand, type Brand } from '@/core/design/brand'
import { brand as brandShape } from '@/core/api/shapes'
import { db } from '../../db/db'
import { found, type Actor, type Anybody } from '../access/actor'
import { stored } from '../stored'

export const clientRow = async (actor: Actor, id: string, transaction?: Transaction) =>
  found(
    await db().Client.findOne({
      where: { id, agencyId: actor.agencyId },
      ...(transaction ? { transaction } : {}),
    }),
    'client',
  )

/** Refuses a client that the actor may not see. A client's own people see theirs only. @throws ProblemError `missing` */
export async function demandClient({ agencyId, clientId }: Anybody, id: string): Promise<void> {
  const isTheirs = !clientId || clientId === id
  const count = isTheirs ? await db().Client.count({ where: { id, agencyId } }) : 0
  found(count > 0 ? id : null, 'client')
}

/** Stored JSON is checked like any other input. */
export const parseBrand = (value: unknown): Brand => stored(brandShape, value, plainBrand, 'brand') as Brand
