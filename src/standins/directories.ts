/** Stand-ins without a sign-in of their own: a reviews directory, a community host, and a directory of people that wants a key. */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { json, propPage, send } from './html'
import { opinions } from './opinions'
import { drawPicture, drawPortrait } from './pictures'
import { practices } from './practice'
import type { State } from './state'

const dayMs = 86_400_000

const businesses = [
  { id: 'b1', name: 'Marlowick Bakery', place: 'Marlowick', street: '2 Quay Road', reviews: 640 },
  {
    id: 'b2',
    name: 'Marlowick Bakery, Tidewell shop',
    place: 'Tidewell',
    street: '9 Lantern Row',
    reviews: 48,
  },
  { id: 'b3', name: 'Kiln & Tide', place: 'Kilnbridge', street: '4 Ropewalk', reviews: 87 },
  { id: 'b4', name: 'Juniper Lane Vets', place: 'Upper Juniper', street: '1 Juniper Lane', reviews: 212 },
  { id: 'b5', name: 'The Old Quay Music Hall', place: 'Old Quay', street: 'The Quay', reviews: 133 },
  { id: 'b6', name: 'Wick & Willow Nursery', place: 'Wickmouth', street: 'Willow Drove', reviews: 71 },
  { id: 'b7', name: 'جونيبر لين البيطرية', place: 'Upper Juniper', street: '1 Juniper Lane', reviews: 5 },
] as const
const sentences = [
  'Kind people and worth the walk.',
  'We come every week and have not been let down yet.',
  'Good, though the queue was long on Saturday.',
  'They remembered our names.',
  'Not what we had hoped for; it was put right the same day.',
  'The best in the county, says my aunt, and she has tried them all.',
  'A little dear, very good.',
] as const
/** What is said of a business that sells bread. */
const ofBread = [
  'The rye loaf keeps for a week and is gone in two days.',
  'Good, though the queue was long on Saturday.',
  'They remembered our names.',
  'The cardamom knots were still warm.',
  'We come every week and have not been let down yet.',
  'Lantern Row is the quieter of the shops.',
  'A little dear, very good.',
  'We had the wedding loaf, and people still talk about it.',
  'The best in the county, says my aunt, and she has tried them all.',
  'I asked for half a rye loaf and got half a rye loaf, with a smile.',
  'Not what we had hoped for; it was put right the same day.',
  'Worth the queue.',
  'My son will only eat their cardamom knots now.',
  'Closed on Thursdays; plan for it.',
] as const
/** Mostly five; of forty, five fours, two threes, a two and a one. */
const starsForBread = (at: number) =>
  at % 40 === 33 ? 1 : at % 40 === 13 ? 2 : at % 20 === 6 ? 3 : at % 7 === 2 ? 4 : 5
const givenNames = ['Ada', 'Bo', 'Cyril', 'Dot', 'Eli', 'Fay', 'Gus', 'Hal', 'Ivy', 'Jo', 'Kit', 'Lou', 'Mab']
const familyNames = [
  'Amberley',
  'Fennimore',
  'Harrowgate',
  'Larkrise',
  'Merriwick',
  'Overbrook',
  'Quillby',
  'Sandling',
]
/** A different name for each of a hundred, none of anybody. */
const nameOf = (at: number) =>
  `${givenNames[at % givenNames.length]!} ${familyNames[(at * 3 + Math.floor(at / givenNames.length)) % familyNames.length]!}`
const pageSize = 40

/** `/api/businesses?name=&place=`, `/api/businesses/<id>/reviews?page=`. */
export function createReviews(origin: string, state: State) {
  return (request: IncomingMessage, response: ServerResponse): void => {
    const url = new URL(request.url ?? '/', origin)
    const [, id] = /^\/api\/businesses\/(\w+)\/reviews$/.exec(url.pathname) ?? []
    if (url.pathname === '/api/businesses') {
      const [name, place] = ['name', 'place'].map((one) =>
        (url.searchParams.get(one) ?? '').trim().toLowerCase(),
      )
      return json(response, {
        found: businesses.filter(
          (one) =>
            one.name.toLowerCase().includes(name!) &&
            (place === '' || one.place.toLowerCase().includes(place!)),
        ),
      })
    }
    const business = businesses.find((one) => one.id === id)
    const said: readonly string[] = id === 'b1' ? ofBread : sentences
    if (!business)
      return send(
        response,
        propPage('County Opinions', '<p>A directory of reviews. Search it from the studio.</p>'),
        {},
        url.pathname === '/' ? 200 : 404,
      )
    const page = Math.max(1, Number(url.searchParams.get('page')) || 1)
    const from = (page - 1) * pageSize
    const count = Math.max(0, Math.min(pageSize, business.reviews - from))
    json(response, {
      total: business.reviews,
      average: 4.2,
      more: from + count < business.reviews,
      reviews: Array.from({ length: count }, (_one, index) => {
        const at = from + index
        const written = opinions[business.id]?.[at]
        return {
          key: `${business.id}-${at}`,
          by: nameOf(at),
          stars: id === 'b1' ? starsForBread(at) : [5, 5, 4, 5, 2, 5, 3, 1, 4, 5][at % 10],
          says: `${said[at % said.length]!} ${said[(at * 3 + 2) % said.length]!}`,
          ...written,
          on: new Date(Math.floor((Date.parse(state.epoch) - at * dayMs) / dayMs) * dayMs)
            .toISOString()
            .slice(0, 10),
          link: `${origin}/${business.id}#r${at}`,
        }
      }),
    })
  }
}

const listeners = [
  'Oda Brask',
  'Wilf Tanner',
  'Maren Solberg',
  'Leopold Nightingale',
  'Ines Hallam',
  'Rosalind Achebe',
] as const
/** Portraits that lie among the pages. */
const listenersDrawn = ['ines', 'kwame', 'yusra', 'tobias', 'anneliese'] as const

const rooms = [
  {
    id: 'r2',
    name: 'The Fiddle Room',
    about: 'Dark rosin or light, in damp weather',
    here: 31,
    closed: null,
    seen: [0, 1, 2],
  },
  {
    id: 'r5',
    name: 'Who plays what tonight',
    about: 'The guess is that she opens with “Ferry”',
    here: 9,
    closed: null,
    seen: [3, 4],
  },
  { id: 'r3', name: 'Committee', about: 'Plans for the hall', here: 5, closed: 'private', seen: [] },
  { id: 'r4', name: 'Stewards', about: 'Rota and keys', here: 8, closed: 'not-enterable', seen: [] },
  {
    id: 'r6',
    name: 'Lifts and last ferries',
    about: 'Two seats to Fernhollow after the encore',
    here: 14,
    closed: null,
    seen: [5],
  },
  {
    id: 'r1',
    name: 'The Lobby',
    about: 'Where newcomers arrive. Somebody looks in every hour.',
    here: 0,
    closed: null,
    seen: [],
  },
] as const

/** `/api/summary`: rooms and who is in them. One room is marked private, another nobody from outside could enter. */
export function createCommunity(origin: string) {
  return async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const url = new URL(request.url ?? '/', origin)
    const portrait = /^\/portraits\/([a-z]+)\.jpg$/.exec(url.pathname)
    const drawn = portrait && (await drawPortrait(portrait[1]!))
    if (drawn) return send(response, drawn, { 'Content-Type': 'image/jpeg' })
    if (url.pathname !== '/api/summary')
      return send(
        response,
        propPage('Hearthroom', '<p>Rooms of the listeners’ community.</p>'),
        {},
        url.pathname === '/' ? 200 : 404,
      )
    json(response, {
      name: 'Old Quay listeners',
      enter: `${origin}/enter`,
      here: rooms.reduce((sum, room) => sum + room.here, 0),
      rooms: rooms.map(({ closed, seen, ...room }) => ({
        ...room,
        forNewcomers: room.id === 'r1',
        seen: seen.map((at: number) => ({
          name: listeners[at],
          picture: `${origin}/portraits/${listenersDrawn[at % listenersDrawn.length]}.jpg`,
        })),
        isPrivate: closed === 'private',
        publicCanEnter: closed === null,
        link: `${origin}/room/${room.id}`,
      })),
    })
  }
}

const towns = ['Marlowick', 'Tidewell', 'Upper Juniper', 'Old Quay', 'Kilnbridge'] as const
const areas = ['QM4 1AA', 'QM8 2BB', 'QM5 3CC', 'QM7 4DD', 'QM9 5EE'] as const
const trades = ['Small animals', 'Horses', 'Farm visits', 'Dentistry', 'Behaviour'] as const
/** The key that the register gives out; shown on its own page, since this is a demo. */
export const peopleKey = 'county-people-demo-key'

/** `/api/people?page=` with `X-Key`: name, area, contact, profile, and what each offers. */
export function createPeople(origin: string) {
  return async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const url = new URL(request.url ?? '/', origin)
    const portrait = /^\/portraits\/([a-z]+)\.jpg$/.exec(url.pathname)
    if (portrait) {
      const drawn = await drawPortrait(portrait[1]!)
      return drawn
        ? send(response, drawn, { 'Content-Type': 'image/jpeg' })
        : send(response, propPage('Nobody here', ''), {}, 404)
    }
    const picture = /^\/pictures\/(\d+)\.jpg$/.exec(url.pathname)
    if (picture)
      return send(response, await drawPicture('leaf', Number(picture[1])), { 'Content-Type': 'image/jpeg' })
    if (url.pathname !== '/api/people')
      return send(
        response,
        propPage('Register of People', `<p>Your key: <code>${peopleKey}</code></p>`),
        {},
        url.pathname === '/' ? 200 : 404,
      )
    if (request.headers['x-key'] !== peopleKey) return json(response, { error: 'key' }, 401)
    const groups = Object.entries(practices).map(([id, { label, people }]) => ({
      id,
      label,
      count: people.length,
    }))
    const practice = practices[url.searchParams.get('of') ?? '']
    if (practice)
      return json(response, {
        more: false,
        groups,
        people: practice.people.map(({ portrait: drawing, about, days, pages = [], ...one }, at) => ({
          ...one,
          number: 500 + at,
          postcode: 'QM5 2JL',
          region: 'South Saltmere',
          profile: `${origin}/person/${500 + at}`,
          ...(drawing ? { picture: `${origin}/portraits/${drawing}.jpg` } : {}),
          says: about,
          hours: [days],
          pages,
        })),
      })
    json(response, {
      more: false,
      groups,
      people: Array.from({ length: 23 }, (_one, at) => ({
        number: 100 + at,
        given: ['Ada', 'Bo', 'Cy', 'Dot', 'Eli', 'Fay', 'Gus'][at % 7],
        family: `${['Fennimore', 'Sandling', 'Harrowgate', 'Amberley', 'Larkrise'][at % 5]!}`,
        role: at % 4 === 0 ? 'Practice owner' : 'Vet',
        town: towns[at % towns.length],
        postcode: areas[at % areas.length],
        region: at % 2 ? 'North Saltmere' : 'South Saltmere',
        phone: `01632 960${String(100 + at)}`,
        mail: `person${at}@people.example`,
        profile: `${origin}/person/${100 + at}`,
        picture: `${origin}/pictures/${at}.jpg`,
        offers: [trades[at % trades.length], trades[(at + 2) % trades.length]],
      })),
    })
  }
}

const offers = [
  { list: 'Treatments', group: 'Dogs', name: 'First check', price: 38, minutes: 20, by: 'Ada Fennimore' },
  { list: 'Treatments', group: 'Dogs', name: 'Vaccination', price: 52, minutes: 15, by: 'Bo Sandling' },
  { list: 'Treatments', group: 'Cats', name: 'First check', price: 35, minutes: 20, by: 'Ada Fennimore' },
  { list: 'Treatments', group: 'Cats', name: 'Claws and coat', price: 24, minutes: 25, by: 'Cy Harrowgate' },
  {
    list: 'Courses',
    group: 'Puppies',
    name: 'Six evenings for beginners',
    price: 96,
    minutes: 60,
    by: 'Dot Amberley',
  },
  {
    list: 'Courses',
    group: 'Grown dogs',
    name: 'Calm on the lead',
    price: 72,
    minutes: 60,
    by: 'Dot Amberley',
  },
] as const

/** `/api/offers`: a catalogue with named lists, and groups within them. */
export function createOffers(origin: string) {
  return async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const url = new URL(request.url ?? '/', origin)
    const picture = /^\/pictures\/(\d+)\.jpg$/.exec(url.pathname)
    if (picture)
      return send(response, await drawPicture('pot', Number(picture[1])), { 'Content-Type': 'image/jpeg' })
    if (url.pathname !== '/api/offers')
      return send(
        response,
        propPage('Saltmere Offers', '<p>What the county’s businesses offer, in lists.</p>'),
        {},
        url.pathname === '/' ? 200 : 404,
      )
    json(response, {
      offers: offers.map((one, at) => ({
        ...one,
        no: at + 1,
        currency: 'GBP',
        picture: `${origin}/pictures/${at}.jpg`,
        link: `${origin}/offer/${at + 1}`,
        about: `${one.name} with ${one.by}, ${one.minutes} minutes.`,
      })),
    })
  }
}
