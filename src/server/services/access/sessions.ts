/** Signing in and out. A session is a row that can be revoked at any time; the browser holds its token in a cookie. */
import Bowser from 'bowser'
import { Op, QueryTypes } from 'sequelize'
import { problem, ProblemError } from '@/core/problems'
import { db } from '../../db/db'
import type { User } from '../../db/models/user'
import { found, type Anybody, type Role } from './actor'
import { checkPassword, hashPassword, hashToken, newToken } from './secrets'
import { forgive, throttle } from './throttle'

const sessionDays = 30
const dayMs = 86_400_000

/** @returns the token for the cookie. @throws ProblemError `wrong_sign_in`, `too_many_tries` */
export async function signIn(input: {
  email: string
  password: string
  userAgent: string
  address: string
}): Promise<{ token: string; expiresAt: Date }> {
  const email = input.email.trim().toLowerCase()
  // By whom and from where: somebody elsewhere who tries an address many times locks nobody out.
  const key = `sign-in ${email} from ${input.address}`
  await throttle(key, 10, 300)
  await throttle(`sign-in from ${input.address}`, 50, 300)
  const user = await db().User.findOne({ where: { email, removedAt: null } })
  // Someone unknown takes as long as someone known with a wrong password.
  const matches = await checkPassword(user?.passwordHash ?? (await decoyHash()), input.password)
  if (!user || !matches) throw new ProblemError(problem('wrong_sign_in'))
  // Whoever knows the password is not guessing.
  await forgive(key)
  const token = newToken()
  const expiresAt = new Date(Date.now() + sessionDays * dayMs)
  await db().Session.create({
    userId: user.id,
    tokenHash: hashToken(token),
    userAgent: input.userAgent.slice(0, 300),
    expiresAt,
  })
  return { token, expiresAt }
}

let decoy: Promise<string> | undefined
const decoyHash = () => (decoy ??= hashPassword(newToken()))

interface Holder extends Pick<User, 'agencyId' | 'clientId' | 'role'> {
  readonly userId: string
}
const holder = `u.id as "userId", u.agency_id as "agencyId", u.client_id as "clientId", u.role`

/** Asked at every request, so it is one statement. */
export async function actorOfSession(token: string): Promise<Anybody | undefined> {
  const [row] = await db().sequelize.query<Holder & { id: string; isLate: boolean }>(
    `select s.id, s.seen_at < now() - interval '1 minute' as "isLate", ${holder} from sessions s join users u on u.id = s.user_id
     where s.token_hash = $1 and s.revoked_at is null and s.expires_at > now() and u.removed_at is null`,
    { bind: [hashToken(token)], type: QueryTypes.SELECT },
  )
  if (!row) return undefined
  if (row.isLate) await db().Session.update({ seenAt: new Date() }, { where: { id: row.id } })
  return actorOf(row, row.id)
}

/** Nobody, for one of a client's people whose client is gone. */
function actorOf(
  { agencyId, userId, role, clientId }: Holder,
  sessionId: string | undefined,
): Anybody | undefined {
  if (role !== 'client') return { agencyId, userId, role: role as Role, sessionId }
  return clientId ? { agencyId, userId, role, clientId, sessionId } : undefined
}

export async function actorOfToken(token: string): Promise<Anybody | undefined> {
  const [row] = await db().sequelize.query<Holder>(
    `select ${holder} from tokens t join users u on u.id = t.user_id
     where t.token_hash = $1 and t.revoked_at is null and u.removed_at is null`,
    { bind: [hashToken(token)], type: QueryTypes.SELECT },
  )
  return row && actorOf(row, undefined)
}

export async function signOut(actor: Anybody): Promise<void> {
  if (actor.sessionId)
    await db().Session.update({ revokedAt: new Date() }, { where: { id: actor.sessionId } })
}

export async function listSessions(actor: Anybody) {
  const rows = await db().Session.findAll({
    where: { userId: actor.userId, revokedAt: null, expiresAt: { [Op.gt]: new Date() } },
    order: [['seenAt', 'DESC']],
  })
  return rows.map(({ id, userAgent, createdAt, seenAt }) => ({
    id,
    device: deviceOf(userAgent),
    createdAt: createdAt.toISOString(),
    seenAt: seenAt.toISOString(),
    current: id === actor.sessionId,
  }))
}

/** A browser as its owner calls it; what gives no name is a program. */
export function deviceOf(userAgent: string): string {
  const { browser, os } = Bowser.parse(userAgent || ' ')
  return [browser.name || 'A program', os.name && `on ${os.name}`].filter(Boolean).join(' ')
}

export async function revokeSession(actor: Anybody, id: string): Promise<void> {
  const row = await db().Session.findOne({ where: { id, userId: actor.userId, revokedAt: null } })
  await found(row, 'session').update({ revokedAt: new Date() })
}

export async function whoAmI(actor: Anybody) {
  const user = found(await db().User.findByPk(actor.userId), 'user')
  const agency = found(await db().Agency.findByPk(actor.agencyId), 'agency')
  return { name: user.name, email: user.email, role: user.role as Anybody['role'], agency: agency.name }
}
