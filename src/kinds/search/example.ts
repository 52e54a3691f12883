/** A catalogue to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'

const plant = (
  at: number,
  ref: string,
  name: string,
  text: string,
  [grows, tall]: readonly [string, string],
  addressLocality: string,
  price: number,
): Item => ({
  type: 'Product',
  id: `example/${at}`,
  source: 'example',
  sourceName: 'Wick & Willow',
  url: `https://nursery.example/${at}`,
  name,
  text,
  image: ref ? [{ ref, width: 800, height: 800, caption: 'A drawing' }] : [],
  keywords: [grows.toLowerCase()],
  lists: [`Where it grows / ${grows}`, `How tall / ${tall}`],
  location: { addressLocality },
  offers: { price, priceCurrency: 'GBP' },
})

export const exampleCatalogue: readonly Item[] = [
  plant(
    1,
    '6a31c2aaaaaaaaaaaaaaaaaa',
    'Dappled willow',
    'Pink, then cream, then green.',
    ['Sun', 'To the shoulder'],
    'Wickmouth',
    16.5,
  ),
  plant(
    2,
    '5f2a10aaaaaaaaaaaaaaaaaa',
    'Scarlet willow',
    'Best in January.',
    ['Half shade', 'Over the fence'],
    'Wickmouth',
    12.5,
  ),
  plant(3, '', 'Woolly willow', 'Grey, soft, slow.', ['Sun', 'To the knee'], 'Tidewell', 14),
  plant(
    4,
    '7c40d1aaaaaaaaaaaaaaaaaa',
    'Hart’s-tongue fern',
    'For shade, damp and patience.',
    ['Shade', 'To the knee'],
    'Tidewell',
    6.5,
  ),
  plant(5, '', 'Willow gentian', 'Blue in September.', ['Half shade', 'To the knee'], 'Wickmouth', 8.5),
]
