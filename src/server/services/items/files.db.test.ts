/** Files: tables and their columns, calendars, lists of feeds. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const { s, outside, serve, liveText } = startServices()

const calendar = (...events: string[]) =>
  `BEGIN:VCALENDAR\r\n${events.map((lines, at) => `BEGIN:VEVENT\r\nUID:${at}\r\nDTSTART:20991231T190000Z\r\n${lines}\r\nEND:VEVENT\r\n`).join('')}END:VCALENDAR\r\n`

let actor: Actor
let client: string
beforeEach(async () => {
  serve(calendar('SUMMARY:Concert', 'SUMMARY:Board meeting\r\nCLASS:PRIVATE'), 'text/calendar')
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
    expect(await codeOf(s.addFile(actor, client, { name: 'x.dat', text }))).toBe('nothing_readable')
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
