import { describe, expect, test } from '@jest/globals'
import { canonicalAddress, identify } from './identity'
import type { ReadItem } from './item'

const item = (facts: Partial<ReadItem>): ReadItem => ({
  type: 'Article',
  name: 'One',
  image: [],
  keywords: [],
  ...facts,
})
const idOf = (facts: Partial<ReadItem>) => identify('s', [item(facts)])[0]

describe('identify', () => {
  test('a changed title is the same item', () =>
    expect(idOf({ guid: 'g', name: 'One' })).toBe(idOf({ guid: 'g', name: 'Two' })))
  test('a tracked address is the same item', () =>
    expect(idOf({ url: 'https://kiln.example/1?utm_source=x#top' })).toBe(
      idOf({ url: 'https://KILN.example/1' }),
    ))
  test('another source is another item', () =>
    expect(identify('a', [item({ guid: 'g' })])).not.toEqual(identify('b', [item({ guid: 'g' })])))
  test('one guid with two addresses is two items', () =>
    expect(
      new Set(
        identify('s', [
          item({ guid: 'g', url: 'https://k.example/1' }),
          item({ guid: 'g', url: 'https://k.example/2' }),
        ]),
      ).size,
    ).toBe(2))
  test('without guid and address the content counts', () =>
    expect(idOf({ name: 'One' })).not.toBe(idOf({ name: 'Two' })))
})

test.each([
  ['HTTPS://Kiln.Example:443/A?b=1&utm_medium=mail#x', 'https://kiln.example/A?b=1'],
  ['no address', 'no address'],
])('canonical address of %s', (address, expected) => expect(canonicalAddress(address)).toBe(expected))
