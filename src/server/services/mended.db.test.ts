/** What several people, processes and time do to drafts, sources, pictures and tables, on a real PostgreSQL. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import sharp from 'sharp'
import type { Leaf } from '@/core/settings/field'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Actor } from './access/actor'
import { codeOf, startServices } from './testServices'

const { s, outside, serve } = startServices()

const entry = (title: string, more = '') =>
  `<item><title>${title}</title><guid isPermaLink="false">${title}</guid>${more}</item>`
const feedOf = (...entries: string[]) =>
  `<rss version="2.0"><channel><title>News</title>${entries.join('')}</channel></rss>`

let actor: Actor
let client: string
beforeEach(async () => {
  serve(feedOf(entry('One'), entry('Two')))
  actor = await makeActor()
  client = (await s.createClient(actor, { name: 'Client', locale: 'en', timeZone: 'UTC' })).id
})
const set = (by: Actor, id: string, revision: number, path: string, from: Leaf, to: Leaf) =>
  s.changeDraft(by, id, revision, [{ path, from, to, label: path }])
async function draft() {
  const source = await s.addSource(actor, client, { address: `${outside.origin}/feed` })
  const widget = await s.createWidget(actor, client, { kind: 'feed', name: 'W' })
  await set(actor, widget.id, 0, 'sources', [], [source.id])
  return { source, widget }
}

describe('publishing', () => {
  test('names the revision that was seen; what others changed since is told, and nothing is published', async () => {
    const { widget } = await draft()
    const colleague = await makeColleague(actor.agencyId)
    await set(colleague, widget.id, 1, 'look.textSize', 16, 20)
    const refused = await s.publish(actor, widget.id, 1).catch((error: { problem: object }) => error.problem)
    expect(refused).toMatchObject({ code: 'draft_moved', facts: { now: 2, what: 'look.textSize' } })
    expect((await s.getWidget(actor, widget.id)).liveNumber).toBeNull()
    expect(await s.publish(actor, widget.id, 2)).toMatchObject({ liveNumber: 1 })
  })
  test('an open bench hears who else is there and what they changed', async () => {
    const { widget } = await draft()
    const colleague = await makeColleague(actor.agencyId)
    await s.beHere(colleague, widget.id, 0, 'b')
    await set(colleague, widget.id, 1, 'look.textSize', 16, 20)
    const here = await s.beHere(actor, widget.id, 1, 'a')
    expect(here).toMatchObject({ draftRevision: 2, patches: [{ path: 'look.textSize' }] })
    expect([here.settings['look.textSize'], here.others.length]).toEqual([20, 1])
    expect((await s.beHere(actor, widget.id, 2, 'a')).patches).toEqual([])
  })
  test('a release says which signed texts were corrected by hand', async () => {
    serve(feedOf(entry('One', '<author>Ada Fennimore</author>'), entry('Two')))
    const { source, widget } = await draft()
    const [one, two] = await s.itemsOf([source.id])
    await s.correctItem(actor, client, one!.id, { name: 'First' })
    await s.correctItem(actor, client, two!.id, { name: 'Second' })
    await s.publishNow(actor, widget.id)
    expect((await s.listReleases(actor, widget.id))[0]!.corrected).toEqual(['First (Ada Fennimore)'])
  })
  test('visitors never read the widget’s name', async () => {
    const { widget } = await draft()
    const titles = async () =>
      (await s.snippetsOf(actor, widget.id)).forms.map((one) =>
        /title="([^"]*)"|<a [^>]*>([^<]*)</.exec(one.code),
      )
    expect(JSON.stringify(await titles())).not.toContain('"W"')
    await set(actor, widget.id, 1, 'place.title', '', 'News from the hall')
    expect((await s.snippetsOf(actor, widget.id)).forms.at(-1)!.code).toContain('>News from the hall<')
  })
})

describe('a review', () => {
  test('is not rewritten: its words and its title are refused, whatever else may be corrected', async () => {
    const { id } = await s.addFile(actor, client, {
      name: 'r.csv',
      text: 'Author,Rating,Text\nAda,4,Good\nBo,5,Fine\n',
    })
    const [review] = await s.itemsOf([id])
    expect(review!.type).toBe('Review')
    expect(await codeOf(s.correctItem(actor, client, review!.id, { text: 'Better' }))).toBe('signed_facts')
    expect(await codeOf(s.correctItem(actor, client, review!.id, { name: 'Better' }))).toBe('signed_facts')
    expect(await codeOf(s.correctItem(actor, client, review!.id, { url: 'https://x.example/' }))).toBe('done')
    expect((await s.itemsOf([id]))[0]!.text).toBe('Good')
  })
})

describe('stored rows', () => {
  test('that this version cannot read make no list unreadable', async () => {
    outside.answer = (_request, response) =>
      void response.writeHead(200, { 'content-type': 'text/html' }).end('<title>Home</title><main></main>')
    const site = await s.addSite(actor, client, { address: outside.origin, platform: 'plain' })
    await s
      .db()
      .sequelize.query(`update pages set slots = '[{"id": "${'x'.repeat(500)}"}]' where site_id = $1`, {
        bind: [site.id],
      })
    expect((await s.listSites(actor, client))[0]!.pages[0]!.slots).toEqual([])
  })
  test('a page nested without end is refused in words, and the studio goes on', async () => {
    outside.answer = (_request, response) =>
      void response
        .writeHead(200, { 'content-type': 'text/html' })
        .end(`<title>x</title>${'<div>'.repeat(20_000)}`)
    expect(await codeOf(s.addSite(actor, client, { address: outside.origin, platform: 'plain' }))).toBe(
      'page_too_complex',
    )
    expect(await s.listSites(actor, client)).toEqual([])
  })
})

describe('a source', () => {
  test('that moves to the address of another one stays readable, and says so once', async () => {
    await s.addSource(actor, client, { address: `${outside.origin}/there`, label: 'There' })
    const moving = await s.addSource(actor, client, { address: `${outside.origin}/here`, label: 'Here' })
    outside.answer = (request, response) =>
      void (request.url === '/here'
        ? response.writeHead(301, { location: `${outside.origin}/there` }).end()
        : response.writeHead(200, { 'content-type': 'application/rss+xml' }).end(feedOf(entry('Three'))))
    await s.refreshSource(actor, moving.id)
    const after = await s.refreshSource(actor, moving.id)
    expect([after.health, after.items, after.address]).toEqual(['ok', 1, `${outside.origin}/here`])
    expect(after.history.filter((event) => event.what.includes('“There” reads already'))).toHaveLength(1)
  })
  test('that moves to a new address follows it', async () => {
    const moving = await s.addSource(actor, client, { address: `${outside.origin}/here` })
    outside.answer = (request, response) =>
      void (request.url === '/here'
        ? response.writeHead(301, { location: `${outside.origin}/new` }).end()
        : response.writeHead(200, { 'content-type': 'application/rss+xml' }).end(feedOf(entry('Three'))))
    expect((await s.refreshSource(actor, moving.id)).address).toBe(`${outside.origin}/new`)
  })
})

describe('pictures', () => {
  const own = (ref: string) =>
    `${process.env.YIMBLE_DELIVERY_URL ?? 'http://127.0.0.2:4320'}/p/${ref}/320.webp`
  const png = () =>
    sharp({ create: { width: 8, height: 8, channels: 3, background: '#aa5500' } })
      .png()
      .toBuffer()
  test('an address of ours in a feed reserves nothing for whoever brings the picture later', async () => {
    const { shortHash } = await import('@/core/items/identity')
    const target = `${outside.origin}/later.png`
    const ref = shortHash(target)
    serve(feedOf(entry('Thief', `<enclosure type="image/png" url="${own(ref)}"/>`)))
    await s.addSource(actor, client, { address: `${outside.origin}/thief` })
    expect(await s.db().PictureRow.findByPk(ref)).toBeNull()
    await s.inTransaction((transaction) => s.registerPictures([{ url: target }], transaction))
    const bytes = await png()
    outside.answer = (_request, response) =>
      void response.writeHead(200, { 'content-type': 'image/png' }).end(bytes)
    expect((await s.pictureForm(ref, 160))?.length).toBeGreaterThan(0)
  })
  test('one original is fetched once, however many widths are asked for at a time', async () => {
    let asked = 0
    const bytes = await png()
    const url = `${outside.origin}/many.png`
    outside.answer = (_request, response) => {
      asked += 1
      setTimeout(() => response.writeHead(200, { 'content-type': 'image/png' }).end(bytes), 60)
    }
    const [picture] = await s.inTransaction((transaction) => s.registerPictures([{ url }], transaction))
    const forms = await Promise.all(
      [160, 320, 640, 960, 1280].map((width) => s.pictureForm(picture!.ref, width)),
    )
    expect([asked, forms.every((one) => one !== undefined)]).toEqual([1, true])
  })
  test('an entry whose picture is lost shows without it, and that is told', async () => {
    serve(
      feedOf(entry('One', `<enclosure type="image/png" url="${outside.origin}/gone.png"/>`), entry('Two')),
    )
    const source = await s.addSource(actor, client, { address: `${outside.origin}/feed` })
    expect((await s.itemsOf([source.id]))[0]!.image).toHaveLength(1)
    outside.answer = (_request, response) => void response.writeHead(404).end()
    const [{ ref } = { ref: '' }] = (await s.itemsOf([source.id]))[0]!.image
    expect(await s.fetchPictures([ref])).toEqual([ref])
    expect((await s.itemsOf([source.id]))[0]).toMatchObject({ image: [], imageLost: 1 })
  })
})

describe('places', () => {
  const table = 'Code,Latitude,Longitude,Name\nQM4,52.79,1.08,Marlowick\nQM7,52.61,1.36,Old Quay\n'
  const where = async (location: string) => {
    const { id } = await s.addFile(actor, client, {
      name: 'e.csv',
      text: `Name,Start,Place\nA,2026-05-09,"${location}"\nB,2026-05-10,Nowhere at all\n`,
    })
    return (await s.itemsOf([id]))[0]!.location
  }
  test.each([
    ['a postcode at the end of an address', '3 Quay Street, Old Quay QM7 1AA', 52.61],
    ['a town in a longer address', 'The Hall, 3 Mill Lane, Marlowick', 52.79],
    ['a postcode alone', 'QM4 2QT', 52.79],
    ['nothing that is known', 'Elsewhere Hall', undefined],
  ])('%s', async (_name, written, latitude) => {
    await s.importPlaces(actor, table)
    expect((await where(written))?.latitude).toBe(latitude)
  })
  test('are an agency’s own, and a table that cannot be read changes nothing', async () => {
    await s.importPlaces(actor, table)
    const other = await makeActor()
    expect((await s.placesOf(other)).count).toBe(0)
    expect(await codeOf(s.importPlaces(actor, `${table}QM9,far,1,Kilnbridge\n`))).toBe('input_invalid')
    expect((await s.placesOf(actor)).count).toBe(2)
    expect(await codeOf(s.importPlaces(await makeColleague(actor.agencyId, 'viewer'), table))).toBe(
      'not_allowed',
    )
  })
  test('are found by the beginning of a name, by a code, and in the client’s own catalogue', async () => {
    await s.importPlaces(actor, table)
    await s.addFile(actor, client, {
      name: 'p.csv',
      text: 'Name,Latitude,Longitude\nShop at the quay,52.6,1.3\nMill,52,1\n',
    })
    const names = async (words: string) =>
      (await s.findPlaces(actor, client, words)).map((one) => `${one.name} ${one.from}`)
    expect([await names('old q'), await names('QM4 2QT'), await names('shop'), await names('zzz')]).toEqual([
      ['Old Quay table'],
      ['Marlowick table'],
      ['Shop at the quay catalogue'],
      [],
    ])
  })
})

describe('clients', () => {
  test('two of one name are refused, in any case of letters', async () => {
    expect(await codeOf(s.createClient(actor, { name: 'CLIENT', locale: 'en', timeZone: 'UTC' }))).toBe(
      'client_named',
    )
    const other = await s.createClient(actor, { name: 'Other', locale: 'en', timeZone: 'UTC' })
    expect(await codeOf(s.changeClient(actor, other.id, { name: 'client' }))).toBe('client_named')
    expect(await codeOf(s.changeClient(actor, other.id, { name: 'OTHER' }))).toBe('done')
  })
  test('one with live widgets is deleted only by whoever says so; then nothing of it is served', async () => {
    const { widget } = await draft()
    await s.publishNow(actor, widget.id)
    expect(await codeOf(s.removeClient(actor, client, false))).toBe('client_live')
    await s.removeClient(actor, client, true)
    expect([await codeOf(s.getClient(actor, client)), await s.db().ArtifactRow.findByPk(widget.ref)]).toEqual(
      ['missing', null],
    )
  })
  test('an archived one keeps its widgets', async () => {
    const { widget } = await draft()
    expect((await s.changeClient(actor, client, { archived: true })).archived).toBe(true)
    expect((await s.getWidget(actor, widget.id)).id).toBe(widget.id)
    expect((await s.changeClient(actor, client, { archived: false })).archived).toBe(false)
  })
  test('the next widget begins on the page that was used last', async () => {
    outside.answer = (_request, response) =>
      void response.writeHead(200, { 'content-type': 'text/html' }).end('<title>Home</title><main></main>')
    const site = await s.addSite(actor, client, { address: outside.origin, platform: 'plain' })
    const first = await s.createWidget(actor, client, { kind: 'feed', name: 'A' })
    await s.changeWidget(actor, first.id, { pageId: site.pages[0]!.id })
    expect((await s.createWidget(actor, client, { kind: 'feed', name: 'B' })).pageId).toBe(site.pages[0]!.id)
  })
})

describe('files', () => {
  test.each([
    ['a binary named .csv', `PK\u0003\u0004${'\u0000\u0001'.repeat(200)}`],
    ['nothing but spaces', '   \n'],
  ])('%s is refused', async (_name, text) =>
    expect(['input_invalid', 'nothing_readable']).toContain(
      await codeOf(s.addFile(actor, client, { name: 'a.csv', text })),
    ),
  )
})

test('tables that grow are kept within their limits, and what is used stays', async () => {
  const { source, widget } = await draft()
  const run = (sql: string) => s.db().sequelize.query(sql)
  await run(
    `insert into throttles (key, started_at, count) values ('old', now() - interval '3 days', 1), ('new', now(), 1)`,
  )
  await run(
    `insert into sessions (id, user_id, token_hash, user_agent, expires_at) select gen_random_uuid(), '${actor.userId}', 'old', '', now() - interval '40 days'`,
  )
  await run(
    `insert into sessions (id, user_id, token_hash, user_agent, expires_at) select gen_random_uuid(), '${actor.userId}', 'new', '', now() + interval '1 day'`,
  )
  await run(
    `update items set gone_at = now() - interval '100 days' where facts ->> 'name' = 'Two' and source_id = '${source.id}'`,
  )
  await run(
    `insert into pictures (ref, url, state, tried_at, made_at) values ('unused', 'https://x.example/a.png', 'ready', now() - interval '40 days', now() - interval '40 days')`,
  )
  await run(
    `insert into pictures (ref, url, state, bytes, tried_at) values ('original', 'https://x.example/b.png', 'ready', 'x', now() - interval '8 days')`,
  )
  // One is on the button of a release, another on that of the draft that came after it.
  const [released, drafted] = ['a'.repeat(24), 'b'.repeat(24)] as const
  const old = `now() - interval '40 days'`
  for (const ref of [released, drafted])
    await run(
      `insert into pictures (ref, url, state, tried_at, made_at) values ('${ref}', 'upload:sign.png', 'ready', ${old}, ${old})`,
    )
  await set(actor, widget.id, 1, 'button.picture', '', released)
  await s.publishNow(actor, widget.id)
  await set(actor, widget.id, 2, 'button.picture', released, drafted)
  await run(`insert into salts values (current_date - 1, 'x'), (current_date, 'y') on conflict do nothing`)
  const done = await s.tidyUp()
  expect(done).toMatchObject({ throttles: 1, sessions: 1, items: 1, pictures: 1, originals: 1, salts: 1 })
  expect((await s.itemsOf([source.id])).map((one) => one.name)).toEqual(['One'])
  expect(await s.db().PictureRow.findByPk('original')).toMatchObject({ bytes: null, state: 'new' })
  expect(await s.tidyUp()).toMatchObject({ throttles: 0, sessions: 0, items: 0, pictures: 0, originals: 0 })
})
