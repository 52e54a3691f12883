/** Saltmere Offers: what a business offers, in named lists with groups in them. */
import * as z from 'zod'
import { webAddress } from '@/core/items/facts'
import type { ReadItem } from '@/core/items/item'
import type { Connector, Showable } from './connector'

const catalogue = z.object({
  offers: z.array(
    z.object({
      no: z.int(),
      list: z.string(),
      group: z.string(),
      name: z.string(),
      price: z.number(),
      currency: z.string(),
      minutes: z.int(),
      by: z.string(),
      about: z.string(),
      picture: webAddress,
      link: webAddress,
    }),
  ),
})

export const offers: Connector = {
  id: 'offers',
  label: 'Saltmere Offers',
  hint: 'Offers in lists, with prices and who does them',
  signIn: 'none',
  async list(access) {
    const { offers: all } = await access.json('/api/offers', catalogue)
    const lists = [...new Set(all.map((one) => one.list))]
    const groupsOf = (list: string) => [
      ...new Set(all.filter((one) => one.list === list).map((one) => one.group)),
    ]
    return {
      account: '',
      showable: [
        {
          key: 'all',
          label: 'Everything on offer',
          hint: `${all.length} offers in ${lists.length} lists`,
          group: 'Whole catalogue',
        },
        ...lists.flatMap((list): Showable[] => [
          { key: `list=${list}`, label: `List “${list}”`, hint: groupsOf(list).join(', '), group: 'Lists' },
          ...groupsOf(list).map((group) => ({
            key: `list=${list} / ${group}`,
            label: `“${group}” in “${list}”`,
            hint: '',
            group: 'Groups',
          })),
        ]),
      ],
    }
  },
  async page(access, key) {
    const wanted = key === 'all' ? '' : key.slice('list='.length)
    const all = (await access.json('/api/offers', catalogue)).offers.map((one) => ({
      ...one,
      path: `${one.list} / ${one.group}`,
    }))
    const found = all.filter((one) => wanted === '' || one.list === wanted || one.path === wanted)
    return {
      total: found.length,
      next: undefined,
      items: found.map((one): ReadItem => ({
        type: 'Product',
        guid: String(one.no),
        name: one.name,
        text: one.about,
        url: one.link,
        image: [{ url: one.picture, caption: one.name }],
        author: { name: one.by },
        offers: { price: one.price, priceCurrency: one.currency },
        duration: `PT${one.minutes}M`,
        lists: [one.path],
        keywords: [],
      })),
    }
  },
}
