/**
 * Access to an account elsewhere that renews itself. Services use a refresh token up when it is used, so one renewal runs
 * at a time, over all processes; whoever comes meanwhile takes what it brings.
 */
import { setTimeout as after } from 'node:timers/promises'
import { QueryTypes } from 'sequelize'
import * as z from 'zod'
import { problem, ProblemError } from '@/core/problems'
import { safeJson } from '@/core/readers/json'
import { accessTo, type Access, type Connector } from '../../connectors/connector'
import { renewedTokens, type Tokens } from '../../connectors/oauth'
import { db } from '../../db/db'
import type { Connection } from '../../db/models/connection'
import { seal, unseal } from './sealed'

const earlyMs = 30_000
/** A renewal takes no longer than fetching may; a process that died leaves no lock behind. */
const renewing = { mostS: 60, askEveryMs: 250 } as const
const purpose = 'connection'

const kept = z.object({
  access: z.string().default(''),
  refresh: z.string().optional(),
  key: z.string().optional(),
})
type Kept = z.infer<typeof kept>

export function secretOf(row: Connection): Kept | undefined {
  const text = row.secret ? unseal(row.secret, purpose) : undefined
  const parsed = text === undefined ? undefined : kept.safeParse(safeJson(text))
  return parsed?.success ? parsed.data : undefined
}

export const sealedKey = (key: string): { secret: Buffer } => ({
  secret: seal(JSON.stringify({ key } satisfies Partial<Kept>), purpose),
})

/** @param before - refresh token that stays good when no other is given */
export function sealedTokens(given: Tokens, before?: string): { secret: Buffer; expiresAt: Date } {
  const secret: Kept = { access: given.access, refresh: given.refresh ?? before }
  return {
    secret: seal(JSON.stringify(secret), purpose),
    expiresAt: new Date(Date.now() + given.expiresInS * 1000),
  }
}

/** @throws ProblemError `connection_lost`, after noting it on the connection */
export async function accessBy(connector: Connector, connection: Connection | null): Promise<Access> {
  if (connector.signIn === 'none') return accessTo(connector, {})
  const secret = connection ? secretOf(connection) : undefined
  if (!connection || !secret) throw new ProblemError(problem('connection_lost', { label: connector.label }))
  if (connector.signIn === 'key') {
    const access = accessTo(connector, { [connector.keyHeader!]: secret.key ?? '' })
    return {
      json: (path, shape, body) =>
        access
          .json(path, shape, body)
          .catch((error: unknown) =>
            isLost(error) ? lost(connector, connection.id, secret.key) : Promise.reject(error),
          ),
    }
  }
  let token = secret.access
  if ((connection.expiresAt?.getTime() ?? 0) < Date.now() + earlyMs)
    token = (await renewed(connector, connection.id, token)) ?? (await lost(connector, connection.id, token))
  const by = (current: string) => accessTo(connector, { authorization: `Bearer ${current}` })
  return {
    async json(path, shape, body) {
      try {
        return await by(token).json(path, shape, body)
      } catch (error) {
        if (!isLost(error)) throw error
        // It may have ended early over there, or another process has renewed it meanwhile.
        token =
          (await renewed(connector, connection.id, token)) ?? (await lost(connector, connection.id, token))
        return await by(token)
          .json(path, shape, body)
          .catch((again: unknown) =>
            isLost(again) ? lost(connector, connection.id, token) : Promise.reject(again),
          )
      }
    },
  }
}

const isLost = (error: unknown) => error instanceof ProblemError && error.problem.code === 'connection_lost'

/** @param refused - what the other side no longer takes; somebody may have signed in again meanwhile */
async function lost(connector: Connector, id: string, refused: string | undefined): Promise<never> {
  const row = await db().Connection.findByPk(id)
  const now = row ? secretOf(row) : undefined
  if (row && now && (now.key ?? now.access) === refused) await row.update({ state: 'lost' })
  throw new ProblemError(problem('connection_lost', { label: connector.label }))
}

/**
 * An access token other than the one that is used up: renewed here, or by whoever was first.
 * @returns undefined when the other side gives none any more
 */
async function renewed(connector: Connector, id: string, usedUp: string): Promise<string | undefined> {
  for (;;) {
    const [claimed] = await db().sequelize.query<{ id: string }>(
      `update connections set renewing_until = now() + make_interval(secs => $2) where id = $1 and (renewing_until is null or renewing_until < now()) returning id`,
      { bind: [id, renewing.mostS], type: QueryTypes.SELECT },
    )
    const row = await db().Connection.findByPk(id)
    const secret = row ? secretOf(row) : undefined
    if (!row || !secret) return undefined
    const isNew = secret.access !== usedUp
    if (!claimed) {
      if (isNew) return secret.access
      await after(renewing.askEveryMs)
      continue
    }
    try {
      if (isNew) return secret.access
      const given = secret.refresh ? await renewedTokens(connector, secret.refresh) : undefined
      if (given) await row.update({ state: 'ok', ...sealedTokens(given, secret.refresh) })
      return given?.access
    } finally {
      await db().sequelize.query('update connections set renewing_until = null where id = $1', { bind: [id] })
    }
  }
}
