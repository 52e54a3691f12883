import { describe, expect, test } from '@jest/globals'
import type { TableRowShape } from '@/core/api/shapes'
import type { Rule } from '@/core/rules/rules'
import { differing, isIn, search, smallPrint, sortingRows, views } from './sortingRows'

const row = (id: string, more: Partial<TableRowShape> = {}, facts: object = {}): TableRowShape => ({
  item: {
    type: 'Article',
    id,
    source: 's',
    sourceName: 'Journal',
    name: id,
    text: '',
    image: [],
    keywords: [],
    url: `https://x.example/${id}`,
    ...facts,
  },
  waiting: false,
  fresh: false,
  wasPublic: false,
  tags: [],
  corrected: [],
  closedBecause: null,
  ...more,
})
const rules = (decisions: { hidden: string[]; apart: string[] }): Rule[] => [
  { type: 'hidden', ids: decisions.hidden },
  { type: 'words', mode: 'without', words: ['glaze'] },
  { type: 'doubles', apart: decisions.apart },
  { type: 'limit', count: 2 },
]
const rows = [
  row('one'),
  row('two', { fresh: true }, { author: { name: 'Ada Tëst' } }),
  row('glaze'),
  row('hid'),
  row('wait', { waiting: true }),
  row('secret', { closedBecause: 'the calendar marks it private' }),
  row('twin', {}, { source: 't', sourceName: 'Other', url: 'https://x.example/one' }),
  row('late'),
  row('', {}, { id: 'bare', name: '' }),
]
const sorted = sortingRows(rows, rules, { hidden: ['hid'], pinned: ['two'], apart: [] }, 0, () => 0)

test('each row says where it stands, and why', () => {
  expect(sorted.map(({ item, state, why }) => `${item.id} ${state}: ${why}`)).toEqual([
    'one shows: Shows',
    'two shows: Shows',
    'glaze ruled: Left out by: nothing with “glaze”',
    'hid hidden: Hidden by hand',
    'wait waiting: Waits for a decision',
    'secret closed: Private: the calendar marks it private',
    'twin double: The same as in Journal: the same address',
    'late cut: Cut off: at most 2',
    'bare cut: Cut off: at most 2',
  ])
  expect(sorted.filter((one) => one.isPinned).map((one) => one.item.id)).toEqual(['two'])
})
test('what waits or is private takes nobody’s place', () =>
  expect(
    sortingRows(
      [row('wait', { waiting: true }), row('one')],
      () => [{ type: 'limit', count: 1 }],
      { hidden: [], pinned: [], apart: [] },
      0,
      () => 0,
    ).map((one) => one.state),
  ).toEqual(['waiting', 'shows']))
test('views', () =>
  expect(
    Object.fromEntries(
      views.map(({ id }) => [id, sorted.filter((one) => isIn(id, one)).map((one) => one.item.id)]),
    ),
  ).toMatchObject({
    showing: ['one', 'two'],
    fresh: ['two'],
    waiting: ['wait'],
    hidden: ['hid'],
    doubles: ['twin'],
    trouble: ['secret', 'bare'],
  }))
test.each<[string, object, number]>([
  ['nothing', {}, 0],
  ['one more hidden', { hidden: ['a', 'b'] }, 1],
  ['one shown again', { hidden: [] }, 1],
  ['the same ones in another order', { pinned: ['q', 'p'] }, 0],
  ['one item in two ways counts once', { hidden: [], apart: ['a'] }, 1],
])('on how many items two states of the decisions differ: %s', (_name, change, count) => {
  const ours = { hidden: ['a'], pinned: ['p', 'q'], apart: [] }
  expect(differing(ours, { ...ours, ...change })).toBe(count)
})
describe('search', () =>
  test.each([
    ['ADA test', ['two']],
    ['other one', []],
    ['other twin', ['twin']],
    ['', rows.map((one) => one.item.id)],
  ])('%p', (written, ids) => expect(search(sorted, written).map((one) => one.item.id)).toEqual(ids)))

test.each<[string, object, Partial<TableRowShape>, string]>([
  [
    'a review',
    {
      type: 'Review',
      name: '',
      text: 'Good.',
      reviewRating: { ratingValue: 9, bestRating: 10 },
      author: { name: 'Cy' },
    },
    {},
    '4.5 of 5 stars · Journal · Cy',
  ],
  [
    'a product',
    { type: 'Product', offers: { price: 6.5, priceCurrency: 'GBP' }, text: 'Green.' },
    { corrected: ['name', 'image'] },
    '£6.50 · Journal · corrected by hand: name or title, picture · Green.',
  ],
  [
    'an event somewhere',
    { type: 'Event', location: { name: 'The Hall', addressLocality: 'Tidewick' } },
    {},
    'Tidewick · Journal',
  ],
  ['a post with products', { mentions: [{ id: 'p', name: 'Fern' }] }, {}, 'Journal · 1 product'],
])('the small print of %s', (_name, facts, more, words) =>
  expect(smallPrint(row('x', more, facts))).toBe(words),
)
