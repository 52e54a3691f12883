import { describe, expect, test } from '@jest/globals'
import { parseMarkup } from './parseMarkup'

const opened = (markup: string, deepest?: number) => {
  const names: string[] = []
  const isWhole = parseMarkup(markup, { onopentag: (name) => void names.push(name) }, {}, deepest)
  return { names, isWhole }
}

describe('markup within bounds', () => {
  test.each<[string, string, number, string[], boolean]>([
    ['as deep as may be', '<a><b><i>x</i></b></a>', 3, ['a', 'b', 'i'], true],
    ['one too deep ends there', '<a><b><i><u>x</u></i></b></a><p>', 3, ['a', 'b', 'i'], false],
    ['beside one another is not deep', '<p>a</p>'.repeat(5), 1, Array.from({ length: 5 }, () => 'p'), true],
    [
      'what closes itself is not open',
      '<br><img src=a><br>'.repeat(2),
      1,
      ['br', 'img', 'br', 'br', 'img', 'br'],
      true,
    ],
    ['what nobody closes is closed by what follows', '<li>a<li>b<li>c', 1, ['li', 'li', 'li'], true],
    ['a closing tag without an opening one', '</p></p><b>', 2, ['p', 'p', 'b'], true],
  ])('%s', (_name, markup, deepest, names, isWhole) =>
    expect(opened(markup, deepest)).toEqual({ names, isWhole }),
  )
  test('what a handler throws is not taken for depth', () => {
    expect(() =>
      parseMarkup('<a>', {
        onopentag() {
          throw new Error('mine')
        },
      }),
    ).toThrow('mine')
  })
  test('a page that somebody wrote is whole', () =>
    expect(opened('<div>'.repeat(150) + 'x' + '</div>'.repeat(150)).isWhole).toBe(true))
})
