/** A page with its posts, to show a starting point with before there is a source. */
import type { Item } from '../../core/items/item'
import { personRef } from '../drawing'
import { examplePosts } from '../posts/example'

const followers = ['Oda Brask', 'Wilf Tanner', 'Maren Solberg', 'Leopold Nightingale', 'Ines Hallam'] as const

export const examplePage: Item = {
  type: 'Person',
  id: 'example/page',
  source: 'example',
  sourceName: 'Lumenfold',
  url: 'https://lumenfold.example/kiln.and.tide',
  name: 'Kiln & Tide',
  text: 'Three potters and a tide table.',
  image: [
    { ref: '4b9c27aaaaaaaaaaaaaaaaaa', width: 400, height: 400, caption: 'Kiln & Tide' },
    ...followers.map((caption, at) => ({ ref: personRef(at + 3), width: 400, height: 480, caption })),
  ],
  keywords: [],
  isPage: true,
  followers: 1206,
}

export const exampleProfile: readonly Item[] = [examplePage, ...examplePosts]
