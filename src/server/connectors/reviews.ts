/** County Opinions, a directory of reviews: a business is searched by name and place, all its reviews are paged in. */
import * as z from 'zod'
import { webAddress } from '@/core/items/facts'
import type { ReadItem } from '@/core/items/item'
import type { Connector } from './connector'

const found = z.object({
  found: z.array(
    z.object({ id: z.string(), name: z.string(), place: z.string(), street: z.string(), reviews: z.int() }),
  ),
})
const reviewsShape = z.object({
  total: z.int(),
  more: z.boolean(),
  reviews: z.array(
    z.object({
      key: z.string(),
      by: z.string(),
      stars: z.number().min(0).max(5),
      says: z.string(),
      on: z.iso.date(),
      link: webAddress,
      answer: z.object({ by: z.string(), says: z.string() }).optional(),
    }),
  ),
})

export const reviews: Connector = {
  id: 'reviews',
  label: 'County Opinions',
  hint: 'All reviews of a business',
  signIn: 'none',
  searchHint: { name: 'Name of the business', place: 'Place' },
  async list(access, { name, place }) {
    if (name.trim().length < 2) return { account: '', showable: [] }
    const answer = await access.json(
      `/api/businesses?name=${encodeURIComponent(name)}&place=${encodeURIComponent(place)}`,
      found,
    )
    return {
      account: '',
      showable: answer.found.map((one) => ({
        key: `${one.id} ${one.name}`,
        label: one.name,
        hint: `${one.street}, ${one.place} · ${one.reviews} reviews`,
        group: 'Found',
      })),
    }
  },
  async page(access, key, cursor) {
    const space = key.indexOf(' ')
    const page = Number(cursor ?? 1)
    const answer = await access.json(
      `/api/businesses/${encodeURIComponent(key.slice(0, space))}/reviews?page=${page}`,
      reviewsShape,
    )
    return {
      total: answer.total,
      next: answer.more ? String(page + 1) : undefined,
      items: answer.reviews.map((one): ReadItem => ({
        type: 'Review',
        guid: one.key,
        url: one.link,
        name: '',
        text: one.says,
        author: { name: one.by },
        datePublished: `${one.on}T00:00:00.000Z`,
        reviewRating: { ratingValue: one.stars, bestRating: 5 },
        itemReviewed: key.slice(space + 1),
        comment: one.answer && { text: one.answer.says, author: one.answer.by },
        image: [],
        keywords: [],
      })),
    }
  },
}
