/** Bookings at delivery: a month of free times with 100,000 bookings stored, bookings a second, and 200 who want one time. */
import { randomBytes } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import { calendarSchema } from '../src/core/booking/shape'
import { newKey } from '../src/kinds/newKey'
import { closeDatabase, db } from '../src/server/db/db'
import { call } from './call'
import { line, percentile, quiet, type Line } from './measure'
import { apiOf } from './signIn'

const size = { people: 50, bookings: 100_000, asked: 300, booked: 400, atOnce: 20, rivals: 200 } as const

/** Each visitor comes from an address of their own. */
let visitor = 0
const address = () => `127.${100 + ((visitor += 1) >> 14)}.${(visitor >> 7) & 127}.${(visitor & 127) + 1}`

const ask = (url: string, body?: string) =>
  call(url, { from: address(), ...(body === undefined ? {} : { method: 'POST', body }) })

const people = Array.from({ length: size.people }, (_one, at) => `p${at}`)
const calendar = calendarSchema.parse({
  zone: 'Europe/London',
  currency: 'GBP',
  resources: people.map((id) => ({ id, name: id, hours: ['Mo-Su 07:00-21:00'] })),
  services: [
    {
      id: 'visit',
      name: 'Visit',
      minutes: 30,
      every: 30,
      notice: 0,
      aheadDays: 365,
      needs: [{ of: people }],
    },
    {
      id: 'one',
      name: 'With one',
      minutes: 30,
      every: 30,
      notice: 0,
      aheadDays: 365,
      needs: [{ of: ['p0'] }],
    },
  ],
})

/** Two years of them, half of these ahead; each person has nearly three a day, between nine and five. */
async function fill(id: string): Promise<void> {
  await db().sequelize.query(
    `with made as (insert into booked_sessions (calendar_id, service, starts, places, count)
       select $1, 'visit', (extract(epoch from date_trunc('day', now())) / 60)::int - 365 * 1440 + (k / 3) * 1440 + 540 + (k % 3) * 150, 1, 1
       from generate_series(0, $2 - 1) k, generate_series(0, $3 - 1) p order by p, k returning id, starts),
     numbered as (select id, starts, (row_number() over (partition by starts order by id) - 1) % $3 as p from made)
     insert into taken_up (session_id, calendar_id, resource, during) select id, $1, 'p' || p, int4range(starts, starts + 30) from numbered`,
    { bind: [id, size.bookings / size.people, size.people] },
  )
  // As the server does by itself, within a minute of so much that is new.
  await db().sequelize.query('vacuum analyze taken_up')
  await db().sequelize.query('analyze booked_sessions')
  const [there] = await db().sequelize.query<{ count: number }>(
    'select count(*)::int as count from taken_up where calendar_id = $1',
    { bind: [id], type: QueryTypes.SELECT },
  )
  if (there?.count !== size.bookings) throw new Error(`${there?.count} bookings are stored`)
}

export async function booking({ studio, delivery }: { studio: string; delivery: string }): Promise<Line[]> {
  const api = await apiOf(studio)
  const [client] = await api<{ id: string }[]>('GET', '/clients')
  const of = `/clients/${client!.id}`
  const name = `Booked often ${randomBytes(3).toString('hex')}`
  const { id } = await api<{ id: string }>('POST', `${of}/calendars`, { name, from: 'visits' })
  await api('PATCH', `/calendars/${id}/body`, { calendar }, 0)
  await fill(id)
  const widget = await api<{ id: string; ref: string }>('POST', `${of}/widgets`, {
    kind: 'booking',
    name,
    from: 'sentence',
  })
  await api(
    'PATCH',
    `/widgets/${widget.id}/draft`,
    { patches: [{ path: 'calendar', from: '', to: id, label: '' }] },
    0,
  )
  await api('POST', `/widgets/${widget.id}/releases`, undefined, 1)
  const at = (action: string) => `${delivery}/x/${widget.ref}/${action}`

  const midnight = Math.floor(Date.now() / 86_400_000) * 1440
  const took: number[] = []
  for (let turn = -10; turn < size.asked; turn += 1) {
    const from = midnight + (turn % 300) * 1440
    const query = {
      service: 'visit',
      who: turn % 2 === 0 ? '' : `p${Math.abs(turn) % size.people}`,
      from,
      until: from + 31 * 1440,
    }
    const begun = performance.now()
    const answer = await ask(`${at('times')}?q=${encodeURIComponent(JSON.stringify(query))}`)
    if (turn >= 0) took.push(performance.now() - begun)
    if (answer.status !== 200) throw new Error(`times answered ${answer.status}: ${answer.body}`)
  }

  const ticket = (JSON.parse((await ask(at('ticket'))).body) as string) ?? ''
  await new Promise((done) => setTimeout(done, 2_000))
  const answers = { name: 'Oda', mail: 'oda@post.example' }
  let next = 0
  let good = 0
  const bookOne = async () => {
    for (let turn = (next += 1); turn <= size.booked; turn = next += 1) {
      // Times of their own: many at one widget, none in another's way.
      const start = midnight + (10 + Math.floor(turn / 20)) * 1440 + 18 * 60 + 30 * (turn % 2)
      const body = { service: 'visit', who: `p${turn % 20}`, start, zone: 'UTC', release: 0, answers }
      const answer = await ask(
        `${at('book')}?key=${newKey()}`,
        JSON.stringify({ body, page: '', ticket, trap: '' }),
      )
      if (answer.status === 200) good += 1
      else throw new Error(`book answered ${answer.status}: ${answer.body}`)
    }
  }
  const begun = performance.now()
  await Promise.all(Array.from({ length: size.atOnce }, bookOne))
  const seconds = (performance.now() - begun) / 1000
  if (good !== size.booked) throw new Error(`${good} of ${size.booked} were booked`)

  // Mails of these bookings are still on their way.
  await quiet()
  const start = midnight + 40 * 1440 + 19 * 60
  const wanted = JSON.stringify({ body: { service: 'one', start } })
  const first = performance.now()
  const rivals = await Promise.all(
    Array.from({ length: size.rivals }, () => ask(`${at('hold')}?key=${newKey()}`, wanted)),
  )
  const decided = performance.now() - first
  const winners = rivals.filter(({ status }) => status === 200).length
  await closeDatabase()
  return [
    line('a month of free times at delivery, 100,000 bookings stored, p95', percentile(took, 0.95), 'ms', [
      '<=',
      20,
    ]),
    line(
      'bookings a second at one widget, each with its mail and its submission',
      size.booked / seconds,
      '/s',
      ['>=', 50],
    ),
    line('200 at once for one time: until all have their answer', decided / 1000, 's', ['<=', 1]),
    line('of these who have it', winners, 'of 200', ['<=', 1]),
  ]
}
