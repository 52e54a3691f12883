/** A source that moved: given its address by hand or led there, its entries keep what was decided on them. */
import { beforeEach, expect, test } from '@jest/globals'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const { s, outside } = startServices()
/** Each path with the origin that its entries lie at; what is gone answers 410. */
let answers: Record<string, string | undefined> = {}
const feedAt = (origin: string) =>
  `<rss version="2.0"><channel><title>News</title>${['one', 'two', 'three'].map((name) => `<item><title>${name}</title><link>${origin}/notes/${name}</link></item>`).join('')}</channel></rss>`
const [before, after] = ['https://kiln.example', 'https://new.example']

let actor: Actor
let moveSource: typeof import('./moving').moveSource
let sourceId = ''
let widgetId = ''
let hidden = ''
beforeEach(async () => {
  ;({ moveSource } = await import('./moving'))
  actor = await makeActor()
  answers = { '/feed': feedAt(before) }
  outside.answer = (request, response) => {
    const body = answers[request.url!]
    response.writeHead(body?.startsWith('/') ? 301 : body ? 200 : 410, {
      'content-type': 'application/rss+xml',
      ...(body?.startsWith('/') ? { location: body } : {}),
    })
    response.end(body)
  }
  const client = await s.createClient(actor, { name: 'Kiln', locale: 'en', timeZone: 'UTC' })
  sourceId = (await s.addSource(actor, client.id, { address: `${outside.origin}/feed` })).id
  const widget = await s.createWidget(actor, client.id, { kind: 'feed', name: 'News' })
  widgetId = widget.id
  await s.changeDraft(actor, widgetId, 0, [{ path: 'sources', from: [], to: [sourceId], label: '' }])
  hidden = (await s.itemsOfSources(actor, [sourceId])).find(({ name }) => name === 'two')!.id
  await s.decide(actor, widgetId, [hidden], { hidden: true })
})

const stillHidden = async () => {
  const items = await s.itemsOfSources(actor, [sourceId])
  expect(items).toHaveLength(3)
  expect(items.find(({ id }) => id === hidden)).toMatchObject({ name: 'two', url: `${after}/notes/two` })
  expect((await s.openBench(actor, widgetId)).decisions.hidden).toEqual([hidden])
}

test('gone for good, it is given its new address', async () => {
  answers = { '/new': feedAt(after) }
  await s.refreshSource(actor, sourceId)
  const moved = await moveSource(actor, sourceId, `${outside.origin}/new`)
  expect(moved).toMatchObject({
    address: `${outside.origin}/new`,
    health: 'ok',
    lastProblem: null,
    items: 3,
  })
  expect(moved.history.at(-1)!.what).toContain('3 of its 3 entries are known from before')
  await stillHidden()
})
test('led to another address, too', async () => {
  answers = { '/feed': '/new', '/new': feedAt(after) }
  expect(await s.refreshSource(actor, sourceId)).toMatchObject({ address: `${outside.origin}/new`, items: 3 })
  await stillHidden()
  // The next reading knows them as well.
  answers = { '/new': feedAt(after).replace('three', 'four') }
  await s.refreshSource(actor, sourceId)
  expect((await s.openBench(actor, widgetId)).items.map(({ id }) => id)).toContain(hidden)
})
test('what cannot be read changes nothing', async () => {
  expect(await codeOf(moveSource(actor, sourceId, `${outside.origin}/nowhere`))).toBe('source_gone')
  expect(await s.getSource(actor, sourceId)).toMatchObject({ address: `${outside.origin}/feed`, items: 3 })
})
test('an address that another source reads stays that one’s; a file has none', async () => {
  const { clientId } = await s.getSource(actor, sourceId)
  answers['/other'] = feedAt('https://other.example')
  await s.addSource(actor, clientId, { address: `${outside.origin}/other` })
  expect(await codeOf(moveSource(actor, sourceId, `${outside.origin}/other`))).toBe('source_exists')
  const file = await s.addFile(actor, clientId, { name: 'mugs.csv', text: 'Name,Price\nMug,£12\nBowl,£9\n' })
  expect(await codeOf(moveSource(actor, file.id, `${outside.origin}/feed`))).toBe('input_invalid')
  expect(await codeOf(moveSource(await makeActor(), sourceId, `${outside.origin}/feed`))).toBe('missing')
})
