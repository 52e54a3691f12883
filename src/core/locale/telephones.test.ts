import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { telephonesIn } from './telephones'

test.each([
  ['Urgent? Ring 01632 960 118.', ['tel:01632960118']],
  ['+44 (0)1632 960-118 or 01632 960144', ['tel:+441632960118', 'tel:01632960144']],
  ['On 2026-12-14 at 09:00, 0.5 km away, for 1000 people', []],
  ['No. 10163296011812345678901234', []],
  ['', []],
])('%s', (text, numbers) => expect(telephonesIn(text).flatMap(({ tel }) => tel ?? [])).toEqual(numbers))
test('nothing of the text is lost', () =>
  fc.assert(
    fc.property(fc.string({ maxLength: 80 }), (text) =>
      expect(
        telephonesIn(text)
          .map((one) => one.text)
          .join(''),
      ).toBe(text),
    ),
  ))
