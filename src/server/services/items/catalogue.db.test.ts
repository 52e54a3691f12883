/** A catalogue kept by hand: filled in, edited in place, decided on. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const { s, liveText } = startServices()

let actor: Actor
let client: string
beforeEach(async () => {
  actor = await makeActor()
  client = (await s.createClient(actor, { name: 'Hall', locale: 'en', timeZone: 'UTC' })).id
})
async function liveWidget(source: { id: string }) {
  const widget = await s.createWidget(actor, client, { kind: 'feed', name: 'What is on' })
  await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
  await s.publishNow(actor, widget.id)
  return widget
}

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
    expect(await codeOf(s.writeCells(actor, source.id, [row('Theirs')], version))).toBe('table_gone_ahead')
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
      await codeOf(s.getItem(viewer, source.id, vase!)),
      await codeOf(s.getItem(viewer, source.id, secret!)),
      await codeOf(s.getItem(actor, source.id, secret!)),
      await codeOf(s.getItem(await makeActor(), source.id, vase!)),
      await codeOf(s.getItem(actor, source.id, 'f'.repeat(24))),
    ]).toEqual(['done', 'missing', 'done', 'missing', 'missing'])
  })
  test('views that somebody kept are there for everybody who sorts the widget', async () => {
    const widget = await liveWidget(await s.startCatalogue(actor, client, { name: 'Cups', type: 'Product' }))
    expect((await s.sortingTableOf(actor, widget.id)).views).toEqual([])
    const views = [{ name: 'Glaze', view: 'showing' as const, search: 'glaze' }]
    await s.keepViews(actor, widget.id, views)
    expect((await s.sortingTableOf({ ...actor, role: 'viewer' }, widget.id)).views).toEqual(views)
    expect(await codeOf((async () => s.keepViews({ ...actor, role: 'viewer' }, widget.id, []))())).toBe(
      'not_allowed',
    )
    expect(await codeOf(s.keepViews(await makeActor(), widget.id, []))).toBe('missing')
  })
  test('a name is used once; long tables are edited elsewhere; others have nothing to do with it', async () => {
    const source = await s.startCatalogue(actor, client, { name: 'People', type: 'Person' })
    expect(await codeOf(s.startCatalogue(actor, client, { name: 'People', type: 'Person' }))).toBe(
      'source_exists',
    )
    expect(
      await codeOf(
        s.writeCells(
          actor,
          source.id,
          Array.from({ length: 501 }, () => ['x']),
        ),
      ),
    ).toBe('input_invalid')
    const stranger = await makeActor()
    expect([
      await codeOf(s.openCells(stranger, source.id)),
      await codeOf(s.writeCells(stranger, source.id, [])),
      await codeOf(s.startCatalogue(stranger, client, { name: 'X', type: 'Person' })),
    ]).toEqual(['missing', 'missing', 'missing'])
  })
})
