/** Addresses in words of widgets' own pages: one each, unique over all agencies, since all share delivery. */
import { Op, UniqueConstraintError } from 'sequelize'
import type { AddressShape } from '@/core/api/shapes'
import { addressesLike } from '@/core/snippet/address'
import { problem, ProblemError } from '@/core/problems'
import { db } from '../../db/db'
import { demand, type Actor } from '../access/actor'
import { widgetRow } from './widgets'

/** Whether an address can be had by this widget, and one like it that can. */
export async function addressFor(actor: Actor, widgetId: string, address: string): Promise<AddressShape> {
  const row = await widgetRow(actor, widgetId)
  const client = await db().Client.findByPk(row.clientId, { rejectOnEmpty: true })
  const like = addressesLike(address, client.name)
  const taken = await takenOf([address, ...like], row.id)
  return {
    address,
    isTaken: taken.has(address),
    free: like.find((one) => !taken.has(one)) ?? null,
  }
}

/** The short name in a snippet is an address, too: nobody's words may cover it. */
async function takenOf(addresses: readonly string[], widgetId: string): Promise<Set<string>> {
  const rows = await db().Widget.findAll({
    where: {
      [Op.or]: [{ address: [...addresses], deletedAt: null }, { ref: [...addresses] }],
      id: { [Op.ne]: widgetId },
    },
    attributes: ['address', 'ref'],
  })
  return new Set(rows.flatMap(({ address, ref }) => (address ? [address, ref] : [ref])))
}

/**
 * Gives the widget's page an address in words, or takes it away.
 * @throws ProblemError `address_taken`, with one that is free
 */
export async function setAddress(actor: Actor, widgetId: string, address: string | null): Promise<void> {
  demand(actor, 'designer')
  const row = await widgetRow(actor, widgetId)
  const told = address && (await addressFor(actor, widgetId, address))
  const refuse = () =>
    new ProblemError(problem('address_taken', { address: address ?? '', free: (told && told.free) || '' }))
  if (told && told.isTaken) throw refuse()
  try {
    await row.update({ address, updatedAt: new Date() })
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw refuse() // somebody was quicker
    throw error
  }
}
