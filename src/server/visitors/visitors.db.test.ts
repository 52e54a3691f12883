/** The visitor API over a real socket and a real database: what it takes, refuses, keeps, and does once. */
import { request as ask } from 'node:http'
import { connect } from 'node:net'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { makeActor } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const house = startServices()
const { s } = house
let actor: Actor
let visitors: Awaited<ReturnType<typeof startVisitors>>
let origin = ''
let ref = ''
let widgetId = ''
let clientId = ''
let listId = ''
let tickets: typeof import('./tickets')
let inbox: typeof import('../services/visitors/inbox')
let subscribers: typeof import('../services/visitors/subscribers')

beforeAll(async () => {
  tickets = await import('./tickets')
  inbox = await import('../services/visitors/inbox')
  subscribers = await import('../services/visitors/subscribers')
  visitors = await startVisitors()
  origin = visitors.origin
})
afterAll(() => visitors.stop())

/** An agency and a widget of its own for each test, since limits are counted by widget. */
beforeEach(async () => {
  actor = await makeActor()
  clientId = (await s.createClient(actor, { name: 'Bäckerei', locale: 'de', timeZone: 'UTC' })).id
  const lists = await import('../services/visitors/lists')
  listId = (await lists.createList(actor, clientId, 'Briefe')).id
  const widget = await s.createWidget(actor, clientId, { kind: 'signup', name: 'Letters' })
  await s.changeDraft(actor, widget.id, 0, [{ path: 'list', from: '', to: listId, label: '' }])
  await s.publishNow(actor, widget.id)
  ;({ ref, id: widgetId } = widget)
})
afterEach(() => s.db().sequelize.query('delete from throttles'))

const letter = (change: object = {}) => ({
  body: { email: ' Ada@Post.Example ', consent: 'Ja, schreiben Sie mir.' },
  page: 'https://x.example/a?who=1#b',
  ticket: tickets.newTicket(ref, Date.now() - 5_000),
  trap: '',
  ...change,
})
const send = async (change: object = {}, address = `/x/${ref}/join?key=${newKey()}`) => {
  const answer = await fetch(origin + address, { method: 'POST', body: JSON.stringify(letter(change)) })
  return {
    status: answer.status,
    headers: answer.headers,
    value: (await answer.json()) as Record<string, unknown>,
  }
}
const rows = <T>(sql: string, ...bind: unknown[]) =>
  s.db().sequelize.query(sql, { bind, type: QueryTypes.SELECT }) as unknown as Promise<T[]>
const kept = () =>
  rows<{ body: { email: string }; page: string; junk: string | null }>(
    'select body, page, junk from submissions where widget_id = $1',
    widgetId,
  )
const onList = () =>
  rows<{ email: string; state: string; consent: string; token: string }>(
    'select email, state, consent, token from subscribers where list_id = $1',
    listId,
  )
const mails = () =>
  rows<{ data: { to: string; subject: string; text: string } }>(
    `select data from pgboss.job where name = 'mail' and data ->> 'fromName' = 'Bäckerei' order by created_on`,
  )

test('of a strict client only its own sites send something; frames and hosted pages are its own', async () => {
  await s
    .db()
    .sequelize.query(
      `insert into sites (id, client_id, name, url, platform) select gen_random_uuid(), id, 'Own', 'https://own.example/de', 'plain' from clients where id = $1`,
      { bind: [clientId] },
    )
  await s.db().Client.update({ isStrict: true }, { where: { id: clientId } })
  // Not by fetch, which says by itself where it comes from.
  const from = (origin?: string) =>
    new Promise((done) => {
      const asked = ask(
        `${visitors.origin}/x/${ref}/join?key=${newKey()}`,
        { method: 'POST', headers: origin ? { origin } : {} },
        (answer) => {
          let text = ''
          answer.on('data', (piece) => (text += String(piece)))
          answer.on('end', () => done([answer.statusCode, (JSON.parse(text) as { code?: string }).code]))
        },
      )
      asked.end(JSON.stringify(letter({ body: { email: `${newKey()}@post.example`, consent: 'Ja' } })))
    })
  const [no, yes] = [
    [403, 'not_from_here'],
    [200, undefined],
  ]
  expect(await from()).toEqual(no)
  expect(await from('https://elsewhere.example')).toEqual(no)
  expect(await from('https://own.example.evil.example')).toEqual(no)
  expect(await from('https://own.example')).toEqual(yes)
  expect(await from(new URL((await import('../env')).env().YIMBLE_DELIVERY_URL).origin)).toEqual(yes)
  expect(await kept()).toHaveLength(2)
})

describe('what is sent', () => {
  test('is kept, without what tells about the visitor; who it is from is asked by mail', async () => {
    const before = (await mails()).length
    expect(await send()).toMatchObject({ status: 200, value: { state: 'asked' } })
    expect(await kept()).toMatchObject([
      { body: { email: 'Ada@Post.Example' }, page: 'https://x.example/a', junk: null },
    ])
    const [subscriber] = await onList()
    expect(subscriber).toMatchObject({
      email: 'ada@post.example',
      state: 'asked',
      consent: 'Ja, schreiben Sie mir.',
    })
    const [mail] = (await mails()).slice(before)
    expect(mail!.data.to).toBe('ada@post.example')
    expect(mail!.data.subject).toBe('Bitte bestätigen: Briefe von Bäckerei')
    expect(mail!.data.text).toContain(`/l/${subscriber!.token}`)
  })
  test('is carried out once, however often it arrives at once', async () => {
    const address = `/x/${ref}/join?key=${newKey()}`
    const before = (await mails()).length
    const once = letter()
    const answers = await Promise.all(Array.from({ length: 20 }, () => send(once, address)))
    expect(answers.map(({ status, value }) => [status, value.state])).toEqual(
      answers.map(() => [200, 'asked']),
    )
    expect(await kept()).toHaveLength(1)
    expect((await mails()).length - before).toBe(1)
  })
  test('the same key with other words is told apart', async () => {
    const address = `/x/${ref}/join?key=${newKey()}`
    await send({}, address)
    const other = await send({ body: { email: 'bea@post.example', consent: 'Ja' } }, address)
    expect([other.status, other.value.code]).toEqual([409, 'key_taken'])
  })
  test.each([
    ['a field that people don’t see', () => ({ trap: 'x' })],
    ['a form filled in at once', () => ({ ticket: tickets.newTicket(ref) })],
    ['a ticket of another widget', () => ({ ticket: tickets.newTicket('other', Date.now() - 9_000) })],
    ['a ticket that was altered', () => ({ ticket: `1${tickets.newTicket(ref, 0)}` })],
  ])('%s makes it junk, and is answered alike; nobody is written to', async (_name, change) => {
    expect(await send(change())).toMatchObject({ status: 200, value: { state: 'asked' } })
    expect((await kept())[0]!.junk).toMatch(/\w/)
    expect(await onList()).toEqual([])
  })
  test.each([
    ['whose ticket could not be loaded', () => ({ ticket: '' })],
    ['in a tab of the day before yesterday', () => ({ ticket: tickets.newTicket(ref, Date.now() - 2e8) })],
  ])('a form %s is taken like any other', async (_name, change) => {
    expect(await send(change())).toMatchObject({ status: 200, value: { state: 'asked' } })
    expect((await kept())[0]!.junk).toBeNull()
    expect(await onList()).toHaveLength(1)
  })
  test('somebody on the list already is told so by mail; the page says the same as to everybody', async () => {
    await send()
    await s
      .db()
      .sequelize.query(`update subscribers set state = 'confirmed', mailed_at = now() - interval '2 minutes'`)
    const before = (await mails()).length
    expect((await send()).value).toEqual({ state: 'asked' })
    const [mail, ...more] = (await mails()).slice(before)
    expect(more).toEqual([])
    expect(mail!.data.subject).toBe('Sie stehen auf der Liste: Briefe von Bäckerei')
    expect(mail!.data.text).toContain('/leave')
    expect(await onList()).toMatchObject([{ state: 'confirmed' }])
  })
  test('whoever asks again gets another mail after a minute, four times a day', async () => {
    const before = (await mails()).length
    for (let at = 0; at < 7; at += 1) {
      await send()
      await send()
      await s
        .db()
        .sequelize.query(
          `update subscribers set mailed_at = mailed_at - interval '2 minutes'; delete from throttles`,
        )
    }
    expect((await mails()).length - before).toBe(4)
  })
})

describe('what is refused', () => {
  test.each([
    ['an unknown widget', {}, () => `/x/nobody22/join?key=${newKey()}`, 404, 'no_such_widget'],
    ['an unknown action', {}, () => `/x/${ref}/constructor?key=${newKey()}`, 405, 'not_this_way'],
    ['no key', {}, () => `/x/${ref}/join`, 422, 'does_not_fit'],
    ['a wrong address', { body: { email: 'ada', consent: 'Ja' } }, undefined, 422, 'does_not_fit'],
    [
      'further fields',
      { body: { email: 'a@b.example', consent: 'Ja', list: 'x' } },
      undefined,
      422,
      'does_not_fit',
    ],
    ['too much', { body: { email: 'a'.repeat(5_000) } }, undefined, 413, 'too_large'],
  ] as const)('%s', async (_name, change, address, status, code) => {
    const answer = await send(change, address?.())
    expect([answer.status, answer.value.code]).toEqual([status, code])
    expect(answer.headers.get('content-type')).toContain('application/problem+json')
    expect(answer.headers.get('access-control-allow-origin')).toBe('*')
    expect(answer.headers.get('set-cookie')).toBeNull()
    expect(await kept()).toEqual([])
  })
  test('it says in the client’s language what does not fit, and where', async () => {
    expect((await send({ body: { email: 'ada', consent: 'Ja' } })).value).toMatchObject({
      detail: expect.stringContaining('Bitte prüfen'),
      fields: ['email'],
    })
  })
  test('too many sends, told when to come again; a try again costs nothing', async () => {
    const address = `/x/${ref}/join?key=${newKey()}`
    const first = letter()
    await send(first, address)
    for (let at = 0; at < 8; at += 1) expect((await send(first, address)).status).toBe(200)
    const answers = []
    for (let at = 0; at < 6; at += 1) answers.push(await send())
    expect(answers.map((one) => one.status)).toEqual([200, 200, 200, 200, 200, 429])
    expect(Number(answers.at(-1)!.headers.get('retry-after'))).toBeGreaterThan(0)
    // What was turned away is turned away again: its key opens nothing.
    const refused = `/x/${ref}/join?key=${newKey()}`
    expect([(await send({}, refused)).status, (await send({}, refused)).status]).toEqual([429, 429])
  })
  test('a body without end is cut off at the limit', async () => {
    const status = await new Promise<number | string>((done) => {
      const endless = ask(`${origin}/x/${ref}/join?key=${newKey()}`, { method: 'POST' }, (answer) =>
        done(answer.statusCode!),
      )
      endless.on('error', (error: NodeJS.ErrnoException) => done(error.code!))
      const more = () => {
        if (!endless.destroyed) endless.write('x'.repeat(1024), () => setImmediate(more))
      }
      more()
      setTimeout(() => endless.destroy(), 3_000)
    })
    expect([413, 'EPIPE', 'ECONNRESET']).toContain(status)
  })
  test('an address of the network is kept under a salt of the day, and nowhere as it is', async () => {
    await send()
    const [{ all }] = (await rows<{ all: string }>(
      `select string_agg(key, ' ') as all from throttles where key like 'visitor %'`,
    )) as [{ all: string }]
    expect(all).not.toContain('127.0.0.1')
    expect(await rows('select 1 from salts where day = current_date')).toHaveLength(1)
  })
})

describe('the link in the mail', () => {
  const visit = async (path: string, method = 'GET') => {
    const answer = await fetch(origin + path, { method })
    return { status: answer.status, text: await answer.text(), headers: answer.headers }
  }
  test('a look changes nothing, a press confirms it, and ends it again', async () => {
    await send()
    const { token } = (await onList())[0]!
    const look = await visit(`/l/${token}`)
    expect(look.text).toContain('<html lang="de"')
    expect(look.text).toContain('Ja, schreiben Sie mir')
    expect(look.headers.get('referrer-policy')).toBe('no-referrer')
    expect((await onList())[0]!.state).toBe('asked')
    expect((await visit(`/l/${token}`, 'POST')).text).toContain('Sie stehen auf der Liste')
    expect((await onList())[0]!.state).toBe('confirmed')
    expect((await visit(`/l/${token}/leave`)).text).toContain('<button>Beenden</button>')
    expect((await onList())[0]!.state).toBe('confirmed')
    expect((await visit(`/l/${token}/leave`, 'POST')).text).toContain('Es ist beendet')
    expect((await onList())[0]!.state).toBe('left')
  })
  test('one that nobody has leads nowhere', async () =>
    expect((await visit(`/l/${'a'.repeat(43)}`)).status).toBe(404))
  test('who is on the list already is answered alike, stays on it, and is not written to', async () => {
    await send()
    await subscribers.setSubscribed((await onList())[0]!.token, 'confirmed')
    const before = (await mails()).length
    expect((await send()).value).toEqual({ state: 'asked' })
    expect((await onList()).map(({ state }) => state)).toEqual(['confirmed'])
    expect((await mails()).length).toBe(before)
  })
})

describe('the inbox', () => {
  const read = (state: 'new' | 'junk' | 'done' = 'new', words = '') =>
    inbox.readInbox(actor, { state, clientId, words })
  test('shows what was sent as it was asked, and where it came from', async () => {
    await send()
    const { submissions, counts } = await read()
    expect(counts).toEqual({ new: 1 })
    expect(submissions).toMatchObject([
      {
        answers: [
          { label: 'E-mail address', value: 'Ada@Post.Example', about: 'person' },
          { label: 'Agreed to', value: 'Ja, schreiben Sie mir.', about: 'matter' },
        ],
        widgetName: 'Letters',
        page: 'https://x.example/a',
        release: 1,
        isElsewhere: true,
        junk: null,
      },
    ])
    expect((await read('new', 'POST.example')).submissions).toHaveLength(1)
    expect((await read('new', '100%')).submissions).toHaveLength(0)
  })
  test('what is no junk after all is carried out', async () => {
    await send({ trap: 'x' })
    const { submissions } = await read('junk')
    await inbox.sortSubmissions(actor, [submissions[0]!.id], { isJunk: false })
    expect((await onList()).map(({ email }) => email)).toEqual(['ada@post.example'])
    expect((await read()).counts).toEqual({ new: 1 })
    await inbox.sortSubmissions(actor, [submissions[0]!.id], { state: 'done' })
    expect((await read()).counts).toEqual({ done: 1 })
  })
  test('is one’s own agency’s; several are sorted together or not at all; viewers only look', async () => {
    await send()
    const [one] = (await read()).submissions
    const stranger = await makeActor()
    expect((await inbox.readInbox(stranger, { state: 'all' })).submissions).toEqual([])
    expect(await codeOf(inbox.getSubmission(stranger, one!.id))).toBe('missing')
    const ids = [one!.id, '00000000-0000-4000-8000-000000000000']
    expect(await codeOf(inbox.sortSubmissions(actor, ids, { state: 'done' }))).toBe('missing')
    expect((await read()).counts).toEqual({ new: 1 })
    const viewer = { ...actor, role: 'viewer' as const }
    expect((await inbox.readInbox(viewer, { state: 'new', clientId })).submissions).toHaveLength(1)
    expect(await codeOf(inbox.sortSubmissions(viewer, [one!.id], { state: 'done' }))).toBe('not_allowed')
  })
})

test('a list of another client is none of a widget’s', async () => {
  const other = await s.createClient(actor, { name: 'Other', locale: 'en', timeZone: 'UTC' })
  const widget = await s.createWidget(actor, other.id, { kind: 'signup', name: 'W' })
  const patch = [{ path: 'list', from: '', to: listId, label: '' }]
  expect(await codeOf(s.changeDraft(actor, widget.id, 0, patch))).toBe('missing')
  expect(await codeOf(s.publishNow(actor, widget.id))).toBe('intake_needed')
})

test('who comes too often is answered slowly and no further, and others as before', async () => {
  const { port, hostname } = new URL(origin)
  const flood = connect({ port: Number(port), host: hostname, localAddress: '127.5.0.1' })
  let answered = 0
  flood.on('data', (piece) => (answered += String(piece).split('HTTP/1.1 ').length - 1))
  const one = `GET /x/${ref}/ticket HTTP/1.1\r\nHost: x\r\n\r\n`
  const othersUntil = async (isOver: () => boolean) => {
    let count = 0
    for (; !isOver(); count += 1) expect((await fetch(`${origin}/x/${ref}/ticket`)).status).toBe(200)
    return count
  }
  flood.write(one.repeat(600)) // as many as one may ask in a minute
  await othersUntil(() => answered === 600)
  flood.write(one.repeat(20))
  expect(await othersUntil(() => flood.closed)).toBeGreaterThan(10)
  expect(answered).toBe(601)
})
