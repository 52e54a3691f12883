import { expect, test } from '@jest/globals'
import { linksIn } from './linkHeader'

test.each<[string, string | null, Record<string, string>]>([
  ['none', null, {}],
  ['one', '<https://hub.example/>; rel="hub"', { hub: 'https://hub.example/' }],
  [
    'several, with other parameters',
    '<https://hub.example/>; title="a, b; c"; rel=hub, </feed>; rel="self"; type="application/atom+xml"',
    { hub: 'https://hub.example/', self: '/feed' },
  ],
  [
    'two relations in one',
    '<https://hub.example/>; REL="Hub next"',
    { hub: 'https://hub.example/', next: 'https://hub.example/' },
  ],
  [
    'the first of a relation wins',
    '<https://one.example/>; rel=hub, <https://two.example/>; rel=hub',
    { hub: 'https://one.example/' },
  ],
  ['without a relation', '<https://one.example/>; title=x', {}],
  ['rubbish', 'hello, <<>>; rel', {}],
])('%s', (_name, header, links) => expect(Object.fromEntries(linksIn(header))).toEqual(links))
test('a long run of blanks is over at once', () =>
  expect(linksIn(`<a>;${' '.repeat(100_000)}x`).size).toBe(0))
