import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { firstLetters, plainJson, plainLine, plainText } from './plainText'

describe('text from outside', () => {
  test.each([
    ['carriage returns end lines', 'A\rB\r\nC', 'A\nB\nC'],
    ['U+0000 is gone', 'a\u0000b', 'ab'],
    ['half of an emoji is gone', 'a\ud83dé', 'aé'],
    ['a whole emoji stays', 'a😀b', 'a😀b'],
    ['tabs stay', 'a\tb', 'a\tb'],
    ['a bell is gone', 'a\u0007b', 'ab'],
  ])('%s', (_name, text, plain) => expect(plainText(text)).toBe(plain))
  test('on one line', () => expect(plainLine(' A\rB\n\nC\t ')).toBe('A B C'))
  test('whatever comes, it can be stored, and once is enough', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 60 }), (text) => {
        const plain = plainText(text)
        expect(plain).toBe(plainText(plain))
        expect(plain).not.toMatch(/[\u0000\r]|\p{Cs}/u)
      }),
    ))
  test('within JSON, keys too', () =>
    expect(plainJson({ 'a\u0000': ['x\ry', 1, null, { b: '\ud800' }] })).toEqual({
      a: ['x\ny', 1, null, { b: '' }],
    }))
})

test.each([
  ['shorter stays', 'abc', 5, 'abc'],
  ['cut by letters', 'abcdef', 3, 'abc'],
  ['an emoji at the end is whole', 'ab😀d', 3, 'ab😀'],
  ['an emoji beyond the end is left out', 'abc😀', 3, 'abc'],
])('first letters: %s', (_name, text, max, first) => expect(firstLetters(text, max)).toBe(first))
