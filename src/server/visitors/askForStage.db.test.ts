/** The stage gets the answers that visitors get, for a draft that was never published; nobody else's, and nothing else. */
import { beforeAll, expect, test } from '@jest/globals'
import { calendarSchema } from '@/core/booking/shape'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Actor } from '../services/access/actor'
import { codeOf, startServices } from '../services/testServices'

const { s } = startServices()
let actor: Actor
let calendarId = ''
let widgetId = ''
let askForStage: typeof import('./askForStage').askForStage
beforeAll(async () => {
  ;({ askForStage } = await import('./askForStage'))
  const calendars = await import('../services/booking/calendars')
  actor = await makeActor()
  const client = await s.createClient(actor, { name: 'The vets', locale: 'en', timeZone: 'UTC' })
  const made = await calendars.createCalendar(actor, client.id, { name: 'Visits', from: 'visits' })
  calendarId = made.id
  await calendars.saveCalendar(
    actor,
    calendarId,
    made.revision,
    calendarSchema.parse({
      zone: 'UTC',
      currency: 'GBP',
      resources: [{ id: 'ines', name: 'Ines', hours: ['Mo-Su 00:00-24:00'] }],
      services: [
        { id: 'visit', name: 'A visit', minutes: 60, every: 60, notice: 0, needs: [{ of: ['ines'] }] },
      ],
    }),
  )
  widgetId = (await s.createWidget(actor, client.id, { kind: 'booking', name: 'Book' })).id
})

const nexts = (settings: object, by = actor) =>
  askForStage(by, widgetId, { name: 'nexts', query: {}, settings: settings as never })

test('what is free next, by the settings that are on the bench', async () => {
  expect(await nexts({ calendar: calendarId })).toMatchObject({ nexts: [{ service: 'visit' }] })
  expect(await nexts({ calendar: calendarId, 'booking.only': ['other'] })).toEqual({ nexts: [] })
})
test('no calendar, no answer', async () => {
  expect(await codeOf(nexts({}))).toBe('input_invalid')
  expect(await codeOf(nexts({ calendar: crypto.randomUUID() }))).toBe('input_invalid')
})
test('a calendar of another client stays out of reach, and so does the widget for others', async () => {
  const stranger = await makeActor()
  expect(await codeOf(nexts({ calendar: calendarId }, stranger))).toBe('missing')
  const other = await s.createClient(actor, { name: 'Elsewhere', locale: 'en', timeZone: 'UTC' })
  const theirs = await s.createWidget(actor, other.id, { kind: 'booking', name: 'Book' })
  const asked = { name: 'nexts', query: {}, settings: { calendar: calendarId } }
  expect(await codeOf(askForStage(actor, theirs.id, asked))).toBe('input_invalid')
})
test.each([
  ['hold', { service: 'visit', start: 1 }, 'missing'],
  ['book', {}, 'missing'],
  ['toString', {}, 'missing'],
  ['times', { service: 'visit', from: 'now' }, 'input_invalid'],
])('%s is not done for the stage', async (name, query, code) => {
  const asked = { name, query, settings: { calendar: calendarId } }
  expect(await codeOf(askForStage(actor, widgetId, asked))).toBe(code)
})
test('a colleague who only looks may ask, too', async () => {
  const viewer = {
    ...actor,
    userId: (await makeColleague(actor.agencyId, 'viewer')).userId,
    role: 'viewer' as const,
  }
  expect(await nexts({ calendar: calendarId }, viewer)).toMatchObject({ nexts: [{ service: 'visit' }] })
})
