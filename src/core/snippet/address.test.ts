import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { addressesLike, addressFrom, addressLimits, addressSchema } from './address'

describe('an address from words', () => {
  test.each([
    ['Our Reviews', 'our-reviews'],
    ['  Fêtes & Märkte!  ', 'fetes-markte'],
    ['Straße 12', 'strasse-12'],
    ['what-people--say', 'what-people-say'],
    ['粘土', ''],
    ['', ''],
  ])('%s → %s', (words, address) => expect(addressFrom(words)).toBe(address))
  test('can always be taken, when it is long enough', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 200 }), (words) => {
        const address = addressFrom(words)
        if (address.length >= addressLimits.min) expect(addressSchema.safeParse(address).success).toBe(true)
        expect(addressFrom(address)).toBe(address)
      }),
    ))
})

test.each(['ab', 'a--b', '-abc', 'abc-', 'Abc', 'a b c', 'a/b', 'a'.repeat(61)])('%s is none', (address) =>
  expect(addressSchema.safeParse(address).success).toBe(false),
)

test('what is like it are addresses, too, none of them itself', () => {
  const like = addressesLike('our-reviews', 'Kiln & Tide')
  expect(like.slice(0, 2)).toEqual(['our-reviews-kiln-tide', 'our-reviews-2'])
  expect(addressesLike('a'.repeat(60), 'Kiln')).toEqual([])
  expect(addressesLike('our-reviews', '粘土')[0]).toBe('our-reviews-2')
})
