/** Items to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'

const item = (at: number, ref: string, name: string, text: string): Item => ({
  type: 'Article',
  id: `example/${at}`,
  source: 'example',
  sourceName: 'Workshop journal',
  url: `https://kiln.example/${at}`,
  name,
  text,
  image: ref ? [{ ref, width: 1200, height: 800, caption: 'A drawing' }] : [],
  author: { name: at % 2 === 0 ? 'Ada Fennimore' : 'Bram Sampleton' },
  keywords: ['workshop'],
  datePublished: `2026-03-${String(28 - at * 3).padStart(2, '0')}T08:00:00.000Z`,
})

export const exampleItems: readonly Item[] = [
  item(
    1,
    '0c4f1aaaaaaaaaaaaaaaaaaa',
    'The first firing of the year',
    'Forty plates went in and thirty-eight came out. The two that cracked are on the garden wall.',
  ),
  item(
    2,
    '1e9b30aaaaaaaaaaaaaaaaaa',
    'Places left on Saturday',
    'Two stools are free by the window. Bring an apron; clay, tools and tea are here.',
  ),
  item(
    3,
    '2a07c5aaaaaaaaaaaaaaaaaa',
    'A blue that is warmer than the sea',
    'Mixed to match the marsh at half past six on a morning in March.',
  ),
  item(
    4,
    '33d1f2aaaaaaaaaaaaaaaaaa',
    'Three hundred mugs want three hundred handles',
    'Pulled, dried, trimmed and cursed. The cursing is optional.',
  ),
  item(
    5,
    '',
    'What the children made',
    'Seven otters, four volcanoes and something that its maker says is Tuesday.',
  ),
]
