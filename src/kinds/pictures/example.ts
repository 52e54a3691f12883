/** Pictures to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'

const shapes = [
  [1600, 1000],
  [900, 1200],
  [1200, 1200],
  [1500, 1000],
  [1000, 1250],
  [1400, 900],
  [1800, 1000],
  [1200, 900],
] as const
const said = [
  'Lace by the gate. They look untidy until the first frost.',
  'The fern that came back. Nobody had asked it to.',
  'Blackbirds have not noticed yet.',
  'First of the hellebores, three weeks early and pleased with herself.',
  'Wind, drawn.',
  'Sixty degrees inside. The heap steams when it is turned.',
  'Cloud hedge, second haircut.',
  'Pots from the marsh road.',
] as const

export const examplePictures: readonly Item[] = said.map((text, at) => ({
  type: 'SocialMediaPosting',
  id: `example/i${at}`,
  source: 'example',
  sourceName: 'Lumenfold',
  url: `https://lumenfold.example/p${at}`,
  keepUrl: `https://lumenfold.example/keep/p${at}`,
  name: '',
  text,
  image: [
    {
      ref: `${(0x3c91a7 * (at + 3)).toString(16).slice(-6)}${'a'.repeat(18)}`,
      width: shapes[at]![0],
      height: shapes[at]![1],
      caption: 'A drawing',
    },
  ],
  author: { name: 'wick.and.willow' },
  keywords: ['garden'],
  datePublished: `2026-03-${String(27 - at * 2).padStart(2, '0')}T08:00:00.000Z`,
  mentions:
    at % 3 === 2
      ? []
      : [
          {
            id: `example/m${at}`,
            name: 'Hart’s-tongue fern',
            url: 'https://nursery.example/fern',
            offers: { price: 6.5, priceCurrency: 'GBP' },
          },
          ...(at % 2 === 0
            ? [
                {
                  id: `example/n${at}`,
                  name: 'Frost-proof pot',
                  url: 'https://nursery.example/pot',
                  offers: { price: 22.75, priceCurrency: 'GBP' },
                },
              ]
            : []),
        ],
}))
