/** Works to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'

const work = (
  at: number,
  name: string,
  maker: string,
  list: string,
  rating: number | undefined,
  count: number,
  picture: readonly [width: number, height: number] | undefined,
): Item => ({
  type: 'CreativeWork',
  id: `example/w${at}`,
  source: 'example',
  sourceName: 'Recordings',
  url: `https://quay.example/recordings/${at}`,
  name,
  text: 'Taken down in one evening, in the big room, with the door open.',
  author: { name: maker },
  image: picture
    ? [
        {
          ref: `${(0x51c3b9 * (at + 1)).toString(16).slice(-6)}${'a'.repeat(18)}`,
          width: picture[0],
          height: picture[1],
          caption: '',
        },
      ]
    : [],
  keywords: [],
  lists: [list],
  datePublished: `2025-${String(12 - at).padStart(2, '0')}-01T08:00:00.000Z`,
  ...(rating ? { aggregateRating: { ratingValue: rating, bestRating: 5, reviewCount: count } } : {}),
})

export const exampleWorks: readonly Item[] = [
  work(1, 'Low Water', 'The Herring Girls', 'Recordings / Live', 4.9, 62, [800, 800]),
  work(2, 'Three Lamps on Harbour Steps', 'Ottar Lind', 'Recordings / Live', 4.6, 18, [800, 1000]),
  work(3, 'Gut and Horsehair', 'Tamsin Gale Trio', 'Recordings / Studio', 4.8, 40, [800, 800]),
  work(
    4,
    'Songs for the Longest Nights, and Some for the Mornings After',
    'The Old Quay Voices',
    'Recordings / Live',
    undefined,
    0,
    undefined,
  ),
  work(5, 'Breathe In', 'Bellwether', 'Recordings / Studio', 4.4, 27, [800, 800]),
  work(6, 'Since the Roof Leaked', 'Various, and buckets', 'Recordings / Live', 4.7, 33, [900, 700]),
]
