/** Hearthroom, a community host: its rooms and how many are in them. What the public could not enter counts as private. */
import * as z from 'zod'
import { webAddress } from '@/core/items/facts'
import type { ReadItem } from '@/core/items/item'
import type { Connector } from './connector'

const summary = z.object({
  name: z.string(),
  here: z.int(),
  enter: webAddress,
  rooms: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      about: z.string(),
      here: z.int(),
      isPrivate: z.boolean(),
      publicCanEnter: z.boolean(),
      link: webAddress,
      forNewcomers: z.boolean().default(false),
      seen: z.array(z.object({ name: z.string(), picture: webAddress })).default([]),
    }),
  ),
})

export const community: Connector = {
  id: 'community',
  label: 'Hearthroom',
  hint: 'Rooms of a community, and who is in them',
  signIn: 'none',
  everyMinutes: 5,
  async list(access) {
    const { name, here, rooms } = await access.json('/api/summary', summary)
    const open = rooms.filter((room) => !room.isPrivate && room.publicCanEnter)
    return {
      account: '',
      showable: [
        {
          key: 'rooms',
          label: `Rooms of ${name}`,
          hint: `${open.length} open, ${here} people there now`,
          group: 'Communities',
        },
      ],
    }
  },
  async page(access) {
    const { rooms, enter } = await access.json('/api/summary', summary)
    return {
      total: rooms.length,
      next: undefined,
      items: rooms.map((room): ReadItem => ({
        type: 'Place',
        guid: room.id,
        name: room.name,
        text: room.about,
        attendeeCount: room.here,
        url: room.publicCanEnter ? room.link : enter,
        image: room.seen.map(({ name, picture }) => ({
          url: picture,
          caption: name,
          width: 320,
          height: 400,
        })),
        keywords: room.forNewcomers ? ['newcomers'] : [],
        ...(room.isPrivate || !room.publicCanEnter
          ? {
              visibility: 'private' as const,
              hiddenBecause: room.isPrivate
                ? 'the room is marked private'
                : 'the public can’t enter the room',
            }
          : {}),
      })),
    }
  },
}
