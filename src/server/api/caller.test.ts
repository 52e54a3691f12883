import { expect, test } from '@jest/globals'
import { callerOf } from './caller'

test('a port that a proxy writes is no part of the address', () => {
  expect(callerOf('203.0.113.5:4711', '10.0.0.1', 1)).toBe('203.0.113.5')
  expect(callerOf('[2001:db8::1]:4711', '10.0.0.1', 1)).toBe('2001:db8:0:0::/64')
})
test.each([
  ['without a proxy the socket counts, whatever is claimed', '192.0.2.1', '203.0.113.9', 0, '192.0.2.1'],
  ['behind one proxy the last entry counts', '10.0.0.1', '203.0.113.9, 192.0.2.7', 1, '192.0.2.7'],
  [
    'what a visitor writes in front is passed over',
    '10.0.0.1',
    '1.1.1.1, 2.2.2.2, 192.0.2.7',
    1,
    '192.0.2.7',
  ],
  ['behind two the one before it', '10.0.0.1', '203.0.113.9, 10.0.0.2', 2, '203.0.113.9'],
  ['a proxy that tells nothing', '10.0.0.1', undefined, 1, 'unknown'],
  ['an IPv6 household is one', '2001:db8:1:2:3:4:5:6', undefined, 0, '2001:db8:1:2::/64'],
  ['mapped IPv4 is IPv4', '::ffff:192.0.2.1', undefined, 0, '192.0.2.1'],
  ['no address', 'nonsense', undefined, 0, 'unknown'],
])('%s', (_name, peer, forwarded, trusted, expected) =>
  expect(callerOf(forwarded ?? '', peer, trusted)).toBe(expected),
)
