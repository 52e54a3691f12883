import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { choicesOf, headingOf, readChoice, writeChoice } from './choices'
import type { Item } from './item'

const item = (more: Partial<Item>): Item => ({
  type: 'Product',
  id: 'a',
  source: 's',
  sourceName: 'S',
  name: 'A',
  text: '',
  image: [],
  keywords: [],
  ...more,
})

test.each<[string, Partial<Item>, string[]]>([
  ['nothing', {}, []],
  [
    'groups of lists, and a list without any',
    { lists: ['How tall / Low', 'New'] },
    ['list|How tall|Low', 'list||New'],
  ],
  ['a group that has the sign between', { lists: ['In / A / B'] }, ['list|In|A / B']],
  [
    'where it is',
    { location: { addressLocality: 'Saltmere', addressRegion: 'County' } },
    ['place||Saltmere'],
  ],
  [
    'tags and who made it, each once',
    { keywords: ['red', 'red'], author: { name: 'Ada' } },
    ['tag||red', 'author||Ada'],
  ],
  ['signs of our own are no part of a value', { keywords: ['a|b', '  '] }, ['tag||a b']],
  ['what is too long for an index is left out', { keywords: ['x'.repeat(81)] }, []],
])('choices of an item: %s', (_, more, expected) => expect(choicesOf(item(more))).toEqual(expected))

test.each(['', 'list', 'list|a', 'colour||red', 'tag||', 'tag||a|b'])('%p is no choice', (written) =>
  expect(readChoice(written)).toBeUndefined(),
)
test('what is written is read again, and its heading is what others share', () =>
  fc.assert(
    fc.property(fc.array(fc.string({ maxLength: 30 })), (keywords) => {
      for (const written of choicesOf(item({ keywords }))) {
        expect(writeChoice(readChoice(written)!)).toBe(written)
        expect(headingOf(written)).toBe('tag||')
      }
    }),
  ))
