/** Loads the client's objects, such as a form, that a widget's settings choose. */
import type { Transaction } from 'sequelize'
import type { Settings } from '@/core/settings/field'
import { chosenFor, type Kind } from '@/kinds/contract'
import type { GivenCalendar } from '@/kinds/booking/offered'
import { found } from '../access/actor'
import { calendarOf } from '../booking/calendarBody'
import type { GivenSwitchboard } from '@/core/ring/shape'
import { switchboardOf } from '../ring/switchboards'
import { releasedForm } from '../visitors/forms'

type Load = (clientId: string, id: string, transaction?: Transaction) => Promise<object | undefined>

/** By what a role takes. Lists tell visitors nothing. */
const loaders: Readonly<Record<string, Load>> = {
  form: (clientId, id, transaction) => releasedForm(clientId, id, undefined, transaction),
  list: () => Promise.resolve({}),
  async calendar(clientId, id, transaction) {
    const known = await calendarOf(clientId, id, transaction)
    return known && ({ calendar: known.calendar } satisfies GivenCalendar)
  },
  /** Only when somebody is there: names and numbers stay here. */
  async switchboard(clientId, id, transaction) {
    const board = await switchboardOf(clientId, id, transaction)
    return (
      board &&
      ({
        phones: board.phones.map(({ hours }) => ({ hours })),
        exceptions: board.exceptions,
      } satisfies GivenSwitchboard)
    )
  },
}

/** @returns by role; what is not chosen, or not the client's, is left out */
export async function objectsOf(
  kind: Kind,
  settings: Settings,
  clientId: string,
  transaction?: Transaction,
): Promise<Record<string, object>> {
  const objects: Record<string, object> = {}
  for (const [role, { takes }] of Object.entries(kind.intake)) {
    const [id] = 'object' in takes ? chosenFor(role, settings) : []
    const object = id && 'object' in takes && (await loaders[takes.object]?.(clientId, id, transaction))
    if (object) objects[role] = object
  }
  return objects
}

/** For visitors nothing stands in for what is not there. @throws ProblemError `missing` */
export async function allObjectsOf(
  kind: Kind,
  settings: Settings,
  clientId: string,
  transaction?: Transaction,
): Promise<Record<string, object>> {
  const objects = await objectsOf(kind, settings, clientId, transaction)
  for (const [role, { takes, isOptional }] of Object.entries(kind.intake))
    if ('object' in takes && !(isOptional && chosenFor(role, settings).length === 0))
      found(objects[role], takes.object)
  return objects
}
