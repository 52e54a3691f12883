/** Where a postcode or a town is, for visitors: of this agency's table, and nobody else's. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { makeActor } from '../db/testDatabase'
import { startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const { s } = startServices()
let visitors: Awaited<ReturnType<typeof startVisitors>>
const refs: string[] = []
beforeAll(async () => {
  visitors = await startVisitors()
  const { importPlaces } = await import('../services/clients/places')
  const { addFile } = await import('../services/sources/tables')
  for (const table of [
    'QM7,52.61,1.36,Old Quay\nQM8,52.84,1.42,Tidewell\nQM,52.7,1.1,The county\n',
    'QM7,10,20,Elsewhere\n',
  ]) {
    const actor = await makeActor()
    await importPlaces(actor, table)
    const { id } = await s.createClient(actor, { name: `Client ${newKey()}`, locale: 'en', timeZone: 'UTC' })
    const shops = await addFile(actor, id, {
      name: 'Shops.csv',
      text: 'Name,Town,Opening hours\nQuay Road,Old Quay,Mo-Fr 09:00-17:00\n',
    })
    const widget = await s.createWidget(actor, id, { kind: 'locations', name: 'Shops' })
    await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [shops.id], label: '' }])
    await s.publishNow(actor, widget.id)
    refs.push(widget.ref)
  }
})
afterAll(() => visitors.stop())

const ask = async (ref: string, words: unknown) => {
  const query = encodeURIComponent(JSON.stringify({ words }))
  const answer = await fetch(`${visitors.origin}/x/${ref}/place?q=${query}`)
  return [answer.status, ((await answer.json()) as { place?: unknown }).place]
}

test.each<[string, string, unknown]>([
  [
    'a whole postcode by its beginning',
    'qm7 1aa',
    { name: 'Old Quay QM7', latitude: 52.61, longitude: 1.36 },
  ],
  [
    'a code that only its area is known of',
    'QM2 9ZZ',
    { name: 'The county QM', latitude: 52.7, longitude: 1.1 },
  ],
  ['a town, however it is written', ' old-quay', { name: 'Old Quay QM7', latitude: 52.61, longitude: 1.36 }],
  ['what is no place', 'Nowhere', null],
  ['signs alone', '%%', null],
])('%s', async (_, words, expected) => expect(await ask(refs[0]!, words)).toEqual([200, expected]))

test('another agency has places of its own', async () =>
  expect(await ask(refs[1]!, 'QM7')).toEqual([200, { name: 'Elsewhere QM7', latitude: 10, longitude: 20 }]))
test.each([['', 'x'.repeat(81), 7]])('%p is no question', async (words) =>
  expect((await ask(refs[0]!, words))[0]).toBe(422),
)
