/**
 * Accounts elsewhere: signing in over there, losing and finding again; renewing is `access.ts`'s. A lost connection takes nothing away: its sources keep what they have until somebody signs in again.
 */
import { QueryTypes } from 'sequelize'
import type { ConnectionShape, ConnectorShape, ShowableShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { connectors, getConnector } from '../../connectors/all'
import { accessTo, originOf, type Connector } from '../../connectors/connector'
import { revokeToken, signInAddress, tokensFor } from '../../connectors/oauth'
import { db } from '../../db/db'
import type { Connection } from '../../db/models/connection'
import { env } from '../../env'
import { log } from '../../log'
import { carryOnBy } from '../visitors/carrying'
import { accessBy, sealedKey, sealedTokens, secretOf } from '../access/access'
import { demand, found, type Actor } from '../access/actor'
import { clientRow } from '../clients/clientRow'
import { seal, unseal } from '../access/sealed'
import { hashToken, newToken } from '../access/secrets'

const signInMinutes = 10

const shapeOf = (row: Connection, sources: number): ConnectionShape => ({
  id: row.id,
  connector: row.connector,
  label: getConnector(row.connector).label,
  account: row.account,
  state: row.state,
  sources,
  createdAt: row.createdAt.toISOString(),
})

/**
 * Connectors that this installation knows the way to, each with the client's connections.
 * @param does - `page`: those that give items; `receive`: those that take people who sign up
 */
export async function listConnectors(
  actor: Actor,
  clientId: string,
  does: 'page' | 'receive' = 'page',
): Promise<ConnectorShape[]> {
  const client = await clientRow(actor, clientId)
  const rows = await db().Connection.findAll({
    where: { clientId: client.id },
    order: [['createdAt', 'ASC']],
  })
  const used = await db().Source.findAll({
    where: { connectionId: rows.map((row) => row.id) },
    attributes: ['connectionId'],
  })
  const shaped = rows.map((row) =>
    shapeOf(row, used.filter((source) => source.connectionId === row.id).length),
  )
  return connectors
    .filter((one) => one[does] && originOf(one.id))
    .map(({ id, label, hint, signIn, searchHint }) => ({
      id,
      label,
      hint,
      signIn,
      searchHint: searchHint ?? null,
      connections: shaped.filter((one) => one.connector === id),
    }))
}

/**
 * Begins signing in: the browser goes to the address, and comes back to `/connected`.
 * @param backTo - path in the studio to return to
 * @param invitation - hash of the link by which an owner does this; only that link can end it then
 */
export async function startSignIn(
  actor: Actor,
  clientId: string,
  connectorId: string,
  backTo: string,
  invitation: string | null = null,
): Promise<{ url: string }> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const connector = getConnector(connectorId)
  const state = newToken()
  const { url, verifier } = await signInAddress(connector, state, redirectUri())
  await db().sequelize.query(`delete from sign_ins where created_at < now() - make_interval(mins => $1)`, {
    bind: [signInMinutes],
  })
  await db().sequelize.query(
    `insert into sign_ins (state_hash, client_id, user_id, connector, verifier, back_to, invitation) values ($1, $2, $3, $4, $5, $6, $7)`,
    {
      bind: [
        hashToken(state),
        client.id,
        actor.userId,
        connector.id,
        seal(verifier, 'verifier'),
        backTo,
        invitation,
      ],
    },
  )
  return { url }
}

const redirectUri = () => new URL('/connected', env().YIMBLE_STUDIO_URL).href

/**
 * Ends signing in with what the other side sent along. A state works once, and only for whoever began.
 * @returns path in the studio to return to
 * @throws ProblemError `sign_in_over` when the state is unknown or old
 */
export async function finishSignIn(
  actor: Actor,
  answer: { state: string; code?: string; error?: string },
  invitation: string | null = null,
): Promise<string> {
  const [row] = await db().sequelize.query<{
    client_id: string
    connector: string
    verifier: Buffer
    back_to: string
  }>(
    `delete from sign_ins where state_hash = $1 and user_id = $2 and invitation is not distinct from $4 and created_at > now() - make_interval(mins => $3) returning client_id, connector, verifier, back_to`,
    { bind: [hashToken(answer.state), actor.userId, signInMinutes, invitation], type: QueryTypes.SELECT },
  )
  if (!row) throw new ProblemError(problem('sign_in_over'))
  const connector = getConnector(row.connector)
  const verifier = unseal(row.verifier, 'verifier')
  const back = (name: string, value: string) =>
    `${row.back_to}${row.back_to.includes('?') ? '&' : '?'}${name}=${value}`
  if (!verifier) return back('said', 'connection_refused')
  const client = await clientRow(actor, row.client_id)
  const given = await tokensFor(
    connector,
    new URLSearchParams(Object.entries(answer).flatMap(([name, value]) => (value ? [[name, value]] : []))),
    {
      state: answer.state,
      verifier,
      redirectUri: redirectUri(),
    },
  )
  if (!given) return back('said', 'connection_refused')
  const { account } = await connector.list(accessTo(connector, { authorization: `Bearer ${given.access}` }), {
    name: '',
    place: '',
  })
  const same = await db().Connection.findOne({
    where: { clientId: client.id, connector: connector.id, account },
  })
  const values = { state: 'ok' as const, ...sealedTokens(given) }
  // The same account again heals what was lost: its sources go on.
  const id = same
    ? (await same.update(values)).id
    : (
        await db().Connection.create({
          clientId: client.id,
          agencyId: actor.agencyId,
          connector: connector.id,
          account,
          ...values,
        })
      ).id
  await goOn(id)
  return back('connected', id)
}

const usesOf = async (id: string) =>
  (await db().Source.count({ where: { connectionId: id } })) +
  (await db().List.count({ where: { connectionId: id } }))

/** The connection works again: sources that failed are read at once, and waiting sign-ups are carried. */
async function goOn(id: string): Promise<void> {
  await db().sequelize.query(`update sources set next_at = now() where connection_id = $1 and failures > 0`, {
    bind: [id],
  })
  await carryOnBy(id)
}

/** Keeps a key that somebody was given. It is tried first. */
export async function addKey(
  actor: Actor,
  clientId: string,
  connectorId: string,
  key: string,
): Promise<ConnectionShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const connector = getConnector(connectorId)
  if (connector.signIn !== 'key')
    throw new ProblemError(problem('input_invalid', { where: 'connector', why: 'no key is needed there' }))
  try {
    await connector.list(accessTo(connector, { [connector.keyHeader!]: key }), { name: '', place: '' })
  } catch (error) {
    if (error instanceof ProblemError && error.problem.code === 'connection_lost')
      throw new ProblemError(problem('key_refused', { label: connector.label }))
    throw error
  }
  const same = await db().Connection.findOne({ where: { clientId: client.id, connector: connector.id } })
  const row = same
    ? await same.update({ ...sealedKey(key), state: 'ok' })
    : await db().Connection.create({
        clientId: client.id,
        agencyId: actor.agencyId,
        connector: connector.id,
        account: 'by key',
        ...sealedKey(key),
      })
  await goOn(row.id)
  return shapeOf(row, await usesOf(row.id))
}

/**
 * Takes the connection away, over there too. Its sources stay with what they have, and go on when the same account is
 * connected again.
 * @returns whether the other side knows of it
 */
export async function removeConnection(actor: Actor, id: string): Promise<{ isKnownThere: boolean }> {
  demand(actor, 'designer')
  const row = await connectionRow(actor, id)
  const isKnownThere = await revoke(row)
  if ((await usesOf(id)) > 0) await row.update({ secret: null, state: 'lost', expiresAt: null })
  else await row.destroy()
  return { isKnownThere }
}

/** A service that can't be reached must not keep anybody from leaving. */
async function revoke(row: Connection): Promise<boolean> {
  const connector = getConnector(row.connector)
  const token = secretOf(row)?.refresh
  if (!connector.oauth || !token) return true
  try {
    return await revokeToken(connector, token)
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    log.info({ connector: connector.id, code: error.problem.code }, 'a connection was taken away here only')
    return false
  }
}

const connectionRow = async (actor: Actor, id: string) =>
  found(await db().Connection.findOne({ where: { id, agencyId: actor.agencyId } }), 'connection')

/** The client's own, where one is named. @throws ProblemError `missing` */
export const connectionOf = async (
  clientId: string,
  connector: Connector,
  id: string | undefined,
): Promise<Connection | null> =>
  id
    ? found(await db().Connection.findOne({ where: { id, clientId, connector: connector.id } }), 'connection')
    : null

/** What can be shown through a connector. @param connectionId - needed where somebody signs in */
export async function listShowable(
  actor: Actor,
  clientId: string,
  input: { connector: string; connectionId?: string; name: string; place: string },
): Promise<ShowableShape[]> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const connector = getConnector(input.connector)
  const connection = await connectionOf(client.id, connector, input.connectionId)
  const { showable } = await connector.list(await accessBy(connector, connection), input)
  return [...showable]
}
