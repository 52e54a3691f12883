/** Accounts elsewhere, against the stand-ins' own services: signing in, and reading through it. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { peopleKey } from '@/standins/directories'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf } from '../testServices'
import { startAccounts } from './testAccounts'

const { s, origins, signInThere, connect, now } = startAccounts()
let actor: Actor
let client: string
beforeEach(() => void ({ actor, client } = now))

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
    expect(await codeOf(s.finishSignIn(await makeActor(), answer))).toBe('sign_in_over')
    expect(await codeOf(s.finishSignIn(actor, answer))).toBe('done')
    expect(await codeOf(s.finishSignIn(actor, answer))).toBe('sign_in_over')
    expect(await codeOf(s.finishSignIn(actor, { state: 'made up', code: 'x' }))).toBe('sign_in_over')
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
      new Set(['by', 'page', 'about', 'liked', 'followers', 'collection', 'group', 'topic']),
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
  test('a page of an account tells who it is and who follows it, before its posts', async () => {
    const source = await read(await connect(), 'pictures', 'page=kiln.and.tide')
    const items = await s.itemsOfSources(actor, [source.id])
    const [page] = items.filter((one) => one.isPage)
    expect(page).toMatchObject({
      type: 'Person',
      name: 'Kiln & Tide',
      text: 'Three potters and a tide table.',
      followers: expect.any(Number) as unknown,
    })
    expect(page!.image.map((one) => one.caption)).toEqual(
      expect.arrayContaining(['Kiln & Tide', 'Oda Brask', 'Wilf Tanner']),
    )
    const posts = items.filter((one) => !one.isPage)
    expect(posts.length).toBeGreaterThan(5)
    expect(new Set(posts.map((one) => one.author?.name))).toEqual(new Set(['kiln.and.tide']))
  })
  test('rooms: the private one and the one that nobody could enter never show', async () => {
    const source = await read(undefined, 'community', 'rooms')
    const row = await s.db().Source.findByPk(source.id, { rejectOnEmpty: true })
    expect([source.items, source.closed, row.intervalMinutes]).toEqual([6, 2, 5])
    const rooms = await s.itemsOfSources(actor, [source.id])
    expect(rooms.map((one) => [one.name, one.attendeeCount, one.image.length])).toEqual([
      ['The Fiddle Room', 31, 3],
      ['Who plays what tonight', 9, 2],
      ['Lifts and last ferries', 14, 1],
      ['The Lobby', 0, 0],
    ])
    expect(JSON.stringify(rooms)).not.toMatch(/Committee|Stewards/)
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
    expect(await codeOf(s.addKey(actor, client, 'people', 'wrong'))).toBe('key_refused')
    const connection = await s.addKey(actor, client, 'people', peopleKey)
    expect(await read(connection.id, 'people', 'all')).toMatchObject({ items: 23 })
  })
})
