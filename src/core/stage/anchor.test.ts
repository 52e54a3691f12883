import { describe, expect, test } from '@jest/globals'
import { anchorInWords, blockInWords, fingerprintOf, likeness } from './anchor'

const block = (facts: Partial<Parameters<typeof blockInWords>[0]>) =>
  blockInWords({ tag: 'div', heading: '', text: '', label: '', ...facts })

describe('a block in words', () => {
  test.each([
    ['its heading', { tag: 'section', heading: ' Our\n services ' }, 'the section headed “Our services”'],
    ['a heading itself', { tag: 'h2', heading: 'Prices', text: 'Prices' }, 'the heading “Prices”'],
    ['a landmark needs no more', { tag: 'footer', heading: 'Find us', text: 'x' }, 'the footer'],
    ['its label', { label: 'opening hours', text: 'Mon' }, 'the block “opening hours”'],
    [
      'its first words',
      { tag: 'p', text: 'We fire every Thursday.' },
      'the paragraph beginning “We fire every Thursday.”',
    ],
    ['nothing known', {}, 'the block'],
    [
      'long words are cut between two',
      { tag: 'p', text: 'a long sentence that goes on and on and on without ever coming to its end' },
      'the paragraph beginning “a long sentence that goes on and on and on …”',
    ],
  ])('%s', (_name, facts, words) => expect(block(facts)).toBe(words))
  test.each([
    ['before', 'before the footer'],
    ['after', 'after the footer'],
    ['start', 'inside the footer, at its start'],
    ['end', 'inside the footer, at its end'],
    ['instead', 'instead of the footer'],
  ] as const)('%s', (at, words) => expect(anchorInWords({ at, words: 'the footer' })).toBe(words))
})
test('a block is known again by its heading, else by its first words', () =>
  expect([
    fingerprintOf({ heading: 'Prices', text: 'Prices Bowls' }),
    fingerprintOf({ heading: '', text: '  Bowls\n and cups' }),
  ]).toEqual(['Prices', 'Bowls and cups']))
test.each([
  ['Our services', 'Our services', 1],
  ['Our services', 'All our services', 2 / 3],
  ['Our services', 'Prices', 0],
  ['', '', 1],
  ['', 'x', 0],
])('likeness of %p and %p', (a, b, expected) => expect(likeness(a, b)).toBeCloseTo(expected))
