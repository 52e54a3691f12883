/** Sign-ups carried along to another service: those that were there, each that follows, to another list at any time. */
import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { makeActor, makeColleague } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const house = startServices(() =>
  Promise.resolve({ YIMBLE_CONNECTORS: JSON.stringify({ letters: 'http://127.0.0.1:9' }) }),
)
const { s, outside } = house
let lists: typeof import('./lists')
let carrying: typeof import('./carrying')
let subscribers: typeof import('./subscribers')
beforeAll(async () => {
  lists = await import('./lists')
  carrying = await import('./carrying')
  subscribers = await import('./subscribers')
  const { env } = await import('../../env')
  env().YIMBLE_CONNECTORS.letters = outside.origin
})

interface Told {
  readonly email: string
  readonly isOn: boolean
  readonly consent: string
}
/** What the service has been told, by list, in the order in which it was. */
let told: Record<string, Told[]> = {}
let answers: 'well' | 'away' | 'no such key' = 'well'
let actor: Actor
let clientId = ''
let listId = ''
let connectionId = ''
beforeEach(async () => {
  told = {}
  answers = 'well'
  outside.answer = (request, response) => {
    const respond = (value: object, status = 200) =>
      void response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(value))
    if (answers === 'away') return respond({}, 503)
    if (answers === 'no such key' || request.headers['x-key'] !== 'k') return respond({}, 401)
    if (request.url === '/api/lists') return respond({ lists: [{ id: 'one', name: 'One', people: 0 }] })
    const key = /^\/api\/lists\/(\w+)\/people$/.exec(request.url!)![1]!
    let text = ''
    request.on('data', (piece) => (text += String(piece)))
    request.on('end', () => {
      const { people } = JSON.parse(text) as { people: Told[] }
      const isDead = ({ email }: Told) => email.includes('dead')
      told[key] = [...(told[key] ?? []), ...people.filter((one) => !isDead(one))]
      respond({
        results: people.map((one) => ({
          email: one.email,
          taken: !isDead(one),
          ...(isDead(one) ? { why: 'came back' } : {}),
        })),
      })
    })
  }
  actor = await makeActor()
  clientId = (await s.createClient(actor, { name: 'Bakery', locale: 'en', timeZone: 'UTC' })).id
  listId = (await lists.createList(actor, clientId, 'Letters')).id
  connectionId = (await s.addKey(actor, clientId, 'letters', 'k')).id
})

let count = 0
/** @returns the token of the link that ends it */
async function signUp(email = `a${(count += 1)}@post.example`, list = listId): Promise<string> {
  await s.inTransaction((transaction) =>
    subscribers.askToConfirm(
      {
        listId: list,
        email,
        consent: 'I agree.',
        page: '',
        widget: { clientId, clientName: 'B', locale: 'en' },
      },
      transaction,
    ),
  )
  const row = (await s.db().Subscriber.findOne({ where: { listId: list, email } }))!
  return row.token
}
async function confirmed(email?: string): Promise<string> {
  const token = await signUp(email)
  await subscribers.setSubscribed(token, 'confirmed')
  return token
}
const to = (key: string) =>
  carrying.sendListTo(actor, listId, { connectionId, key, label: key.toUpperCase() })
const state = async () => (await lists.getList(actor, listId)).destination!
const addresses = (key: string, isOn = true) =>
  (told[key] ?? []).filter((one) => one.isOn === isOn).map((one) => one.email)

describe('carried along', () => {
  test('everybody who had confirmed, with what they agreed to; not who has only asked, nor who has left', async () => {
    await confirmed('here@post.example')
    await signUp('asked@post.example')
    await subscribers.setSubscribed(await confirmed('gone@post.example'), 'left')
    expect((await to('one')).destination).toMatchObject({
      service: 'Saltmere Letters',
      label: 'ONE',
      waiting: 1,
    })
    await carrying.carry(listId)
    expect(told.one).toEqual([
      {
        email: 'here@post.example',
        isOn: true,
        consent: 'I agree.',
        since: expect.any(String) as unknown as string,
      },
    ])
    expect(await state()).toMatchObject({ waiting: 0, carried: 1, refused: 0, trouble: null })
    await carrying.carry(listId)
    expect(told.one).toHaveLength(1)
  })
  test('more than go at once', async () => {
    await s.db().sequelize.query(
      `insert into subscribers (list_id, email, state, token, consent, locale, confirmed_at)
       select $1::uuid, 'many' || n || '@post.example', 'confirmed', 'token ' || $1::text || n, 'Yes', 'en', now() from generate_series(1, 250) n`,
      { bind: [listId] },
    )
    await to('one')
    await carrying.carry(listId)
    expect(new Set(addresses('one')).size).toBe(250)
    expect(await state()).toMatchObject({ waiting: 0, carried: 250 })
  })
  test('who is not taken is reported with the reason, and not told again', async () => {
    await confirmed('dead@post.example')
    await confirmed('well@post.example')
    await to('one')
    await carrying.carry(listId)
    expect(await state()).toMatchObject({ carried: 1, refused: 1, waiting: 0 })
    expect(await carrying.listRefused(actor, listId)).toEqual([
      { email: 'dead@post.example', why: 'came back' },
    ])
  })
  test('who signs up and who leaves afterwards; nobody is told of leaving who was never there', async () => {
    await to('one')
    const token = await confirmed('next@post.example')
    const fleeting = await confirmed('fleeting@post.example')
    await subscribers.setSubscribed(fleeting, 'left')
    await carrying.carry(listId)
    expect(addresses('one')).toEqual(['next@post.example'])
    await subscribers.setSubscribed(token, 'left')
    expect((await state()).waiting).toBe(1)
    await carrying.carry(listId)
    expect(addresses('one', false)).toEqual(['next@post.example'])
    await subscribers.setSubscribed(token, 'confirmed')
    await carrying.carry(listId)
    expect(addresses('one')).toEqual(['next@post.example', 'next@post.example'])
  })
  test('to another list everybody goes anew; kept here only, nobody goes anywhere', async () => {
    await confirmed('a@post.example')
    await to('one')
    await carrying.carry(listId)
    await to('two')
    expect(await state()).toMatchObject({ waiting: 1, carried: 0 })
    await carrying.carry(listId)
    expect(addresses('two')).toEqual(['a@post.example'])
    expect((await carrying.sendListTo(actor, listId, null)).destination).toBeNull()
    await confirmed('b@post.example')
    await carrying.carry(listId)
    expect([addresses('one').length, addresses('two').length]).toEqual([1, 1])
  })
})

describe('when it does not get through', () => {
  test('the service is away: said, tried again, and nobody is lost or told twice', async () => {
    await confirmed('a@post.example')
    await to('one')
    answers = 'away'
    await expect(carrying.carry(listId)).rejects.toThrow()
    expect((await state()).trouble).toContain('503')
    expect((await state()).waiting).toBe(1)
    answers = 'well'
    await carrying.carry(listId)
    expect(addresses('one')).toEqual(['a@post.example'])
    expect((await state()).trouble).toBeNull()
  })
  test('the key is no longer taken: said, not tried again by itself; a key that works goes on', async () => {
    await confirmed('a@post.example')
    await to('one')
    answers = 'no such key'
    await carrying.carry(listId)
    expect((await state()).trouble).toContain('Saltmere Letters')
    expect((await s.db().Connection.findByPk(connectionId))!.state).toBe('lost')
    answers = 'well'
    await s.addKey(actor, clientId, 'letters', 'k')
    await carrying.carry(listId)
    expect(await state()).toMatchObject({ carried: 1, trouble: null })
  })
  test('two at once: one of them carries', async () => {
    await confirmed('a@post.example')
    await to('one')
    await Promise.all([carrying.carry(listId), carrying.carry(listId)])
    expect(addresses('one')).toEqual(['a@post.example'])
  })
})

test('whoever is forgotten here is still known there, which is said', async () => {
  const { forgetPerson } = await import('./people')
  await confirmed('a@post.example')
  await confirmed('b@post.example')
  await to('one')
  await carrying.carry(listId)
  await confirmed('later@post.example')
  expect((await forgetPerson(actor, 'a@post.example')).elsewhere).toEqual(['Saltmere Letters'])
  expect((await forgetPerson(actor, 'later@post.example')).elsewhere).toEqual([])
})

test('by designers, to connections of the client; strangers find nothing', async () => {
  const viewer = await makeColleague(actor.agencyId, 'viewer')
  const destination = { connectionId, key: 'one', label: 'One' }
  expect(await codeOf(carrying.sendListTo(viewer, listId, destination))).toBe('not_allowed')
  const stranger = await makeActor()
  expect(await codeOf(carrying.sendListTo(stranger, listId, null))).toBe('missing')
  expect(await codeOf(carrying.listRefused(stranger, listId))).toBe('missing')
  const other = (await s.createClient(actor, { name: 'Other', locale: 'en', timeZone: 'UTC' })).id
  const theirs = (await s.addKey(actor, other, 'letters', 'k')).id
  expect(await codeOf(carrying.sendListTo(actor, listId, { ...destination, connectionId: theirs }))).toBe(
    'missing',
  )
})
