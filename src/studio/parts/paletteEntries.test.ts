import { expect, test } from '@jest/globals'
import type { FoundShape } from '@/core/api/shapes'
import { entriesFor, nameWords } from './paletteEntries'

const one = (type: FoundShape['type'], at: number): FoundShape => ({
  type,
  id: `${type}${at}`,
  name: `${type} ${at}`,
  client: 'Kiln',
  clientId: 'c',
})
const lines = (found: FoundShape[], written: string, named = found) =>
  entriesFor(found, named, written).map((entry) => `${entry.label} → ${entry.href}`)

test('what was found comes first, then what can be done with it', () =>
  expect(lines([one('client', 1), one('widget', 1), one('source', 1)], 'kil')).toEqual([
    'client 1 → /clients/client1',
    'widget 1 → /widgets/widget1',
    'source 1 → /sources/source1',
    'New widget → /clients/client1/new',
    'Brand → /clients/client1/brand',
    'Sort its items in the table → /widgets/widget1/table',
    'Preview → /widgets/widget1/preview',
  ]))
test('what is to be done can be asked for', () =>
  expect(lines([], 'brand kiln', [one('client', 1), one('widget', 1)])).toEqual([
    'Brand → /clients/client1/brand',
  ]))
test.each([
  ['brand Kiln', 'kiln'],
  ['new widget', ''],
  ['Tide plates', 'tide plates'],
  ['table from the oven', 'from the oven'],
])('of %p the names are %p', (written, words) => expect(nameWords(written)).toBe(words))
test('before anything is typed there is no flood of things to do', () =>
  expect(lines([one('client', 1)], ' ')).toEqual([
    'client 1 → /clients/client1',
    'See all clients → /',
    'Inbox: what visitors sent → /inbox',
    'A person’s data: find, hand over, delete → /inbox/person',
    'Your account, browsers and tokens → /account',
  ]))
test('what can be done anywhere is found by its words', () =>
  expect(lines([], 'TOKENS your')).toEqual(['Your account, browsers and tokens → /account']))
test('only the first few bring things to do', () =>
  expect(
    lines(
      [1, 2, 3, 4].map((at) => one('client', at)),
      'c',
    ).filter((line) => line.startsWith('New widget')),
  ).toHaveLength(2))
test('every entry can be told from the others', () => {
  const found = [1, 2].flatMap((at) => [one('client', at), one('widget', at), one('source', at)])
  const entries = entriesFor(found, found, 'k')
  expect(new Set(entries.map((entry) => entry.href + entry.label)).size).toBe(entries.length)
})
