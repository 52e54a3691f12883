/** Free times of a service that many do, and of one of them: whom nobody asks for is not looked up. */
import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { freeTimesOf } from '@/core/booking/free'
import { calendarSchema } from '@/core/booking/shape'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { startServices } from '../testServices'
import type { KnownCalendar } from './calendarBody'

const { s } = startServices()
let free: typeof import('./freeTimes')
let diary: typeof import('./diary')
let calendars: typeof import('./calendars')
let bodies: typeof import('./calendarBody')
let taking: typeof import('./taking')
beforeAll(async () => {
  free = await import('./freeTimes')
  diary = await import('./diary')
  calendars = await import('./calendars')
  bodies = await import('./calendarBody')
  taking = await import('./taking')
})

const people = Array.from({ length: 20 }, (_one, at) => `p${at}`)
/** The first eight are there in the morning only, those at the end all day. */
const house = calendarSchema.parse({
  zone: 'UTC',
  currency: 'GBP',
  resources: people.map((id, at) => ({
    id,
    name: id,
    hours: [at < 8 ? 'Mo-Su 08:00-12:00' : 'Mo-Su 08:00-14:00'],
  })),
  services: [
    { id: 'visit', name: 'Visit', minutes: 60, every: 60, notice: 0, needs: [{ of: people }] },
    {
      id: 'early',
      name: 'Early',
      minutes: 60,
      every: 60,
      notice: 0,
      needs: [{ of: [...people].slice(0, 17) }],
    },
  ],
})
let actor: Actor
let known: KnownCalendar
const midnight = () => Math.floor(Date.now() / 86_400_000) * 1440 + 3 * 1440
beforeEach(async () => {
  actor = await makeActor()
  const client = await s.createClient(actor, { name: 'A house', locale: 'en', timeZone: 'UTC' })
  const made = await calendars.createCalendar(actor, client.id, { name: 'Visits', from: 'visits' })
  await calendars.saveCalendar(actor, made.id, made.revision, house)
  known = (await bodies.calendarOf(client.id, made.id))!
})
const iso = (minute: number) => new Date(minute * 60_000).toISOString()
async function book(who: string, hour: number): Promise<void> {
  const start = iso(midnight() + hour * 60)
  await diary.bookByHand(actor, known.id, {
    service: 'visit',
    who,
    start,
    count: 1,
    name: '',
    email: '',
    note: '',
  })
}
const askedFor = (id: string, who = '') => ({
  service: known.calendar.services.find((one) => one.id === id)!,
  who,
  count: 1,
  range: { from: midnight(), until: midnight() + 1440 },
  now: midnight() - 1440,
})
/** Hours of the day at which it can be booked. */
const told = async (id: string, who = '') =>
  (await free.freeTimesIn(known, askedFor(id, who))).map(({ start }) => (start - midnight()) / 60)
async function plain(id: string, who = ''): Promise<number[]> {
  const asked = askedFor(id, who)
  const taken = await taking.takenIn(known, [asked.service], asked.range)
  return freeTimesOf(known, taken, asked).map(({ start }) => (start - midnight()) / 60)
}

describe('of twenty', () => {
  test('nobody is booked, some are, all are', async () => {
    expect(await told('visit')).toEqual([8, 9, 10, 11, 12, 13])
    for (const who of people.slice(0, 8)) await book(who, 9)
    expect(await told('visit')).toEqual([8, 9, 10, 11, 12, 13])
    for (const who of people.slice(8)) await book(who, 9)
    for (const id of ['visit', 'early']) {
      expect(await told(id)).toEqual(await plain(id))
      expect(await told(id)).not.toContain(9)
    }
  })
  test('one alone is asked for: theirs only', async () => {
    await book('p3', 10)
    expect(await told('visit', 'p3')).toEqual([8, 9, 11])
    expect(await told('visit', 'p12')).toEqual([8, 9, 10, 11, 12, 13])
    expect(await told('early', 'p19')).toEqual([])
  })
  test('what has begun today is not told, though the house is open', async () => {
    const asked = { ...askedFor('visit'), now: midnight() + 10 * 60 + 1 }
    expect((await free.freeTimesIn(known, asked)).map(({ start }) => (start - midnight()) / 60)).toEqual([
      11, 12, 13,
    ])
  })
})
