/** Signing in and out. A session is a row that can be revoked at any time; the browser holds its token in a cookie. */
import Bowser from 'bowser'
import { Op } from 'sequelize'
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

export async function actorOfSession(token: string): Promise<Anybody | undefined> {
  const session = await db().Session.findOne({
    where: { tokenHash: hashToken(token), revokedAt: null, expiresAt: { [Op.gt]: new Date() } },
  })
  const user = session && (await db().User.findOne({ where: { id: session.userId, removedAt: null } }))
  if (!user) return undefined
  if (Date.now() - session.seenAt.getTime() > 60_000) await session.update({ seenAt: new Date() })
  return actorOf(user, session.id)
}

/** Nobody, for one of a client's people whose client is gone. */
function actorOf(
  { agencyId, id: userId, role, clientId }: User,
  sessionId: string | undefined,
): Anybody | undefined {
  if (role !== 'client') return { agencyId, userId, role: role as Role, sessionId }
  return clientId ? { agencyId, userId, role, clientId, sessionId } : undefined
}

export async function actorOfToken(token: string): Promise<Anybody | undefined> {
  const row = await db().Token.findOne({ where: { tokenHash: hashToken(token), revokedAt: null } })
  const user = row && (await db().User.findOne({ where: { id: row.userId, removedAt: null } }))
  return user ? actorOf(user, undefined) : undefined
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
