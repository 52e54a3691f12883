import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { makeActor, makeColleague, useTestDatabase } from '../../db/testDatabase'
import type { Actor } from '../access/actor'

let drop: () => Promise<void>
let s: Awaited<ReturnType<typeof load>>
const load = async () => ({
  ...(await import('./clients')),
  ...(await import('../sources/tables')),
  ...(await import('../widgets/widgets')),
  ...(await import('./search')),
})
let actor: Actor
let bakery: string

beforeAll(async () => {
  drop = await useTestDatabase()
  s = await load()
  actor = await makeActor()
  bakery = (await s.createClient(actor, { name: 'Marlowick Bakery', locale: 'en', timeZone: 'UTC' })).id
  const kiln = (await s.createClient(actor, { name: '100% Kiln_Tide', locale: 'en', timeZone: 'UTC' })).id
  await s.createWidget(actor, bakery, { kind: 'feed', name: 'From the oven' })
  await s.createWidget(actor, kiln, { kind: 'feed', name: 'Oven news' })
  await s.startCatalogue(actor, bakery, { name: 'Loaves', type: 'Product' })
})
afterAll(() => drop())

const names = async (written: string, by = actor) =>
  (await s.search(by, written)).map((one) => `${one.type} ${one.name}`)

describe('finding', () => {
  test.each<[string, string[]]>([
    ['bakery', ['client Marlowick Bakery', 'widget From the oven', 'source Loaves']],
    ['OVEN', ['widget Oven news', 'widget From the oven']],
    ['oven marlo', ['widget From the oven']],
    ['loav', ['source Loaves']],
    ['%', ['client 100% Kiln_Tide', 'widget Oven news']],
    ['_', ['client 100% Kiln_Tide', 'widget Oven news']],
    ['\\', []],
    ['nothing of the kind', []],
  ])('%p', async (written, found) => expect(await names(written)).toEqual(found))
  test('without words there is what was worked on', async () => expect(await names('  ')).toHaveLength(5))
  test('what begins with the word comes first', async () => {
    await s.createClient(actor, { name: 'Wick Nursery', locale: 'en', timeZone: 'UTC' })
    expect((await names('wick')).slice(0, 2)).toEqual(['client Wick Nursery', 'client Marlowick Bakery'])
  })
  test('each says whose it is', async () =>
    expect(await s.search(actor, 'loaves')).toMatchObject([{ client: 'Marlowick Bakery', clientId: bakery }]))
  test('a deleted widget is not found', async () => {
    const gone = await s.createWidget(actor, bakery, { kind: 'feed', name: 'Gone tomorrow' })
    await s.deleteWidget(actor, gone.id)
    expect(await names('tomorrow')).toEqual([])
  })
  test('another agency finds nothing of it; a viewer of this one does', async () => {
    expect(await names('bakery', await makeActor())).toEqual([])
    expect(await names('loav', await makeColleague(actor.agencyId, 'viewer'))).toEqual(['source Loaves'])
  })
})
