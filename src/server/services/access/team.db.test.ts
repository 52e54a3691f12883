/** The people of an agency, from an empty database on. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { makeActor, makeColleague, useTestDatabase } from '../../db/testDatabase'

let drop: () => Promise<void>
let s: Awaited<ReturnType<typeof load>>
const load = async () => ({
  ...(await import('./team')),
  ...(await import('./sessions')),
  ...(await import('../../db/db')),
})
beforeAll(async () => {
  drop = await useTestDatabase()
  s = await load()
})
afterAll(() => drop())

const code = (work: Promise<unknown>) =>
  work.then(
    () => 'done',
    (error: { problem?: { code: string } }) => error.problem?.code ?? String(error),
  )
const from = (address: string) => ({ userAgent: 'test', address })
const password = 'a password, long enough'
const tokenIn = (url: string) => url.split('/join/')[1]!

test('an empty studio is set up once, by whoever comes first', async () => {
  expect(await s.isEmpty()).toBe(true)
  const input = { agency: 'Fernhollow', name: 'Robin', email: ' Robin@Fernhollow.example ', password }
  const all = await Promise.all([1, 2, 3].map(() => code(s.setUp(input))))
  expect(all.sort()).toEqual(['already_set_up', 'already_set_up', 'done'])
  expect(await s.isEmpty()).toBe(false)
  const { token } = await s.signIn({ email: 'robin@fernhollow.example', password, ...from('192.0.2.1') })
  expect((await s.actorOfSession(token))?.role).toBe('owner')
})

describe('links', () => {
  test('an invitation works once, and makes a member with its role', async () => {
    const owner = await makeActor()
    const { url } = await s.invitePerson(owner, { email: 'New@x.example', role: 'viewer' })
    expect(await s.openLink(tokenIn(url))).toMatchObject({
      kind: 'invite',
      email: 'new@x.example',
      role: 'viewer',
    })
    expect(await s.takeLink(tokenIn(url), { name: 'Newcomer', password })).toBe('new@x.example')
    expect(await code(s.takeLink(tokenIn(url), { name: 'Second', password }))).toBe('link_over')
    expect(await s.openLink(tokenIn(url))).toBeUndefined()
    expect((await s.teamOf(owner)).members.map((one) => one.email)).toContain('new@x.example')
    expect(await code(s.invitePerson(owner, { email: 'new@x.example', role: 'viewer' }))).toBe('person_there')
  })
  test('a newer invitation ends the one before it, and a withdrawn one is over', async () => {
    const owner = await makeActor()
    const first = await s.invitePerson(owner, { email: 'twice@x.example', role: 'viewer' })
    const second = await s.invitePerson(owner, { email: 'twice@x.example', role: 'designer' })
    expect(await s.openLink(tokenIn(first.url))).toBeUndefined()
    const [invitation] = (await s.teamOf(owner)).invitations
    await s.withdrawInvitation(owner, invitation!.id)
    expect(await s.openLink(tokenIn(second.url))).toBeUndefined()
  })
  test('a link ends by itself', async () => {
    const owner = await makeActor()
    const { url } = await s.invitePerson(owner, { email: 'late@x.example', role: 'viewer' })
    await s
      .db()
      .sequelize.query(
        `update user_links set expires_at = now() - interval '1 second' where email = 'late@x.example'`,
      )
    expect(await code(s.takeLink(tokenIn(url), { name: 'Late', password }))).toBe('link_over')
  })
  test('a reset link sets a new password, and signs everybody else out', async () => {
    const owner = await makeActor()
    const member = await makeColleague(owner.agencyId)
    const { url, email } = await s.resetLink(owner, member.userId)
    await s.takeLink(tokenIn(url), { name: '', password })
    const before = await s.signIn({ email, password, ...from('192.0.2.2') })
    const again = await s.resetLink(owner, member.userId)
    await s.takeLink(tokenIn(again.url), { name: '', password: `${password}!` })
    expect(await s.actorOfSession(before.token)).toBeUndefined()
    expect(await code(s.signIn({ email, password, ...from('192.0.2.2') }))).toBe('wrong_sign_in')
  })
  test('only owners make them, and nobody reaches another agency', async () => {
    const owner = await makeActor()
    const designer = await makeColleague(owner.agencyId)
    const stranger = await makeActor()
    expect([
      await code(s.invitePerson(designer, { email: 'a@x.example', role: 'viewer' })),
      await code(s.resetLink(designer, owner.userId)),
      await code(s.resetLink(stranger, designer.userId)),
      await code(s.removePerson(stranger, designer.userId)),
    ]).toEqual(['not_allowed', 'not_allowed', 'missing', 'missing'])
  })
})

describe('members', () => {
  test('the last owner stays one', async () => {
    const owner = await makeActor()
    expect(await code(s.changeRole(owner, owner.userId, 'viewer'))).toBe('last_owner')
    expect(await code(s.removePerson(owner, owner.userId))).toBe('last_owner')
    const second = await makeColleague(owner.agencyId, 'owner')
    expect(await code(s.changeRole(owner, owner.userId, 'viewer'))).toBe('done')
    expect(await code(s.changeRole(second, owner.userId, 'owner'))).toBe('done')
  })
  test('whoever is removed is out at once, and may be invited back as the same person', async () => {
    const owner = await makeActor()
    const { url } = await s.invitePerson(owner, { email: 'back@x.example', role: 'designer' })
    await s.takeLink(tokenIn(url), { name: 'Back', password })
    const { token } = await s.signIn({ email: 'back@x.example', password, ...from('192.0.2.3') })
    const { userId } = (await s.actorOfSession(token))!
    await s.removePerson(owner, userId)
    expect(await s.actorOfSession(token)).toBeUndefined()
    expect(await code(s.signIn({ email: 'back@x.example', password, ...from('192.0.2.3') }))).toBe(
      'wrong_sign_in',
    )
    const again = await s.invitePerson(owner, { email: 'back@x.example', role: 'viewer' })
    await s.takeLink(tokenIn(again.url), { name: 'Back again', password })
    expect((await s.teamOf(owner)).members.find((one) => one.email === 'back@x.example')?.id).toBe(userId)
  })
  test('a password is changed by whoever knows the one of now', async () => {
    const owner = await makeActor()
    const { url } = await s.invitePerson(owner, { email: 'pass@x.example', role: 'viewer' })
    await s.takeLink(tokenIn(url), { name: 'P', password })
    const one = await s.signIn({ email: 'pass@x.example', password, ...from('192.0.2.4') })
    const two = await s.signIn({ email: 'pass@x.example', password, ...from('192.0.2.4') })
    const actor = (await s.actorOfSession(one.token))!
    expect(await code(s.changePassword(actor, { now: 'wrong', next: `${password}2` }))).toBe('wrong_password')
    await s.changePassword(actor, { now: password, next: `${password}2` })
    expect([await s.actorOfSession(one.token), await s.actorOfSession(two.token)]).toMatchObject([
      { role: 'viewer' },
      undefined,
    ])
  })
})

test('tries from elsewhere lock nobody out, and tries from one place end', async () => {
  const owner = await makeActor()
  const { url } = await s.invitePerson(owner, { email: 'locked@x.example', role: 'viewer' })
  await s.takeLink(tokenIn(url), { name: 'L', password })
  const attempt = (address: string, word: string) =>
    code(s.signIn({ email: 'locked@x.example', password: word, ...from(address) }))
  for (let at = 0; at < 10; at += 1) await attempt('198.51.100.7', 'guess')
  expect([await attempt('198.51.100.7', password), await attempt('192.0.2.9', password)]).toEqual([
    'too_many_tries',
    'done',
  ])
})
test('from a shell: an agency with its owner, an invitation, a reset', async () => {
  const made = await s.addAgency('Shell agency', 'shell@x.example')
  await s.takeLink(tokenIn(made.url), { name: 'Shell', password })
  expect(await code(s.inviteInto(undefined, 'more@x.example', 'viewer'))).toBe('agency_unclear')
  expect(await code(s.inviteInto('No such agency', 'more@x.example', 'viewer'))).toBe('missing')
  expect((await s.inviteInto('Shell agency', 'more@x.example', 'viewer')).url).toContain('/join/')
  expect((await s.resetByEmail('shell@x.example')).email).toBe('shell@x.example')
  expect(await code(s.resetByEmail('nobody@x.example'))).toBe('missing')
})
