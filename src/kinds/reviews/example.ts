/** Reviews to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'

const review = (
  at: number,
  ratingValue: number,
  by: string,
  text: string,
  more: Partial<Item> = {},
): Item => ({
  type: 'Review',
  id: `example/r${at}`,
  source: 'example',
  sourceName: 'County opinions',
  name: '',
  text,
  image: [],
  author: { name: by },
  keywords: [],
  datePublished: `2026-03-${String(28 - at * 3).padStart(2, '0')}T08:00:00.000Z`,
  reviewRating: { ratingValue, bestRating: 5 },
  ...more,
})

export const exampleReviews: readonly Item[] = [
  review(1, 5, 'Ada Thornbury', 'A mug for life.'),
  review(2, 4, 'Bram Sampleton', 'Patient teachers. The window stools are cold in March; bring a jumper.'),
  review(
    3,
    5,
    'Cleo Marchwood',
    'We left with clay on our shoes and two bowls that nearly match. The second evening we stayed until they put the lights out, and nobody minded. I have been back twice since, once with my mother, who never says that anything is good and said it twice.',
  ),
  review(4, 3, 'Dot Easterly', 'Lovely pots, small car park.', {
    comment: {
      text: 'You are right. There is a field behind the chapel now, and it is free.',
      author: 'Kiln & Tide',
    },
  }),
  review(5, 5, 'Ewan Lisle', 'Worth the walk in the rain, and it did rain, and it was worth it.'),
]
