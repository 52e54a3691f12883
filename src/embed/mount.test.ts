import { expect, test } from '@jest/globals'
import { piecesOf } from './mount'

const entry = (at: number) => `<li class="card" data-key="k${at}"><p data-other="x">${at}</p></li>`
const html = (count: number) =>
  `<div class="y"><ul data-chunks>${Array.from({ length: count }, (_one, at) => entry(at)).join('')}</ul></div>`

test.each([
  [0, 1],
  [1, 1],
  [4, 1],
  [5, 2],
  [12, 3],
  [13, 4],
])('%i entries come in %i pieces that make the whole again', (count, pieces) => {
  expect(piecesOf(html(count))).toHaveLength(pieces)
  expect(piecesOf(html(count)).join('')).toBe(html(count))
})
test('markup without a list is one piece', () => expect(piecesOf('<div>a</div>')).toEqual(['<div>a</div>']))
