/** The stand-ins do what their pages say: feeds in three formats, every misbehaviour, and editors with their manners. */
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { readBytes } from '../core/readers/all'
import { publications } from './entries'
import { fileNames } from './feedFormats'
import { createPublisher } from './publisher'
import { createSite } from './siteServer'
import { standinSites } from './sites'
import type { State } from './state'

const state: State = { epoch: '2026-03-10T12:00:00.500Z', slots: {}, added: {}, modes: {} }
const servers: Server[] = []
async function serve(
  make: (origin: string) => (request: never, response: never) => Promise<void>,
): Promise<string> {
  let handle: (request: never, response: never) => Promise<void> = async () => undefined
  const server = createServer((request, response) => void handle(request as never, response as never))
  servers.push(server)
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  handle = make(origin)
  return origin
}
let publisher = ''
const sites: Record<string, string> = {}
beforeAll(async () => {
  publisher = await serve((origin) => createPublisher(origin, state, () => undefined) as never)
  for (const site of standinSites)
    sites[site.id] = await serve(
      (origin) => createSite(site, origin, 'http://d.example', state, () => undefined) as never,
    )
})
afterAll(() =>
  servers.forEach((server) => {
    server.close()
    server.closeAllConnections()
  }),
)

const read = async (path: string, init?: RequestInit) => {
  const answer = await fetch(publisher + path, init)
  return {
    answer,
    reading: readBytes(new Uint8Array(await answer.arrayBuffer()), {
      url: answer.url,
      contentType: answer.headers.get('content-type') ?? '',
    }),
  }
}

describe.each(publications.map((one) => [one.id, one] as const))('publication %s', (id, publication) => {
  const path = `/${id}/${fileNames[publication.format]}`
  test('reads without a problem, with authors, dates, summaries, links and pictures', async () => {
    const { reading } = await read(path)
    expect(reading).toMatchObject({ feed: { title: publication.title }, problems: [] })
    expect(reading.items.map((item) => item.name)).toEqual(publication.entries.map((entry) => entry.title))
    for (const [at, item] of reading.items.entries()) {
      expect(item).toMatchObject({
        author: { name: publication.entries[at]!.author },
        keywords: publication.entries[at]!.tags,
      })
      expect(item.datePublished).toMatch(/^20/)
      expect(item.url).toContain(`${publisher}/${id}/`)
      expect(item.image.length).toBe(publication.entries[at]!.picture === undefined ? 0 : 1)
    }
  })
  test('its page announces it, its entries and pictures are there', async () => {
    expect((await read(`/${id}/`)).reading.announced?.[0]).toMatchObject({ url: publisher + path })
    const { items } = (await read(path)).reading
    expect((await fetch(items[0]!.url!)).status).toBe(200)
    expect((await fetch(items[0]!.image[0]!.url)).headers.get('content-type')).toBe('image/jpeg')
  })
  test('answers 304 to who has it', async () => {
    const { answer } = await read(path)
    expect(
      (await read(path, { headers: { 'if-none-match': answer.headers.get('etag')! } })).answer.status,
    ).toBe(304)
    expect(
      (await read(path, { headers: { 'if-modified-since': answer.headers.get('last-modified')! } })).answer
        .status,
    ).toBe(304)
  })
})

describe('misbehaving', () => {
  const path = '/workshop/rss.xml'
  test.each([
    ['gone', 410],
    ['closed', 403],
  ])('%s', async (mode, status) => expect((await read(`${path}?${mode}`)).answer.status).toBe(status))
  test('redirected', async () =>
    expect((await read(`${path}?redirect`)).answer.url).toContain('/workshop/moved-rss.xml'))
  test('empty', async () =>
    expect((await read(`${path}?empty`)).reading).toMatchObject({ items: [], problems: [] }))
  test('broken', async () => {
    const { reading } = await read(`${path}?broken`)
    expect(reading.items.length).toBeLessThan(12)
    expect(reading.problems.length).toBeGreaterThan(0)
  })
  test('slow', async () => {
    const begun = Date.now()
    await read(`${path}?slow=300`)
    expect(Date.now() - begun).toBeGreaterThanOrEqual(290)
  })
  test('for good, until told otherwise, and an entry can be added', async () => {
    await fetch(`${publisher}/control?feed=bakery&mode=gone`)
    expect((await read('/bakery/rss.xml')).answer.status).toBe(410)
    await fetch(`${publisher}/control?feed=bakery&mode=normal&add=Hot+rolls`)
    expect((await read('/bakery/rss.xml')).reading.items[0]!.name).toBe('Hot rolls')
  })
})

describe('client sites', () => {
  const snippet =
    '<yimble-widget data-yimble="abcd1234"></yimble-widget>\n<script async src="http://d.example/embed.js"></script><iframe src="http://d.example/f/abcd1234" style="border:0"></iframe>'
  const paste = async (site: string, slot: string) => {
    await fetch(`${sites[site]}/edit`, { method: 'POST', body: new URLSearchParams({ slot, snippet }) })
    return (await fetch(`${sites[site]}/`)).text()
  }
  test('the hand-made page takes what is pasted as it is', async () =>
    expect(await paste('kiln', 'journal')).toContain(
      `<div id="journal" data-label="Journal">${snippet}</div>`,
    ))
  test('the builder drops scripts and unknown elements and lets frames through', async () => {
    const page = await paste('quay', 'block-news')
    expect(page).toContain('<iframe src="http://d.example/f/abcd1234"></iframe>')
    expect(page).not.toMatch(/<script|<yimble-widget/)
  })
  test('the strict page has a policy that lists delivery, and demands Trusted Types', async () => {
    const policy = (await fetch(`${sites.nursery}/`)).headers.get('content-security-policy')
    expect(policy).toContain("script-src 'self' http://d.example;")
    expect(policy).toContain("require-trusted-types-for 'script'")
    expect(policy).not.toContain('unsafe')
  })
  test('an unknown slot is refused', async () =>
    expect(
      (
        await fetch(`${sites.kiln}/edit`, {
          method: 'POST',
          body: new URLSearchParams({ slot: 'x', snippet }),
        })
      ).status,
    ).toBe(400))
})
