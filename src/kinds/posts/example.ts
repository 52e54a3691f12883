/** Posts to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'

const post = (at: number, text: string, more: Partial<Item> = {}): Item => ({
  type: 'SocialMediaPosting',
  id: `example/s${at}`,
  source: 'example',
  sourceName: 'Lumenfold',
  url: `https://lumenfold.example/s${at}`,
  name: '',
  text,
  image: [],
  author: { name: 'kiln.and.tide' },
  keywords: [],
  likes: 12 * at,
  datePublished: `2026-03-${String(26 - at * 3).padStart(2, '0')}T16:40:00.000Z`,
  ...more,
})

export const examplePosts: readonly Item[] = [
  post(
    1,
    'The ash glaze ran exactly where we asked it to. Eleven test tiles, three ash beds and one patient dog later.',
    {
      image: [{ ref: '4b9c27aaaaaaaaaaaaaaaaaa', width: 1200, height: 800, caption: 'A drawing' }],
    },
  ),
  post(2, 'Two stools free on Saturday’s wheel class, both by the stove. https://kiln.example/classes'),
  post(3, 'Forty plates went in, thirty-eight came out. The other two are on the garden wall.', {
    sharedFrom: 'wick.and.willow',
  }),
  post(4, 'The tide was in the yard this morning. It has been asked to knock.', {
    image: [{ ref: '71d05eaaaaaaaaaaaaaaaaaa', width: 1200, height: 800, caption: 'A drawing' }],
  }),
]
