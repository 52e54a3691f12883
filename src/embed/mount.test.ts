import { expect, test } from '@jest/globals'
import { portionsOf } from './mount'

const cards = (count: number) => Array.from({ length: count }, (_one, at) => `<li>${at}</li>`)

test.each([
  [0, 1, []],
  [3, 1, [3]],
  [5, 1, [4, 1]],
  [7, 3, [3, 3, 1]],
  [9, 2, [4, 4, 1]],
  [13, 6, [6, 6, 1]],
])('%i cards, %i side by side, come by whole rows', (count, columns, sizes) => {
  const portions = portionsOf(cards(count), columns)
  expect(portions.map((portion) => portion.split('<li>').length - 1)).toEqual(sizes)
  expect(portions.join('')).toBe(cards(count).join(''))
})

test('a heading begins a row of its own', () => {
  const head = '<li part="group">A</li>'
  const all = [
    '<li>0</li>',
    '<li>1</li>',
    `${head}<li>2</li>`,
    '<li>3</li>',
    '<li>4</li>',
    `${head}<li>5</li>`,
  ]
  expect(portionsOf(all, 2).map((portion) => portion.replaceAll(head, '^').replace(/<\/?li>/g, ''))).toEqual([
    '01',
    '^234',
    '^5',
  ])
})
