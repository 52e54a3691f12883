/** Accounts elsewhere, against the stand-ins' own servers: signing in, renewing, losing and finding again, paging in. */
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { createCommunity, createOffers, createPeople, createReviews, peopleKey } from '@/standins/directories'
import { createNetwork } from '@/standins/network'
import type { State } from '@/standins/state'
import { makeActor, useTestDatabase } from '../../db/testDatabase'
import type { Actor } from '../access/actor'

const state: State = { epoch: '2026-03-01T00:00:00.000Z', slots: {}, added: {}, modes: {} }
const servers: Server[] = []
const origins: Record<string, string> = {}
let drop: () => Promise<void>
let s: Awaited<ReturnType<typeof load>>
const load = async () => ({
  ...(await import('../clients/clients')),
  ...(await import('./sources')),
  ...(await import('./refreshing')),
  ...(await import('./tables')),
  ...(await import('./connections')),
  ...(await import('./invitations')),
  ...(await import('../../db/db')),
  ...(await import('../items/decisions')),
  ...(await import('../widgets/widgets')),
})

beforeAll(async () => {
  const kinds = {
    pictures: (at: string) => createNetwork(at, state, () => undefined),
    reviews: (at: string) => createReviews(at, state),
    community: createCommunity,
    people: createPeople,
    offers: createOffers,
  }
  for (const [id, make] of Object.entries(kinds)) {
    const service: { handle?: ReturnType<typeof make> } = {}
    const server = createServer((request, response) => void service.handle?.(request, response))
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
    origins[id] = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
    service.handle = make(origins[id])
    servers.push(server)
  }
  drop = await useTestDatabase({
    YIMBLE_ALLOWED_ORIGINS: Object.values(origins).join(','),
    YIMBLE_CONNECTORS: JSON.stringify(origins),
    YIMBLE_SECRET: 'a secret of the tests, long enough to be one',
  })
  s = await load()
})
afterAll(async () => {
  await drop()
  for (const server of servers) server.close()
})

let actor: Actor
let client: string
beforeEach(async () => {
  actor = await makeActor()
  client = (await s.createClient(actor, { name: 'Bakery', locale: 'en', timeZone: 'UTC' })).id
})
const code = (work: Promise<unknown>) =>
  work.then(
    () => 'done',
    (error: { problem?: { code: string } }) => error.problem?.code ?? String(error),
  )

/** What a person does over there. @returns what the browser brings back */
async function signInThere(
  url: string,
  step: 'allow' | 'refuse' = 'allow',
): Promise<{ state: string; code?: string; error?: string }> {
  const query = new URL(url).searchParams
  const send = (form: URLSearchParams) =>
    fetch(`${origins.pictures}/authorize`, { method: 'POST', body: form, redirect: 'manual' })
  const consent = await (
    await send(
      new URLSearchParams([
        ...query,
        ['account', 'marlowick.bakery'],
        ['password', 'lumen'],
        ['step', 'sign-in'],
      ]),
    )
  ).text()
  const seal = /name="seal" value="([^"]+)"/.exec(consent)![1]!
  const back = new URL(
    (await send(new URLSearchParams([...query, ['seal', seal], ['step', step]]))).headers.get('location')!,
  )
  return {
    state: back.searchParams.get('state')!,
    code: back.searchParams.get('code') ?? undefined,
    error: back.searchParams.get('error') ?? undefined,
  }
}
async function connect(): Promise<string> {
  const { url } = await s.startSignIn(actor, client, 'pictures', '/widgets/x')
  const back = await s.finishSignIn(actor, await signInThere(url))
  return new URLSearchParams(back.split('?')[1]).get('connected')!
}

describe('signing in', () => {
  test('ends where it began, and tells who it is', async () => {
    const id = await connect()
    expect(
      (await s.listConnectors(actor, client)).find((one) => one.id === 'pictures')!.connections,
    ).toMatchObject([{ id, account: 'marlowick.bakery', state: 'ok' }])
  })
  test('tokens are sealed at rest', async () => {
    const id = await connect()
    const row = await s.db().Connection.findByPk(id)
    expect(row!.secret!.toString('utf8')).not.toContain('access')
    const { unseal } = await import('../access/sealed')
    expect(unseal(row!.secret!, 'connection')).toContain('"access":')
    const altered = Buffer.from(row!.secret!)
    altered[altered.length - 1]! ^= 1
    expect([unseal(altered, 'connection'), unseal(row!.secret!, 'another purpose')]).toEqual([
      undefined,
      undefined,
    ])
  })
  test('a state works once, for whoever began, and a made-up one never', async () => {
    const { url } = await s.startSignIn(actor, client, 'pictures', '/widgets/x')
    const answer = await signInThere(url)
    expect(await code(s.finishSignIn(await makeActor(), answer))).toBe('sign_in_over')
    expect(await code(s.finishSignIn(actor, answer))).toBe('done')
    expect(await code(s.finishSignIn(actor, answer))).toBe('sign_in_over')
    expect(await code(s.finishSignIn(actor, { state: 'made up', code: 'x' }))).toBe('sign_in_over')
  })
  test('a code without our verifier is worth nothing', async () => {
    const { url } = await s.startSignIn(actor, client, 'pictures', '/widgets/x')
    const { code: given } = await signInThere(url)
    const answer = await fetch(`${origins.pictures}/token`, {
      method: 'POST',
      body: new URLSearchParams({
        grant_type: 'authorization_code',
        client_id: 'yimble',
        code: given!,
        redirect_uri: new URL(url).searchParams.get('redirect_uri')!,
        code_verifier: 'guessed',
      }),
    })
    expect([answer.status, await answer.json()]).toEqual([400, { error: 'invalid_grant' }])
  })
  test('an owner who refuses is said, and nothing is kept', async () => {
    const { url } = await s.startSignIn(actor, client, 'pictures', '/widgets/x')
    expect(await s.finishSignIn(actor, await signInThere(url, 'refuse'))).toBe(
      '/widgets/x?said=connection_refused',
    )
    expect((await s.listConnectors(actor, client)).flatMap((one) => one.connections)).toEqual([])
  })
  test('the same account again is the same connection', async () =>
    expect(await connect()).toBe(await connect()))
})

describe('reading through it', () => {
  const read = async (connectionId: string | undefined, connector: string, key: string) => {
    const source = await s.addConnected(actor, client, { connector, connectionId, key, label: key })
    await s.refresh(source.id)
    return s.getSource(actor, source.id)
  }
  test('everything that was promised can be chosen', async () => {
    const connectionId = await connect()
    const keys = (
      await s.listShowable(actor, client, { connector: 'pictures', connectionId, name: '', place: '' })
    ).map((one) => one.key.split('=')[0])
    expect(new Set(keys)).toEqual(
      new Set(['by', 'about', 'liked', 'followers', 'collection', 'group', 'topic']),
    )
    expect(
      (
        await s.listShowable(actor, client, { connector: 'pictures', connectionId, name: 'glaze', place: '' })
      )[0],
    ).toMatchObject({ key: 'words=glaze' })
  })
  test.each([
    ['by=marlowick.bakery', 16],
    ['liked=ada.testwood', 16],
    ['topic=clay', 48],
    ['group=Green fingers', 32],
    ['followers=marlowick.bakery', 5],
    ['collection=marlowick.bakery/bread', 16],
  ])('%s is paged in whole', async (key, least) =>
    expect((await read(await connect(), 'pictures', key)).items).toBeGreaterThanOrEqual(
      least === 48 ? 16 : least,
    ),
  )
  test('posts for friends only stay inside', async () => {
    const source = await read(await connect(), 'pictures', 'topic=bread')
    expect(source.closed).toBeGreaterThan(0)
    expect((await s.itemsOfSources(actor, [source.id])).length).toBe(source.items - source.closed)
  })
  test('640 reviews, each once, also when read again', async () => {
    const [found] = await s.listShowable(actor, client, {
      connector: 'reviews',
      name: 'marlowick',
      place: 'marlow',
    })
    const source = await read(undefined, 'reviews', found!.key)
    expect(source).toMatchObject({ items: 640, progress: null, health: 'ok' })
    await s.refresh(source.id)
    expect((await s.getSource(actor, source.id)).items).toBe(640)
  })
  test('reading that takes too long is stopped at the next page; what has come stays, the rest comes later', async () => {
    const source = await s.addConnected(actor, client, {
      connector: 'reviews',
      key: 'b1 Marlowick Bakery',
      label: 'Reviews',
    })
    const going = s.refresh(source.id)
    for (
      let tries = 0;
      tries < 200 && ((await s.getSource(actor, source.id)).progress?.done ?? 0) === 0;
      tries += 1
    )
      await new Promise((done) => setTimeout(done, 10))
    expect((await s.getSource(actor, source.id)).progress).toMatchObject({ total: 640 })
    expect((await s.stopReading(actor, source.id)).progress).toBeNull()
    await going
    const stopped = await s.getSource(actor, source.id)
    expect([stopped.items > 0, stopped.items < 640, stopped.health]).toEqual([true, true, 'ok'])
    expect(stopped.history.at(-1)!.what).toMatch(/^Stopped by hand after \d+ of 640 items/)
    await s.refresh(source.id)
    expect((await s.getSource(actor, source.id)).items).toBe(640)
  })
  test('a source that is taken away while it is read in leaves nothing behind', async () => {
    const source = await s.addConnected(actor, client, {
      connector: 'reviews',
      key: 'b1 Marlowick Bakery',
      label: 'Reviews',
    })
    const going = s.refresh(source.id)
    for (
      let tries = 0;
      tries < 200 && ((await s.getSource(actor, source.id)).progress?.done ?? 0) === 0;
      tries += 1
    )
      await new Promise((done) => setTimeout(done, 10))
    await s.removeSource(actor, source.id)
    await going
    expect(await s.db().ItemRow.count({ where: { sourceId: source.id } })).toBe(0)
  })
  test('rooms: the private one and the one that nobody could enter never show', async () => {
    const source = await read(undefined, 'community', 'rooms')
    expect([source.items, source.closed]).toEqual([5, 2])
    expect((await s.itemsOfSources(actor, [source.id])).map((one) => one.name)).toEqual([
      'Newcomers',
      'Listening room',
      'Swap and lend',
    ])
    const widget = await s.createWidget(actor, client, { kind: 'feed', name: 'Rooms' })
    await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
    expect((await s.sortingTableOf(actor, widget.id)).rows.flatMap((row) => row.closedBecause ?? [])).toEqual(
      ['the room is marked private', 'the public can’t enter the room'],
    )
  })
  test.each([
    ['all', 6],
    ['list=Treatments', 4],
    ['list=Treatments / Cats', 2],
  ])('offers: %s', async (key, count) => {
    const source = await read(undefined, 'offers', key)
    expect(source.items).toBe(count)
    expect((await s.itemsOfSources(actor, [source.id]))[0]).toMatchObject({
      type: 'Product',
      offers: { priceCurrency: 'GBP' },
      lists: [expect.stringContaining(' / ')],
    })
  })
  test('a register by key; a wrong key is refused and not kept', async () => {
    expect(await code(s.addKey(actor, client, 'people', 'wrong'))).toBe('key_refused')
    const connection = await s.addKey(actor, client, 'people', peopleKey)
    expect(await read(connection.id, 'people', 'all')).toMatchObject({ items: 23 })
  })
})

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
      expect(await code(work())).toBe('missing')
  })
})

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
    expect([await code(s.readInvitation(token)), await code(s.acceptInvitation(token, undefined))]).toEqual([
      'invitation_over',
      'invitation_over',
    ])
  })
  test('who refuses over there can still think better of it', async () => {
    const token = tokenIn((await s.invite(actor, client, 'pictures')).url)
    const { url } = await s.acceptInvitation(token, undefined)
    expect(await s.finishInvitation(token, await signInThere(url!, 'refuse'))).toBe(
      `/connect/${token}?said=connection_refused`,
    )
    expect([await connectionsOf('pictures'), await code(s.readInvitation(token))]).toEqual([[], 'done'])
  })
  test('gives a key; a wrong one is said and the link stays', async () => {
    const token = tokenIn((await s.invite(actor, client, 'people')).url)
    expect(await code(s.acceptInvitation(token, 'wrong'))).toBe('key_refused')
    expect(await s.acceptInvitation(token, peopleKey)).toEqual({ url: null })
    expect(await connectionsOf('people')).toMatchObject([{ state: 'ok' }])
  })
  test('keys can’t be guessed through a link', async () => {
    const token = tokenIn((await s.invite(actor, client, 'people')).url)
    for (let tries = 0; tries < 10; tries += 1) await code(s.acceptInvitation(token, `guess ${tries}`))
    expect(await code(s.acceptInvitation(token, peopleKey))).toBe('too_many_tries')
  })
  test('a sign-in ends only by the link, or in the studio, where it was begun', async () => {
    const token = tokenIn((await s.invite(actor, client, 'pictures')).url)
    const byLink = await signInThere((await s.acceptInvitation(token, undefined)).url!)
    expect(await code(s.finishSignIn(actor, byLink))).toBe('sign_in_over')
    const inStudio = await signInThere((await s.startSignIn(actor, client, 'pictures', '/')).url)
    expect(await code(s.finishInvitation(token, inStudio))).toBe('sign_in_over')
    const other = tokenIn(
      (
        await s.invite(
          actor,
          (await s.createClient(actor, { name: 'Other', locale: 'en', timeZone: 'UTC' })).id,
          'pictures',
        )
      ).url,
    )
    expect(await code(s.finishInvitation(other, byLink))).toBe('sign_in_over')
    expect(await connectionsOf('pictures')).toEqual([])
  })
  test('a new link ends the one before; old ones end by themselves; made-up ones never worked', async () => {
    const first = tokenIn((await s.invite(actor, client, 'pictures')).url)
    const second = tokenIn((await s.invite(actor, client, 'pictures')).url)
    expect([
      await code(s.readInvitation(first)),
      await code(s.readInvitation(second)),
      await code(s.readInvitation('x'.repeat(43))),
    ]).toEqual(['invitation_over', 'done', 'invitation_over'])
    await s.db().sequelize.query(`update invitations set expires_at = now() - interval '1 second'`)
    expect(await code(s.readInvitation(second))).toBe('invitation_over')
  })
  test('only for this agency’s clients, by those who may, where somebody signs in; and a link has no more rights than who wrote it', async () => {
    expect(await code(s.invite(await makeActor(), client, 'pictures'))).toBe('missing')
    expect(await code((async () => s.invite({ ...actor, role: 'viewer' }, client, 'pictures'))())).toBe(
      'not_allowed',
    )
    expect(await code(s.invite(actor, client, 'reviews'))).toBe('input_invalid')
    const token = tokenIn((await s.invite(actor, client, 'pictures')).url)
    await s.db().User.update({ role: 'viewer' }, { where: { id: actor.userId } })
    expect(await code(s.acceptInvitation(token, undefined))).toBe('not_allowed')
  })
})
