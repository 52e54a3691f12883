/** Access for scripts: a token is told once, when it is made. */
import { db } from '../../db/db'
import { found, type Actor } from './actor'
import { hashToken, newToken } from './secrets'

export async function listTokens(actor: Actor) {
  const rows = await db().Token.findAll({
    where: { userId: actor.userId, revokedAt: null },
    order: [['createdAt', 'ASC']],
  })
  return rows.map(({ id, name, createdAt }) => ({ id, name, createdAt: createdAt.toISOString() }))
}

export async function createToken(actor: Actor, name: string) {
  const token = newToken()
  const row = await db().Token.create({ userId: actor.userId, name, tokenHash: hashToken(token) })
  return { id: row.id, name, createdAt: row.createdAt.toISOString(), token }
}

export async function revokeToken(actor: Actor, id: string): Promise<void> {
  const row = await db().Token.findOne({ where: { id, userId: actor.userId, revokedAt: null } })
  await found(row, 'token').update({ revokedAt: new Date() })
}
