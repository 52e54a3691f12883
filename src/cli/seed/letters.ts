/** Who signed up for the bakery's letters, and the service that they are carried along to. */
import { db, inTransaction } from '../../server/db/db'
import type { Actor } from '../../server/services/access/actor'
import { addKey } from '../../server/services/sources/connections'
import { sendListTo } from '../../server/services/visitors/carrying'
import { askToConfirm, setSubscribed } from '../../server/services/visitors/subscribers'
import { lettersKey } from './data'

const confirmed = [
  'tamsin.oakes',
  'wilf.harrow',
  'odile.brandt',
  'hamish.crane',
  'perpetua.lowe',
  'ansel.dray',
]
const asked = ['greta.moss', 'bram.tolley']

export async function seedLetters(
  designer: Actor,
  clientId: string,
  listId: string,
  page: string,
): Promise<void> {
  const widget = { clientId, clientName: 'Marlowick Bakery', locale: 'en-GB' }
  const consent = 'One letter a week, nothing else. Every letter has a link that ends it.'
  const signUp = (email: string) =>
    inTransaction((transaction) => askToConfirm({ listId, email, consent, page, widget }, transaction))
  const addresses = [...confirmed.map((name) => `${name}@harbourmail.example`), 'somebody@nowhere.example']
  for (const email of addresses) await signUp(email)
  for (const { token } of await db().Subscriber.findAll({ where: { listId } }))
    await setSubscribed(token, 'confirmed')
  for (const name of asked) await signUp(`${name}@harbourmail.example`)
  const { id: connectionId } = await addKey(designer, clientId, 'letters', lettersKey)
  await sendListTo(designer, listId, { connectionId, key: 'thursday', label: 'The Thursday letter' })
}
