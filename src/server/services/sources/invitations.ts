/**
 * Links for whoever owns an account elsewhere: they connect it themselves, without a studio account and without telling
 * anybody a password. A link works once, for one client and one service, and only for some days.
 */
import { QueryTypes } from 'sequelize'
import type { InvitationShape, InvitedShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { getConnector } from '../../connectors/all'
import { originOf } from '../../connectors/connector'
import { db } from '../../db/db'
import { env } from '../../env'
import { demand, found, type Actor, type Role } from '../access/actor'
import { clientRow } from '../clients/clientRow'
import { addKey, finishSignIn, startSignIn } from './connections'
import { hashToken, newToken } from '../access/secrets'
import { throttle } from '../access/throttle'

const days = 14
const tries = { limit: 10, windowS: 600 } as const

/** Writes a link and the request to send along. Links written before for the same service stop working. */
export async function invite(actor: Actor, clientId: string, connectorId: string): Promise<InvitationShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const connector = getConnector(connectorId)
  if (connector.signIn === 'none' || !originOf(connector.id))
    throw new ProblemError(problem('input_invalid', { where: 'connector', why: 'nobody signs in there' }))
  const agency = found(await db().Agency.findByPk(actor.agencyId), 'agency')
  const token = newToken()
  const expiresAt = new Date(Date.now() + days * 86_400_000)
  await db().sequelize.query(
    'delete from invitations where expires_at < now() or (client_id = $1 and connector = $2 and used_at is null)',
    { bind: [client.id, connector.id] },
  )
  await db().sequelize.query(
    'insert into invitations (token_hash, client_id, user_id, connector, expires_at) values ($1, $2, $3, $4, $5)',
    { bind: [hashToken(token), client.id, actor.userId, connector.id, expiresAt] },
  )
  const url = new URL(`/connect/${token}`, env().YIMBLE_STUDIO_URL).href
  const lines = [
    'Hello,',
    `for the site of ${client.name} we would like to show what is at ${connector.label} (${connector.hint.toLowerCase()}). The account there is yours, so please connect it yourself:`,
    url,
    connector.signIn === 'oauth'
      ? `You sign in at ${connector.label} itself; nobody else learns your password. We can read then, and change nothing.`
      : `You will be asked for a key, which you find at ${connector.label} in your account.`,
    `You can take it back at ${connector.label} at any time. The link works once, until ${expiresAt.toISOString().slice(0, 10)}.`,
    agency.name,
  ]
  return {
    url,
    expiresAt: expiresAt.toISOString(),
    subject: `${client.name}: please connect your account at ${connector.label}`,
    text: lines.join('\n\n'),
  }
}

interface Row {
  readonly token_hash: string
  readonly client_id: string
  readonly user_id: string
  readonly connector: string
  readonly used_at: Date | null
  readonly client: string
  readonly agency: string
  readonly agency_id: string
  readonly role: Role
}

/** @throws ProblemError `invitation_over` when the link is unknown, old, or was used */
async function open(token: string): Promise<{ row: Row; actor: Actor }> {
  const [row] = await db().sequelize.query<Row>(
    `select i.*, c.name as client, a.name as agency, u.agency_id, u.role from invitations i join clients c on c.id = i.client_id join users u on u.id = i.user_id join agencies a on a.id = u.agency_id
     where i.token_hash = $1 and i.expires_at > now() and c.agency_id = u.agency_id`,
    { bind: [hashToken(token)], type: QueryTypes.SELECT },
  )
  if (!row || row.used_at) throw new ProblemError(problem('invitation_over'))
  // What is connected is connected for whoever asked, with no more rights than they have now.
  return {
    row,
    actor: { agencyId: row.agency_id, userId: row.user_id, role: row.role, sessionId: undefined },
  }
}

/** What its reader is asked for, by whom. */
export async function readInvitation(token: string): Promise<InvitedShape> {
  const { row } = await open(token)
  const { label, hint, signIn } = getConnector(row.connector)
  return { agency: row.agency, client: row.client, label, hint, signIn: signIn === 'key' ? 'key' : 'oauth' }
}

/** Begins signing in over there, or takes the key. @returns where the browser has to go, unless it is done already */
export async function acceptInvitation(
  token: string,
  key: string | undefined,
): Promise<{ url: string | null }> {
  const { row, actor } = await open(token)
  await throttle(`invitation ${row.token_hash}`, tries.limit, tries.windowS)
  if (getConnector(row.connector).signIn === 'oauth')
    return startSignIn(actor, row.client_id, row.connector, '/connect', row.token_hash)
  await addKey(actor, row.client_id, row.connector, key ?? '')
  await markUsed(row)
  return { url: null }
}

/** Back from over there. @returns path in the studio that says how it went */
export async function finishInvitation(
  token: string,
  answer: { state: string; code?: string; error?: string },
): Promise<string> {
  const { row, actor } = await open(token)
  const back = new URL(await finishSignIn(actor, answer, row.token_hash), 'http://studio')
  if (back.searchParams.has('connected')) await markUsed(row)
  // The link itself is kept nowhere but in the mail it was sent by.
  return back.searchParams.has('connected') ? '/connect/done' : `/connect/${token}${back.search}`
}

const markUsed = (row: Row) =>
  db().sequelize.query('update invitations set used_at = now() where token_hash = $1', {
    bind: [row.token_hash],
  })
