/** Webhooks: what they are told, signed so that a receiver can check it, tried until it is taken, and repeated by hand. */
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals'
import { Webhook } from 'standardwebhooks'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const services = startServices()
const { s } = services
let visitors: Awaited<ReturnType<typeof startVisitors>>
let hooks: typeof import('../services/visitors/webhooks')
let announcing: typeof import('../services/visitors/announcing')
let inbox: typeof import('../services/visitors/inbox')
let lists: typeof import('../services/visitors/lists')
let subscribers: typeof import('../services/visitors/subscribers')
let tickets: typeof import('./tickets')
beforeAll(async () => {
  visitors = await startVisitors()
  hooks = await import('../services/visitors/webhooks')
  announcing = await import('../services/visitors/announcing')
  inbox = await import('../services/visitors/inbox')
  lists = await import('../services/visitors/lists')
  subscribers = await import('../services/visitors/subscribers')
  tickets = await import('./tickets')
})
afterAll(() => visitors.stop())

interface Got {
  readonly headers: Record<string, string>
  readonly body: string
}
let got: Got[] = []
let status = 204
let actor: Actor
let clientId = ''
beforeEach(async () => {
  await s.db().sequelize.query('delete from throttles')
  actor = await makeActor()
  clientId = (await s.createClient(actor, { name: 'Client', locale: 'en', timeZone: 'UTC' })).id
  got = []
  status = 204
  services.outside.answer = (request, response) => {
    const pieces: Buffer[] = []
    request.on('data', (piece: Buffer) => pieces.push(piece))
    request.on('end', () => {
      got.push({ headers: request.headers as Record<string, string>, body: Buffer.concat(pieces).toString() })
      response.writeHead(status).end()
    })
  }
})

const live = async (kind: string, settings: Record<string, string> = {}) => {
  const widget = await s.createWidget(actor, clientId, { kind, name: kind })
  const patches = Object.entries(settings).map(([path, to]) => ({ path, from: '', to, label: '' }))
  if (patches.length > 0) await s.changeDraft(actor, widget.id, 0, patches)
  await s.publishNow(actor, widget.id)
  return widget.ref
}
const post = async (ref: string, name: string, body: object, ageMs = 5_000) => {
  const answer = await fetch(`${visitors.origin}/x/${ref}/${name}?key=${newKey()}`, {
    method: 'POST',
    body: JSON.stringify({
      body,
      page: 'https://client.example/',
      ticket: tickets.newTicket(ref, Date.now() - ageMs),
      trap: '',
    }),
  })
  expect(answer.status).toBe(200)
}
const say = (ref: string, talk: string, text: string, ageMs?: number) =>
  post(ref, 'say', { talk, text, files: [] }, ageMs)
const add = (path = '/hook') => hooks.addWebhook(actor, clientId, services.outside.origin + path)
const waiting = async (webhook: string) =>
  (await hooks.listDeliveries(actor, webhook)).filter((one) => one.state === 'waiting').reverse()
/** What the worker does. @returns what it said when it is to be tried again */
const deliver = (id: string) =>
  announcing.deliver(id).then(
    () => undefined,
    (error: Error) => error.message,
  )

test('is told what was sent and what was said, signed; another client’s is told nothing', async () => {
  const hook = await add()
  const other = await s.createClient(actor, { name: 'Other', locale: 'en', timeZone: 'UTC' })
  const foreign = await hooks.addWebhook(actor, other.id, `${services.outside.origin}/other`)
  const [ref, talk] = [await live('chat'), newKey()]
  await say(ref, talk, 'Hello')
  await say(ref, talk, '=1+1 <b>')
  expect(await waiting(foreign.id)).toEqual([])
  for (const { id } of await waiting(hook.id)) expect(await deliver(id)).toBeUndefined()
  expect(got).toHaveLength(2)
  const told = got.map(({ body, headers }) => new Webhook(hook.secret).verify(body, headers))
  expect(told).toMatchObject([
    { type: 'submission.created', data: { kind: 'chat', answers: [{ value: 'Hello' }], sender: null } },
    { type: 'message.created', data: { n: 1, from: 'visitor', text: '=1+1 <b>' } },
  ])
  expect(() => new Webhook(foreign.secret).verify(got[0]!.body, got[0]!.headers)).toThrow()
  expect(got[0]!.headers['content-type']).toBe('application/json')
  expect((await hooks.listWebhooks(actor, clientId))[0]).toMatchObject({ done: 2, waiting: 0, failed: 0 })
  expect(JSON.stringify(await hooks.listWebhooks(actor, clientId))).not.toContain('whsec')
})

test('what is taken for junk is told once somebody says that it is none', async () => {
  const hook = await add()
  await say(await live('chat'), newKey(), 'Too fast', 0)
  expect(await waiting(hook.id)).toEqual([])
  const [junk] = (await inbox.readInbox(actor, { state: 'junk' })).submissions
  await inbox.sortSubmissions(actor, [junk!.id], { isJunk: false })
  expect(await waiting(hook.id)).toMatchObject([{ type: 'submission.created' }])
})

test('a sign-up is told when it is confirmed and when it ends, each once', async () => {
  const list = await lists.createList(actor, clientId, 'Letters')
  const hook = await add()
  await post(await live('signup', { list: list.id }), 'join', { email: 'ada@post.example', consent: 'Yes' })
  const [row] = await s.db().Subscriber.findAll({ where: { listId: list.id } })
  for (const state of ['confirmed', 'confirmed', 'left', 'left'] as const)
    await subscribers.setSubscribed(row!.token, state)
  const told = (await waiting(hook.id)).filter((one) => one.type.startsWith('subscriber'))
  expect(told.map(({ type, body }) => [type, (body as { data: { email: string } }).data.email])).toEqual([
    ['subscriber.confirmed', 'ada@post.example'],
    ['subscriber.left', 'ada@post.example'],
  ])
})

test('is tried again until it is taken, under the same id, and no more after that', async () => {
  const hook = await add()
  await say(await live('chat'), newKey(), 'Hello')
  const [{ id } = { id: '' }] = await waiting(hook.id)
  status = 500
  expect(await deliver(id)).toBe('Answered 500.')
  expect(await waiting(hook.id)).toMatchObject([{ tries: 1, said: 'Answered 500.' }])
  status = 200
  for (let round = 0; round < 3; round += 1) expect(await deliver(id)).toBeUndefined()
  expect(got.map(({ headers }) => headers['webhook-id'])).toEqual([id, id])
  await hooks.repeatDelivery(actor, hook.id, id)
  await deliver(id)
  expect(got).toHaveLength(3)
})

test('is given up after many tries, and said so; by hand it goes on', async () => {
  const hook = await add()
  await say(await live('chat'), newKey(), 'Hello')
  const [{ id } = { id: '' }] = await waiting(hook.id)
  status = 302
  for (let round = 1; round < announcing.mostTries; round += 1)
    expect(await deliver(id)).toBe('Answered 302.')
  expect(await deliver(id)).toBeUndefined()
  expect(await hooks.listDeliveries(actor, hook.id)).toMatchObject([{ state: 'failed', tries: 15 }])
  await deliver(id)
  expect(got).toHaveLength(announcing.mostTries)
  status = 200
  await hooks.repeatDelivery(actor, hook.id, id)
  await deliver(id)
  expect(await hooks.listDeliveries(actor, hook.id)).toMatchObject([{ state: 'done', tries: 1 }])
})

test('one that is gone for good is left alone', async () => {
  const hook = await add()
  const [ref, talk] = [await live('chat'), newKey()]
  await say(ref, talk, 'Hello')
  status = 410
  for (const { id } of await waiting(hook.id)) await deliver(id)
  await say(ref, talk, 'Again')
  expect(await hooks.listDeliveries(actor, hook.id)).toHaveLength(1)
  expect((await hooks.listWebhooks(actor, clientId))[0]!.stopped).toContain('410')
})

test('private networks are never told, whatever is written there', async () => {
  const hook = await hooks.addWebhook(actor, clientId, 'http://127.0.0.1:1/')
  await say(await live('chat'), newKey(), 'Hello')
  const [{ id } = { id: '' }] = await waiting(hook.id)
  expect(await deliver(id)).toBe('Not reached: address_refused.')
})

test('the same address twice, too many, foreign ones and viewers are refused', async () => {
  const hook = await add()
  expect(await codeOf(add())).toBe('webhook_there')
  for (let at = 1; at < 10; at += 1) await add(`/${at}`)
  expect(await codeOf(add('/one-too-many'))).toBe('too_many_webhooks')
  const stranger = await makeActor()
  const viewer = await makeColleague(actor.agencyId, 'viewer')
  expect(await codeOf(hooks.listDeliveries(stranger, hook.id))).toBe('missing')
  expect(await codeOf(hooks.removeWebhook(stranger, hook.id))).toBe('missing')
  expect(await codeOf(hooks.addWebhook(viewer, clientId, 'https://hooks.example/'))).toBe('not_allowed')
  await hooks.removeWebhook(actor, hook.id)
  expect(await hooks.listWebhooks(actor, clientId)).toHaveLength(9)
})
