/**
 * Every route of the API, asked by somebody of another agency, and every write by somebody who may only look. The routes
 * are read from the list: one that is new has to be told about here, or this fails.
 */
import { writeWav } from '@/core/ring/wav'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import {
  makeActor,
  makeClientPerson,
  makeColleague,
  startOutside,
  useTestDatabase,
  type Outside,
} from '../db/testDatabase'
import type { Actor } from '../services/access/actor'

let outside: Outside
let drop: () => Promise<void>
let api: typeof import('./answer')
let routes: (typeof import('./routes'))['routes']
const bearers: Record<'owner' | 'viewer' | 'stranger' | 'person' | 'neighbour', string> = {
  owner: '',
  viewer: '',
  stranger: '',
  person: '',
  neighbour: '',
}
/** One object of each sort, by the first word of its path. */
const ids: Record<string, string> = {}
let item = ''

beforeAll(async () => {
  outside = await startOutside()
  outside.answer = (request, response) =>
    void (request.url === '/feed'
      ? response
          .writeHead(200, { 'content-type': 'application/rss+xml' })
          .end(
            '<rss version="2.0"><channel><title>N</title><item><title>Mine alone</title></item></channel></rss>',
          )
      : request.url!.startsWith('/api/people')
        ? response.writeHead(200, { 'content-type': 'application/json' }).end('{"more":false,"people":[]}')
        : response
            .writeHead(200, { 'content-type': 'text/html' })
            .end('<!doctype html><title>Site</title><main></main>'))
  drop = await useTestDatabase({
    YIMBLE_ALLOWED_ORIGINS: outside.origin,
    YIMBLE_CONNECTORS: JSON.stringify({ people: outside.origin }),
  })
  api = await import('./answer')
  ;({ routes } = await import('./routes'))
  const s = {
    ...(await import('../services/clients/clients')),
    ...(await import('../services/sites/sites')),
    ...(await import('../services/sources/sources')),
    ...(await import('../services/sources/tables')),
    ...(await import('../services/widgets/widgets')),
    ...(await import('../services/widgets/releases')),
    ...(await import('../services/sources/connections')),
    ...(await import('../services/access/tokens')),
  }
  const owner = await makeActor()
  const bearer = async (actor: Pick<Actor, 'userId'>) => (await s.createToken(actor as Actor, 'test')).token
  Object.assign(bearers, {
    owner: await bearer(owner),
    viewer: await bearer(await makeColleague(owner.agencyId, 'viewer')),
    stranger: await bearer(await makeActor()),
  })
  const client = await s.createClient(owner, { name: 'Mine', locale: 'en', timeZone: 'UTC' })
  const beside = await s.createClient(owner, { name: 'Beside', locale: 'en', timeZone: 'UTC' })
  Object.assign(bearers, {
    person: await bearer(await makeClientPerson(owner.agencyId, client.id)),
    neighbour: await bearer(await makeClientPerson(owner.agencyId, beside.id)),
  })
  const site = await s.addSite(owner, client.id, { address: outside.origin, platform: 'plain' })
  const source = await s.addSource(owner, client.id, { address: `${outside.origin}/feed` })
  const widget = await s.createWidget(owner, client.id, { kind: 'feed', name: 'Mine' })
  await s.changeDraft(owner, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
  await s.publishNow(owner, widget.id)
  item = (await s.itemsOfSources(owner, [source.id]))[0]!.id
  const { db } = await import('../db/db')
  const session = await db().Session.create({
    userId: owner.userId,
    tokenHash: 'of nobody',
    userAgent: 'Mine',
    expiresAt: new Date(Date.now() + 60_000),
  })
  const list = await db().List.create({ agencyId: owner.agencyId, clientId: client.id, name: 'Mine' })
  const { createForm } = await import('../services/visitors/forms')
  const form = await createForm(owner, client.id, { name: 'Mine', from: 'question' })
  const { createCalendar } = await import('../services/booking/calendars')
  const { bookByHand } = await import('../services/booking/diary')
  const calendar = await createCalendar(owner, client.id, { name: 'Mine', from: 'visits' })
  const booking = await bookByHand(owner, calendar.id, { ...inAWeek(), name: 'Mine', email: '', note: '' })
  const submission = await db().Submission.create({
    agencyId: owner.agencyId,
    clientId: client.id,
    widgetId: widget.id,
    kind: 'signup',
    action: 'join',
    key: 'k',
    hash: 'h',
    body: { email: 'Mine', consent: 'Mine' },
    page: '',
    junk: null,
  })
  const { addWebhook } = await import('../services/visitors/webhooks')
  const { createSwitchboard } = await import('../services/ring/switchboards')
  const { addSound } = await import('../services/ring/sounds')
  const switchboard = await createSwitchboard(owner, client.id, 'Mine')
  const data = Buffer.from(writeWav(new Float32Array(9))).toString('base64')
  const sound = await addSound(owner, client.id, { name: 'Mine', data })
  Object.assign(ids, {
    webhooks: (await addWebhook(owner, client.id, 'https://hooks.example/Mine')).id,
    forms: form.id,
    calendars: calendar.id,
    switchboards: switchboard.id,
    sounds: sound.id,
    bookings: booking.id,
    lists: list.id,
    submissions: submission.id,
    clients: client.id,
    sites: site.id,
    pages: site.pages[0]!.id,
    sources: source.id,
    widgets: widget.id,
    connections: (await s.addKey(owner, client.id, 'people', 'k')).id,
    tokens: (await s.listTokens(owner))[0]!.id,
    sessions: session.id,
    team: owner.userId,
  })
})
afterAll(async () => {
  await drop()
  await outside.close()
})

/** Monday at ten, by the calendar that begins a new one. */
function inAWeek() {
  const day = new Date(Date.now() + 7 * 86_400_000)
  day.setUTCDate(day.getUTCDate() + ((8 - day.getUTCDay()) % 7))
  day.setUTCHours(10, 0, 0, 0)
  return { service: 'short', who: '', count: 1, start: day.toISOString() }
}
const aWeek = () => ({
  from: new Date(Date.now()).toISOString(),
  until: new Date(Date.now() + 30 * 86_400_000).toISOString(),
})

const login = { url: 'https://calendars.example/', user: 'u', password: 'p' }

/** A body that would be taken, for every write that needs one. */
const bodies: Readonly<Record<string, () => object>> = {
  'POST /tokens': () => ({ name: 'T' }),
  'POST /search': () => ({ words: 'mine' }),
  'POST /password': () => ({ now: 'not this one', next: 'a new one, long enough' }),
  'POST /team/invitations': () => ({ email: 'new@x.example', role: 'viewer' }),
  'PATCH /team/{id}': () => ({ role: 'viewer' }),
  'POST /places': () => ({ text: 'QM1,52,1,Saltmere' }),
  'POST /clients/{id}/places': () => ({ words: 'mine' }),
  'POST /widgets/{id}/here': () => ({ since: 0, tab: 'one' }),
  'POST /clients': () => ({ name: 'C' }),
  'PATCH /clients/{id}': () => ({ name: 'C' }),
  'POST /clients/{id}/sites': () => ({ address: outside.origin }),
  'PATCH /sites/{id}': () => ({ name: 'S' }),
  'POST /sites/{id}/pages': () => ({ address: outside.origin }),
  'POST /probe': () => ({ address: `${outside.origin}/feed` }),
  'POST /clients/{id}/sources': () => ({ address: `${outside.origin}/feed` }),
  'POST /clients/{id}/files': () => ({ name: 'a.csv', text: 'Name\nA\n' }),
  'POST /clients/{id}/pictures': () => ({ name: 'a.png', data: 'aGVsbG8=' }),
  'POST /clients/{id}/catalogues': () => ({ name: 'L', type: 'Product' }),
  'POST /sources/{id}/cells': () => ({ rows: [] }),
  'POST /sources/{id}/mapping': () => ({ type: 'Product', columns: [] }),
  'POST /clients/{id}/connections': () => ({ connector: 'people', backTo: '/' }),
  'POST /clients/{id}/keys': () => ({ connector: 'people', key: 'k' }),
  'POST /clients/{id}/invitations': () => ({ connector: 'people' }),
  'POST /clients/{id}/showable': () => ({ connector: 'people' }),
  'POST /clients/{id}/connected': () => ({ connector: 'people', key: 'all', label: 'P' }),
  'PATCH /sources/{id}': () => ({ label: 'S' }),
  'POST /sources/{id}/address': () => ({ address: `${outside.origin}/feed` }),
  'POST /widgets/{id}/asked': () => ({ name: 'times', query: {}, settings: {} }),
  'POST /sources/{id}/partner': () => ({ partner: null }),
  'POST /clients/{id}/widgets': () => ({ kind: 'feed', name: 'W' }),
  'PATCH /widgets/{id}': () => ({ name: 'W' }),
  'PATCH /widgets/{id}/draft': () => ({ patches: [{ path: 'look.border', from: 1, to: 2, label: 'B' }] }),
  'PATCH /widgets/{id}/address': () => ({ address: 'some-words' }),
  'POST /widgets/{id}/decisions': () => ({ itemIds: [item], hidden: true }),
  'POST /widgets/{id}/views': () => ({ views: [] }),
  'POST /clients/{id}/items/waiting': () => ({ itemIds: [item], waiting: true }),
  'POST /clients/{id}/items/tags': () => ({ itemIds: [item], add: ['t'], remove: [] }),
  'POST /clients/{id}/items/products': () => ({ itemIds: [item], add: [], remove: [] }),
  'POST /clients/{id}/items/corrections': () => ({ itemId: item, corrections: { name: 'N' } }),
  'POST /widgets/{id}/live': () => ({ number: 1 }),
  'PATCH /lists/{id}': () => ({ destination: null }),
  'POST /clients/{id}/lists': () => ({ name: 'L' }),
  'POST /clients/{id}/forms': () => ({ name: 'F', from: 'question' }),
  'POST /forms/{id}/copy': () => ({ name: 'F' }),
  'PATCH /forms/{id}': () => ({ name: 'F' }),
  'PATCH /forms/{id}/draft': () => ({ form: { pages: [{ id: 'p', entries: [] }] } }),
  'POST /clients/{id}/calendars': () => ({ name: 'K', from: 'visits' }),
  'PATCH /calendars/{id}': () => ({ name: 'K' }),
  'PATCH /calendars/{id}/body': () => ({
    calendar: { zone: 'UTC', currency: 'GBP', services: [], resources: [] },
  }),
  'POST /clients/{id}/switchboards': () => ({ name: 'B' }),
  'PATCH /switchboards/{id}': () => ({ name: 'B' }),
  'PATCH /switchboards/{id}/body': () => ({
    switchboard: { phones: [], greeting: { as: 'words', text: '' }, countries: ['GB'] },
  }),
  'POST /clients/{id}/sounds': () => ({ name: 'S', data: 'aGVsbG8=' }),
  'POST /calendars/{id}/bookings/find': aWeek,
  'POST /calendars/{id}/free': () => ({ service: 'short', ...aWeek() }),
  'POST /calendars/{id}/bookings': inAWeek,
  'POST /calendars/{id}/caldav': () => login,
  'POST /calendars/{id}/people/{resource}/caldav': () => login,
  'POST /bookings/{id}/elsewhere': () => ({ take: 'here' }),
  'PATCH /bookings/{id}': () => ({ start: inAWeek().start }),
  'POST /bookings/{id}/settle': () => ({ how: 'cancel' }),
  'POST /submissions/{id}/messages': () => ({ kind: 'note', text: 'N' }),
  'POST /submissions/{id}/assign': () => ({ to: null }),
  'POST /submissions/{id}/entry': () => ({ isWaiting: false }),
  'POST /inbox': () => ({ state: 'new' }),
  'POST /people/find': () => ({ email: 'a@post.example' }),
  'POST /people/forget': () => ({ email: 'a@post.example' }),
  'POST /clients/{id}/people': () => ({ email: 'own@x.example' }),
  'POST /clients/{id}/webhooks': () => ({ url: 'https://hooks.example/' }),
  'POST /webhooks/{id}/repeat': () => ({ deliveryId: '00000000-0000-4000-8000-000000000000' }),
  'POST /submissions/sort': () => ({ ids: ['00000000-0000-4000-8000-000000000000'], state: 'done' }),
  'POST /widgets/{id}/switch': () => ({ on: false }),
}
/** Writes that change only what is one's own, or nothing at all. */
const forViewers = [
  'POST /tokens',
  'DELETE /tokens/{id}',
  'DELETE /sessions/{id}',
  'POST /search',
  'POST /password',
  'POST /clients/{id}/places',
  'POST /widgets/{id}/here',
  'POST /inbox',
  'POST /people/find',
  'POST /calendars/{id}/bookings/find',
  'POST /calendars/{id}/free',
  'POST /widgets/{id}/asked',
]

async function ask(
  who: keyof typeof bearers,
  line: string,
): Promise<{ status: number; text: string; code: string | undefined }> {
  const [method, pattern] = line.split(' ') as [string, string]
  const path = pattern
    .replace('{id}', ids[pattern.split('/')[1]!] ?? 'none')
    .replace('{key}', item.split('/')[1]!)
    .replace('{address}', 'other-words')
    .replace('{resource}', 'a')
  const body = bodies[line]?.()
  const answer = await api.answer(
    new Request(`http://127.0.0.1:4310/api/v1${path}`, {
      method,
      headers: { authorization: `Bearer ${bearers[who]}`, 'if-match': '"1"' },
      body: body && JSON.stringify(body),
    }),
    path,
  )
  const text = await answer.text()
  return {
    status: answer.status,
    text,
    code: text.startsWith('{') ? (JSON.parse(text) as { code?: string }).code : undefined,
  }
}
const lines = () => routes.map((one) => `${one.method} ${one.path}`)

test('every write that takes a body has one here', () =>
  expect(
    routes
      .filter((one) => one.body && !bodies[`${one.method} ${one.path}`])
      .map((one) => `${one.method} ${one.path}`),
  ).toEqual([]))

describe('somebody of another agency', () => {
  test('finds nothing behind any id, and learns nothing from the answer', async () => {
    for (const line of lines().filter((one) => one.includes('{id}'))) {
      const { status, code, text } = await ask('stranger', line)
      expect([line, status, code]).toEqual([line, 404, 'missing'])
      expect(text).not.toContain('Mine')
    }
  })
  test('sees nothing of it in any list', async () => {
    for (const line of lines().filter((one) => one.startsWith('GET') && !one.includes('{id}')))
      expect([line, (await ask('stranger', line)).text.includes('Mine')]).toEqual([line, false])
    expect((await ask('stranger', 'POST /search')).text).toBe('[]')
    expect((await ask('stranger', 'POST /inbox')).text).toBe('{"widgets":[],"submissions":[],"counts":{}}')
  })
})

describe('somebody who may only look', () => {
  test('changes nothing', async () => {
    for (const line of lines().filter((one) => !one.startsWith('GET') && !forViewers.includes(one))) {
      const { status, code } = await ask('viewer', line)
      expect([line, status, code]).toEqual([line, 403, 'not_allowed'])
    }
  })
  test('reads what there is to read', async () => {
    // Rows and cells are of tables; this source is a feed.
    for (const line of lines().filter((one) => one.startsWith('GET') && !/\/(rows|cells)$/.test(one)))
      expect([line, (await ask('viewer', line)).status]).toEqual([line, 200])
  })
})

/** All that a client's own people may do: in their inbox and calendars, and with their own way in. */
const forPeople = [
  'GET /me',
  'GET /sessions',
  'DELETE /sessions/{id}',
  'POST /password',
  'POST /inbox',
  'GET /submissions/{id}',
  'POST /submissions/{id}/messages',
  'GET /submissions/{id}/talk',
  'POST /submissions/{id}/typing',
  'POST /submissions/{id}/assign',
  'POST /submissions/{id}/entry',
  'POST /submissions/sort',
  'GET /clients/{id}/calendars',
  'GET /calendars/{id}',
  'PATCH /calendars/{id}/body',
  'POST /calendars/{id}/feeds',
  'POST /calendars/{id}/bookings/find',
  'POST /calendars/{id}/free',
  'POST /calendars/{id}/bookings',
  'PATCH /bookings/{id}',
  'POST /bookings/{id}/settle',
  'POST /bookings/{id}/elsewhere',
  'POST /calendars/{id}/caldav',
  'POST /calendars/{id}/people/{resource}/caldav',
  'DELETE /calendars/{id}/people/{resource}/caldav',
  'GET /clients/{id}/switchboards',
  'GET /switchboards/{id}',
  'PATCH /switchboards/{id}/body',
  'GET /clients/{id}/sounds',
  'POST /clients/{id}/sounds',
  'DELETE /sounds/{id}',
]
describe('one of a client’s own people', () => {
  test('finds no route but those of their inbox, calendars and switchboards', async () => {
    expect(
      routes
        .filter((one) => one.forClients)
        .map((one) => `${one.method} ${one.path}`)
        .sort(),
    ).toEqual([...forPeople].sort())
    for (const line of lines().filter((one) => !forPeople.includes(one))) {
      const { status, code, text } = await ask('person', line)
      expect([line, status, code, text.includes('Mine')]).toEqual([line, 404, 'missing', false])
    }
  })
  test('reads and answers what visitors of the client sent', async () => {
    expect((await ask('person', 'POST /inbox')).text).toContain('Mine')
    for (const line of ['GET /submissions/{id}', 'POST /submissions/{id}/messages'])
      expect([line, (await ask('person', line)).status]).toEqual([line, 200])
  })
  test('looks after the calendars of the client', async () => {
    for (const line of [
      'GET /clients/{id}/calendars',
      'GET /calendars/{id}',
      'POST /calendars/{id}/bookings/find',
      'POST /calendars/{id}/free',
    ])
      expect([line, (await ask('person', line)).status]).toEqual([line, 200])
    expect((await ask('person', 'POST /calendars/{id}/bookings/find')).text).toContain('Mine')
  })
  test('of another client finds nothing behind any id, and nothing in any list', async () => {
    for (const line of lines()) {
      const { status, text } = await ask('neighbour', line)
      expect([line, text.includes('Mine')]).toEqual([line, false])
      if (line.includes('{id}')) expect([line, status]).toEqual([line, 404])
    }
    expect((await ask('neighbour', 'POST /inbox')).text).toBe('{"widgets":[],"submissions":[],"counts":{}}')
  })
})

test('after all of this everything is as it was', async () => {
  const { db } = await import('../db/db')
  const widget = (await db().Widget.findByPk(ids.widgets))!
  expect([widget.name, widget.switchedOff, widget.deletedAt, widget.draftRevision]).toEqual([
    'Mine',
    false,
    null,
    1,
  ])
  expect([
    await db().Client.count({ where: { name: 'Mine' } }),
    await db().Source.count(),
    await db().Decision.count(),
  ]).toEqual([1, 1, 0])
})
