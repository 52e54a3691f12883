/** Many made-up items, always the same ones. */
import type { Item } from '@/core/items/item'

const words =
  'ash kiln glaze tide marsh plate handle wheel clay bowl stool wren kettle shelf brick sea morning road apron window'.split(
    ' ',
  )
const sentence = (seed: number, length: number) =>
  Array.from({ length }, (_one, at) => words[(seed * 7 + at * 13 + ((seed * at) % 5)) % words.length]).join(
    ' ',
  )

export const manyItems = (count: number): Item[] =>
  Array.from({ length: count }, (_one, at) => ({
    type: 'Article',
    id: `bench/${at}`,
    source: 'bench',
    sourceName: 'Workshop journal',
    url: `https://kiln.example/${at}?a=1&b=2`,
    name: `${sentence(at, 6)} & more`,
    text: sentence(at + 3, 60),
    image: [{ ref: at.toString(16).padStart(24, '0'), width: 1200, height: 800, caption: sentence(at, 4) }],
    author: { name: 'Ada Fennimore' },
    datePublished: new Date(Date.UTC(2026, 0, 1) - at * 3_600_000).toISOString(),
    keywords: [words[at % words.length]!],
  }))
