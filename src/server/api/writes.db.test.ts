/** Every write of the API, walked in the order a script would: what it answers, and what a read says afterwards. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import sharp from 'sharp'
import { writeWav } from '@/core/ring/wav'
import { startTestCalendars } from '../../standins/testCalendars'
import { makeActor, makeColleague, startOutside, useTestDatabase, type Outside } from '../db/testDatabase'

let outside: Outside
let drop: () => Promise<void>
let api: typeof import('./answer')
let routes: (typeof import('./routes'))['routes']
let bearer = ''
let store: ReturnType<(typeof import('../db/db'))['db']>
let calendarServer: Awaited<ReturnType<typeof startTestCalendars>>
let colleagueOf: () => Promise<string>

beforeAll(async () => {
  outside = await startOutside()
  calendarServer = await startTestCalendars({
    users: { owner: 'marram' },
    calendars: { 'owner/work': 'Work' },
  })
  drop = await useTestDatabase({
    YIMBLE_ALLOWED_ORIGINS: [outside.origin, calendarServer.origin].join(','),
    YIMBLE_CONNECTORS: JSON.stringify({ people: outside.origin }),
  })
  api = await import('./answer')
  store = (await import('../db/db')).db()
  ;({ routes } = await import('./routes'))
  const actor = await makeActor()
  colleagueOf = async () => (await makeColleague(actor.agencyId)).userId
  bearer = (await (await import('../services/access/tokens')).createToken(actor, 'walk')).token
  outside.answer = (request, response) =>
    void (request.url!.startsWith('/api/people')
      ? response.writeHead(200, { 'content-type': 'application/json' }).end('{"more":false,"people":[]}')
      : request.url!.startsWith('/feed')
        ? response
            .writeHead(200, { 'content-type': 'application/rss+xml' })
            .end(
              '<rss version="2.0"><channel><title>Quay news</title><item><title>One</title><guid>1</guid></item><item><title>Two</title><guid>2</guid></item></channel></rss>',
            )
        : response
            .writeHead(200, { 'content-type': 'text/html' })
            .end('<!doctype html><title>Quay</title><main></main><div id="news"></div>'))
})
afterAll(async () => {
  await drop()
  await outside.close()
  await calendarServer.end()
})

interface Answer {
  id: string
  [key: string]: unknown
}
const walked = new Set<string>()

/** @returns the body, after its status and its shape were checked */
async function call(
  method: string,
  path: string,
  body?: unknown,
  more: Record<string, string> = {},
): Promise<Answer> {
  const answer = await api.answer(
    new Request(`http://127.0.0.1:4310/api/v1${path}`, {
      method,
      headers: { authorization: `Bearer ${bearer}`, ...more },
      body: body === undefined ? undefined : JSON.stringify(body),
    }),
    path,
  )
  const route = routes.find(
    (one) => one.method === method && new RegExp(`^${one.path.replace(/\{\w+\}/g, '[^/]+')}$`).test(path),
  )!
  walked.add(`${method} ${route.path}`)
  const said = answer.status === 204 ? {} : ((await answer.json()) as Answer)
  expect([method, path, answer.status, said]).toEqual([method, path, route.response ? 200 : 204, said])
  if (route.response) expect([path, route.response.safeParse(said).error]).toEqual([path, undefined])
  return said as Answer
}
const read = (path: string) => call('GET', path)

test('each write answers in its shape and is seen by the next read', async () => {
  const client = await call('POST', '/clients', { name: 'Quay' })
  const { brand } = client as unknown as { brand: { radius: number } }
  expect(
    await call('PATCH', `/clients/${client.id}`, {
      name: 'Old Quay',
      timeZone: 'Europe/London',
      brand: { ...brand, radius: 3 },
    }),
  ).toMatchObject({ name: 'Old Quay', timeZone: 'Europe/London', brand: { radius: 3 } })

  const site = await call('POST', `/clients/${client.id}/sites`, {
    address: outside.origin,
    platform: 'plain',
  })
  expect(
    await call('PATCH', `/sites/${site.id}`, { name: 'The site', platform: 'frames-only' }),
  ).toMatchObject({ name: 'The site', platform: 'frames-only' })
  const page = await call('POST', `/sites/${site.id}/pages`, { address: `${outside.origin}/about` })
  const again = await call('POST', `/pages/${page.id}/refresh`)
  expect([again.snapshotId !== page.snapshotId, again.slots]).toEqual([true, page.slots])

  expect(await call('POST', '/probe', { address: `${outside.origin}/feed` })).toMatchObject({
    title: 'Quay news',
    items: 2,
  })
  const source = await call('POST', `/clients/${client.id}/sources`, { address: `${outside.origin}/feed` })
  expect(await call('PATCH', `/sources/${source.id}`, { label: 'News' })).toMatchObject({
    label: 'News',
    items: 2,
  })
  const agreed = { mark: 'from=quay', rate: 5, report: '' }
  expect(await call('POST', `/sources/${source.id}/partner`, { partner: agreed })).toMatchObject({
    mark: 'from=quay',
    months: [],
  })
  await call('POST', `/sources/${source.id}/partner`, { partner: null })
  expect(await read(`/sources/${source.id}/partner`)).toBeNull()
  expect(await call('POST', `/sources/${source.id}/refresh`)).toMatchObject({ health: 'ok', label: 'News' })
  expect(await call('POST', `/sources/${source.id}/stop`)).toMatchObject({ items: 2, progress: null })
  expect(
    await call('POST', `/sources/${source.id}/address`, { address: `${outside.origin}/feed/moved` }),
  ).toMatchObject({ address: `${outside.origin}/feed/moved`, items: 2 })
  const spare = await call('POST', `/clients/${client.id}/sources`, {
    address: `${outside.origin}/feed/2`,
    label: 'Spare',
  })
  await call('DELETE', `/sources/${spare.id}`)
  expect(await read(`/clients/${client.id}/sources`)).toHaveLength(1)

  const widget = await call('POST', `/clients/${client.id}/widgets`, {
    kind: 'feed',
    name: 'Front page',
    from: 'list',
  })
  expect(
    await call('PATCH', `/widgets/${widget.id}`, {
      name: 'News list',
      pageId: page.id,
      anchor: (page.slots as { anchor: object }[])[0]!.anchor,
      slotWidths: [{ viewport: 1280, width: 700 }],
    }),
  ).toMatchObject({ name: 'News list', pageId: page.id })
  expect(await call('PATCH', `/widgets/${widget.id}/address`, { address: 'front-page' })).toMatchObject({
    address: 'front-page',
  })
  expect(await read(`/widgets/${widget.id}/addresses/front-page`)).toMatchObject({ isTaken: false })
  const list = await call('POST', `/clients/${client.id}/lists`, { name: 'Letters' })
  expect(await read(`/clients/${client.id}/lists`)).toMatchObject([
    { id: list.id, name: 'Letters', asked: 0 },
  ])
  expect(await read(`/lists/${list.id}/subscribers`)).toEqual([])
  expect(await call('PATCH', `/lists/${list.id}`, { destination: null })).toMatchObject({ destination: null })
  expect(await read(`/lists/${list.id}/refused`)).toEqual([])
  expect(await read(`/clients/${client.id}/list-services`)).toEqual([])
  await call('POST', `/clients/${client.id}/people`, { email: 'own@quay.example' })
  expect(await read(`/clients/${client.id}/people`)).toMatchObject({
    members: [],
    invitations: [{ email: 'own@quay.example', role: 'client' }],
  })
  const form = await call('POST', `/clients/${client.id}/forms`, { name: 'Ask', from: 'question' })
  expect(await call('PATCH', `/forms/${form.id}`, { name: 'Ask us' })).toMatchObject({ name: 'Ask us' })
  const copied = await call('POST', `/forms/${form.id}/copy`, { name: 'Ask us elsewhere' })
  expect([copied.id !== form.id, copied.form]).toEqual([true, form.form])
  await call('DELETE', `/forms/${copied.id}`)
  expect(await read(`/forms/${form.id}/releases`)).toMatchObject([{ number: 1, form: form.form }])
  const asked = { pages: [{ id: 'p', entries: [{ id: 'a', type: 'short', label: 'What?' }] }] }
  expect(
    await call('PATCH', `/forms/${form.id}/draft`, { form: asked }, { 'if-match': '"0"' }),
  ).toMatchObject({ revision: 1, liveNumber: 1, form: { pages: [{ entries: [{ label: 'What?' }] }] } })
  expect(await call('POST', `/forms/${form.id}/releases`, undefined, { 'if-match': '"1"' })).toMatchObject({
    liveNumber: 2,
    live: { pages: [{ entries: [{ label: 'What?' }] }] },
  })
  expect(await read(`/clients/${client.id}/forms`)).toMatchObject([{ name: 'Ask us', widgets: [] }])
  await call('DELETE', `/forms/${form.id}`)
  expect(await read(`/clients/${client.id}/forms`)).toEqual([])
  const calendar = await call('POST', `/clients/${client.id}/calendars`, { name: 'Visits', from: 'visits' })
  const atCalendar = `/calendars/${calendar.id}`
  const visits = await call('POST', `/clients/${client.id}/widgets`, { kind: 'booking', name: 'Visits' })
  expect(
    await call('POST', `/widgets/${visits.id}/asked`, {
      name: 'nexts',
      query: {},
      settings: { calendar: calendar.id },
    }),
  ).toHaveProperty('nexts')
  await call('DELETE', `/widgets/${visits.id}`)
  expect(await call('PATCH', atCalendar, { name: 'Visits to us' })).toMatchObject({ name: 'Visits to us' })
  const body = calendar.calendar as { services: object[] }
  const now = { ...body, services: body.services.slice(0, 1) }
  expect(await call('PATCH', `${atCalendar}/body`, { calendar: now }, { 'if-match': '"0"' })).toMatchObject({
    revision: 1,
    calendar: { services: [{ id: 'short' }] },
  })
  const range = {
    from: new Date().toISOString(),
    until: new Date(Date.now() + 20 * 86_400_000).toISOString(),
  }
  const free = (await call('POST', `${atCalendar}/free`, { service: 'short', ...range })) as unknown as {
    start: string
  }[]
  const [, first, second] = free
  const booked = await call('POST', `${atCalendar}/bookings`, { service: 'short', start: first!.start })
  expect(await call('PATCH', `/bookings/${booked.id}`, { start: second!.start })).toMatchObject({
    start: second!.start,
  })
  expect(await call('POST', `${atCalendar}/bookings/find`, range)).toMatchObject([{ id: booked.id }])
  const login = { user: 'owner', password: 'marram' }
  const [there] = (await call('POST', `${atCalendar}/caldav`, {
    url: calendarServer.origin,
    ...login,
  })) as unknown as { url: string }[]
  const [{ id: person }] = (calendar.calendar as { resources: [{ id: string }] }).resources
  const ofPerson = `${atCalendar}/people/${person}/caldav`
  expect(await call('POST', ofPerson, { url: there!.url, ...login })).toMatchObject({
    outside: [{ resource: person, isWritten: true, label: 'Work' }],
  })
  await store.sequelize.query(
    `insert into outside_events select id, '${String(booked.id)}', 'x', 'x', 1, 'gone' from outside_calendars`,
  )
  expect(await call('POST', `/bookings/${booked.id}/elsewhere`, { take: 'here' })).toMatchObject({
    elsewhere: null,
  })
  expect(await call('DELETE', ofPerson)).toMatchObject({ outside: [] })
  expect(await call('POST', `/bookings/${booked.id}/settle`, { how: 'cancel' })).toMatchObject({
    state: 'cancelled',
  })
  const feeds = (one: Record<string, unknown>) => (one.feeds as { url: string }[]).map(({ url }) => url)
  const before = feeds((await read(atCalendar)) as unknown as Record<string, unknown>)
  const renewed = feeds(await call('POST', `${atCalendar}/feeds`))
  expect(renewed.filter((url) => before.includes(url))).toEqual([])
  await call('DELETE', atCalendar)
  const board = await call('POST', `/clients/${client.id}/switchboards`, { name: 'Desk' })
  const atBoard = `/switchboards/${board.id}`
  expect(await call('PATCH', atBoard, { name: 'Front desk' })).toMatchObject({ name: 'Front desk' })
  const data = Buffer.from(writeWav(new Float32Array(1_600))).toString('base64')
  const sound = await call('POST', `/clients/${client.id}/sounds`, { name: 'Hello', data })
  expect(await read(`/clients/${client.id}/sounds`)).toMatchObject([{ name: 'Hello', seconds: 0.1 }])
  const rung = {
    phones: [{ id: 'a', name: 'Desk', number: '020 7946 0018' }],
    greeting: { as: 'words', text: '' },
    countries: ['GB'],
  }
  expect(await call('PATCH', `${atBoard}/body`, { switchboard: rung }, { 'if-match': '"0"' })).toMatchObject({
    revision: 1,
    switchboard: { phones: [{ number: '+44 20 7946 0018' }] },
  })
  await call('DELETE', `/sounds/${sound.id}`)
  await call('DELETE', atBoard)
  expect(await read(`/clients/${client.id}/switchboards`)).toEqual([])
  expect(await read(`/clients/${client.id}/calendars`)).toEqual([])
  expect(await call('POST', '/inbox', { state: 'all', words: '' })).toMatchObject({ submissions: [] })
  const { db } = await import('../db/db')
  const sent = await db().Submission.create({
    agencyId: (await db().Client.findByPk(client.id as string))!.agencyId,
    clientId: client.id as string,
    widgetId: widget.id as string,
    kind: 'signup',
    action: 'join',
    key: 'k',
    hash: 'h',
    body: { email: 'a@b.example', consent: 'Yes' },
    page: '',
    junk: null,
  })
  expect(
    await call('POST', `/submissions/${sent.id}/messages`, { kind: 'note', text: 'Ring them' }),
  ).toMatchObject({ messages: [{ kind: 'note', text: 'Ring them' }] })
  const [me] = ((await read('/team')) as unknown as { members: Answer[] }).members
  expect(await call('POST', `/submissions/${sent.id}/assign`, { to: me!.id })).toMatchObject({
    assignedTo: me!.id,
  })
  await call('POST', `/submissions/${sent.id}/typing`)
  expect(await read(`/submissions/${sent.id}/talk`)).toMatchObject({ colleagues: [], isTyping: false })
  const hook = await call('POST', `/clients/${client.id}/webhooks`, { url: 'https://hooks.example/' })
  expect(hook).toMatchObject({ done: 0, waiting: 0, stopped: null })
  expect(await read(`/clients/${client.id}/webhooks`)).toMatchObject([{ id: hook.id }])
  const [delivery] = await db().sequelize.query<{ id: string }>(
    `insert into deliveries (webhook_id, type, body, state) values ($1, 'submission.created', '{}', 'failed') returning id`,
    { bind: [hook.id], type: QueryTypes.SELECT },
  )
  await call('POST', `/webhooks/${hook.id}/repeat`, { deliveryId: delivery!.id })
  expect(await read(`/webhooks/${hook.id}/deliveries`)).toMatchObject([{ state: 'waiting', tries: 0 }])
  await call('DELETE', `/webhooks/${hook.id}`)
  expect(await call('POST', '/people/find', { email: 'nobody@post.example' })).toMatchObject({
    submissions: [],
  })
  expect(await call('POST', '/people/forget', { email: 'nobody@post.example' })).toEqual({
    bookings: 0,
    submissions: 0,
    subscriptions: 0,
    elsewhere: [],
  })
  await call('POST', '/submissions/sort', { ids: [sent.id], state: 'open' })
  expect(await read(`/submissions/${sent.id}`)).toMatchObject({ state: 'open', isElsewhere: false })
  await call(
    'PATCH',
    `/widgets/${widget.id}/draft`,
    { patches: [{ path: 'sources', from: [], to: [source.id], label: 'Sources' }] },
    { 'if-match': '"0"' },
  )
  expect(await call('POST', `/widgets/${widget.id}/here`, { since: 0, tab: 'one' })).toMatchObject({
    draftRevision: 1,
    patches: [{ path: 'sources' }],
    others: [],
  })
  expect(
    await call('POST', `/widgets/${widget.id}/releases`, undefined, { 'if-match': '"1"' }),
  ).toMatchObject({ liveNumber: 1 })
  expect(
    await call('POST', `/widgets/${widget.id}/views`, {
      views: [{ name: 'Clay', view: 'all', search: 'clay' }],
    }),
  ).toHaveLength(1)
  expect(
    (
      await call('POST', `/widgets/${widget.id}/decisions`, {
        itemIds: [((await read(`/sources/${source.id}/items`)) as unknown as Answer[])[0]!.id],
        hidden: true,
      })
    ).hidden,
  ).toHaveLength(1)
  await call(
    'PATCH',
    `/widgets/${widget.id}/draft`,
    { patches: [{ path: 'look.textSize', from: 16, to: 20, label: 'Text' }] },
    { 'if-match': '"1"' },
  )
  expect(
    await call('POST', `/widgets/${widget.id}/releases`, undefined, { 'if-match': '"2"' }),
  ).toMatchObject({ liveNumber: 2 })
  expect(await call('POST', `/widgets/${widget.id}/live`, { number: 1 })).toMatchObject({ liveNumber: 1 })
  expect(await call('POST', `/widgets/${widget.id}/switch`, { on: false })).toMatchObject({ state: 'off' })
  const copy = await call('POST', `/widgets/${widget.id}/duplicate`)
  expect([copy.liveNumber, copy.ref !== widget.ref]).toEqual([null, true])
  await call('DELETE', `/widgets/${copy.id}`)
  expect(await read(`/clients/${client.id}/widgets`)).toHaveLength(1)
  expect(await call('POST', `/widgets/${copy.id}/restore`)).toMatchObject({ id: copy.id })

  const items = (await read(`/sources/${source.id}/items`)) as unknown as Answer[]
  await call('POST', `/clients/${client.id}/items/tags`, {
    itemIds: [items[0]!.id],
    add: ['quay'],
    remove: [],
  })
  await call('POST', `/clients/${client.id}/items/corrections`, {
    itemId: items[0]!.id,
    corrections: { name: 'One, corrected' },
  })
  await call('POST', `/clients/${client.id}/items/waiting`, { itemIds: [items[1]!.id], waiting: true })
  expect(((await read(`/widgets/${widget.id}/table`)) as unknown as { rows: unknown[] }).rows).toMatchObject([
    { item: { name: 'One, corrected' }, tags: ['quay'], waiting: false },
    { waiting: true },
  ])
  const file = await call('POST', `/clients/${client.id}/files`, {
    name: 'stock.csv',
    text: 'Name,Price\nPlate,12\n',
  })
  await read(`/sources/${file.id}/rows`)
  expect(
    await call('POST', `/sources/${file.id}/mapping`, { type: 'Product', columns: ['name', null] }),
  ).toMatchObject({ items: 1 })
  const products = (await read(`/clients/${client.id}/products`)) as unknown as Answer[]
  await call('POST', `/clients/${client.id}/items/products`, {
    itemIds: [items[0]!.id],
    add: [products[0]!.id],
    remove: [],
  })
  expect(((await read(`/sources/${source.id}/items`)) as unknown as Answer[])[0]).toMatchObject({
    mentions: [{ name: 'Plate' }],
  })

  const png = (
    await sharp({ create: { width: 3, height: 2, channels: 3, background: '#aa5500' } })
      .png()
      .toBuffer()
  ).toString('base64')
  expect(await call('POST', `/clients/${client.id}/pictures`, { name: 'a.png', data: png })).toMatchObject({
    width: 3,
    height: 2,
  })

  const catalogue = await call('POST', `/clients/${client.id}/catalogues`, {
    name: 'Plates',
    type: 'Product',
  })
  const cells = (await read(`/sources/${catalogue.id}/cells`)) as unknown as { headings: string[] }
  expect(
    await call('POST', `/sources/${catalogue.id}/cells`, {
      rows: [cells.headings.map((heading) => (heading === 'Name or title' ? 'Plate' : ''))],
    }),
  ).toMatchObject({ items: 1 })
  expect(
    await call('POST', '/places', { text: 'Code,Latitude,Longitude,Name\nQM4,52.79,1.08,Marlowick\n' }),
  ).toMatchObject({ count: 1, sample: [{ code: 'QM4' }] })
  expect(await call('POST', `/clients/${client.id}/places`, { words: 'marlo' })).toMatchObject([
    { name: 'Marlowick', from: 'table' },
  ])
  const invited = await call('POST', '/team/invitations', { email: 'new@fernhollow.example', role: 'viewer' })
  expect(invited.url).toContain('/join/')
  const team = (await read('/team')) as unknown as { members: Answer[]; invitations: Answer[] }
  expect(team.invitations).toHaveLength(1)
  await call('DELETE', `/team/invitations/${team.invitations[0]!.id}`)
  const colleague = await colleagueOf()
  await call('PATCH', `/team/${colleague}`, { role: 'viewer' })
  expect((await call('POST', `/team/${colleague}/reset`)).url).toContain('/join/')
  await call('DELETE', `/team/${colleague}`)
  expect(((await read('/team')) as unknown as { members: Answer[] }).members).toHaveLength(1)
  const spareSite = await call('POST', `/clients/${client.id}/sites`, { address: outside.origin })
  await call('DELETE', `/pages/${(spareSite.pages as Answer[])[0]!.id}`)
  await call('DELETE', `/sites/${spareSite.id}`)
  expect(await read(`/clients/${client.id}/sites`)).toHaveLength(1)
  const spareClient = await call('POST', '/clients', { name: 'Spare' })
  await call('DELETE', `/clients/${spareClient.id}`)
  expect(await read(`/clients/${client.id}/connectors`)).toHaveLength(1)
  expect((await call('POST', `/clients/${client.id}/invitations`, { connector: 'people' })).text).toContain(
    '/connect/',
  )
  const connection = await call('POST', `/clients/${client.id}/keys`, { connector: 'people', key: 'k' })
  expect(
    await call('POST', `/clients/${client.id}/showable`, {
      connector: 'people',
      connectionId: connection.id,
    }),
  ).toHaveLength(1)
  await call('POST', `/clients/${client.id}/connected`, {
    connector: 'people',
    connectionId: connection.id,
    key: 'all',
    label: 'Everybody',
  })
  await call('DELETE', `/connections/${connection.id}`)

  expect(await call('POST', '/search', { words: 'old quay' })).toMatchObject([
    { type: 'client', name: 'Old Quay' },
    {},
    {},
    {},
    {},
    {},
    {},
  ])

  const token = await call('POST', '/tokens', { name: 'Second' })
  await call('DELETE', `/tokens/${token.id}`)
  expect(await read('/tokens')).toHaveLength(1)
})

test('no write is left out of the walk', () => {
  const writes = routes.filter((one) => one.method !== 'GET').map((one) => `${one.method} ${one.path}`)
  // Sessions belong to browsers: api.db.test.ts signs one out. Signing in elsewhere is walked in
  // connections.db.test.ts, passwords in team.db.test.ts.
  expect(writes.filter((one) => !walked.has(one))).toEqual([
    'DELETE /sessions/{id}',
    'POST /password',
    'POST /clients/{id}/connections',
    // What was posted is let through in posting.db.test.ts.
    'POST /submissions/{id}/entry',
  ])
})
