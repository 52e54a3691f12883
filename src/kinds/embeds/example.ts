/** Things to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'

const shown = (at: number, name: string, embed: NonNullable<Item['embed']>): Item => ({
  type: 'CreativeWork',
  id: `example/${at}`,
  source: 'example',
  sourceName: 'Lantern Slides',
  url: embed.url,
  name,
  text: 'Shown at the autumn meeting.',
  image: [],
  keywords: [],
  author: { name: 'Ada Fennimore' },
  embed,
})

export const exampleEmbeds: readonly Item[] = [
  shown(1, 'Firing with driftwood', {
    url: 'https://show.example/slides/7',
    as: 'frame',
    width: 800,
    height: 450,
  }),
  shown(2, 'What glaze is made of', { url: 'https://show.example/glaze.pdf', as: 'document' }),
  shown(3, 'The kiln at night', { url: 'https://show.example/kiln.mp3', as: 'sound' }),
]
