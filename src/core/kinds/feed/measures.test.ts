import { describe, expect, test } from '@jest/globals'
import { plainBrand } from '../../design/brand'
import { defaultsOf, resolveSettings } from '../../settings/settings'
import { feedFields, type FeedValues } from './fields'
import { columnsAt, reservedHeight } from './measures'

const values = (change: object): FeedValues =>
  resolveSettings({ ...defaultsOf(feedFields), ...change }, plainBrand) as unknown as FeedValues

describe('columns of cards', () => {
  test.each([
    [240, 1],
    [460, 1],
    [468, 2],
    [703, 2],
    [712, 3],
    [1600, 3],
  ])('%i px have %i', (width, columns) =>
    expect(columnsAt(width, values({ layout: 'cards', 'layout.columns': 3, 'look.spacing': 20 }))).toBe(
      columns,
    ),
  )
  test('a list has one at any width', () => expect(columnsAt(1600, values({ layout: 'list' }))).toBe(1))
})

describe('reserved height', () => {
  test('a greatest width makes wider places equal', () => {
    const narrow = values({ layout: 'cards', 'place.maxWidth': 500 })
    expect(reservedHeight(4, narrow, 1200)).toBe(reservedHeight(4, narrow, 500))
  })
  test('three cards in a row take as much as one', () =>
    expect(reservedHeight(3, values({ layout: 'cards' }), 1000)).toBe(
      reservedHeight(1, values({ layout: 'cards' }), 1000),
    ))
})

describe('what more is shown takes room', () => {
  const at = (change: object, count = 3) =>
    reservedHeight(count, values({ layout: 'list', 'facts.date': 'none', ...change }), 700)
  test.each<[string, object]>([
    ['stars', { 'facts.stars': true }],
    ['a price', { 'facts.price': true }],
    ['linked products', { 'products.limit': 1 }],
    ['the average', { 'average.shown': true }],
  ])('%s', (_name, change) => expect(at(change)).toBeGreaterThan(at({})))
  test('six products stand in the same line as one', () =>
    expect(at({ 'products.limit': 6 })).toBe(at({ 'products.limit': 1 })))
  test('the average stands once, whatever the number of entries', () =>
    expect(at({ 'average.shown': true }, 9) - at({}, 9)).toBe(at({ 'average.shown': true }, 2) - at({}, 2)))
})
