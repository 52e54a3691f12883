/** Hubs: found in feed and header, asked, confirmed, believed only with the right signature, asked again in time. */
import { createHmac } from 'node:crypto'
import type { IncomingMessage } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { makeActor, startOutside, useTestDatabase, type Outside } from '../../db/testDatabase'
import type { Actor } from '../access/actor'

let outside: Outside
let drop: () => Promise<void>
let close: () => Promise<void>
let s: Awaited<ReturnType<typeof load>>
const load = async () => ({
  ...(await import('../clients/clients')),
  ...(await import('./sources')),
  ...(await import('./refreshing')),
  ...(await import('./hubs')),
  ...(await import('../../db/db')),
})
const delivery = 'http://127.0.0.1:1'
let calls = ''

beforeAll(async () => {
  outside = await startOutside()
  drop = await useTestDatabase({ YIMBLE_ALLOWED_ORIGINS: outside.origin, YIMBLE_DELIVERY_URL: delivery })
  s = await load()
  const server = (await import('../../delivery/server')).createDelivery({
    cache: (await import('../../delivery/artifactCache')).createArtifactCache(),
    assets: new Map(),
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  calls = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  close = () =>
    new Promise((done) => {
      server.close(() => done())
      server.closeAllConnections()
    })
})
afterAll(async () => {
  await close()
  await drop()
  await outside.close()
})

const bodyOf = async (request: IncomingMessage) => {
  let text = ''
  for await (const piece of request) text += String(piece)
  return new URLSearchParams(text)
}
let asked: URLSearchParams[] = []
let hubStatus = 202
/** The outside: `/hub` takes subscriptions, everything else is the feed. */
const serve = (feed: string, headers: Record<string, string> = {}) => {
  outside.answer = (request, response) => {
    if (request.url !== '/hub')
      return void response
        .writeHead(200, {
          'content-type': feed.startsWith('{') ? 'application/feed+json' : 'application/xml',
          ...headers,
        })
        .end(feed)
    void bodyOf(request).then((form) => {
      asked.push(form)
      response.writeHead(hubStatus).end()
    })
  }
}
const hub = () => `${outside.origin}/hub`
const rss = (links = '') =>
  `<rss version="2.0" xmlns:atom="http://www.w3.org/2005/Atom"><channel><title>N</title>${links}<item><title>A</title></item></channel></rss>`
const announcing = () =>
  rss(`<atom:link rel="hub" href="${hub()}"/><atom:link rel="self" href="${outside.origin}/canonical"/>`)

let actor: Actor
let client: string
beforeEach(async () => {
  asked = []
  hubStatus = 202
  actor = await makeActor()
  client = (await s.createClient(actor, { name: 'C', locale: 'en', timeZone: 'UTC' })).id
})
const add = () => s.addSource(actor, client, { address: `${outside.origin}/feed` })
const rowOf = async (id: string) => (await s.db().Subscription.findByPk(id))!
const call = (ref: string, query: Record<string, string>) =>
  fetch(`${calls}/hub/${ref}?${new URLSearchParams(query).toString()}`)

async function confirmed() {
  serve(announcing())
  const source = await add()
  await s.subscribe(source.id)
  const form = asked.at(-1)!
  const ref = new URL(form.get('hub.callback')!).pathname.split('/').at(-1)!
  await call(ref, {
    'hub.mode': 'subscribe',
    'hub.topic': form.get('hub.topic')!,
    'hub.challenge': 'c',
    'hub.lease_seconds': '864000',
  })
  return { source, ref, secret: form.get('hub.secret')! }
}

describe('a hub is found', () => {
  test.each<[string, () => [string, Record<string, string>?]]>([
    ['in an RSS feed', () => [announcing()]],
    [
      'in an Atom feed',
      () => [
        `<feed xmlns="http://www.w3.org/2005/Atom"><title>N</title><link rel="hub" href="/hub"/><link rel="self" href="/canonical"/><entry><id>1</id><title>A</title></entry></feed>`,
      ],
    ],
    [
      'in a JSON Feed',
      () => [
        JSON.stringify({
          version: 'https://jsonfeed.org/version/1.1',
          title: 'N',
          feed_url: `${outside.origin}/canonical`,
          hubs: [
            { type: 'other', url: 'https://x.example' },
            { type: 'WebSub', url: hub() },
          ],
          items: [{ id: '1', title: 'A' }],
        }),
      ],
    ],
    [
      'in the header alone, the feed telling its own address',
      () => [
        rss(
          `<atom:link rel="hub" href="https://elsewhere.example/"/><atom:link rel="self" href="${outside.origin}/canonical"/>`,
        ),
        { link: '</hub>; rel="hub"' },
      ],
    ],
    [
      'in the header, which goes before the feed',
      () => [
        rss('<atom:link rel="hub" href="https://elsewhere.example/"/>'),
        { link: `</hub>; rel="hub", </canonical>; rel="self"` },
      ],
    ],
  ])('%s, and asked for the feed by its own address', async (_name, made) => {
    serve(...made())
    const source = await add()
    expect(source.hub).toMatchObject({ host: new URL(outside.origin).host, state: 'asked' })
    const jobs = await s
      .db()
      .sequelize.query<{ id: string }>(
        `select data ->> 'sourceId' as id from pgboss.job where name = 'subscribe' and state = 'created'`,
        { type: QueryTypes.SELECT },
      )
    expect(jobs.map((one) => one.id)).toContain(source.id)
    await s.subscribe(source.id)
    expect(asked).toHaveLength(1)
    expect(Object.fromEntries(asked[0]!)).toMatchObject({
      'hub.mode': 'subscribe',
      'hub.topic': `${outside.origin}/canonical`,
      'hub.lease_seconds': '864000',
      'hub.secret': expect.stringMatching(/^[\w-]{43}$/) as unknown,
      'hub.callback': expect.stringMatching(new RegExp(`^${delivery}/hub/[\\w-]{43}$`)) as unknown,
    })
  })
  test('none is made up', async () => {
    serve(rss())
    expect((await add()).hub).toBeNull()
  })
  test('and forgotten once the feed announces it no longer', async () => {
    const { source } = await confirmed()
    serve(rss())
    expect((await s.refreshSource(actor, source.id)).hub).toBeNull()
  })
  test('another one takes its place, under a new address and a new secret', async () => {
    const { source, ref, secret } = await confirmed()
    serve(rss(`<atom:link rel="hub" href="${hub()}"/><atom:link rel="self" href="${outside.origin}/other"/>`))
    await s.refreshSource(actor, source.id)
    await s.subscribe(source.id)
    expect([
      asked.at(-1)!.get('hub.topic'),
      asked.at(-1)!.get('hub.secret') === secret,
      asked.at(-1)!.get('hub.callback')!.endsWith(ref),
    ]).toEqual([`${outside.origin}/other`, false, false])
  })
})

describe('the hub asks back', () => {
  test('and gets its own words, as plain text, when it was meant', async () => {
    const { source, ref } = await confirmed()
    const answer = await call(ref, {
      'hub.mode': 'subscribe',
      'hub.topic': `${outside.origin}/canonical`,
      'hub.challenge': '<script>alert(1)</script>',
      'hub.lease_seconds': '3600',
    })
    expect([
      answer.status,
      await answer.text(),
      answer.headers.get('content-type'),
      answer.headers.get('x-content-type-options'),
    ]).toEqual([200, '<script>alert(1)</script>', 'text/plain; charset=utf-8', 'nosniff'])
    const { state, until } = (await s.getSource(actor, source.id)).hub!
    expect(state).toBe('confirmed')
    expect(Date.parse(until!) - Date.now()).toBeLessThan(3_700_000)
  })
  test.each<[string, Record<string, string>]>([
    ['for another topic', { 'hub.topic': 'https://other.example/' }],
    ['to end what was not ended', { 'hub.mode': 'unsubscribe' }],
    ['without a challenge', { 'hub.challenge': '' }],
    ['with a book for a challenge', { 'hub.challenge': 'x'.repeat(3_000) }],
  ])('%s: not found', async (_name, change) => {
    const { ref } = await confirmed()
    expect(
      (
        await call(ref, {
          'hub.mode': 'subscribe',
          'hub.topic': `${outside.origin}/canonical`,
          'hub.challenge': 'c',
          ...change,
        })
      ).status,
    ).toBe(404)
  })
  test('at an address that nobody was given: not found', async () =>
    expect(
      (
        await call('x'.repeat(43), {
          'hub.mode': 'subscribe',
          'hub.topic': 'https://x.example',
          'hub.challenge': 'c',
        })
      ).status,
    ).toBe(404))
  test('a lease without measure is kept within bounds', async () => {
    const { source, ref } = await confirmed()
    await call(ref, {
      'hub.mode': 'subscribe',
      'hub.topic': `${outside.origin}/canonical`,
      'hub.challenge': 'c',
      'hub.lease_seconds': '99999999999',
    })
    expect((await rowOf(source.id)).leaseUntil!.getTime() - Date.now()).toBeLessThan(91 * 86_400_000)
  })
  test('or says no', async () => {
    const { source, ref } = await confirmed()
    await call(ref, { 'hub.mode': 'denied', 'hub.topic': `${outside.origin}/canonical` })
    expect((await s.getSource(actor, source.id)).hub).toMatchObject({ state: 'refused', until: null })
  })
})

describe('news', () => {
  const send = (ref: string, body: string, signature?: string) =>
    fetch(`${calls}/hub/${ref}`, {
      method: 'POST',
      body,
      headers: { 'content-type': 'application/xml', ...(signature ? { 'x-hub-signature': signature } : {}) },
    })
  const sign = (method: string, secret: string, body: string) =>
    `${method}=${createHmac(method, secret).update(body).digest('hex')}`
  const isDueSoon = async (id: string) =>
    (await s.db().Source.findByPk(id))!.nextAt.getTime() - Date.now() < 10_000

  test.each(['sha1', 'sha256', 'sha384', 'sha512'])(
    'signed by %s makes the source due, whatever stands in it',
    async (method) => {
      const { source, ref, secret } = await confirmed()
      expect(await isDueSoon(source.id)).toBe(false)
      expect((await send(ref, '<rss/>', sign(method, secret, '<rss/>'))).status).toBe(202)
      expect(await isDueSoon(source.id)).toBe(true)
    },
  )
  test.each<[string, (secret: string) => string | undefined]>([
    ['without a signature', () => undefined],
    ['signed by somebody else', () => sign('sha256', 'guess', '<rss/>')],
    ['signed for other news', (secret) => sign('sha256', secret, '<rss>')],
    ['signed by a method of no worth', (secret) => sign('md5', secret, '<rss/>')],
    ['with half a signature', (secret) => sign('sha256', secret, '<rss/>').slice(0, 40)],
  ])('%s are passed over in silence', async (_name, signature) => {
    const { source, ref, secret } = await confirmed()
    expect((await send(ref, '<rss/>', signature(secret))).status).toBe(202)
    expect(await isDueSoon(source.id)).toBe(false)
  })
  test('for a source that is gone: the hub may stop', async () => {
    const { source, ref, secret } = await confirmed()
    await s.removeSource(actor, source.id)
    expect((await send(ref, 'x', sign('sha256', secret, 'x'))).status).toBe(404)
  })
  test('while a hub tells, the source is asked more rarely, and as before when it is silent', async () => {
    const { source } = await confirmed()
    const minutesToNext = async () =>
      (Date.parse((await s.refreshSource(actor, source.id)).nextAt) - Date.now()) / 60_000
    expect(await minutesToNext()).toBeGreaterThan(100)
    await (await rowOf(source.id)).update({ leaseUntil: new Date(Date.now() - 1) })
    expect(await minutesToNext()).toBeLessThan(40)
  })
})

describe('a hub is asked again', () => {
  const hour = 3_600_000
  test.each<[string, object, boolean]>([
    ['just asked', { state: 'asked', askedAt: 0 }, false],
    ['not answered for an hour', { state: 'asked', askedAt: -2 * hour }, true],
    ['agreed, for long', { state: 'confirmed', askedAt: -48 * hour, leaseUntil: 100 * hour }, false],
    ['agreed, and the lease ends', { state: 'confirmed', askedAt: -48 * hour, leaseUntil: 20 * hour }, true],
    [
      'agreed, the lease ends, and it was asked a moment ago',
      { state: 'confirmed', askedAt: 0, leaseUntil: 20 * hour },
      false,
    ],
    ['refused today', { state: 'refused', askedAt: -5 * hour }, false],
    ['refused yesterday', { state: 'refused', askedAt: -25 * hour }, true],
  ])('%s', async (_name, facts, isDue) => {
    const { source } = await confirmed()
    await (
      await rowOf(source.id)
    ).update(
      Object.fromEntries(
        Object.entries(facts).map(([key, value]) => [
          key,
          typeof value === 'number' ? new Date(Date.now() + value) : (value as string),
        ]),
      ),
    )
    expect((await s.dueSubscriptions()).includes(source.id)).toBe(isDue)
  })
  test('one that does not take it is noted as such, and the source goes on', async () => {
    serve(announcing())
    hubStatus = 500
    const source = await add()
    await s.subscribe(source.id)
    expect(await s.refreshSource(actor, source.id)).toMatchObject({ health: 'ok', hub: { state: 'refused' } })
  })
  test('with a new secret, where the one before can’t be opened any more', async () => {
    const { source, secret } = await confirmed()
    await (await rowOf(source.id)).update({ secret: Buffer.alloc(60) })
    await s.subscribe(source.id)
    expect([asked.at(-1)!.get('hub.secret')?.length, asked.at(-1)!.get('hub.secret') === secret]).toEqual([
      43,
      false,
    ])
  })
  test('one in a private network is never called', async () => {
    serve(rss('<atom:link rel="hub" href="http://10.0.0.7/hub"/>'))
    const source = await add()
    await s.subscribe(source.id)
    expect((await rowOf(source.id)).state).toBe('refused')
    expect(asked).toEqual([])
  })
})
