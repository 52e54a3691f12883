/** Rooms to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'
import { personRef } from '../drawing'

const people = [
  'Oda Brask',
  'Wilf Tanner',
  'Maren Solberg',
  'Leopold Nightingale',
  'Rosalind Achebe',
] as const
const room = (
  at: number,
  name: string,
  text: string,
  here: number,
  keywords: readonly string[] = [],
): Item => ({
  type: 'Place',
  id: `example/r${at}`,
  source: 'example',
  sourceName: 'Hearthroom',
  url: `https://hearthroom.example/${at}`,
  name,
  text,
  image: people
    .slice(0, Math.min(here, 1 + (at % 4)))
    .map((caption, one) => ({ ref: personRef(at * 7 + one + 1), width: 400, height: 500, caption })),
  keywords,
  attendeeCount: here,
})

export const exampleRooms: readonly Item[] = [
  room(3, 'The Fiddle Room', 'Dark rosin or light in damp weather', 31),
  room(2, 'Who plays what tonight', 'Tamsin Gale, the guess is she opens with “Ferry”', 17),
  room(1, 'Lifts and last ferries', 'Two seats to Fernhollow after the encore', 9),
  room(0, 'The Lobby', 'Where newcomers arrive. Somebody looks in every hour.', 0, ['newcomers']),
]
