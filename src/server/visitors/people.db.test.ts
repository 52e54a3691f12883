/** A person's data are found, handed over and deleted; what a client keeps no longer goes by itself. */
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const { s } = startServices()
let visitors: Awaited<ReturnType<typeof startVisitors>>
let people: typeof import('../services/visitors/people')
let inbox: typeof import('../services/visitors/inbox')
let lists: typeof import('../services/visitors/lists')
let clients: typeof import('../services/clients/clients')
let tidy: typeof import('../jobs/tidy')
let tickets: typeof import('./tickets')
beforeAll(async () => {
  visitors = await startVisitors()
  people = await import('../services/visitors/people')
  inbox = await import('../services/visitors/inbox')
  lists = await import('../services/visitors/lists')
  clients = await import('../services/clients/clients')
  tidy = await import('../jobs/tidy')
  tickets = await import('./tickets')
})
afterAll(() => visitors.stop())

let actor: Actor
let clientId = ''
beforeEach(async () => {
  await s.db().sequelize.query('delete from throttles')
  actor = await makeActor()
  clientId = (await s.createClient(actor, { name: `Client ${newKey()}`, locale: 'en', timeZone: 'UTC' })).id
})

async function live(kind: string, settings: Record<string, string>) {
  const widget = await s.createWidget(actor, clientId, { kind, name: kind })
  const patches = Object.entries(settings).map(([path, to]) => ({ path, from: '', to, label: '' }))
  if (patches.length > 0) await s.changeDraft(actor, widget.id, 0, patches)
  await s.publishNow(actor, widget.id)
  return widget.ref
}
const post = async (ref: string, name: string, body: object) => {
  const answer = await fetch(`${visitors.origin}/x/${ref}/${name}?key=${newKey()}`, {
    method: 'POST',
    body: JSON.stringify({ body, page: '', ticket: tickets.newTicket(ref, Date.now() - 5_000), trap: '' }),
  })
  expect(answer.status).toBe(200)
}
const say = (ref: string, text: string, email?: string) =>
  post(ref, 'say', { talk: newKey(), text, files: [], ...(email ? { email } : {}) })

test('all of it is found by the address, however it is written, and nothing of anybody else', async () => {
  const list = await lists.createList(actor, clientId, 'Letters')
  const [signup, chat] = [await live('signup', { list: list.id }), await live('chat', {})]
  await post(signup, 'join', { email: 'Ada@Post.Example', consent: 'Yes' })
  await say(chat, 'Hello', 'ada@post.example')
  await say(chat, 'Hello', 'bo@post.example')
  const found = await people.findPerson(actor, ' ADA@post.example ')
  expect(found.submissions.map(({ kind }) => kind).sort()).toEqual(['chat', 'signup'])
  expect(found.subscriptions).toMatchObject([{ list: 'Letters', state: 'asked', consent: 'Yes' }])
  const stranger = await makeActor()
  expect(await people.findPerson(stranger, 'ada@post.example')).toMatchObject({
    submissions: [],
    subscriptions: [],
  })
  expect(await people.forgetPerson(stranger, 'ada@post.example')).toEqual({
    elsewhere: [],
    bookings: 0,
    submissions: 0,
    subscriptions: 0,
  })
  const viewer = await makeColleague(actor.agencyId, 'viewer')
  expect(await codeOf(Promise.resolve().then(() => people.forgetPerson(viewer, 'ada@post.example')))).toBe(
    'not_allowed',
  )
  expect(await people.forgetPerson(actor, 'ADA@post.example')).toEqual({
    bookings: 0,
    submissions: 2,
    subscriptions: 1,
    elsewhere: [],
  })
  expect(await people.findPerson(actor, 'ada@post.example')).toMatchObject({
    submissions: [],
    subscriptions: [],
  })
  const left = await inbox.readInbox(actor, { state: 'all' })
  expect(left.submissions.map(({ sender }) => sender)).toEqual(['bo@post.example'])
})

test('what is older than its client keeps it goes for good, and nothing of other clients', async () => {
  const chat = await live('chat', {})
  await say(chat, 'Old')
  await say(chat, 'New')
  const other = await s.createClient(actor, { name: `Other ${newKey()}`, locale: 'en', timeZone: 'UTC' })
  clientId = other.id
  await say(await live('chat', {}), 'Old, too')
  await s
    .db()
    .sequelize.query(
      `update submissions set sent_at = now() - interval '31 days' where told::text like '%Old%'`,
    )
  const texts = async () =>
    (await inbox.exportInbox(actor, { state: 'all' })).map(({ answers }) => answers[0]!.value).sort()
  await tidy.tidyUp()
  expect(await texts()).toEqual(['New', 'Old', 'Old, too'])
  const first = (await clients.listClients(actor)).find((one) => one.id !== other.id)!
  expect(await clients.changeClient(actor, first.id, { keepDays: 30 })).toMatchObject({ keepDays: 30 })
  await tidy.tidyUp()
  expect(await texts()).toEqual(['New', 'Old, too'])
})
