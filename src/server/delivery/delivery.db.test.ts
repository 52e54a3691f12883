/** Delivery by its contract: caching, encodings, what is announced, and a database that is not there. */
import { createHash } from 'node:crypto'
import { mkdtempSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import sharp from 'sharp'
import { makeActor, startOutside, useTestDatabase, type Outside } from '../db/testDatabase'

let outside: Outside
let drop: () => Promise<void>
let cache: ReturnType<(typeof import('./artifactCache'))['createArtifactCache']>
let base = ''
let close: () => Promise<void>
let widget: { id: string; ref: string }
let actor: Awaited<ReturnType<typeof makeActor>>
let s: {
  publishNow: (typeof import('../services/widgets/releases'))['publishNow']
  switchWidget: (typeof import('../services/widgets/releases'))['switchWidget']
} & typeof import('../services/widgets/widgets')

beforeAll(async () => {
  outside = await startOutside()
  outside.answer = (_request, response) =>
    void response
      .writeHead(200)
      .end(
        '<rss version="2.0"><channel><item><title>Delivered</title><enclosure url="/p.png" type="image/png"/></item></channel></rss>',
      )
  drop = await useTestDatabase({ YIMBLE_ALLOWED_ORIGINS: outside.origin, YIMBLE_DELIVERY_PROXIES: '1' })
  actor = await makeActor()
  s = { ...(await import('../services/widgets/widgets')), ...(await import('../services/widgets/releases')) }
  const { createClient } = await import('../services/clients/clients')
  const { addSource } = await import('../services/sources/sources')
  const client = await createClient(actor, { name: 'C', locale: 'en', timeZone: 'UTC' })
  const source = await addSource(actor, client.id, { address: `${outside.origin}/feed` })
  widget = await s.createWidget(actor, client.id, { kind: 'feed', name: 'W' })
  await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
  await s.publishNow(actor, widget.id)
  const folder = mkdtempSync(path.join(tmpdir(), 'yimble-embed-'))
  await (await import('@/cli/buildEmbed')).buildEmbed(folder)
  cache = (await import('./artifactCache')).createArtifactCache()
  await cache.start()
  const server = (await import('./server')).createDelivery({
    cache,
    assets: await (await import('./assets')).loadAssets(folder),
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  close = () =>
    new Promise((done) => {
      server.close(() => done())
      server.closeAllConnections()
    })
  // The embed is built, and this file is often the first that is compiled.
}, 180_000)
afterAll(async () => {
  await close()
  await cache.stop()
  await drop()
  await outside.close()
})

const get = (path: string, headers: Record<string, string> = {}) => fetch(base + path, { headers })
const data = async () =>
  (await get(`/w/${widget.ref}.json`)).json() as Promise<{
    state: string
    pieces: string[]
    css: string
    revision: number
  }>
/** @throws when it never becomes so: a wait is an expectation, too */
async function until<T>(read: () => Promise<T>, check: (value: T) => boolean | Promise<boolean>): Promise<T> {
  for (let tries = 0; tries < 300; tries += 1) {
    const value = await read()
    if (await check(value)) return value
    await new Promise((done) => setTimeout(done, 20))
  }
  throw new Error('it never became so')
}

test('its own page is served by words, too, as long as they are its address', async () => {
  const { setAddress } = await import('../services/widgets/addresses')
  const page = await (await get(`/h/${widget.ref}`)).text()
  expect((await get('/h/what-we-write')).status).toBe(404)
  for (const words of ['what-we-write', 'written']) {
    await setAddress(actor, widget.id, words)
    await until(
      () => get(`/h/${words}`),
      ({ status }) => status === 200,
    )
    expect(await (await get(`/h/${words}`)).text()).toBe(page)
  }
  await until(
    () => get('/h/what-we-write'),
    ({ status }) => status === 404,
  )
  await setAddress(actor, widget.id, null)
}, 20_000)

describe('an artifact', () => {
  test('is public for half a minute, for anyone, and nothing stale for browsers', async () => {
    const { headers } = await get(`/w/${widget.ref}.json`)
    expect(Object.fromEntries(headers)).toMatchObject({
      'cache-control': 'public, max-age=30',
      'cdn-cache-control': expect.stringContaining('stale-if-error'),
      'access-control-allow-origin': '*',
      'cross-origin-resource-policy': 'cross-origin',
      'x-content-type-options': 'nosniff',
      vary: 'Accept-Encoding',
    })
    expect(headers.get('set-cookie')).toBeNull()
  })
  test.each([
    ['br', 'br'],
    ['gzip', 'gzip'],
    ['identity', null],
  ])('as %s is the same, with an ETag of its own', async (accepted, encoding) => {
    const answer = await get(`/w/${widget.ref}.json`, { 'accept-encoding': accepted })
    expect(answer.headers.get('content-encoding')).toBe(encoding)
    expect(await answer.json()).toMatchObject({ v: 2, ref: widget.ref, state: 'ready' })
    const again = await get(`/w/${widget.ref}.json`, {
      'accept-encoding': accepted,
      'if-none-match': answer.headers.get('etag')!,
    })
    expect(again.status).toBe(304)
    const other = await get(`/w/${widget.ref}.json`, {
      'accept-encoding': accepted === 'br' ? 'gzip' : 'br',
      'if-none-match': answer.headers.get('etag')!,
    })
    expect(other.status).toBe(200)
  })
  test('script, frame and hosted page carry the same markup', async () => {
    const { pieces, css } = await data()
    for (const form of ['f', 'h']) {
      const page = await (await get(`/${form}/${widget.ref}`)).text()
      expect(page).toContain(pieces.join(''))
      expect(page).toContain(css)
    }
  })
  test('follows a change within two seconds, and is off when it is switched off', async () => {
    const before = await data()
    const { settings, draftRevision } = await s.getWidget(actor, widget.id)
    await s.changeDraft(actor, widget.id, draftRevision, [
      { path: 'look.accent', from: settings['look.accent']!, to: '#0a0b0c', label: '' },
    ])
    const begun = Date.now()
    await s.publishNow(actor, widget.id)
    expect((await until(data, ({ css }) => css.includes('#0a0b0c'))).revision).toBeGreaterThan(
      before.revision,
    )
    expect(Date.now() - begun).toBeLessThan(2_000)
    await s.switchWidget(actor, widget.id, false)
    expect(await until(data, ({ state }) => state === 'off')).toMatchObject({ pieces: [] })
    await s.switchWidget(actor, widget.id, true)
    await until(data, ({ state }) => state === 'ready')
  })
  test('that nobody has, or that was deleted, says off', async () => {
    const unknown = await get('/w/zzzzzzzz.json')
    // Not 404: that would stand in every visitor's console as an error.
    expect([unknown.status, await unknown.json()]).toEqual([200, { v: 2, state: 'off' }])
    await s.deleteWidget(actor, widget.id)
    await until(
      () => get(`/w/${widget.ref}.json`),
      async (answer) => ((await answer.json()) as { state: string }).state === 'off',
    )
    await s.restoreWidget(actor, widget.id)
    await until(
      () => get(`/w/${widget.ref}.json`),
      async (answer) => ((await answer.json()) as { state: string }).state === 'ready',
    )
  })
})

describe('the rest', () => {
  test.each([
    ['/embed.js', 'public, max-age=300'],
    ['/fonts/fraunces.woff2', 'public, max-age=31536000, immutable'],
  ])('%s is cached as told', async (path, cacheControl) =>
    expect((await get(path)).headers.get('cache-control')).toBe(cacheControl),
  )
  test.each([
    ['/../package.json'],
    ['/stage/7'],
    ['/p/zz/640.webp'],
    ['/p/aaaaaaaaaaaaaaaaaaaaaaaa/641.webp'],
    ['/nothing'],
    ['/w/..json'],
  ])('%s is not there', async (path) => expect((await get(path)).status).toBe(404))
  test('a page is noted when it says that it shows the widget; junk is passed over', async () => {
    const say = (body: string) => fetch(`${base}/seen`, { method: 'POST', body })
    expect(
      (
        await say(
          JSON.stringify({
            ref: widget.ref,
            form: 'script',
            page: 'https://client.example/news?visitor=7#x',
            width: 300,
            height: 400,
            state: 'ready',
          }),
        )
      ).status,
    ).toBe(204)
    for (const junk of [
      '',
      '{',
      'x'.repeat(9_000),
      JSON.stringify({
        ref: widget.ref,
        form: 'script',
        page: 'javascript:1',
        width: 1,
        height: 1,
        state: 'ready',
      }),
    ])
      expect([204, 0]).toContain(
        await say(junk).then(
          (answer) => answer.status,
          () => 0,
        ),
      )
    const { sightings } = await s.getWidget(actor, widget.id)
    expect(sightings.map(({ pageUrl, width }) => [pageUrl, width])).toEqual([
      ['https://client.example/news', 300],
    ])
  })
  test('pictures come through the safe door, resized, and vector bombs do not', async () => {
    const { default: sharp } = await import('sharp')
    const picture = await sharp({ create: { width: 1000, height: 500, channels: 3, background: '#a4472c' } })
      .png()
      .toBuffer()
    outside.answer = (_request, response) =>
      void response.writeHead(200, { 'content-type': 'image/png' }).end(picture)
    const ref = createHash('sha256').update(`${outside.origin}/p.png`).digest('hex').slice(0, 24)
    const answer = await get(`/p/${ref}/320.webp`)
    expect(answer.headers.get('content-type')).toBe('image/webp')
    expect(await sharp(Buffer.from(await answer.arrayBuffer())).metadata()).toMatchObject({
      format: 'webp',
      width: 320,
      height: 160,
    })
    const { db } = await import('../db/db')
    await db().PictureRow.create({ ref: 'b'.repeat(24), url: `${outside.origin}/bomb.svg`, state: 'new' })
    outside.answer = (_request, response) =>
      void response
        .writeHead(200, { 'content-type': 'image/svg+xml' })
        .end('<svg xmlns="http://www.w3.org/2000/svg" width="90000" height="90000"/>')
    expect((await get(`/p/${'b'.repeat(24)}/320.webp`)).status).toBe(404)
  })
})

describe('what was found in the open', () => {
  test.each([
    ['gzip, br;q=0', 'gzip'],
    ['br;q=0, gzip;q=0', null],
    ['gzip;q=0.5, br', 'br'],
    ['identity', null],
  ])('an encoding that is refused by its weight is not sent: %s', async (accepted, encoding) => {
    const { request } = await import('node:http')
    const headers = await new Promise<Record<string, unknown>>((done) =>
      request(`${base}/w/${widget.ref}.json`, { headers: { 'accept-encoding': accepted } }, (answer) => {
        answer.resume()
        done(answer.headers)
      }).end(),
    )
    expect(headers['content-encoding'] ?? null).toBe(encoding)
  })
  test('a picture is asked for again by its ETag, and the database is left alone', async () => {
    const { db } = await import('../db/db')
    const ref = 'c'.repeat(24)
    const bytes = await sharp({ create: { width: 20, height: 10, channels: 3, background: '#aa5500' } })
      .png()
      .toBuffer()
    await db().PictureRow.create({ ref, url: 'upload:c.png', state: 'ready', bytes, width: 20, height: 10 })
    const first = await get(`/p/${ref}/160.webp`)
    const etag = first.headers.get('etag')!
    expect([first.status, etag.length > 5]).toEqual([200, true])
    await db().PictureRow.destroy({ where: { ref } })
    expect((await get(`/p/${ref}/160.webp`, { 'if-none-match': etag })).status).toBe(304)
    expect((await get(`/p/${ref}/160.webp`)).status).toBe(200)
  })
  test('a chunk of an earlier build is served as long as it is kept', async () => {
    const { keepChunks } = await import('./chunks')
    const file = { type: 'text/javascript', etag: 'x', raw: Buffer.from('export const old = 1') }
    await keepChunks(new Map([['/c/old-ABC123.js', { file, cache: 'x' }]]))
    const answer = await get('/c/old-ABC123.js')
    expect([answer.status, await answer.text(), answer.headers.get('cache-control')]).toEqual([
      200,
      'export const old = 1',
      expect.stringContaining('immutable'),
    ])
    expect(answer.headers.get('access-control-allow-origin')).toBe('*')
    expect((await get('/c/never-ABC123.js')).status).toBe(404)
  })
  test('a hundred invented pages push no page of the client’s own site out of the list', async () => {
    const { db } = await import('../db/db')
    const say = (page: string, from = `10.1.0.${page.length}`) =>
      fetch(`${base}/seen`, {
        method: 'POST',
        headers: { 'x-forwarded-for': from },
        body: JSON.stringify({
          ref: widget.ref,
          form: 'script',
          page,
          width: 700,
          height: 300,
          state: 'ready',
        }),
      })
    const row = (await db().Widget.findByPk(widget.id))!
    await db().Site.create({
      clientId: row.clientId,
      name: 'Own',
      url: 'https://own.example/',
      platform: 'plain',
    })
    await say('https://own.example/about')
    for (let at = 0; at < 120; at += 1) await say(`https://invented.example/${at}`, `10.2.0.${at}`)
    const pages = (await db().Sighting.findAll({ where: { widgetId: widget.id } })).map((one) => one.pageUrl)
    expect(pages.length).toBeLessThanOrEqual(100)
    expect(pages).toContain('https://own.example/about')
    expect(pages).toContain('https://invented.example/119')
  })
  test('one address has sixty pages a minute noted and no more', async () => {
    const { db } = await import('../db/db')
    await db().Sighting.destroy({ where: { widgetId: widget.id } })
    const say = (page: string) =>
      fetch(`${base}/seen`, {
        method: 'POST',
        headers: { 'x-forwarded-for': '10.3.0.1' },
        body: JSON.stringify({
          ref: widget.ref,
          form: 'script',
          page,
          width: 700,
          height: 300,
          state: 'ready',
        }),
      })
    const answers = await Promise.all(
      Array.from({ length: 200 }, (_one, at) => say(`https://flood.example/${at}`)),
    )
    expect(answers.every(({ status }) => status === 204)).toBe(true)
    expect(await db().Sighting.count({ where: { widgetId: widget.id } })).toBe(60)
  })
})
