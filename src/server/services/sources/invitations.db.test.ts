/** An account whose owner has no place in the studio is connected by a link. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { peopleKey } from '@/standins/directories'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf } from '../testServices'
import { startAccounts } from './testAccounts'

const { s, signInThere, now } = startAccounts()
let actor: Actor
let client: string
beforeEach(() => void ({ actor, client } = now))

describe('an owner without a studio account', () => {
  const tokenIn = (url: string) => url.split('/').at(-1)!
  const connectionsOf = async (connector: string) =>
    (await s.listConnectors(actor, client)).find((one) => one.id === connector)!.connections
  test('reads who asks for what, signs in over there, and is done; the link is used up', async () => {
    const { url, text } = await s.invite(actor, client, 'pictures')
    expect(text).toContain(url)
    const token = tokenIn(url)
    expect(await s.readInvitation(token)).toMatchObject({
      client: 'Bakery',
      label: 'Lumenfold',
      signIn: 'oauth',
    })
    const { url: there } = await s.acceptInvitation(token, undefined)
    const kept = JSON.stringify([
      await s.db().sequelize.query('select row_to_json(i)::text from invitations i'),
      await s.db().sequelize.query('select row_to_json(x)::text from sign_ins x'),
    ])
    expect([kept.includes(token), there!.includes(token)]).toEqual([false, false])
    expect(await s.finishInvitation(token, await signInThere(there!))).toBe('/connect/done')
    expect(await connectionsOf('pictures')).toMatchObject([{ account: 'marlowick.bakery', state: 'ok' }])
    expect([
      await codeOf(s.readInvitation(token)),
      await codeOf(s.acceptInvitation(token, undefined)),
    ]).toEqual(['invitation_over', 'invitation_over'])
  })
  test('who refuses over there can still think better of it', async () => {
    const token = tokenIn((await s.invite(actor, client, 'pictures')).url)
    const { url } = await s.acceptInvitation(token, undefined)
    expect(await s.finishInvitation(token, await signInThere(url!, 'refuse'))).toBe(
      `/connect/${token}?said=connection_refused`,
    )
    expect([await connectionsOf('pictures'), await codeOf(s.readInvitation(token))]).toEqual([[], 'done'])
  })
  test('gives a key; a wrong one is said and the link stays', async () => {
    const token = tokenIn((await s.invite(actor, client, 'people')).url)
    expect(await codeOf(s.acceptInvitation(token, 'wrong'))).toBe('key_refused')
    expect(await s.acceptInvitation(token, peopleKey)).toEqual({ url: null })
    expect(await connectionsOf('people')).toMatchObject([{ state: 'ok' }])
  })
  test('keys can’t be guessed through a link', async () => {
    const token = tokenIn((await s.invite(actor, client, 'people')).url)
    for (let tries = 0; tries < 10; tries += 1) await codeOf(s.acceptInvitation(token, `guess ${tries}`))
    expect(await codeOf(s.acceptInvitation(token, peopleKey))).toBe('too_many_tries')
  })
  test('a sign-in ends only by the link, or in the studio, where it was begun', async () => {
    const token = tokenIn((await s.invite(actor, client, 'pictures')).url)
    const byLink = await signInThere((await s.acceptInvitation(token, undefined)).url!)
    expect(await codeOf(s.finishSignIn(actor, byLink))).toBe('sign_in_over')
    const inStudio = await signInThere((await s.startSignIn(actor, client, 'pictures', '/')).url)
    expect(await codeOf(s.finishInvitation(token, inStudio))).toBe('sign_in_over')
    const other = tokenIn(
      (
        await s.invite(
          actor,
          (await s.createClient(actor, { name: 'Other', locale: 'en', timeZone: 'UTC' })).id,
          'pictures',
        )
      ).url,
    )
    expect(await codeOf(s.finishInvitation(other, byLink))).toBe('sign_in_over')
    expect(await connectionsOf('pictures')).toEqual([])
  })
  test('a new link ends the one before; old ones end by themselves; made-up ones never worked', async () => {
    const first = tokenIn((await s.invite(actor, client, 'pictures')).url)
    const second = tokenIn((await s.invite(actor, client, 'pictures')).url)
    expect([
      await codeOf(s.readInvitation(first)),
      await codeOf(s.readInvitation(second)),
      await codeOf(s.readInvitation('x'.repeat(43))),
    ]).toEqual(['invitation_over', 'done', 'invitation_over'])
    await s.db().sequelize.query(`update invitations set expires_at = now() - interval '1 second'`)
    expect(await codeOf(s.readInvitation(second))).toBe('invitation_over')
  })
  test('only for this agency’s clients, by those who may, where somebody signs in; and a link has no more rights than who wrote it', async () => {
    expect(await codeOf(s.invite(await makeActor(), client, 'pictures'))).toBe('missing')
    expect(await codeOf((async () => s.invite({ ...actor, role: 'viewer' }, client, 'pictures'))())).toBe(
      'not_allowed',
    )
    expect(await codeOf(s.invite(actor, client, 'reviews'))).toBe('input_invalid')
    const token = tokenIn((await s.invite(actor, client, 'pictures')).url)
    await s.db().User.update({ role: 'viewer' }, { where: { id: actor.userId } })
    expect(await codeOf(s.acceptInvitation(token, undefined))).toBe('not_allowed')
  })
})
