/** Sorting: what waits, what is private, tags and corrections, files and their columns, what becomes public. */
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { makeActor, makeColleague, startOutside, useTestDatabase, type Outside } from '../../db/testDatabase'
import type { Actor } from '../access/actor'

let outside: Outside
let drop: () => Promise<void>
let s: Awaited<ReturnType<typeof load>>
const load = async () => ({
  ...(await import('../clients/clients')),
  ...(await import('../sources/sources')),
  ...(await import('../sources/refreshing')),
  ...(await import('../sources/tables')),
  ...(await import('../widgets/widgets')),
  ...(await import('../widgets/releases')),
  ...(await import('../widgets/artifacts')),
  ...(await import('../widgets/bench')),
  ...(await import('./decisions')),
  ...(await import('../../db/db')),
})

beforeAll(async () => {
  outside = await startOutside()
  drop = await useTestDatabase({ YIMBLE_ALLOWED_ORIGINS: outside.origin })
  s = await load()
})
afterAll(async () => {
  await drop()
  await outside.close()
})

const calendar = (...events: string[]) =>
  `BEGIN:VCALENDAR\r\n${events.map((lines, at) => `BEGIN:VEVENT\r\nUID:${at}\r\nDTSTART:20991231T190000Z\r\n${lines}\r\nEND:VEVENT\r\n`).join('')}END:VCALENDAR\r\n`
const serve = (body: string, type = 'text/calendar') => {
  outside.answer = (_request, response) => void response.writeHead(200, { 'content-type': type }).end(body)
}
const code = (work: Promise<unknown>) =>
  work.then(
    () => 'done',
    (error: { problem?: { code: string } }) => error.problem?.code ?? String(error),
  )

let actor: Actor
let client: string
beforeEach(async () => {
  serve(calendar('SUMMARY:Concert', 'SUMMARY:Board meeting\r\nCLASS:PRIVATE'))
  actor = await makeActor()
  client = (await s.createClient(actor, { name: 'Hall', locale: 'en', timeZone: 'UTC' })).id
})
const addSource = () => s.addSource(actor, client, { address: `${outside.origin}/all.ics` })
async function liveWidget(source: { id: string }) {
  const widget = await s.createWidget(actor, client, { kind: 'feed', name: 'What is on' })
  await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
  await s.publishNow(actor, widget.id)
  return widget
}
const filesIn = (stored: unknown) => {
  const { e, ...files } = s.storedFiles.parse(stored)
  return [...Object.values(files), ...Object.values(e)]
}
const liveText = async (ref: string) =>
  JSON.stringify(
    filesIn((await s.db().ArtifactRow.findByPk(ref))!.files).map((file) =>
      Buffer.from(file.raw, 'base64').toString(),
    ),
  )

describe('what its source marks private', () => {
  test('never reaches an artifact, the bench, the items of the API, or a viewer', async () => {
    const source = await addSource()
    expect(source).toMatchObject({ items: 2, closed: 1 })
    const widget = await liveWidget(source)
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    const everything = JSON.stringify([
      await liveText(widget.ref),
      await s.openBench(actor, widget.id),
      await s.itemsOfSources(actor, [source.id]),
      await s.sortingTableOf(viewer, widget.id),
      await s.firstTime(actor, widget.id),
    ])
    expect(everything).toContain('Concert')
    expect(everything).not.toContain('Board meeting')
  })
  test('is listed with its reason for those who decide, and can’t be shown by any decision', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    const row = (await s.sortingTableOf(actor, widget.id)).rows.find(
      (one) => one.item.name === 'Board meeting',
    )!
    expect(row.closedBecause).toBe('the calendar marks it private')
    await s.decide(actor, widget.id, [row.item.id], { hidden: false, pinned: true })
    await s.decideWaiting(actor, client, [row.item.id], false)
    await s.correctItem(actor, client, row.item.id, { name: 'Board meeting, open' })
    await s.renderWidget(widget.id)
    expect(await liveText(widget.ref)).not.toContain('Board meeting')
  })
  test('is gone from what is live as soon as the source closes it', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    serve(calendar('SUMMARY:Concert\r\nCLASS:CONFIDENTIAL'))
    await s.refreshSource(actor, source.id)
    await s.renderWidget(widget.id)
    expect(await liveText(widget.ref)).not.toContain('Concert')
  })
})

describe('waiting', () => {
  test('new items wait where the source says so; what is there stays', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    await s.setPolicy(actor, source.id, 'wait')
    serve(calendar('SUMMARY:Concert', 'SUMMARY:Second', 'SUMMARY:Session'))
    expect(await s.refreshSource(actor, source.id)).toMatchObject({ items: 3, waiting: 1 })
    await s.renderWidget(widget.id)
    expect(await liveText(widget.ref)).not.toContain('Session')
    const row = (await s.sortingTableOf(actor, widget.id)).rows.find((one) => one.waiting)!
    expect([row.item.name, row.fresh, row.wasPublic]).toEqual(['Session', true, false])
    await s.decideWaiting(actor, client, [row.item.id], false)
    await s.renderWidget(widget.id)
    expect(await liveText(widget.ref)).toContain('Session')
  })
  test('what becomes public for the first time is told beforehand, and only once', async () => {
    const source = await addSource()
    const widget = await s.createWidget(actor, client, { kind: 'feed', name: 'W' })
    await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
    expect((await s.firstTime(actor, widget.id)).map((one) => one.name)).toEqual(['Concert'])
    await s.publishNow(actor, widget.id)
    expect(await s.firstTime(actor, widget.id)).toEqual([])
  })
})

describe('tags, corrections, pins', () => {
  test('survive the next reading of the source, and are marked', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    const { id } = (await s.itemsOfSources(actor, [source.id]))[0]!
    await s.tagItems(actor, client, [id], { add: ['choir', 'spring'], remove: [] })
    await s.tagItems(actor, client, [id], { add: [], remove: ['spring'] })
    await s.correctItem(actor, client, id, { name: 'Spring concert', url: 'https://hall.example/spring' })
    serve(calendar('SUMMARY:Concert!\r\nCATEGORIES:Music'))
    await s.refreshSource(actor, source.id)
    expect((await s.sortingTableOf(actor, widget.id)).rows[0]).toMatchObject({
      item: { name: 'Spring concert', keywords: ['Music', 'choir'], url: 'https://hall.example/spring' },
      tags: ['choir'],
      corrected: expect.arrayContaining(['name', 'url']) as unknown,
    })
    await s.correctItem(actor, client, id, { name: null })
    expect((await s.itemsOfSources(actor, [source.id]))[0]!.name).toBe('Concert!')
  })
  test('a picture taken by hand stands for the source’s own until that is wanted again', async () => {
    const source = await addSource()
    await liveWidget(source)
    const { id } = (await s.itemsOfSources(actor, [source.id]))[0]!
    const image = [{ ref: 'a'.repeat(24), width: 40, height: 30 }]
    const { db } = await import('../../db/db')
    await db().PictureRow.create({ ref: image[0]!.ref, url: 'upload:a.png', state: 'ready' })
    await s.correctItem(actor, client, id, { image })
    await s.refreshSource(actor, source.id)
    expect((await s.itemsOfSources(actor, [source.id]))[0]!.image).toEqual(image)
    await s.correctItem(actor, client, id, { image: null })
    expect((await s.itemsOfSources(actor, [source.id]))[0]!.image).toEqual([])
  })
  test('pinned ones stand in front, in the order of pinning', async () => {
    serve(calendar('SUMMARY:A', 'SUMMARY:B', 'SUMMARY:C'))
    const source = await addSource()
    const widget = await liveWidget(source)
    const [, b, c] = await s.itemsOfSources(actor, [source.id])
    await s.decide(actor, widget.id, [c!.id], { pinned: true })
    expect((await s.decide(actor, widget.id, [b!.id], { pinned: true })).pinned).toEqual([c!.id, b!.id])
    const text = await liveText(widget.ref)
    expect([...text.matchAll(/data-key=\\+"[^"]*\/(\w+)\\/g)].slice(0, 3).map((match) => match[1])).toEqual(
      [c!, b!, (await s.itemsOfSources(actor, [source.id]))[0]!].map((one) => one.id.split('/')[1]),
    )
    expect(await s.decide(actor, widget.id, [b!.id], { pinned: false, hidden: true })).toMatchObject({
      pinned: [c!.id],
      hidden: [b!.id],
    })
  })
  test('items of another client are absent, for one or for many', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    const { id } = (await s.itemsOfSources(actor, [source.id]))[0]!
    const stranger = await makeActor()
    const theirs = (await s.createClient(stranger, { name: 'Theirs', locale: 'en', timeZone: 'UTC' })).id
    const own = await s.createWidget(stranger, theirs, { kind: 'feed', name: 'W' })
    for (const work of [
      () => s.decide(stranger, own.id, [id], { hidden: true }),
      () => s.decide(stranger, widget.id, [id], { hidden: true }),
      () => s.tagItems(stranger, theirs, [id], { add: ['x'], remove: [] }),
      () => s.tagItems(stranger, client, [id], { add: ['x'], remove: [] }),
      () => s.correctItem(stranger, theirs, id, { name: 'x' }),
      () => s.decideWaiting(stranger, theirs, [id], true),
      () => s.sortingTableOf(stranger, widget.id),
      () => s.firstTime(stranger, widget.id),
      () => s.setPolicy(stranger, source.id, 'wait'),
      () => s.openRows(stranger, source.id),
    ])
      expect(await code(work())).toBe('missing')
  })
  test('a viewer decides nothing', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    const { id } = (await s.itemsOfSources(actor, [source.id]))[0]!
    for (const work of [
      async () => s.decide(viewer, widget.id, [id], { hidden: true }),
      async () => s.tagItems(viewer, client, [id], { add: ['x'], remove: [] }),
      async () => s.correctItem(viewer, client, id, {}),
      async () => s.setPolicy(viewer, source.id, 'wait'),
      async () => s.addFile(viewer, client, { name: 'a.csv', text: 'Name\nA' }),
    ])
      expect(await code(work())).toBe('not_allowed')
  })
})

describe('the average of reviews', () => {
  const table = 'Who,Text,Rating\nAda,Good,5\nBo,Fine,4\nCy,Bad,1\n'
  async function reviewed() {
    const source = await s.addFile(actor, client, {
      name: 'reviews.csv',
      text: table,
      mapping: { type: 'Review', columns: ['author', 'text', 'rating'] },
    })
    const widget = await s.createWidget(actor, client, { kind: 'reviews', name: 'Said', from: 'wall' })
    await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
    await s.publishNow(actor, widget.id)
    return { source, widget, ids: (await s.itemsOfSources(actor, [source.id])).map((one) => one.id) }
  }
  test('stays that of all, whatever is hidden, ruled out or waits', async () => {
    const { source, widget, ids } = await reviewed()
    expect(await liveText(widget.ref)).toContain('3 reviews')
    const average = /part=\\+"average\\+".*?<b>([\d.]+)<\/b>/
    expect(average.exec(await liveText(widget.ref))?.[1]).toBe('3.3')
    await s.decide(actor, widget.id, [ids[2]!], { hidden: true })
    await s.decideWaiting(actor, client, [ids[1]!], true)
    await s.renderWidget(widget.id)
    const live = await liveText(widget.ref)
    expect([
      live.includes('Bad'),
      live.includes('Fine'),
      live.includes('Good'),
      average.exec(live)?.[1],
      live.includes('3 reviews'),
    ]).toEqual([false, false, true, '3.3', true])
    expect((await s.getSource(actor, source.id)).reviews).toMatchObject({
      average: expect.closeTo(10 / 3, 6) as unknown,
      count: 3,
    })
  })
  test('leaves out what is private or no review', async () => {
    const { source, ids } = await reviewed()
    const row = (await s.db().ItemRow.findByPk(ids[2]!))!
    await row.update({ facts: { ...(row.facts as object), visibility: 'private' } })
    expect((await s.getSource(actor, source.id)).reviews).toEqual({
      average: 4.5,
      count: 2,
      byStars: [1, 1, 0, 0, 0],
    })
    expect((await addSource()).reviews).toBeNull()
  })
})

describe('files', () => {
  const table = 'Bezeichnung,Preis,Wo\nPlate,12,Shelf\nBowl,much,Shelf\n'
  test('a table is kept with its columns named by hand; its problems are told', async () => {
    const source = await s.addFile(actor, client, {
      name: 'stock.csv',
      text: table,
      mapping: { type: 'Product', columns: ['name', 'price', null] },
    })
    expect(source).toMatchObject({
      label: 'stock',
      reader: 'csv',
      items: 2,
      problems: [{ where: 'row 3, Preis' }],
    })
    expect(
      (await s.itemsOfSources(actor, [source.id])).map((one) => [one.type, one.name, one.offers?.price]),
    ).toEqual([
      ['Product', 'Plate', 12],
      ['Product', 'Bowl', undefined],
    ])
  })
  test('a wrong column is mended later', async () => {
    const source = await s.addFile(actor, client, {
      name: 'stock.csv',
      text: table,
      mapping: { type: 'Product', columns: ['price', 'name', null] },
    })
    expect((await s.itemsOfSources(actor, [source.id]))[0]!.name).toBe('12')
    expect(await s.openRows(actor, source.id)).toMatchObject({
      headings: ['Bezeichnung', 'Preis', 'Wo'],
      mapping: { columns: ['price', 'name', null] },
    })
    await s.setMapping(actor, source.id, { type: 'Product', columns: ['name', 'price', 'lists'] })
    expect((await s.itemsOfSources(actor, [source.id]))[0]).toMatchObject({ name: 'Plate', lists: ['Shelf'] })
  })
  test('the same name uploaded again takes its place, and what was live follows', async () => {
    const source = await s.addFile(actor, client, { name: 'a.csv', text: 'Name,Key,Price\nOne,1,2\nTwo,2,3' })
    const widget = await liveWidget(source)
    const again = await s.addFile(actor, client, { name: 'a.csv', text: 'Name,Key,Price\nOne renamed,1,2' })
    expect([again.id, again.items]).toEqual([source.id, 1])
    await s.renderWidget(widget.id)
    expect(await liveText(widget.ref)).toContain('One renamed')
  })
  test('a calendar as a file goes on telling its dates', async () => {
    const source = await s.addFile(actor, client, {
      name: 'hall.ics',
      text: calendar('SUMMARY:Weekly\r\nRRULE:FREQ=WEEKLY').replace('20991231', '20260101'),
    })
    await s.refreshSource(actor, source.id)
    expect((await s.itemsOfSources(actor, [source.id]))[0]!.dates!.length).toBeGreaterThan(50)
    expect(await s.getSource(actor, source.id)).toMatchObject({ health: 'ok', reader: 'icalendar' })
  })
  test('a calendar that says it is the same is read in full now and then: its dates move on', async () => {
    const asked: (string | undefined)[] = []
    const body = calendar('SUMMARY:Weekly\r\nRRULE:FREQ=WEEKLY').replace('20991231', '20260101')
    outside.answer = (request, response) => {
      asked.push(request.headers['if-none-match'])
      response
        .writeHead(request.headers['if-none-match'] ? 304 : 200, {
          'content-type': 'text/calendar',
          etag: '"same"',
        })
        .end(request.headers['if-none-match'] ? '' : body)
    }
    const source = await addSource()
    const firstRefresh = () => s.refreshSource(actor, source.id)
    await firstRefresh()
    const row = (await s.db().Source.findByPk(source.id))!
    await row.update({
      options: { ...(row.options as object), movedOn: new Date(Date.now() - 8 * 86_400_000).toISOString() },
    })
    await firstRefresh()
    await firstRefresh()
    expect(asked).toEqual([undefined, '"same"', undefined, '"same"'])
  })
  test.each([
    ['nothing in it', 'Name,Price\n'],
    ['no format', 'Dear reader, this is a letter'],
  ])('%s: nothing is kept', async (_name, text) => {
    expect(await code(s.addFile(actor, client, { name: 'x.dat', text }))).toBe('nothing_readable')
    expect(await s.listSources(actor, client)).toEqual([])
  })
  test('a page that names its owner leads to its feed all the same', async () => {
    outside.answer = (request, response) =>
      void (request.url === '/feed'
        ? response
            .writeHead(200, { 'content-type': 'application/rss+xml' })
            .end(
              '<rss version="2.0"><channel><title>News</title><item><title>A</title></item></channel></rss>',
            )
        : response
            .writeHead(200, { 'content-type': 'text/html' })
            .end(
              '<!doctype html><link rel="alternate" type="application/rss+xml" href="/feed"><script type="application/ld+json">{"@type":"LocalBusiness","name":"Kiln","address":"4 Ropewalk"}</script>',
            ))
    expect(await s.addSource(actor, client, { address: outside.origin })).toMatchObject({
      reader: 'rss',
      items: 1,
    })
  })
  test('a page that describes several things is a source', async () => {
    serve(
      '<!doctype html><link rel="alternate" type="application/rss+xml" href="/feed"><script type="application/ld+json">{"@type":"Product","name":"Plate","review":{"@type":"Review","reviewBody":"Good"}}</script>',
      'text/html',
    )
    expect(await s.addSource(actor, client, { address: outside.origin })).toMatchObject({
      reader: 'page',
      items: 2,
    })
  })
})

describe('a social account', () => {
  test('is found by its name at its host, and its posts are paged in', async () => {
    const at = outside.origin
    const note = (id: number, to = 'as:Public') => ({
      type: 'Create',
      object: {
        id: `${at}/n/${id}`,
        type: 'Note',
        content: `<p>Post ${id}</p>`,
        attributedTo: `${at}/users/ada`,
        to: [to],
        published: '2026-03-02T08:00:00Z',
      },
    })
    outside.answer = (request, response) => {
      const body = request.url!.startsWith('/.well-known/webfinger')
        ? { links: [{ rel: 'self', type: 'application/activity+json', href: `${at}/users/ada` }] }
        : request.url === '/users/ada'
          ? {
              '@context': 'https://www.w3.org/ns/activitystreams',
              type: 'Person',
              name: 'Ada',
              outbox: `${at}/outbox`,
            }
          : request.url === '/outbox'
            ? {
                '@context': 'https://www.w3.org/ns/activitystreams',
                type: 'OrderedCollection',
                first: `${at}/outbox?page=1`,
              }
            : request.url === '/outbox?page=1'
              ? {
                  '@context': 'https://www.w3.org/ns/activitystreams',
                  type: 'OrderedCollectionPage',
                  orderedItems: [note(1), note(2, 'followers')],
                  next: `${at}/outbox?page=2`,
                }
              : {
                  '@context': 'https://www.w3.org/ns/activitystreams',
                  type: 'OrderedCollectionPage',
                  orderedItems: [note(3)],
                  next: `${at}/outbox?page=2`,
                }
      response.writeHead(200, { 'content-type': 'application/activity+json' }).end(JSON.stringify(body))
    }
    const source = await s.addSource(actor, client, { address: `@ada@${new URL(at).host}` })
    expect(source).toMatchObject({
      label: 'Ada',
      reader: 'activitystreams',
      items: 3,
      closed: 1,
      address: `${at}/outbox`,
    })
    expect((await s.itemsOfSources(actor, [source.id])).map((one) => one.text)).toEqual(['Post 1', 'Post 3'])
    const before = outside.answer
    outside.answer = (request, response) =>
      request.url === '/outbox?page=1'
        ? void response.writeHead(200, { 'content-type': 'application/activity+json' }).end(
            JSON.stringify({
              '@context': 'https://www.w3.org/ns/activitystreams',
              type: 'OrderedCollectionPage',
              orderedItems: [note(4), note(1)],
              next: `${at}/outbox?page=2`,
            }),
          )
        : before(request, response)
    await s.refreshSource(actor, source.id)
    expect((await s.itemsOfSources(actor, [source.id])).map((one) => one.text)).toContain('Post 4')
  })
  test('shows what it likes and who follows it, read where it lies, as far as it is public', async () => {
    const at = outside.origin
    const as = (body: object) => ({ '@context': 'https://www.w3.org/ns/activitystreams', ...body })
    const post = (id: number, to: string) =>
      as({
        id: `${at}/n/${id}`,
        type: 'Note',
        content: `<p>Post ${id}</p>`,
        attributedTo: `${at}/users/bo`,
        to: [to],
        published: '2026-03-02T08:00:00Z',
      })
    const bodies: Record<string, object> = {
      '/liked': as({
        type: 'OrderedCollection',
        orderedItems: [
          `${at}/n/1`,
          `${at}/n/2`,
          `${at}/n/3`,
          'http://10.0.0.1/n/4',
          { type: 'Announce', id: `${at}/b`, object: `${at}/n/5`, published: '2026-04-01T00:00:00Z' },
        ],
      }),
      '/n/1': post(1, 'as:Public'),
      '/n/2': post(2, `${at}/users/bo/followers`),
      '/n/5': post(5, 'as:Public'),
      '/followers': as({ type: 'Collection', items: [`${at}/users/bo`] }),
      '/users/bo': as({
        type: 'Person',
        name: 'Bo',
        url: `${at}/@bo`,
        outbox: `${at}/o`,
        icon: { type: 'Image', url: `${at}/bo.png` },
      }),
    }
    outside.answer = (request, response) => {
      const body = bodies[request.url!]
      response
        .writeHead(body ? 200 : 403, { 'content-type': 'application/activity+json' })
        .end(JSON.stringify(body ?? {}))
    }
    const liked = await s.addSource(actor, client, { address: `${at}/liked` })
    expect(liked).toMatchObject({ items: 3, closed: 1 })
    expect((await s.itemsOfSources(actor, [liked.id])).map((one) => [one.text, one.sharedFrom])).toEqual([
      ['Post 1', undefined],
      ['Post 5', 'bo'],
    ])
    const followers = await s.addSource(actor, client, { address: `${at}/followers` })
    expect(await s.itemsOfSources(actor, [followers.id])).toMatchObject([
      { type: 'Person', name: 'Bo', url: `${at}/@bo`, image: [{}] },
    ])
    const before = outside.answer
    outside.answer = (request, response) =>
      request.url!.startsWith('/n/') ? void response.writeHead(503).end() : before(request, response)
    await s.refreshSource(actor, liked.id)
    expect((await s.itemsOfSources(actor, [liked.id])).map((one) => one.text)).toEqual(['Post 1', 'Post 5'])
    outside.answer = before
    bodies['/n/1'] = post(1, `${at}/users/bo/followers`)
    await s.refreshSource(actor, liked.id)
    expect((await s.itemsOfSources(actor, [liked.id])).map((one) => one.text)).toEqual(['Post 5'])
  })
  test('that nobody knows is said, and nothing is kept', async () => {
    outside.answer = (_request, response) => void response.writeHead(404).end()
    expect(
      await code(s.addSource(actor, client, { address: `@nobody@${new URL(outside.origin).host}` })),
    ).not.toBe('done')
    expect(await s.listSources(actor, client)).toEqual([])
  })
})

test('what the columns of a table mean is kept once it is found, and follows them when they move', async () => {
  const read = (text: string) => s.addFile(actor, client, { name: 'Sheet.csv', text })
  await read('Was,Kosten\nPlate,£5\nBowl,£6\n')
  const { id } = await read('Kosten,Mehr,Was\n£7,x,Plate\n8,y,Bowl\n')
  expect((await s.itemsOfSources(actor, [id])).map((one) => [one.name, one.offers?.price])).toEqual([
    ['Plate', 7],
    ['Bowl', 8],
  ])
  expect((await s.openRows(actor, id)).mapping.columns).toEqual(['price', null, 'name'])
})

describe('a catalogue kept by hand', () => {
  test('begins empty, is filled in and edited in place; what was decided on a row outlives its new name', async () => {
    const source = await s.startCatalogue(actor, client, { name: 'Plates', type: 'Product' })
    expect(source).toMatchObject({ items: 0, reader: 'csv', label: 'Plates' })
    const { headings, columns } = await s.openCells(actor, source.id)
    expect(columns[0]).toBe('guid')
    const row = (facts: Record<string, string>) => columns.map((id) => facts[id ?? ''] ?? '')
    await s.writeCells(actor, source.id, [
      row({ name: 'Tide, large', price: '48', lists: 'Tableware / Plates' }),
      row({ name: 'Bowl "ash"', price: '22' }),
    ])
    const widget = await liveWidget(source)
    expect(
      (await s.itemsOfSources(actor, [source.id])).map((one) => [one.name, one.offers?.price, one.lists]),
    ).toEqual([
      ['Tide, large', 48, ['Tableware / Plates']],
      ['Bowl "ash"', 22, undefined],
    ])
    const [first] = await s.itemsOfSources(actor, [source.id])
    await s.decide(actor, widget.id, [first!.id], { pinned: true })
    const cells = await s.openCells(actor, source.id)
    expect([cells.headings, cells.rows.every((one) => one[0] !== '')]).toEqual([headings, true])
    await s.writeCells(
      actor,
      source.id,
      cells.rows.map((one, at) =>
        at === 0 ? one.map((cell) => (cell === 'Tide, large' ? 'Tide plate' : cell)) : one,
      ),
    )
    const renamed = (await s.itemsOfSources(actor, [source.id]))[0]!
    expect([renamed.id, renamed.name]).toEqual([first!.id, 'Tide plate'])
    await s.renderWidget(widget.id)
    expect(await liveText(widget.ref)).toContain('Tide plate')
  })
  test('two who edit it: the second is asked, and nothing is written over unasked', async () => {
    const source = await s.startCatalogue(actor, client, { name: 'Bowls', type: 'Product' })
    const { columns, version } = await s.openCells(actor, source.id)
    const row = (name: string) => columns.map((id) => (id === 'name' ? name : ''))
    await s.writeCells(actor, source.id, [row('Mine')], version)
    expect(await code(s.writeCells(actor, source.id, [row('Theirs')], version))).toBe('table_gone_ahead')
    expect((await s.itemsOfSources(actor, [source.id])).map((one) => one.name)).toEqual(['Mine'])
    await s.writeCells(actor, source.id, [row('Theirs, after all')])
    expect((await s.itemsOfSources(actor, [source.id])).map((one) => one.name)).toEqual(['Theirs, after all'])
  })
  test('corrected with all of its text in view, and only by those who may see it', async () => {
    const source = await s.startCatalogue(actor, client, { name: 'Vases', type: 'Product' })
    const { columns } = await s.openCells(actor, source.id)
    const long = 'Thrown by hand. '.repeat(60).trim()
    await s.writeCells(actor, source.id, [
      columns.map((id) => ({ name: 'Vase', text: long, price: '30' })[id ?? ''] ?? ''),
      columns.map((id) => ({ name: 'Secret', private: 'yes' })[id ?? ''] ?? ''),
    ])
    const widget = await liveWidget(source)
    const rows = (await s.sortingTableOf(actor, widget.id)).rows
    const [vase, secret] = rows.map((row) => row.item.id.split('/')[1]!)
    expect([rows[0]!.item.text.length, (await s.getItem(actor, source.id, vase!)).text]).toEqual([240, long])
    await s.correctItem(actor, client, rows[0]!.item.id, { offers: { price: 28 }, location: null })
    expect((await s.getItem(actor, source.id, vase!)).offers).toEqual({ price: 28 })
    const viewer = { ...actor, role: 'viewer' as const }
    expect([
      await code(s.getItem(viewer, source.id, vase!)),
      await code(s.getItem(viewer, source.id, secret!)),
      await code(s.getItem(actor, source.id, secret!)),
      await code(s.getItem(await makeActor(), source.id, vase!)),
      await code(s.getItem(actor, source.id, 'f'.repeat(24))),
    ]).toEqual(['done', 'missing', 'done', 'missing', 'missing'])
  })
  test('views that somebody kept are there for everybody who sorts the widget', async () => {
    const widget = await liveWidget(await s.startCatalogue(actor, client, { name: 'Cups', type: 'Product' }))
    expect((await s.sortingTableOf(actor, widget.id)).views).toEqual([])
    const views = [{ name: 'Glaze', view: 'showing' as const, search: 'glaze' }]
    await s.keepViews(actor, widget.id, views)
    expect((await s.sortingTableOf({ ...actor, role: 'viewer' }, widget.id)).views).toEqual(views)
    expect(await code((async () => s.keepViews({ ...actor, role: 'viewer' }, widget.id, []))())).toBe(
      'not_allowed',
    )
    expect(await code(s.keepViews(await makeActor(), widget.id, []))).toBe('missing')
  })
  test('a name is used once; long tables are edited elsewhere; others have nothing to do with it', async () => {
    const source = await s.startCatalogue(actor, client, { name: 'People', type: 'Person' })
    expect(await code(s.startCatalogue(actor, client, { name: 'People', type: 'Person' }))).toBe(
      'source_exists',
    )
    expect(
      await code(
        s.writeCells(
          actor,
          source.id,
          Array.from({ length: 501 }, () => ['x']),
        ),
      ),
    ).toBe('input_invalid')
    const stranger = await makeActor()
    expect([
      await code(s.openCells(stranger, source.id)),
      await code(s.writeCells(stranger, source.id, [])),
      await code(s.startCatalogue(stranger, client, { name: 'X', type: 'Person' })),
    ]).toEqual(['missing', 'missing', 'missing'])
  })
})
