/** Products linked to items: what shows of them, how many, what follows when they change, and who may link what. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { QueryTypes } from 'sequelize'
import { makeActor, makeColleague } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const { s, liveText } = startServices()

const stock = (price = '6.50') => ({
  name: 'plants.csv',
  text: `Key,Name,Price,Currency,Link\nfern,Fern,${price},GBP,https://nursery.example/fern\npot,Pot,22,GBP,\nbulb,Bulb,1,GBP,\n`,
})

let actor: Actor
let client: string
let posts: { id: string }
let plants: { id: string }
let widget: { id: string; ref: string }
let post: string[]
let plant: string[]
beforeEach(async () => {
  actor = await makeActor()
  client = (await s.createClient(actor, { name: 'Nursery', locale: 'en-GB', timeZone: 'UTC' })).id
  posts = await s.addFile(actor, client, {
    name: 'posts.csv',
    text: 'Title,Text,Key\nFirst,One,1\nSecond,Two,2\n',
    mapping: { type: 'Article', columns: ['name', 'text', 'guid'] },
  })
  plants = await s.addFile(actor, client, stock())
  widget = await s.createWidget(actor, client, { kind: 'feed', name: 'Posts' })
  await s.changeDraft(actor, widget.id, 0, [
    { path: 'sources', from: [], to: [posts.id], label: '' },
    { path: 'products.limit', from: 0, to: 2, label: '' },
  ])
  post = (await s.itemsOfSources(actor, [posts.id])).map((one) => one.id)
  plant = (await s.itemsOfSources(actor, [plants.id])).map((one) => one.id)
})
const link = (items: readonly string[], add: readonly string[], remove: readonly string[] = []) =>
  s.linkProducts(actor, client, items, { add, remove })
const namesOn = async (id: string) =>
  (await s.itemsOfSources(actor, [posts.id])).find((one) => one.id === id)?.mentions?.map((one) => one.name)

describe('linking', () => {
  test('keeps the order, takes a product once, and one product goes on any number of posts', async () => {
    await link([post[0]!], [plant[1]!, plant[0]!])
    await link(post, [plant[0]!])
    expect([await namesOn(post[0]!), await namesOn(post[1]!)]).toEqual([['Pot', 'Fern'], ['Fern']])
    await link([post[0]!], [], [plant[1]!])
    expect(await namesOn(post[0]!)).toEqual(['Fern'])
  })
  test('shows as many as the widget says, with price and link, and more in the table', async () => {
    await link([post[0]!], plant)
    await s.publishNow(actor, widget.id)
    const live = await liveText(widget.ref)
    for (const shown of ['Fern', '£6.50', 'https://nursery.example/fern', '£22'])
      expect(live).toContain(shown)
    expect(live).not.toContain('Bulb')
    expect((await s.sortingTableOf(actor, widget.id)).rows[0]!.item.mentions).toHaveLength(3)
    expect((await s.openBench(actor, widget.id)).items[0]!.mentions).toHaveLength(3)
  })
  test('none show where the widget shows none, whatever is linked', async () => {
    await link(post, plant)
    await s.changeDraft(actor, widget.id, 1, [{ path: 'products.limit', from: 2, to: 0, label: '' }])
    await s.publishNow(actor, widget.id)
    expect(await liveText(widget.ref)).not.toContain('Fern')
  })
  test('survives the next upload of either table; what is gone from the catalogue is gone from the posts', async () => {
    await link([post[0]!], [plant[0]!, plant[2]!])
    await s.addFile(actor, client, {
      name: 'posts.csv',
      text: 'Title,Text,Key\nFirst renamed,One,1\n',
      mapping: { type: 'Article', columns: ['name', 'text', 'guid'] },
    })
    await s.addFile(actor, client, { name: 'plants.csv', text: 'Key,Name,Price\nfern,Lady fern,7\n' })
    expect(await namesOn(post[0]!)).toEqual(['Lady fern'])
  })
})

describe('what follows', () => {
  const waitingRenders = async () =>
    (
      await s
        .db()
        .sequelize.query<{ id: string }>(
          `select data ->> 'widgetId' as id from pgboss.job where name = 'render' and state = 'created'`,
          { type: QueryTypes.SELECT },
        )
    ).map((row) => row.id)
  test('a new price is on its way to every widget that shows the posts', async () => {
    await link([post[0]!], [plant[0]!])
    await s.publishNow(actor, widget.id)
    await s.db().sequelize.query(`delete from pgboss.job where name = 'render'`)
    await s.addFile(actor, client, stock('9.75'))
    expect(await waitingRenders()).toContain(widget.id)
    await s.renderWidget(widget.id)
    expect(await liveText(widget.ref)).toContain('£9.75')
  })
  test('a catalogue that is linked to nothing wakes nobody', async () => {
    await s.publishNow(actor, widget.id)
    await s.db().sequelize.query(`delete from pgboss.job where name = 'render'`)
    await s.addFile(actor, client, stock('9.75'))
    expect(await waitingRenders()).not.toContain(widget.id)
  })
  test('what waits for a decision does not show through a link', async () => {
    await link([post[0]!], [plant[0]!, plant[1]!])
    await s.decideWaiting(actor, client, [plant[0]!], true)
    expect(await namesOn(post[0]!)).toEqual(['Pot'])
  })
  test('what its source closes does not, either', async () => {
    await link([post[0]!], [plant[0]!])
    await s.db().ItemRow.update(
      {
        facts: { ...((await s.db().ItemRow.findByPk(plant[0]!))!.facts as object), visibility: 'private' },
      },
      { where: { id: plant[0]! } },
    )
    await s.publishNow(actor, widget.id)
    expect([await namesOn(post[0]!), (await liveText(widget.ref)).includes('Fern')]).toEqual([
      undefined,
      false,
    ])
  })
  test('products that publishing would make public are told beforehand, after what they are linked to', async () => {
    await link([post[1]!], [plant[1]!, plant[0]!, plant[2]!])
    expect((await s.firstTime(actor, widget.id)).map((one) => one.name)).toEqual([
      'First',
      'Second',
      'Pot',
      'Fern',
    ])
    await s.publishNow(actor, widget.id)
    expect(await s.firstTime(actor, widget.id)).toEqual([])
    expect((await s.sortingTableOf(actor, await tableWidget())).rows.map((row) => row.wasPublic)).toEqual([
      true,
      true,
      false,
    ])
  })
  const tableWidget = async () => {
    const other = await s.createWidget(actor, client, { kind: 'feed', name: 'Plants' })
    await s.changeDraft(actor, other.id, 0, [{ path: 'sources', from: [], to: [plants.id], label: '' }])
    return other.id
  }
})

describe('who may link what', () => {
  test('only products, only of this client, only by those who may change things', async () => {
    expect(await codeOf(link([post[0]!], [post[1]!]))).toBe('input_invalid')
    const stranger = await makeActor()
    const theirs = (await s.createClient(stranger, { name: 'Theirs', locale: 'en', timeZone: 'UTC' })).id
    const own = await s.addFile(stranger, theirs, stock())
    const [foreign] = await s.itemsOfSources(stranger, [own.id])
    expect(await codeOf(link([post[0]!], [foreign!.id]))).toBe('missing')
    expect(await codeOf(link([foreign!.id], [plant[0]!]))).toBe('missing')
    expect(await codeOf(s.linkProducts(stranger, client, [post[0]!], { add: [plant[0]!], remove: [] }))).toBe(
      'missing',
    )
    expect(await codeOf(s.listProducts(stranger, client))).toBe('missing')
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    expect(
      await codeOf(
        (async () => s.linkProducts(viewer, client, [post[0]!], { add: [plant[0]!], remove: [] }))(),
      ),
    ).toBe('not_allowed')
    expect(await namesOn(post[0]!)).toBeUndefined()
  })
  test('products to link are told by name, without what can’t be shown', async () => {
    await s.decideWaiting(actor, client, [plant[0]!], true)
    expect((await s.listProducts(actor, client)).map((one) => one.name)).toEqual(['Bulb', 'Pot'])
  })
})
