/** Accounts elsewhere that run out, are lost, found again or taken away. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { peopleKey } from '@/standins/directories'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf } from '../testServices'
import { startAccounts } from './testAccounts'

const { s, state, origins, connect, now } = startAccounts()
let actor: Actor
let client: string
beforeEach(() => void ({ actor, client } = now))

describe('when it is lost', () => {
  test('the source keeps what it has, says what to do, and goes on after signing in again', async () => {
    const connectionId = await connect()
    const source = await s.addConnected(actor, client, {
      connector: 'pictures',
      connectionId,
      key: 'by=marlowick.bakery',
      label: 'Posts',
    })
    await s.refresh(source.id)
    const before = (await s.getSource(actor, source.id)).items
    state.consentRound = (state.consentRound ?? 0) + 1
    await s.refresh(source.id)
    expect(await s.getSource(actor, source.id)).toMatchObject({
      items: before,
      health: 'failing',
      connection: 'lost',
      lastProblem: { code: 'connection_lost' },
    })
    expect(await connect()).toBe(connectionId)
    await s.refresh(source.id)
    expect(await s.getSource(actor, source.id)).toMatchObject({
      items: before,
      health: 'ok',
      connection: 'ok',
    })
  })
  test('an access token that ran out is renewed by itself', async () => {
    const connectionId = await connect()
    await s.db().Connection.update({ expiresAt: new Date(0) }, { where: { id: connectionId } })
    expect(
      (await s.listShowable(actor, client, { connector: 'pictures', connectionId, name: '', place: '' }))
        .length,
    ).toBeGreaterThan(3)
    expect((await s.db().Connection.findByPk(connectionId))!.expiresAt!.getTime()).toBeGreaterThan(Date.now())
  })
  test('many who find it run out renew it once, since a refresh token works once', async () => {
    const connectionId = await connect()
    await s.db().Connection.update({ expiresAt: new Date(0) }, { where: { id: connectionId } })
    const ask = () =>
      s.listShowable(actor, client, { connector: 'pictures', connectionId, name: '', place: '' })
    const lists = await Promise.all(Array.from({ length: 8 }, ask))
    expect(lists.map((one) => one.length)).toEqual(Array.from({ length: 8 }, () => lists[0]!.length))
    expect(await s.db().Connection.findByPk(connectionId)).toMatchObject({ state: 'ok', renewingUntil: null })
  })
  test('an access token that ended early over there is renewed, too', async () => {
    const connectionId = await connect()
    const { sealedTokens, secretOf } = await import('../access/access')
    const row = (await s.db().Connection.findByPk(connectionId))!
    await row.update(
      sealedTokens({
        access: 'no longer good',
        refresh: secretOf(row)!.refresh,
        expiresInS: 3600,
      }),
    )
    expect(
      (await s.listShowable(actor, client, { connector: 'pictures', connectionId, name: '', place: '' }))
        .length,
    ).toBeGreaterThan(3)
    expect((await row.reload()).state).toBe('ok')
  })
  test('a renewal that was cut off does not block the next one for ever', async () => {
    const connectionId = await connect()
    await s
      .db()
      .Connection.update(
        { expiresAt: new Date(0), renewingUntil: new Date(Date.now() + 700) },
        { where: { id: connectionId } },
      )
    expect(
      (await s.listShowable(actor, client, { connector: 'pictures', connectionId, name: '', place: '' }))
        .length,
    ).toBeGreaterThan(3)
  })
  test('taken away, over there too; its sources stay with what they have, and go on when the account is connected again', async () => {
    const connectionId = await connect()
    const source = await s.addConnected(actor, client, {
      connector: 'pictures',
      connectionId,
      key: 'by=marlowick.bakery',
      label: 'Posts',
    })
    await s.refresh(source.id)
    const { secretOf } = await import('../access/access')
    const { access } = secretOf((await s.db().Connection.findByPk(connectionId))!)!
    expect(await s.removeConnection(actor, connectionId)).toEqual({ isKnownThere: true })
    expect(
      (await fetch(`${origins.pictures}/api/showable`, { headers: { authorization: `Bearer ${access}` } }))
        .status,
    ).toBe(401)
    await s.refresh(source.id)
    expect(await s.getSource(actor, source.id)).toMatchObject({
      items: 16,
      health: 'failing',
      connection: 'lost',
    })
    expect(await connect()).toBe(connectionId)
    await s.refresh(source.id)
    expect(await s.getSource(actor, source.id)).toMatchObject({ items: 16, health: 'ok', connection: 'ok' })
  })
  test('one that nothing is read through is gone when it is taken away, also when its service can’t be told', async () => {
    const connectionId = await connect()
    const { pictures } = origins
    const { env } = await import('../../env')
    env().YIMBLE_CONNECTORS.pictures = 'http://127.0.0.1:9'
    const answer = await s.removeConnection(actor, connectionId)
    env().YIMBLE_CONNECTORS.pictures = pictures!
    expect([answer, await s.db().Connection.findByPk(connectionId)]).toEqual([{ isKnownThere: false }, null])
  })
  test('a new key lets what waited go on at once', async () => {
    const { id } = await s.addKey(actor, client, 'people', peopleKey)
    const source = await s.addConnected(actor, client, {
      connector: 'people',
      connectionId: id,
      key: 'all',
      label: 'Register',
    })
    await s.refresh(source.id)
    const { sealedKey } = await import('../access/access')
    await s.db().Connection.update(sealedKey('taken back'), { where: { id } })
    await s.refresh(source.id)
    expect(await s.getSource(actor, source.id)).toMatchObject({ items: 23, connection: 'lost' })
    expect((await s.addKey(actor, client, 'people', peopleKey)).id).toBe(id)
    expect((await s.db().Source.findByPk(source.id))!.nextAt.getTime()).toBeLessThanOrEqual(Date.now())
  })
  test('another agency’s connection is absent', async () => {
    const connectionId = await connect()
    const stranger = await makeActor()
    const theirs = (await s.createClient(stranger, { name: 'Theirs', locale: 'en', timeZone: 'UTC' })).id
    for (const work of [
      () => s.listConnectors(stranger, client),
      () => s.removeConnection(stranger, connectionId),
      () => s.listShowable(stranger, theirs, { connector: 'pictures', connectionId, name: '', place: '' }),
      () =>
        s.addConnected(stranger, theirs, { connector: 'pictures', connectionId, key: 'by=x', label: 'x' }),
      () => s.startSignIn(stranger, client, 'pictures', '/'),
    ])
      expect(await codeOf(work())).toBe('missing')
  })
})
