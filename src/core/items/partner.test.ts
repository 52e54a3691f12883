/** Marks in addresses. */
import { isMarked, marked, withMarks } from './partner'

test.each([
  ['https://x.example/on/trio', 'https://x.example/on/trio?from=quay'],
  ['https://x.example/on?id=3#seats', 'https://x.example/on?id=3&from=quay#seats'],
  ['https://x.example/?from=somebody', 'https://x.example/?from=quay'],
  ['no address', 'no address'],
])('%s', (address, expected) => {
  expect(marked(address, 'from=quay')).toBe(expected)
  expect(isMarked(expected, 'from=quay')).toBe(URL.canParse(address))
  expect(isMarked(address, 'from=other')).toBe(false)
})

test('only what has a partner and an address is marked, and nothing is changed in place', () => {
  const base = {
    type: 'Event',
    id: 'a',
    source: 's',
    sourceName: 'S',
    name: 'A',
    text: '',
    image: [],
    keywords: [],
  } as const
  const items = [
    { ...base, url: 'https://x.example/a', partner: 'from=quay' },
    { ...base, url: 'https://y.example/b' },
    { ...base, partner: 'from=quay' },
  ]
  expect(withMarks(items).map(({ url }) => url)).toEqual([
    'https://x.example/a?from=quay',
    'https://y.example/b',
    undefined,
  ])
  expect((items[0] as { url: string }).url).toBe('https://x.example/a')
})
