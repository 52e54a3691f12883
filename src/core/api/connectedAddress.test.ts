import { expect, test } from '@jest/globals'
import { connectedAddress } from './connectedAddress'

test.each([
  ['reviews', undefined, 'b1 Bakery', 'reviews:b1 Bakery'],
  ['pictures', 'one', 'by=ada', 'pictures:one/by=ada'],
  ['pictures', 'two', 'by=ada', 'pictures:two/by=ada'],
])('what %s shows through %p, %p, is kept as %p', (connector, connection, key, address) =>
  expect(connectedAddress(connector, connection, key)).toBe(address),
)
