/** Classes of the demo's pottery, with pictures, places and some of them booked. */
import { calendarSchema } from '@/core/booking/shape'
import type { Actor } from '../../server/services/access/actor'
import { bookByHand, listFree } from '../../server/services/booking/diary'
import { createCalendar, saveCalendar } from '../../server/services/booking/calendars'
import { addPicture } from '../../server/services/items/pictures'

const drawings: Readonly<Record<number, string>> = {
  0: 'A bottle, a jar and a small bowl',
  1: 'The kiln, lit',
  2: 'A jug',
  3: 'Two hands at the wheel',
  4: 'A wide bowl',
  5: 'A dark bottle',
  6: 'Two mugs',
}

interface Class {
  readonly id: string
  readonly group: string
  readonly name: string
  readonly text: string
  readonly pictures: readonly number[]
  readonly minutes: number
  readonly places: number
  readonly price: number
  readonly priceNote?: string
  readonly who: readonly string[]
  readonly hours: string
  readonly before?: readonly string[]
}

const classes: readonly Class[] = [
  {
    id: 'wheel',
    group: 'On the wheel',
    name: 'An evening at the wheel',
    text: 'Four stools, four wheels, and as much clay as you can centre. You will make three or four pieces, choose the best, and we glaze and fire it for you. Collect it three weeks later or have it sent.',
    pictures: [3, 0, 6, 2],
    minutes: 150,
    places: 4,
    price: 48,
    hours: 'Th 18:30-21:00',
    who: ['ottoline'],
    before: [
      'Short nails throw better pots.',
      'Aprons, towels and tea are here; shoes that may get wet are yours.',
      'The yard floods at spring tides. On those evenings we open the upper gate, and write to you the day before.',
    ],
  },
  {
    id: 'bowl',
    group: 'On the wheel',
    name: 'From lump to bowl in a day',
    text: 'Throw in the morning, turn in the afternoon, collect after the second firing.',
    pictures: [4],
    minutes: 420,
    places: 6,
    price: 120,
    priceNote: 'lunch included',
    hours: 'Sa 10:00-17:00',
    who: ['bram'],
  },
  {
    id: 'abend',
    group: 'On the wheel',
    name: 'Nach Feierabend: throwing in German, for beginners and those who have forgotten everything since school',
    text: 'Same clay, other words.',
    pictures: [],
    minutes: 150,
    places: 4,
    price: 48,
    hours: 'Tu 18:00-20:30',
    who: ['wilhelmina'],
  },
  {
    id: 'jar',
    group: 'By hand',
    name: 'A jar without a wheel',
    text: 'Coils, a paddle and an afternoon. Good for people who like to sit in the window.',
    pictures: [2, 5],
    minutes: 240,
    places: 5,
    price: 62,
    priceNote: '£40 under sixteen',
    hours: 'We 13:00-17:00',
    who: ['ottoline'],
  },
  {
    id: 'mugs',
    group: 'By hand',
    name: 'Two mugs, two people',
    text: 'Each makes one for the other. We have seen proposals.',
    pictures: [6],
    minutes: 180,
    places: 8,
    price: 47.5,
    priceNote: '£95 for two',
    hours: 'Fr 17:00-20:00',
    who: ['bram', 'wilhelmina'],
  },
]

/** @param network - origin of the stand-in that has the drawings as photographs @returns the calendar's id */
export async function seedClasses(actor: Actor, client: string, network: string): Promise<string> {
  const pictures = new Map<number, { ref: string; width: number; height: number; caption: string }>()
  for (const at of new Set(classes.flatMap((one) => one.pictures))) {
    const answer = await fetch(`${network}/pictures/kiln/${at}.jpg`)
    const data = Buffer.from(await answer.arrayBuffer()).toString('base64')
    const { ref, width, height } = await addPicture(actor, client, { name: `kiln-${at}.jpg`, data })
    pictures.set(at, { ref, width, height, caption: drawings[at]! })
  }
  const calendar = calendarSchema.parse({
    zone: 'Europe/London',
    currency: 'GBP',
    resources: [
      { id: 'ottoline', name: 'Ottoline Marsh', hours: ['We-Th 13:00-21:30'] },
      { id: 'bram', name: 'Bram Ferrier', hours: ['Fr-Sa 10:00-20:00'] },
      {
        id: 'wilhelmina',
        name: 'Wilhelmina Featherstone-Oyelaran',
        hours: ['Tu,Fr 16:00-21:00'],
      },
    ],
    services: classes.map(({ who, hours, pictures: drawn, ...one }) => ({
      ...one,
      hours: [hours],
      every: one.minutes,
      notice: 24 * 60,
      aheadDays: 120,
      image: drawn.map((at) => pictures.get(at)),
      needs: [{ of: who }],
    })),
    terms: {
      where: 'The Tide Mill Yard, Marsh Road, Saltmere QM1 4TD',
      way: 'https://kiln-and-tide.example/way',
      changeHours: 48,
      urgent: 'Nothing is taken yet; you pay in the workshop.',
    },
  })
  const { id, revision } = await createCalendar(actor, client, { name: 'Classes', from: 'classes' })
  await saveCalendar(actor, id, revision, calendar)
  await fillSome(actor, id)
  return id
}

const guests = ['Oda Brask', 'Wilf Tanner', 'Leonie Abara', 'Imran Sefton', 'Piet Vandermolen']

/** Some evenings are nearly full, one is. */
async function fillSome(actor: Actor, calendarId: string): Promise<void> {
  const from = new Date()
  const until = new Date(from.getTime() + 60 * 86_400_000)
  for (const { id, places } of classes) {
    const free = await listFree(actor, calendarId, {
      service: id,
      who: '',
      count: 1,
      from: from.toISOString(),
      until: until.toISOString(),
    })
    for (const [at, { start }] of free.slice(0, 6).entries()) {
      const count = [places - 2, places, 0, places - 1, 0, 1][at]!
      if (count < 1) continue
      await bookByHand(actor, calendarId, {
        service: id,
        who: '',
        start,
        count,
        name: guests[(at + places) % guests.length]!,
        email: '',
        note: '',
      })
    }
  }
}
