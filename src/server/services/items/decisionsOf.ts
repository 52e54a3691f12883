/** What was decided on single items of a widget, as the render takes it. */
import type { Transaction } from 'sequelize'
import type { DecisionsShape } from '@/core/api/shapes'
import { db } from '../../db/db'

/** Pinned ones in the order in which they were pinned. */
export async function decisionsOf(widgetId: string, transaction?: Transaction): Promise<DecisionsShape> {
  const rows = await db().Decision.findAll({
    where: { widgetId },
    order: [
      ['pinnedAt', 'ASC'],
      ['itemId', 'ASC'],
    ],
    transaction,
  })
  const ids = (test: (row: (typeof rows)[number]) => boolean) => rows.filter(test).map((row) => row.itemId)
  return {
    hidden: ids((row) => row.hidden),
    pinned: ids((row) => row.pinnedAt !== null),
    apart: ids((row) => row.apart),
  }
}
