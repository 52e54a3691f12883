/** A client's row and its brand, for services that need them inside the agency. */
import { plainBrand, type Brand } from '@/core/design/brand'
import { brand as brandShape } from '@/core/api/shapes'
import { db } from '../../db/db'
import { found, type Actor } from '../access/actor'
import { stored } from '../stored'

export const clientRow = async (actor: Actor, id: string) =>
  found(await db().Client.findOne({ where: { id, agencyId: actor.agencyId } }), 'client')

/** Stored JSON is checked like any other input. */
export const parseBrand = (value: unknown): Brand => stored(brandShape, value, plainBrand, 'brand') as Brand
