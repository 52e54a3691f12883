import { expect, test } from '@jest/globals'
import { item } from './items'

const known = {
  type: 'Event',
  id: 'a/1',
  source: 'a',
  sourceName: 'A',
  name: 'Concert',
  text: '',
  image: [],
  keywords: [],
}

test('a fact that is not known here passes through', () =>
  expect(item.parse({ ...known, doorTime: '19:00' })).toEqual({ ...known, doorTime: '19:00' }))
test('a known fact of the wrong kind does not', () =>
  expect(item.safeParse({ ...known, likes: 'many' }).success).toBe(false))
