/** The Register of People, by key: name, area, contact, profile, and what each offers. */
import * as z from 'zod'
import { webAddress } from '@/core/items/facts'
import type { ReadItem } from '@/core/items/item'
import type { Connector } from './connector'

const register = z.object({
  more: z.boolean(),
  groups: z.array(z.object({ id: z.string(), label: z.string(), count: z.int() })).default([]),
  people: z.array(
    z.object({
      number: z.int(),
      given: z.string(),
      family: z.string(),
      role: z.string(),
      town: z.string(),
      postcode: z.string(),
      region: z.string(),
      phone: z.string(),
      mail: z.string(),
      profile: webAddress,
      picture: webAddress.optional(),
      says: z.string().optional(),
      hours: z.array(z.string()).optional(),
      pages: z.array(webAddress).optional(),
      offers: z.array(z.string()),
    }),
  ),
})

export const people: Connector = {
  id: 'people',
  label: 'Register of People',
  hint: 'People by area, with what each offers',
  signIn: 'key',
  keyHeader: 'x-key',
  async list(access) {
    const { people: all, groups } = await access.json('/api/people', register)
    return {
      account: 'by key',
      showable: [
        { key: 'all', label: 'Everybody in the register', hint: `${all.length} people`, group: 'Register' },
        ...groups.map(({ id, label, count }) => ({
          key: `of=${id}`,
          label,
          hint: `${count} people`,
          group: 'Practices',
        })),
      ],
    }
  },
  async page(access, key, cursor) {
    const page = Number(cursor ?? 1)
    const answer = await access.json(
      `/api/people?page=${page}${key.startsWith('of=') ? `&${key}` : ''}`,
      register,
    )
    return {
      total: undefined,
      next: answer.more ? String(page + 1) : undefined,
      items: answer.people.map((one): ReadItem => ({
        type: 'Person',
        guid: String(one.number),
        name: `${one.given} ${one.family}`,
        givenName: one.given,
        familyName: one.family,
        jobTitle: one.role,
        url: one.profile,
        telephone: [one.phone],
        email: [one.mail],
        image: one.picture ? [{ url: one.picture, caption: `${one.given} ${one.family}` }] : [],
        text: one.says,
        openingHours: one.hours,
        sameAs: one.pages,
        keywords: one.offers,
        location: { addressLocality: one.town, addressRegion: one.region, postalCode: one.postcode },
      })),
    }
  },
}
