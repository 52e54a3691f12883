import { expect, test } from '@jest/globals'
import { portionsOf } from './mount'

const card = (at: number) => `<li data-key="k${at}"><p>${at}</p></li>`
const pieces = (count: number) => [
  '<div class="y"><ul data-cards>',
  ...Array.from({ length: count }, (_one, at) => card(at)),
  '</ul><p>below</p></div>',
]
const frame = (count: number) =>
  pieces(count).at(0)! +
  pieces(count)
    .slice(1, 5)
    .filter((one) => one.startsWith('<li'))
    .join('') +
  pieces(count).at(-1)!

test.each([
  [0, 1],
  [1, 1],
  [4, 1],
  [5, 2],
  [12, 3],
  [13, 4],
])('%i cards come in %i portions, the first with the frame around it', (count, portions) => {
  const made = portionsOf(pieces(count))
  expect(made).toHaveLength(portions)
  expect(made[0]).toBe(frame(count))
  expect(made.slice(1).join('')).toBe(pieces(count).slice(5, -1).join(''))
})
test('markup without cards is one portion', () =>
  expect(portionsOf(['<div>a</div>'])).toEqual(['<div>a</div>']))
