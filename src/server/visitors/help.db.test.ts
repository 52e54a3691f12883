/** Help articles of a form: found while somebody types, read in place, counted; never what may not show. */
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { makeActor } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const { s } = startServices()
let visitors: Awaited<ReturnType<typeof startVisitors>>
let forms: typeof import('../services/visitors/forms')
let help: typeof import('../services/visitors/help')
let searching: typeof import('../services/items/searching')
let tickets: typeof import('./tickets')
beforeAll(async () => {
  visitors = await startVisitors()
  forms = await import('../services/visitors/forms')
  help = await import('../services/visitors/help')
  searching = await import('../services/items/searching')
  tickets = await import('./tickets')
})
afterAll(() => visitors.stop())
afterEach(() => s.db().sequelize.query('delete from throttles'))

let actor: Actor
beforeEach(async () => {
  actor = await makeActor()
})

type Facts = readonly [name: string, text: string]
interface Asking {
  readonly id: string
  readonly ref: string
  readonly clientId: string
  readonly sourceId: string
}
let clients = 0
/** A published form with help that is kept by hand. */
async function asking(articles: readonly Facts[], locale = 'en'): Promise<Asking> {
  const clientId = (
    await s.createClient(actor, { name: `The vets ${(clients += 1)}`, locale, timeZone: 'UTC' })
  ).id
  const form = await forms.createForm(actor, clientId, { name: 'Questions', from: 'question' })
  const source = await s.startCatalogue(actor, clientId, { name: 'Help', type: 'Article' })
  const widget = await s.createWidget(actor, clientId, { kind: 'questions', name: 'Ask' })
  await s.changeDraft(actor, widget.id, 0, [
    { path: 'form', from: '', to: form.id, label: '' },
    { path: 'sources', from: [], to: [source.id], label: '' },
  ])
  const made = { id: widget.id, ref: widget.ref, clientId, sourceId: source.id }
  await write(made, articles)
  await s.publishNow(actor, widget.id)
  return made
}
async function write({ sourceId }: Asking, articles: readonly Facts[]) {
  const { columns, rows } = await s.openCells(actor, sourceId)
  const cellsOf = ([name, text]: Facts, at: number) =>
    columns.map((id, column) => ({ name, text })[id ?? ''] ?? rows[at]?.[column] ?? '')
  await s.writeCells(actor, sourceId, articles.map(cellsOf))
}

async function ask<T>(ref: string, name: string, query: object): Promise<T> {
  const answer = await fetch(
    `${visitors.origin}/x/${ref}/${name}?q=${encodeURIComponent(JSON.stringify(query))}`,
  )
  return (await answer.json()) as T
}
interface Found {
  readonly articles: readonly {
    readonly id: string
    readonly title: readonly string[]
    readonly minutes: number
  }[]
}
const fitting = async (ref: string, typed: string) => (await ask<Found>(ref, 'help', { typed })).articles
const titles = async (ref: string, typed: string) =>
  (await fitting(ref, typed)).map(({ title }) => title.join(''))
const signal = (ref: string, id: string) =>
  fetch(`${visitors.origin}/x/${ref}/opened`, { method: 'POST', body: JSON.stringify({ body: { id } }) })
const send = (ref: string, read: readonly string[], key = newKey(), trap = '') =>
  fetch(`${visitors.origin}/x/${ref}/ask?key=${key}`, {
    method: 'POST',
    body: JSON.stringify({
      body: { release: 1, answers: { subject: 'My cat', name: 'Leo', mail: 'leo@post.example' }, read },
      page: 'https://vets.example/ask',
      ticket: tickets.newTicket(ref, Date.now() - 5_000),
      trap,
    }),
  })

const cat: Facts = [
  'When a cat has stopped eating: how long is too long',
  'A day without food is a day too many.',
]
const operation: Facts = ['After an operation, cats often don’t eat on the first evening', 'Water is enough.']
const hen: Facts = ['A hen that sneezes', 'Keep her warm, and away from the others.']

describe('what fits', () => {
  test('the best first, whatever form a word has, with what was typed marked', async () => {
    const { ref } = await asking([hen, operation, cat])
    expect(await titles(ref, 'My cat has stopped eating')).toEqual([cat[0], operation[0]])
    const [first] = await fitting(ref, 'My cat has stopped eating')
    expect(first!.title.filter((_piece, at) => at % 2 === 1)).toEqual(['cat', 'stopped', 'eating'])
    expect(first!.minutes).toBe(1)
  })
  test.each([
    ['en', 'the last word is not finished', 'sneez', hen[0]],
    ['en', 'a word of its text', 'something warm', hen[0]],
    ['en', 'a letter too many', 'operrration', operation[0]],
    ['en', 'two letters swapped', 'snezees', hen[0]],
    ['de', 'a plural', 'Katzen', 'Wenn die Katze nicht frisst'],
    ['de', 'capitals', 'KATZE', 'Wenn die Katze nicht frisst'],
    ['fr', 'a verb', 'mangent', 'Le chat ne mange plus'],
    ['pl', 'a language without stems of its own, the same word', 'kot', 'Kot nie chce jeść'],
    ['pl', 'the same, in another form', 'jeśc', 'Kot nie chce jeść'],
    ['cy', 'the same', 'gath', 'Pan nad yw’r gath yn bwyta'],
    ['ar', 'another script', 'القطة', 'القطة لا تأكل'],
  ])('%s: %s', async (locale, _what, typed, title) => {
    const others: Facts[] = [['x', 'y'], hen, operation].filter(([name]) => name !== title) as Facts[]
    const { ref } = await asking([...others, [title, hen[0] === title ? hen[1] : '.']], locale)
    expect((await titles(ref, typed))[0]).toBe(title)
  })
  test('nothing for words that stand nowhere, for none, for what PostgreSQL would read as its own', async () => {
    const { ref } = await asking([cat, hen])
    for (const typed of ['xylophone', '', '  ', "':* & | !", '<->', "\\' or 1=1"])
      expect([typed, await titles(ref, typed)]).toEqual([typed, []])
  })
  test('whatever is typed is answered', async () => {
    const { id } = await asking([cat])
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'grapheme', maxLength: 60 }), async (typed) => {
        expect((await searching.findEntries(id, 'en', typed, 4)).length).toBeLessThanOrEqual(1)
      }),
      { numRuns: 150 },
    )
  })
  test('what is hidden, changed or taken out is no longer found; what has not changed costs nothing', async () => {
    const made = await asking([cat, hen])
    const hidden = (await fitting(made.ref, 'hen'))[0]!
    await s.decide(actor, made.id, [hidden.id], { hidden: true })
    await s.renderWidget(made.id)
    expect(await titles(made.ref, 'hen')).toEqual([])
    expect(await ask(made.ref, 'article', { id: hidden.id })).toMatchObject({ code: 'does_not_fit' })
    const before = await stamps(made.id)
    await s.renderWidget(made.id)
    expect(await stamps(made.id)).toEqual(before)
    await write(made, [['Dogs that shiver', 'Cold, or afraid.'], hen])
    await s.renderWidget(made.id)
    expect([await titles(made.ref, 'cat'), await titles(made.ref, 'dog')]).toEqual([[], ['Dogs that shiver']])
  })
})
/** Which rows of the index were written, and when. */
const stamps = async (widgetId: string) =>
  (
    await s
      .db()
      .sequelize.query(`select item_id, xmin::text from search_entries where widget_id = $1 order by 1`, {
        bind: [widgetId],
      })
  )[0]

describe('an article', () => {
  test('comes as a tree of elements, by paragraphs; another widget’s is not there', async () => {
    const mine = await asking([['Two parts', 'One.\n\nTwo <b>bold</b>.']])
    const other = await asking([cat])
    const [found] = await fitting(mine.ref, 'parts')
    expect(await ask(mine.ref, 'article', { id: found!.id })).toEqual({
      title: 'Two parts',
      url: null,
      body: expect.arrayContaining([expect.objectContaining({ tag: 'p' })]) as unknown,
    })
    expect(await ask(other.ref, 'article', { id: found!.id })).toMatchObject({ code: 'does_not_fit' })
    expect(await titles(other.ref, 'parts')).toEqual([])
  })
})

describe('what was read', () => {
  test('counts who opened one, and who sent something all the same; once a submission, and no junk', async () => {
    const { id, ref } = await asking([cat, hen])
    const [first] = await fitting(ref, 'cat')
    const [second] = await fitting(ref, 'hen')
    for (const one of [first!.id, first!.id, first!.id, second!.id]) await signal(ref, one)
    await signal(ref, 'no such article')
    const key = newKey()
    for (let tries = 0; tries < 2; tries += 1)
      expect((await send(ref, [first!.id, first!.id, 'nothing'], key)).status).toBe(200)
    await send(ref, [second!.id], newKey(), 'filled in')
    expect(await help.helpReport(actor, id)).toEqual({
      days: 90,
      articles: [
        { id: first!.id, title: cat[0], url: null, opened: 3, sent: 1 },
        { id: second!.id, title: hen[0], url: null, opened: 1, sent: 0 },
      ],
    })
    expect(await codeOf(help.helpReport(await makeActor(), id))).toBe('missing')
  })
})
