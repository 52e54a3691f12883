/** A catalogue searched by visitors: words by their stems, mistakes forgiven, choices with counts, and a page without script. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import { makeActor } from '../db/testDatabase'
import { startServices } from '../services/testServices'
import { newKey, startVisitors } from './testVisitors'

const { s } = startServices()
let visitors: Awaited<ReturnType<typeof startVisitors>>
let ref = ''
const plants = [
  'Name,Lists,Description',
  'Scarlet willow,Where it grows / Half shade; How tall / Tall,Best in January',
  'Woolly willow,Where it grows / Sun; How tall / Low,Grey and soft',
  'Snowdrops,Where it grows / Half shade; How tall / Low,Flowering under willows',
  "Hart's-tongue fern,Where it grows / Shade; How tall / Low,Patience",
  'Marsh marigold,Where it grows / Wet feet; How tall / Low,The first yellow',
  '',
].join('\n')
beforeAll(async () => {
  visitors = await startVisitors()
  const { addFile } = await import('../services/sources/tables')
  const actor = await makeActor()
  const { id } = await s.createClient(actor, { name: `Client ${newKey()}`, locale: 'en', timeZone: 'UTC' })
  const table = await addFile(actor, id, { name: 'Plants.csv', text: plants })
  const widget = await s.createWidget(actor, id, { kind: 'search', name: 'Plants' })
  await s.changeDraft(actor, widget.id, 0, [
    { path: 'sources', from: [], to: [table.id], label: '' },
    { path: 'rules.limit', from: 12, to: 2, label: '' },
  ])
  await s.publishNow(actor, widget.id)
  ref = widget.ref
})
afterAll(() => visitors.stop())

interface Found {
  readonly cards: string[]
  readonly total: number
  readonly counts: Record<string, number>
  readonly told: string
  readonly more: string
}
async function find(asked: object): Promise<[string[], Found]> {
  const answer = await fetch(
    `${visitors.origin}/x/${ref}/find?q=${encodeURIComponent(JSON.stringify(asked))}`,
  )
  expect(answer.status).toBe(200)
  const found = (await answer.json()) as Found
  const names = found.cards.map((card) => /part="title">(?:<a[^>]*>)?([^<]+)/.exec(card)![1]!)
  return [names, found]
}
const halfShade = 'list|Where it grows|Half shade'
const sun = 'list|Where it grows|Sun'
const low = 'list|How tall|Low'

describe('what is found', () => {
  test.each<[string, object, string[], number]>([
    ['all in order, so many at a time', {}, ['Hart&#39;s-tongue fern', 'Marsh marigold'], 5],
    ['the next of them', { from: 4 }, ['Woolly willow'], 5],
    ['by its stem, titles before texts', { words: 'willows' }, ['Scarlet willow', 'Woolly willow'], 3],
    ['while a word is unfinished', { words: 'scar' }, ['Scarlet willow'], 1],
    ['all words, wherever they stand', { words: 'willow january' }, ['Scarlet willow'], 1],
    ['all words but those that every sentence has', { words: 'the snowdrops' }, ['Snowdrops'], 1],
    ['with a mistake', { words: 'marigld' }, ['Marsh marigold'], 1],
    ['by a choice', { chosen: [halfShade] }, ['Scarlet willow', 'Snowdrops'], 2],
    ['by words and choices', { words: 'willow', chosen: [halfShade, low] }, ['Snowdrops'], 1],
    ['nothing', { words: 'tractor' }, [], 0],
    ['signs alone', { words: "%' | :* & !" }, ['Hart&#39;s-tongue fern', 'Marsh marigold'], 5],
    ['a choice that nobody offers', { chosen: ['list|Where it grows|The moon'] }, [], 0],
  ])('%s', async (_, asked, expected, total) => {
    const [names, found] = await find(asked)
    expect(names.map((one) => one.replace("'", '&#39;'))).toEqual(expected)
    expect(found.total).toBe(total)
  })
  test('counts are those that a choice would leave, and under its own heading those of the others', async () => {
    const [, { counts }] = await find({ chosen: [halfShade] })
    expect([counts[halfShade], counts[sun], counts[low]]).toEqual([2, 1, 1])
  })
  test('how many, in words, and how many more', async () => {
    const [, { told, more }] = await find({ words: 'willow', chosen: [low] })
    expect([told, more]).toEqual(['2 found, “willow”, Low', ''])
    expect((await find({}))[1].more).toBe('Show 2 more')
  })
})

test.each<[string, object]>([
  ['words without end', { words: 'x'.repeat(201) }],
  ['choices without end', { chosen: Array.from({ length: 13 }, () => low) }],
  ['a place that is none', { from: -1 }],
  ['something else', { sql: 'drop table items' }],
])('%s are refused', async (_, asked) => {
  const answer = await fetch(
    `${visitors.origin}/x/${ref}/find?q=${encodeURIComponent(JSON.stringify(asked))}`,
  )
  expect(answer.status).toBe(422)
})

test('without a script it is a page, with the field filled in and links to choose by', async () => {
  const { searchIn, sendSearchPage } = await import('./searchPage')
  let html = ''
  const response = { writeHead: () => response, end: (text: string) => (html = text) }
  const asked = searchIn(`/h/${ref}?find=willow&find-in=${encodeURIComponent(low)}`)!
  const request = { socket: { remoteAddress: '127.0.0.1' }, headers: {} }
  expect(await sendSearchPage(request as never, response as never, ref, asked)).toBe(true)
  expect(html).toContain('value="willow"')
  expect([...html.matchAll(/part="title">/g)]).toHaveLength(2)
  expect(html).toMatch(/aria-current="true"[^>]*><span>Low/)
  expect(html).toContain(
    'find=willow&amp;find-in=list%7CHow+tall%7CLow&amp;find-in=list%7CWhere+it+grows%7CSun',
  )
  expect(searchIn(`/h/${ref}?utm=1`)).toBeUndefined()
})

test('what is hidden or gone is not found', async () => {
  const [, before] = await find({ words: 'snowdrops' })
  expect(before.total).toBe(1)
  const key = /data-key="([^"]+)"/.exec(before.cards[0]!)![1]!
  await s.db().sequelize.query(`update items set waiting = true where id = $1`, { bind: [key] })
  expect((await find({ words: 'snowdrops' }))[0]).toEqual([])
})

test('right after a bulk write words are looked for in their index, whatever the statistics say', async () => {
  const { db } = s
  const { findByChoice } = await import('../services/items/finding')
  const query = (sql: string, bind: unknown[] = []) =>
    db().sequelize.query<Record<string, number>>(sql, { bind, type: QueryTypes.SELECT })
  const [widget] = await query('select id as id, client_id from widgets where ref = $1', [ref])
  const id = String(widget!.id)
  const fill = (widget: string, count: number) =>
    query(
      `insert into search_entries (widget_id, item_id, title, title_words, words, letters, stamp, position, choices)
       select $1, 'bulk-' || n, 'Entry ' || n, to_tsvector('english', 'Entry ' || n), to_tsvector('english', 'Entry ' || n || case when n = 7 then ' hellebore' else ' moss' end || repeat(' leaf' || n, 200)), 900, n::text, 1000 + n, '{}'
       from generate_series(1, $2::int) n`,
      [widget, count],
    )
  // The statistics know many widgets and no entry of this one, so the planner expects hardly any.
  await query(
    'alter table search_entries drop constraint search_entries_item_id_fkey, drop constraint search_entries_widget_id_fkey',
  )
  await query('alter table search_entries set (autovacuum_enabled = false)')
  await query('delete from search_entries where widget_id = $1', [id])
  for (let n = 0; n < 20; n += 1) await fill(randomUUID(), 200)
  await query('analyze search_entries')
  await fill(id, 4_000)
  const reads = async () => {
    await query('select pg_stat_force_next_flush()')
    const [row] = await query(
      `select (select sum(idx_tup_read)::int from pg_stat_user_indexes where relname = 'search_entries' and indexrelname <> 'search_entries_words') as others,
         (select seq_tup_read::int from pg_stat_user_tables where relname = 'search_entries') as seq`,
    )
    return row!
  }
  const before = await reads()
  const found = await findByChoice(id, 'en', { words: 'hellebore', chosen: [], from: 0, most: 12 })
  const after = await reads()
  expect(found.ids).toEqual(['bulk-7'])
  expect(after.others! - before.others! + after.seq! - before.seq!).toBeLessThan(1_000)
})
