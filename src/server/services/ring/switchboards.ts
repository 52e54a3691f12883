/** Switchboards of a client: made, named, edited as one document. */
import { getCountries } from 'libphonenumber-js/max'
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

/**
 * Where a client's telephones are: by the region that its language names (`en-GB`), else by its time zone, which says more than a
 * language that is spoken in many countries; else by where the language is spoken most.
 */
export function countryOf({
  locale,
  timeZone,
}: {
  readonly locale: string
  readonly timeZone: string
}): string {
  const language = new Intl.Locale(locale)
  const byZone = getCountries().find((country) => zonesOf(country).includes(timeZone))
  return language.region ?? byZone ?? language.maximize().region ?? 'GB'
}

/** Node 20 has it as a property (ECMA-402, Intl.Locale Info). */
const zonesOf = (country: string): readonly string[] =>
  (new Intl.Locale(`und-${country}`) as Intl.Locale & { readonly timeZones?: readonly string[] }).timeZones ??
  []

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
    countries: [countryOf(client)],
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
