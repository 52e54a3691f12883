/** Switchboards of a client: made, named, edited as one document. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { SwitchboardShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { mostPhones, switchboardSchema, type Switchboard } from '@/core/ring/shape'
import { db } from '../../db/db'
import type { Actor, Anybody } from '../access/actor'
import { clientRow } from '../clients/clientRow'
import { documentsOf } from '../clients/documents'
import { isUuid } from '../isUuid'
import { hasExchange } from './exchange'
import { checkNumber } from './numbers'
import { soundIsTheirs } from './sounds'

const switchboards = documentsOf({
  noun: 'switchboard',
  shapeOf: ({ body, ...row }): SwitchboardShape => ({
    ...row,
    hasExchange: hasExchange(),
    switchboard: switchboardSchema.parse(body),
  }),
})
export const {
  list: listSwitchboards,
  get: getSwitchboard,
  rename: renameSwitchboard,
  remove: deleteSwitchboard,
} = switchboards

/** Countries by the region of the client's language: `en-GB` rings Great Britain. */
const countryOf = (locale: string): string => new Intl.Locale(locale).maximize().region ?? 'GB'

/** It begins without a telephone. @throws ProblemError `switchboard_named`, `missing` */
export async function createSwitchboard(
  actor: Actor,
  clientId: string,
  name: string,
): Promise<SwitchboardShape> {
  const client = await clientRow(actor, clientId)
  const body = switchboardSchema.parse({
    phones: [],
    greeting: { as: 'words', text: '' },
    countries: [countryOf(client.locale)],
  })
  return switchboards.add(actor, client.id, name, body)
}

/**
 * It holds for whatever is asked for from now on.
 * @param seen - revision that it was changed on
 * @throws ProblemError `draft_gone_ahead`; `number_unfit` with the telephone that has it; `missing` for a sound of somebody else's
 */
export const saveSwitchboard = (
  actor: Anybody,
  id: string,
  seen: number,
  board: Switchboard,
): Promise<SwitchboardShape> =>
  switchboards.save(actor, id, seen, async (clientId, transaction) => {
    if (board.greeting.as === 'sound') await soundIsTheirs(clientId, board.greeting.id, transaction)
    const phones = board.phones.slice(0, mostPhones).map((phone) => {
      const checked = checkNumber(phone.number, board.countries)
      if (checked.ok) return { ...phone, number: checked.written }
      const { name, number } = phone
      throw new ProblemError(problem('number_unfit', { name, number, why: checked.why }))
    })
    return { ...board, phones }
  })

/** As visitors' requests need it. @returns undefined where the client has none of that id */
export async function switchboardOf(
  clientId: string,
  id: string,
  transaction?: Transaction,
): Promise<Switchboard | undefined> {
  if (!isUuid.test(id)) return undefined
  const [row] = await db().sequelize.query<{ body: unknown }>(
    'select body from switchboards where id = $1 and client_id = $2',
    { bind: [id, clientId], type: QueryTypes.SELECT, transaction },
  )
  return row && switchboardSchema.parse(row.body)
}
