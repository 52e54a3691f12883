/** What the public posts: an entry of a catalogue, that shows at once or waits, and is changed by a link and nothing else. */
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals'
import sharp from 'sharp'
import { readyForms } from '@/kinds/questions/example'
import { makeActor, makeClientPerson } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const { s } = startServices()
let visitors: Awaited<ReturnType<typeof startVisitors>>
let forms: typeof import('../services/visitors/forms')
let inbox: typeof import('../services/visitors/inbox')
let posting: typeof import('../services/visitors/decidePosted')
let sourcesOf: typeof import('../services/sources/sources')
let tickets: typeof import('./tickets')
beforeAll(async () => {
  visitors = await startVisitors()
  forms = await import('../services/visitors/forms')
  inbox = await import('../services/visitors/inbox')
  posting = await import('../services/visitors/decidePosted')
  sourcesOf = await import('../services/sources/sources')
  tickets = await import('./tickets')
})
afterAll(() => visitors.stop())

let actor: Actor
let clientId = ''
let catalogue = ''
let ref = ''
const ready = readyForms.find(({ id }) => id === 'event')!.form
beforeEach(async () => {
  await s.db().sequelize.query('delete from throttles')
  actor = await makeActor()
  clientId = (await s.createClient(actor, { name: 'The hall', locale: 'en', timeZone: 'UTC' })).id
  catalogue = (await s.startCatalogue(actor, clientId, { name: 'Near us', type: 'Event' })).id
  const form = await forms.createForm(actor, clientId, { name: 'Post it', from: 'event' })
  const asked = { ...ready, posts: { ...ready.posts, source: catalogue } }
  await forms.saveForm(actor, form.id, form.revision, asked)
  await forms.publishForm(actor, form.id, form.revision + 1)
  const widget = await s.createWidget(actor, clientId, { kind: 'questions', name: 'Post an event' })
  await s.changeDraft(actor, widget.id, 0, [{ path: 'form', from: '', to: form.id, label: '' }])
  await s.publishNow(actor, widget.id)
  ref = widget.ref
})
const wait = (policy: 'wait' | 'show') => sourcesOf.setPolicy(actor, catalogue, policy)

const event = (more: object = {}) => ({
  what: 'Herring supper',
  day: '2030-02-09',
  time: '19:00',
  where: 'Chapel room',
  code: 'QM1 2AB',
  sort: 'Market',
  more: 'Bring a plate. <script>alert(1)</script>',
  page: 'https://chapel.example/supper',
  name: 'Isolde',
  mail: 'isolde@post.example',
  ...more,
})
async function post(answers: object, ageMs = 5_000, release = 2) {
  const answer = await fetch(`${visitors.origin}/x/${ref}/ask?key=${newKey()}`, {
    method: 'POST',
    body: JSON.stringify({
      body: { release, answers },
      page: 'https://hall.example/',
      ticket: tickets.newTicket(ref, Date.now() - ageMs),
      trap: '',
    }),
  })
  return { status: answer.status, value: (await answer.json()) as { change?: string } }
}
const shown = () => s.itemsOf([catalogue])
const sent = async () => (await inbox.readInbox(actor, { state: 'all' })).submissions
const here = (link: string) => link.replace(/^https?:\/\/[^/]+/, visitors.origin)
const page = async (link: string) => (await fetch(here(link))).text()
const change = (link: string, fields: Record<string, string>) =>
  fetch(here(link), { method: 'POST', body: new URLSearchParams(fields), redirect: 'manual' })

test('shows at once, with all that was asked, and is told by mail where it is changed', async () => {
  await wait('show')
  const { value } = await post(event())
  const [item] = await shown()
  expect(item).toMatchObject({
    type: 'Event',
    name: 'Herring supper',
    startDate: '2030-02-09T19:00:00',
    location: { name: 'Chapel room', postalCode: 'QM1 2AB' },
    keywords: ['Market'],
    url: 'https://chapel.example/supper',
  })
  // The person is nobody's business, and markup stays words.
  expect(JSON.stringify(item)).not.toContain('isolde')
  expect(item!.html ?? '').not.toContain('<script')
  expect((await sent())[0]).toMatchObject({
    entry: { sourceId: catalogue, source: 'Near us', isWaiting: false },
  })
  const [mails] = (await s
    .db()
    .sequelize.query(`select data from pgboss.job where name = 'mail'`)) as unknown as [
    { data: { to: string; text: string } }[],
  ]
  expect(
    mails
      .filter(({ data }) => data.to === 'isolde@post.example')
      .map(({ data }) => data.text.includes(value.change!)),
  ).toEqual([true])
})

test('waits where new ones wait, until somebody lets it show: of the agency, or of the client’s own people', async () => {
  await wait('wait')
  await post(event())
  expect(await shown()).toEqual([])
  const [one] = await sent()
  expect(one!.entry).toMatchObject({ isWaiting: true })
  const stranger = await makeActor()
  expect(await codeOf(posting.decidePosted(stranger, one!.id, false))).toBe('missing')
  const other = (await s.createClient(actor, { name: 'Other', locale: 'en', timeZone: 'UTC' })).id
  expect(
    await codeOf(posting.decidePosted(await makeClientPerson(actor.agencyId, other), one!.id, false)),
  ).toBe('missing')
  const own = await makeClientPerson(actor.agencyId, clientId)
  expect((await posting.decidePosted(own, one!.id, false)).entry).toMatchObject({ isWaiting: false })
  expect((await shown()).map(({ name }) => name)).toEqual(['Herring supper'])
})

test.each([
  ['a time that no day has', { time: '25:99' }, 'time'],
  ['a script for a link', { page: 'javascript:alert(1)' }, 'page'],
  ['words for a link', { page: 'ask at the bar' }, 'page'],
])('%s is refused, also where the form says nothing of it', async (_name, more, field) => {
  const listed = await forms.listForms(actor, clientId)
  const { form, revision } = listed[0]!
  const lax = JSON.parse(JSON.stringify(form).replaceAll(/"like":"[^"]*"/g, '"like":""')) as typeof form
  for (const asked of [form, lax]) {
    await forms.saveForm(actor, listed[0]!.id, asked === form ? revision : revision + 1, asked)
    await forms.publishForm(actor, listed[0]!.id, (asked === form ? revision : revision + 1) + 1)
    const answer = await post(event(more), 5_000, asked === form ? 3 : 4)
    expect([answer.status, (answer.value as { fields?: string[] }).fields]).toEqual([422, [field]])
  }
  expect(await shown()).toEqual([])
})
test('goes from the catalogue with whoever posted it, and when it has been kept as long as it may be', async () => {
  const people = await import('../services/visitors/people')
  expect((await post(event())).status).toBe(200)
  expect(await shown()).toHaveLength(1)
  await people.forgetPerson(actor, 'isolde@post.example')
  expect(await shown()).toEqual([])
  await post(event({ mail: 'bo@post.example' }))
  await s.db().sequelize.query(`update submissions set sent_at = now() - interval '400 days'`)
  await s.db().sequelize.query(`update clients set keep_days = 300 where id = $1`, { bind: [clientId] })
  await s.tidyUp()
  expect([await shown(), await sent()]).toEqual([[], []])
})
test('is changed by its link, waits again, and keeps its place and what was decided on it', async () => {
  await wait('wait')
  const { value } = await post(event())
  const link = value.change!
  const [one] = await sent()
  await posting.decidePosted(actor, one!.id, false)
  const [before] = await shown()
  expect(await page(link)).toContain('value="Herring supper"')
  const answer = await change(link, { ...event({ what: 'Kipper supper', results: 'We ran out at eight.' }) })
  expect(answer.status).toBe(303)
  expect(await shown()).toEqual([])
  await posting.decidePosted(actor, one!.id, false)
  const [after] = await shown()
  expect(after).toMatchObject({ id: before!.id, name: 'Kipper supper' })
  expect(after!.text).toContain('How did it end?: We ran out at eight.')
  const [told] = await sent()
  expect(told!.messages.at(-1)!.text).toBe(
    'What is on?\nKipper supper\n\nHow did it end?\nWe ran out at eight.',
  )
})

test('what does not fit is refused with what was typed, and nothing has changed', async () => {
  await wait('show')
  const { value } = await post(event())
  const answer = await change(value.change!, event({ what: '', time: 'at tea time', more: 'Typed “again”' }))
  expect(answer.status).toBe(422)
  const text = await answer.text()
  expect(text).toContain('What is on?, From when?')
  expect(text).toContain('Typed “again”')
  expect((await shown())[0]!.name).toBe('Herring supper')
})

test('is taken back by its link, which opens nothing from then on', async () => {
  await wait('show')
  const { value } = await post(event())
  await post(event({ what: 'Another' }))
  expect((await change(value.change!, { do: 'back' })).status).toBe(200)
  expect((await shown()).map(({ name }) => name)).toEqual(['Another'])
  expect((await fetch(here(value.change!))).status).toBe(404)
})

test('nobody changes it by another address', async () => {
  await wait('show')
  const { value } = await post(event())
  const other = await post(event({ what: 'Another' }))
  const id = /\/e\/([^/]+)\//.exec(value.change!)![1]!
  const wrong = other.value.change!.replace(/\/e\/[^/]+\//, `/e/${id}/`)
  expect((await change(wrong, event({ what: 'Mine now' }))).status).toBe(404)
  expect((await shown()).map(({ name }) => name).sort()).toEqual(['Another', 'Herring supper'])
})

test('a picture is kept as one, papers are a link, and what is no picture is none', async () => {
  await wait('show')
  const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#c30' } })
    .png()
    .toBuffer()
  const upload = async (question: string, name: string, bytes: Uint8Array) => {
    const query = new URLSearchParams({ release: '2', question, name, key: newKey() })
    const answer = await fetch(`${visitors.origin}/x/${ref}/file?${query}`, {
      method: 'POST',
      body: Buffer.from(bytes),
    })
    return ((await answer.json()) as { id?: string }).id
  }
  const poster = await upload('picture', 'poster.png', picture)
  const paper = await upload('papers', 'programme.txt', new TextEncoder().encode('One. Two. Three.'))
  expect(
    await upload('picture', 'poster.png', new TextEncoder().encode('<svg onload=alert(1)>')),
  ).toBeUndefined()
  await post(event({ picture: [poster], papers: [paper], page: '' }))
  const [item] = await shown()
  expect(item!.image).toHaveLength(1)
  expect(item!.image[0]!.ref).toMatch(/^[0-9a-f]{24}$/)
  expect(item!.url).toMatch(/\/a\/[0-9a-f-]{36}\/[\w-]{22}$/)
})

test('what a machine seems to have sent becomes no entry until somebody says that it is no junk', async () => {
  await wait('show')
  expect((await post(event(), 0)).value.change).toBeUndefined()
  expect(await shown()).toEqual([])
  const [junk] = await sent()
  await inbox.sortSubmissions(actor, [junk!.id], { isJunk: false })
  expect((await shown()).map(({ name }) => name)).toEqual(['Herring supper'])
})

test('a flood is turned away, and those that came are all there', async () => {
  await wait('show')
  const all = await Promise.all(
    Array.from({ length: 14 }, (_one, at) => post(event({ what: `Event ${at}` }))),
  )
  expect(all.filter(({ status }) => status === 429)).toHaveLength(4)
  expect(await shown()).toHaveLength(10)
})

test('a catalogue that is gone: it lies in the inbox, and says so', async () => {
  await s.db().sequelize.query('delete from sources where id = $1', { bind: [catalogue] })
  expect((await post(event())).value).toEqual({ state: 'kept' })
  expect((await sent())[0]!.messages[0]!.text).toMatch(/gone or full/)
})
