/**
 * Accounts elsewhere: signing in over there (OAuth 2.0 authorisation code with PKCE, RFC 7636), renewing, losing and
 * finding again. A lost connection takes nothing away: its sources keep what they have until somebody signs in again.
 */
import { createHash, randomBytes } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import * as z from 'zod'
import type { ConnectionShape, ConnectorShape, ShowableShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { safeJson } from '@/core/readers/json'
import { connectors, getConnector } from '../connectors/all'
import { accessTo, originOf, type Access, type Connector } from '../connectors/connector'
import { db } from '../db/db'
import type { Connection } from '../db/models/connection'
import { env } from '../env'
import { fetchAddress } from '../fetch/fetchAddress'
import { demand, found, type Actor } from './actor'
import { clientRow } from './clients'
import { seal, unseal } from './sealed'
import { hashToken, newToken } from './secrets'

const signInMinutes = 10
const early = 30_000
const purpose = 'connection'
const tokens = z.object({ access_token: z.string().min(1), refresh_token: z.string().optional(), expires_in: z.number().positive().default(3600) })
const kept = z.object({ access: z.string().default(''), refresh: z.string().optional(), key: z.string().optional() })
type Kept = z.infer<typeof kept>

const shapeOf = (row: Connection): ConnectionShape => ({ id: row.id, connector: row.connector, label: getConnector(row.connector).label, account: row.account, state: row.state, createdAt: row.createdAt.toISOString() })

/** Connectors that this installation knows the way to, each with the client's connections. */
export async function listConnectors(actor: Actor, clientId: string): Promise<ConnectorShape[]> {
  const client = await clientRow(actor, clientId)
  const rows = await db().Connection.findAll({ where: { clientId: client.id }, order: [['createdAt', 'ASC']] })
  return connectors.filter((one) => originOf(one.id)).map(({ id, label, hint, signIn, searchHint }) => ({ id, label, hint, signIn, searchHint: searchHint ?? null, connections: rows.filter((row) => row.connector === id).map(shapeOf) }))
}

/**
 * Begins signing in: the browser goes to the address, and comes back to `/connected`.
 * @param backTo - path in the studio to return to
 * @param invitation - hash of the link by which an owner does this; only that link can end it then
 */
export async function startSignIn(actor: Actor, clientId: string, connectorId: string, backTo: string, invitation: string | null = null): Promise<{ url: string }> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const { oauth, id } = getConnector(connectorId)
  const origin = originOf(id)
  if (!oauth || !origin) throw new ProblemError(problem('input_invalid', { where: 'connector', why: 'nobody signs in there' }))
  const state = newToken()
  const verifier = randomBytes(48).toString('base64url')
  await db().sequelize.query(`delete from sign_ins where created_at < now() - make_interval(mins => $1)`, { bind: [signInMinutes] })
  await db().sequelize.query(`insert into sign_ins (state_hash, client_id, user_id, connector, verifier, back_to, invitation) values ($1, $2, $3, $4, $5, $6, $7)`, { bind: [hashToken(state), client.id, actor.userId, id, seal(verifier, 'verifier'), backTo, invitation] })
  const url = new URL(oauth.authorize, origin)
  const query = { response_type: 'code', client_id: oauth.clientId, redirect_uri: redirectUri(), scope: oauth.scope, state, code_challenge: createHash('sha256').update(verifier).digest('base64url'), code_challenge_method: 'S256' }
  for (const [name, value] of Object.entries(query)) url.searchParams.set(name, value)
  return { url: url.href }
}

const redirectUri = () => new URL('/connected', env().YIMBLE_STUDIO_URL).href

/**
 * Ends signing in with what the other side sent along. A state works once, and only for whoever began.
 * @returns path in the studio to return to
 * @throws ProblemError `sign_in_over` when the state is unknown or old
 */
export async function finishSignIn(actor: Actor, answer: { state: string; code?: string; error?: string }, invitation: string | null = null): Promise<string> {
  const [row] = await db().sequelize.query<{ client_id: string; connector: string; verifier: Buffer; back_to: string }>(
    `delete from sign_ins where state_hash = $1 and user_id = $2 and invitation is not distinct from $4 and created_at > now() - make_interval(mins => $3) returning client_id, connector, verifier, back_to`,
    { bind: [hashToken(answer.state), actor.userId, signInMinutes, invitation], type: QueryTypes.SELECT },
  )
  if (!row) throw new ProblemError(problem('sign_in_over'))
  const connector = getConnector(row.connector)
  const verifier = unseal(row.verifier, 'verifier')
  const back = (name: string, value: string) => `${row.back_to}${row.back_to.includes('?') ? '&' : '?'}${name}=${value}`
  if (!answer.code || !verifier) return back('said', 'connection_refused')
  const client = await clientRow(actor, row.client_id)
  const given = await askForTokens(connector, { grant_type: 'authorization_code', code: answer.code, redirect_uri: redirectUri(), code_verifier: verifier })
  if (!given) return back('said', 'connection_refused')
  const { account } = await connector.list(accessTo(connector, { authorization: `Bearer ${given.access_token}` }), { name: '', place: '' })
  const same = await db().Connection.findOne({ where: { clientId: client.id, connector: connector.id, account } })
  const values = { state: 'ok' as const, ...sealedTokens(given, undefined) }
  // The same account again heals what was lost: its sources go on.
  const id = same ? (await same.update(values)).id : (await db().Connection.create({ clientId: client.id, agencyId: actor.agencyId, connector: connector.id, account, ...values })).id
  await db().sequelize.query(`update sources set next_at = now() where connection_id = $1 and failures > 0`, { bind: [id] })
  return back('connected', id)
}

/** Keeps a key that somebody was given. It is tried first. */
export async function addKey(actor: Actor, clientId: string, connectorId: string, key: string): Promise<ConnectionShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const connector = getConnector(connectorId)
  if (connector.signIn !== 'key') throw new ProblemError(problem('input_invalid', { where: 'connector', why: 'no key is needed there' }))
  try {
    await connector.list(accessTo(connector, { [connector.keyHeader!]: key }), { name: '', place: '' })
  } catch (error) {
    if (error instanceof ProblemError && error.problem.code === 'connection_lost') throw new ProblemError(problem('key_refused', { label: connector.label }))
    throw error
  }
  const secret = seal(JSON.stringify({ key } satisfies Partial<Kept>), purpose)
  const same = await db().Connection.findOne({ where: { clientId: client.id, connector: connector.id } })
  return shapeOf(same ? await same.update({ secret, state: 'ok' }) : await db().Connection.create({ clientId: client.id, agencyId: actor.agencyId, connector: connector.id, account: 'by key', secret }))
}

/** Takes the connection away, over there too. Its sources stay with what they have. */
export async function removeConnection(actor: Actor, id: string): Promise<void> {
  demand(actor, 'designer')
  const row = await connectionRow(actor, id)
  const connector = getConnector(row.connector)
  const secret = secretOf(row)
  if (connector.oauth && secret?.refresh) await post(connector, connector.oauth.revoke, { token: secret.refresh, client_id: connector.oauth.clientId })
  await row.destroy()
}

const connectionRow = async (actor: Actor, id: string) => found(await db().Connection.findOne({ where: { id, agencyId: actor.agencyId } }), 'connection')

/** The client's own, where one is named. @throws ProblemError `missing` */
export const connectionOf = async (clientId: string, connector: Connector, id: string | undefined): Promise<Connection | null> => (id ? found(await db().Connection.findOne({ where: { id, clientId, connector: connector.id } }), 'connection') : null)

/** What can be shown through a connector. @param connectionId - needed where somebody signs in */
export async function listShowable(actor: Actor, clientId: string, input: { connector: string; connectionId?: string; name: string; place: string }): Promise<ShowableShape[]> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const connector = getConnector(input.connector)
  const connection = await connectionOf(client.id, connector, input.connectionId)
  const { showable } = await connector.list(await accessBy(connector, connection), input)
  return [...showable]
}

/** Access that renews itself. @throws ProblemError `connection_lost`, after noting it on the connection */
export async function accessBy(connector: Connector, connection: Connection | null): Promise<Access> {
  if (connector.signIn === 'none') return accessTo(connector, {})
  const secret = connection ? secretOf(connection) : undefined
  if (!connection || !secret) throw new ProblemError(problem('connection_lost', { label: connector.label }))
  const lost = async (): Promise<never> => {
    await connection.update({ state: 'lost' })
    throw new ProblemError(problem('connection_lost', { label: connector.label }))
  }
  if (connector.signIn === 'key') return guarded(accessTo(connector, { [connector.keyHeader!]: secret.key ?? '' }), lost)
  let access = secret.access
  if ((connection.expiresAt?.getTime() ?? 0) < Date.now() + early) {
    const renewed = secret.refresh ? await askForTokens(connector, { grant_type: 'refresh_token', refresh_token: secret.refresh }) : undefined
    if (!renewed) return lost()
    await connection.update({ state: 'ok', ...sealedTokens(renewed, secret.refresh) })
    access = renewed.access_token
  }
  return guarded(accessTo(connector, { authorization: `Bearer ${access}` }), lost)
}

const guarded = (access: Access, lost: () => Promise<never>): Access => ({
  async json(path, shape) {
    try {
      return await access.json(path, shape)
    } catch (error) {
      if (error instanceof ProblemError && error.problem.code === 'connection_lost') return lost()
      throw error
    }
  },
})

function secretOf(row: Connection): Kept | undefined {
  const text = row.secret ? unseal(row.secret, purpose) : undefined
  const parsed = text === undefined ? undefined : kept.safeParse(safeJson(text))
  return parsed?.success ? parsed.data : undefined
}

function sealedTokens(given: z.infer<typeof tokens>, before: string | undefined): { secret: Buffer; expiresAt: Date } {
  const secret: Kept = { access: given.access_token, refresh: given.refresh_token ?? before }
  return { secret: seal(JSON.stringify(secret), purpose), expiresAt: new Date(Date.now() + given.expires_in * 1000) }
}

/** @returns undefined when the other side says no @throws ProblemError when it can't be reached: that is no refusal */
async function askForTokens(connector: Connector, form: Readonly<Record<string, string>>): Promise<z.infer<typeof tokens> | undefined> {
  const answer = await post(connector, connector.oauth!.token, { ...form, client_id: connector.oauth!.clientId })
  const parsed = answer.status === 200 ? tokens.safeParse(safeJson(answer.text)) : undefined
  if (answer.status >= 500) throw new ProblemError(problem('host_silent', { host: connector.label, why: 'its sign-in answers with an error' }))
  return parsed?.success ? parsed.data : undefined
}

async function post(connector: Connector, path: string, form: Readonly<Record<string, string>>): Promise<{ status: number; text: string }> {
  const fetched = await fetchAddress({ url: new URL(path, originOf(connector.id)).href, accept: 'application/json', form })
  if (!fetched.ok) throw new ProblemError(fetched.problem)
  return { status: fetched.value.status, text: fetched.value.bytes.toString('utf8') }
}
