/**
 * The people of an agency: the first one, those who are invited, their roles and passwords. Links carry a token that is
 * kept as a hash only, work once, and end after some days.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import type { LinkShape, TeamShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { db, inTransaction } from '../../db/db'
import { env } from '../../env'
import { demand, found, type Actor, type Role } from './actor'
import { checkPassword, hashPassword, hashToken, newToken } from './secrets'

export const inviteDays = 7
export const resetDays = 2
export const leastPassword = 12

const tidy = (email: string) => email.trim().toLowerCase()

/** Everybody who may sign in, and invitations that wait. */
export async function teamOf(actor: Actor): Promise<TeamShape> {
  const members = await db().sequelize.query<TeamShape['members'][number]>(
    `select u.id, u.name, u.email, u.role, u.id = $2 as you, to_char(max(s.seen_at) at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "seenAt"
     from users u left join sessions s on s.user_id = u.id where u.agency_id = $1 and u.removed_at is null group by u.id order by lower(u.name)`,
    { bind: [actor.agencyId, actor.userId], type: QueryTypes.SELECT },
  )
  if (actor.role !== 'owner') return { members, invitations: [] }
  const rows = await db().sequelize.query<{ id: string; email: string; role: Role; expires: Date }>(
    `select id, email, role, expires_at as expires from user_links where agency_id = $1 and kind = 'invite' and used_at is null and expires_at > now() order by email`,
    { bind: [actor.agencyId], type: QueryTypes.SELECT },
  )
  return {
    members,
    invitations: rows.map(({ id, email, role, expires }) => ({
      id,
      email,
      role,
      expiresAt: expires.toISOString(),
    })),
  }
}

interface LinkInput {
  readonly kind: 'invite' | 'reset'
  readonly agencyId: string
  readonly userId?: string
  readonly email: string
  readonly role: Role
  readonly madeBy: string | null
}

/** A link for one person; an earlier one of the same kind for the same address stops working. */
async function makeLink(input: LinkInput, transaction?: Transaction): Promise<LinkShape> {
  const token = newToken()
  const days = input.kind === 'invite' ? inviteDays : resetDays
  await db().sequelize.query(
    `delete from user_links where agency_id = $1 and kind = $2 and email = $3 and used_at is null`,
    { bind: [input.agencyId, input.kind, input.email], transaction },
  )
  const [row] = await db().sequelize.query<{ expires: Date }>(
    `insert into user_links (token_hash, kind, agency_id, user_id, email, role, made_by, expires_at)
     values ($1, $2, $3, $4, $5, $6, $7, now() + make_interval(days => ${days})) returning expires_at as expires`,
    {
      bind: [
        hashToken(token),
        input.kind,
        input.agencyId,
        input.userId ?? null,
        input.email,
        input.role,
        input.madeBy,
      ],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  return {
    url: `${env().YIMBLE_STUDIO_URL}/join/${token}`,
    email: input.email,
    expiresAt: row!.expires.toISOString(),
  }
}

/** @throws ProblemError `person_there` when the address is taken, here or in another agency */
async function demandFree(email: string): Promise<void> {
  const user = await db().User.findOne({ where: { email, removedAt: null } })
  if (user) throw new ProblemError(problem('person_there', { email }))
}

/** An owner invites somebody; whoever opens the link sets name and password. */
export async function invitePerson(actor: Actor, input: { email: string; role: Role }): Promise<LinkShape> {
  demand(actor, 'owner')
  const email = tidy(input.email)
  await demandFree(email)
  return makeLink({ kind: 'invite', agencyId: actor.agencyId, email, role: input.role, madeBy: actor.userId })
}

export async function withdrawInvitation(actor: Actor, id: string): Promise<void> {
  demand(actor, 'owner')
  const [row] = await db().sequelize.query<{ id: string }>(
    `delete from user_links where id = $1 and agency_id = $2 and kind = 'invite' and used_at is null returning id`,
    { bind: [id, actor.agencyId], type: QueryTypes.SELECT },
  )
  found(row, 'invitation')
}

const member = async (actor: Actor, id: string, transaction: Transaction) =>
  found(
    await db().User.findOne({
      where: { id, agencyId: actor.agencyId, removedAt: null },
      transaction,
      lock: true,
    }),
    'person',
  )

/** @throws ProblemError `last_owner` when nobody could keep the team any more */
async function demandOwnerBeside(id: string, agencyId: string, transaction: Transaction): Promise<void> {
  const owners = await db().User.findAll({
    where: { agencyId, role: 'owner', removedAt: null },
    transaction,
    lock: true,
  })
  if (!owners.some((one) => one.id !== id)) throw new ProblemError(problem('last_owner'))
}

export function changeRole(actor: Actor, id: string, role: Role): Promise<void> {
  demand(actor, 'owner')
  return inTransaction(async (transaction) => {
    const user = await member(actor, id, transaction)
    if (role !== 'owner') await demandOwnerBeside(id, actor.agencyId, transaction)
    await user.update({ role }, { transaction })
  })
}

/** Ends all access at once; what they did keeps their name. */
export function removePerson(actor: Actor, id: string): Promise<void> {
  demand(actor, 'owner')
  return inTransaction(async (transaction) => {
    const user = await member(actor, id, transaction)
    await demandOwnerBeside(id, actor.agencyId, transaction)
    await user.update({ removedAt: new Date() }, { transaction })
    await endAccess(id, undefined, transaction)
    await db().Token.update(
      { revokedAt: new Date() },
      { where: { userId: id, revokedAt: null }, transaction },
    )
  })
}

/** @param but - a session that stays */
const endAccess = (userId: string, but: string | undefined, transaction: Transaction) =>
  db().sequelize.query(
    'update sessions set revoked_at = now() where user_id = $1 and revoked_at is null and id is distinct from $2::uuid',
    { bind: [userId, but ?? null], transaction },
  )

/** A link by which a member sets a new password. The old one works until then. */
export async function resetLink(actor: Actor, id: string): Promise<LinkShape> {
  demand(actor, 'owner')
  return inTransaction(async (transaction) => {
    const { email, role } = await member(actor, id, transaction)
    return makeLink(
      {
        kind: 'reset',
        agencyId: actor.agencyId,
        userId: id,
        email,
        role: role as Role,
        madeBy: actor.userId,
      },
      transaction,
    )
  })
}

/** Other browsers are signed out. @throws ProblemError `wrong_password` */
export async function changePassword(actor: Actor, input: { now: string; next: string }): Promise<void> {
  const user = found(await db().User.findByPk(actor.userId), 'person')
  if (!(await checkPassword(user.passwordHash, input.now))) throw new ProblemError(problem('wrong_password'))
  const passwordHash = await hashPassword(input.next)
  await inTransaction(async (transaction) => {
    await user.update({ passwordHash }, { transaction })
    await endAccess(user.id, actor.sessionId, transaction)
  })
}

export interface OpenLink {
  readonly kind: 'invite' | 'reset'
  readonly agency: string
  readonly email: string
  readonly role: Role
  readonly name: string | null
}

/** Finds what a link is for. @returns undefined when the link has ended or never existed */
export async function openLink(token: string): Promise<OpenLink | undefined> {
  const [row] = await db().sequelize.query<OpenLink>(
    `select l.kind, a.name as agency, l.email, l.role, u.name from user_links l join agencies a on a.id = l.agency_id left join users u on u.id = l.user_id
     where l.token_hash = $1 and l.used_at is null and l.expires_at > now()`,
    { bind: [hashToken(token)], type: QueryTypes.SELECT },
  )
  return row
}

/**
 * Takes an invitation, or sets a new password. The link is used up by it.
 * @returns the address to sign in with. @throws ProblemError `link_over`, `person_there`
 */
export async function takeLink(token: string, input: { name: string; password: string }): Promise<string> {
  const passwordHash = await hashPassword(input.password)
  return inTransaction(async (transaction) => {
    const [row] = await db().sequelize.query<{
      kind: string
      agencyId: string
      userId: string
      email: string
      role: string
    }>(
      `update user_links set used_at = now() where token_hash = $1 and used_at is null and expires_at > now()
       returning kind, agency_id as "agencyId", user_id as "userId", email, role`,
      { bind: [hashToken(token)], type: QueryTypes.SELECT, transaction },
    )
    if (!row) throw new ProblemError(problem('link_over'))
    if (row.kind === 'reset') {
      await db().User.update({ passwordHash }, { where: { id: row.userId, removedAt: null }, transaction })
      await endAccess(row.userId, undefined, transaction)
      return row.email
    }
    const before = await db().User.findOne({ where: { email: row.email }, transaction, lock: true })
    if (before && !before.removedAt) throw new ProblemError(problem('person_there', { email: row.email }))
    const facts = { agencyId: row.agencyId, role: row.role, name: input.name, passwordHash, removedAt: null }
    // A person who returns gets their old row back, so that their earlier releases keep their name.
    if (before && before.agencyId === row.agencyId) await before.update(facts, { transaction })
    else if (before) throw new ProblemError(problem('person_there', { email: row.email }))
    else await db().User.create({ ...facts, email: row.email }, { transaction })
    return row.email
  })
}

/** Nobody has been here yet. */
export const isEmpty = async (): Promise<boolean> =>
  (await db().Agency.findOne({ attributes: ['id'] })) === null

/** Any number that nothing else in this database locks. */
const setUpLock = 720_432

/**
 * The first agency with its owner, from the browser; only while there is none.
 * @throws ProblemError `already_set_up`
 */
export async function setUp(input: {
  agency: string
  name: string
  email: string
  password: string
}): Promise<string> {
  const passwordHash = await hashPassword(input.password)
  const email = tidy(input.email)
  await inTransaction(async (transaction) => {
    await db().sequelize.query(`select pg_advisory_xact_lock(${setUpLock})`, { transaction })
    if (await db().Agency.findOne({ attributes: ['id'], transaction }))
      throw new ProblemError(problem('already_set_up'))
    const agency = await db().Agency.create({ name: input.agency, limits: {} }, { transaction })
    await db().User.create(
      { agencyId: agency.id, email, name: input.name, role: 'owner', passwordHash },
      { transaction },
    )
  })
  return email
}

/** From a shell: an agency, and the link by which its owner sets name and password. @throws ProblemError `person_there` */
export async function addAgency(name: string, owner: string): Promise<LinkShape> {
  const email = tidy(owner)
  await demandFree(email)
  return inTransaction(async (transaction) => {
    const agency = await db().Agency.create({ name, limits: {} }, { transaction })
    return makeLink({ kind: 'invite', agencyId: agency.id, email, role: 'owner', madeBy: null }, transaction)
  })
}

/** From a shell: invites somebody into the agency of that name. @throws ProblemError `missing`, `agency_unclear`, `person_there` */
export async function inviteInto(agency: string | undefined, email: string, role: Role): Promise<LinkShape> {
  const rows = await db().Agency.findAll({ where: agency ? { name: agency } : {}, limit: 2 })
  if (rows.length > 1) throw new ProblemError(problem('agency_unclear'))
  const { id } = found(rows[0], agency ? `agency “${agency}”` : 'agency')
  await demandFree(tidy(email))
  return makeLink({ kind: 'invite', agencyId: id, email: tidy(email), role, madeBy: null })
}

/** From a shell, for owners who have lost their password. @throws ProblemError `missing` */
export async function resetByEmail(email: string): Promise<LinkShape> {
  const user = found(
    await db().User.findOne({ where: { email: tidy(email), removedAt: null } }),
    `person “${email}”`,
  )
  return makeLink({
    kind: 'reset',
    agencyId: user.agencyId,
    userId: user.id,
    email: user.email,
    role: user.role as Role,
    madeBy: null,
  })
}
