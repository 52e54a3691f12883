/**
 * The people of an agency: the first one, those who are invited, their roles and passwords. Links carry a token that is
 * kept as a hash only, work once, and end after some days.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import type { LinkShape, TeamShape } from '@/core/api/shapes'
import { dateInWords } from '@/core/locale/dates'
import { say, type Phrase } from '@/core/locale/phrase'
import { problem, ProblemError } from '@/core/problems'
import { offsetIn } from '@/core/schedule/offsetIn'
import { db, inTransaction } from '../../db/db'
import { env } from '../../env'
import { writeLetter } from '../../mail/letter'
import { postLetter } from '../../mail/postLetter'
import { clientRow } from '../clients/clientRow'
import { demand, found, type Actor, type Anybody, type Role } from './actor'
import { inviteWords } from './inviteWords'
import { checkPassword, hashPassword, hashToken, newToken } from './secrets'

export const inviteDays = 7
export const resetDays = 2
export const leastPassword = 12

const tidy = (email: string) => email.trim().toLowerCase()

/** Everybody of the agency who may sign in, and for an owner the invitations that wait. */
export async function teamOf(actor: Actor): Promise<TeamShape> {
  const team = await signingIn(actor, null)
  return actor.role === 'owner' ? team : { ...team, invitations: [] }
}

/** A client's own people, and the invitations that wait. @throws ProblemError `missing` */
export async function peopleOf(actor: Actor, clientId: string): Promise<TeamShape> {
  const { id } = await clientRow(actor, clientId)
  return signingIn(actor, id)
}

/** @param clientId - null for those of the agency */
async function signingIn(actor: Actor, clientId: string | null): Promise<TeamShape> {
  const members = await db().sequelize.query<TeamShape['members'][number]>(
    `select u.id, u.name, u.email, u.role, u.id = $2 as you, to_char(max(s.seen_at) at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "seenAt"
     from users u left join sessions s on s.user_id = u.id where u.agency_id = $1 and u.client_id is not distinct from $3::uuid and u.removed_at is null group by u.id order by lower(u.name)`,
    { bind: [actor.agencyId, actor.userId, clientId], type: QueryTypes.SELECT },
  )
  const rows = await db().sequelize.query<{
    id: string
    email: string
    role: TeamShape['members'][number]['role']
    expires: Date
  }>(
    `select id, email, role, expires_at as expires from user_links where agency_id = $1 and client_id is not distinct from $2::uuid and kind = 'invite' and used_at is null and expires_at > now() order by email`,
    { bind: [actor.agencyId, clientId], type: QueryTypes.SELECT },
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
  readonly role: Role | 'client'
  readonly clientId?: string
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
    `insert into user_links (token_hash, kind, agency_id, user_id, email, role, made_by, client_id, expires_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, now() + make_interval(days => ${days})) returning expires_at as expires`,
    {
      bind: [
        hashToken(token),
        input.kind,
        input.agencyId,
        input.userId ?? null,
        input.email,
        input.role,
        input.madeBy,
        input.clientId ?? null,
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

/** Invites one of a client's own people by a mail in the client's language; the link is told, too. */
export async function inviteClientPerson(actor: Actor, clientId: string, email: string): Promise<LinkShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const agency = await db().Agency.findByPk(actor.agencyId, { rejectOnEmpty: true })
  const to = tidy(email)
  await demandFree(to)
  return inTransaction(async (transaction) => {
    const who = { agencyId: actor.agencyId, clientId: client.id, email: to, madeBy: actor.userId }
    const link = await makeLink({ kind: 'invite', role: 'client', ...who }, transaction)
    const { locale, timeZone } = client
    const day = dateInWords(link.expiresAt, locale, offsetIn(timeZone)(Date.parse(link.expiresAt)))
    const told = (phrase: Phrase) =>
      say(phrase, locale)
        .replace('{agency}', agency.name)
        .replace('{client}', client.name)
        .replace('{day}', day)
    const letter = writeLetter({
      locale,
      subject: told(inviteWords.subject),
      paragraphs: [told(inviteWords.invited), told(inviteWords.until)],
      button: { words: told(inviteWords.come), url: link.url },
    })
    await postLetter({ fromName: agency.name, to, ...letter }, transaction)
    return link
  })
}

/** Owners keep the team, designers a client's own people. */
const keeperOf = ({ clientId }: { readonly clientId: string | null }): Role =>
  clientId ? 'designer' : 'owner'

export async function withdrawInvitation(actor: Actor, id: string): Promise<void> {
  demand(actor, 'designer')
  return inTransaction(async (transaction) => {
    const [row] = await db().sequelize.query<{ clientId: string | null }>(
      `delete from user_links where id = $1 and agency_id = $2 and kind = 'invite' and used_at is null returning client_id as "clientId"`,
      { bind: [id, actor.agencyId], type: QueryTypes.SELECT, transaction },
    )
    demand(actor, keeperOf(found(row, 'invitation')))
  })
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
    if (user.clientId) found(null, 'person') // they are of the client, whatever their work is
    if (role !== 'owner') await demandOwnerBeside(id, actor.agencyId, transaction)
    await user.update({ role }, { transaction })
  })
}

/** Ends all access at once; what they did keeps their name. */
export async function removePerson(actor: Actor, id: string): Promise<void> {
  demand(actor, 'designer')
  return inTransaction(async (transaction) => {
    const user = await member(actor, id, transaction)
    demand(actor, keeperOf(user))
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
  demand(actor, 'designer')
  return inTransaction(async (transaction) => {
    const user = await member(actor, id, transaction)
    demand(actor, keeperOf(user))
    const { email, role } = user
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
export async function changePassword(actor: Anybody, input: { now: string; next: string }): Promise<void> {
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
  readonly role: Role | 'client'
  /** Whose inbox it is for, of a client's own people. */
  readonly client: string | null
  readonly name: string | null
}

/** Finds what a link is for. @returns undefined when the link has ended or never existed */
export async function openLink(token: string): Promise<OpenLink | undefined> {
  const [row] = await db().sequelize.query<OpenLink>(
    `select l.kind, a.name as agency, l.email, l.role, u.name, c.name as client from user_links l join agencies a on a.id = l.agency_id left join clients c on c.id = l.client_id left join users u on u.id = l.user_id
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
      clientId: string | null
    }>(
      `update user_links set used_at = now() where token_hash = $1 and used_at is null and expires_at > now()
       returning kind, agency_id as "agencyId", user_id as "userId", email, role, client_id as "clientId"`,
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
    const { agencyId, role, clientId } = row
    const facts = { agencyId, role, clientId, name: input.name, passwordHash, removedAt: null }
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
