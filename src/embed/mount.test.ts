import { expect, test } from '@jest/globals'
import { portionEnd } from './mount'

const card = '<li>A card</li>'
const headed = '<li part="group">A heading</li><li>A card</li>'

test.each([
  ['so many', [card, card, card, card], 0, 3, 3],
  ['further on', [card, card, card, card], 1, 2, 3],
  ['no more than there are', [card, card, card], 2, 6, 3],
  ['before a heading, which begins a row of its own', [card, card, headed, card], 0, 4, 2],
  ['a heading comes with what follows', [headed, card, card, headed], 0, 4, 3],
  ['two headings after each other', [headed, headed], 0, 4, 1],
])('cards that come next: %s', (_name, cards, from, size, end) => {
  expect(portionEnd(cards, from, size)).toBe(end)
})
