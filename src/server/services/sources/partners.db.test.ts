/** Partners: marks in what is live, clicks that count and those that do not, sales as they are reported. */
import { afterAll, beforeAll, beforeEach, expect, test } from '@jest/globals'
import { makeActor } from '../../db/testDatabase'
import { startVisitors } from '../../visitors/testVisitors'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const house = startServices()
const { s, outside } = house
let visitors: Awaited<ReturnType<typeof startVisitors>>
let partners: typeof import('./partners')
beforeAll(async () => {
  visitors = await startVisitors()
  partners = await import('./partners')
})
afterAll(() => visitors.stop())

const soon = new Date(Date.now() + 20 * 86_400_000).toISOString().slice(0, 10).replaceAll('-', '')
const calendar = (url: string) =>
  `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:a\r\nSUMMARY:Bells\r\nDTSTART:${soon}T190000Z\r\nURL:${url}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`
const page = 'https://county.example/on/bells?id=3'
let actor: Actor
let sourceId = ''
let clientId = ''
let ref = ''
let report: unknown = { sales: [] }
let status = 200
beforeEach(async () => {
  await s.db().sequelize.query('delete from throttles')
  actor = await makeActor()
  report = { sales: [] }
  status = 200
  outside.answer = (request, response) => {
    if (request.url!.startsWith('/sales'))
      return void response
        .writeHead(status, { 'content-type': 'application/json' })
        .end(JSON.stringify(report))
    response.writeHead(200, { 'content-type': 'text/calendar' }).end(calendar(page))
  }
  clientId = (await s.createClient(actor, { name: 'The hall', locale: 'en', timeZone: 'UTC' })).id
  sourceId = (await s.addSource(actor, clientId, { address: `${outside.origin}/county.ics` })).id
  const widget = await s.createWidget(actor, clientId, { kind: 'events', name: 'What is on' })
  await s.changeDraft(actor, widget.id, 0, [
    { path: 'sources', from: [], to: [sourceId], label: '' },
    { path: 'events.ahead', from: 6, to: 24, label: '' },
  ])
  await s.publishNow(actor, widget.id)
  ref = widget.ref
})
const agree = (more: object = {}) =>
  partners.setPartner(actor, sourceId, {
    mark: 'from=hall',
    rate: 10,
    report: `${outside.origin}/sales`,
    ...more,
  })
const rendered = async () => {
  const row = await s.db().Widget.findOne({ where: { ref }, rejectOnEmpty: true })
  await s.renderWidget(row.id)
  return house.liveText(ref)
}
const click = (to: string) =>
  fetch(`${visitors.origin}/x/${ref}/clicked`, { method: 'POST', body: JSON.stringify({ body: { to } }) })
const clicks = async () =>
  (await partners.getPartner(actor, sourceId))!.months.reduce((sum, one) => sum + one.clicks, 0)

test('what is live carries the mark from then on, and tells of clicks; when it ends, neither', async () => {
  expect(await rendered()).not.toContain('from=hall')
  await agree()
  const live = await rendered()
  expect(live).toContain('https://county.example/on/bells?id=3&amp;from=hall')
  expect(live).toContain('credit')
  await partners.setPartner(actor, sourceId, null)
  const after = await rendered()
  expect(after).not.toContain('from=hall')
  expect(after).not.toContain('credit')
})

test('the same event of two publishers is one, though only one of them has a mark', async () => {
  const other = await s.addSource(actor, clientId, { address: `${outside.origin}/other.ics` })
  const row = await s.db().Widget.findOne({ where: { ref }, rejectOnEmpty: true })
  await s.changeDraft(actor, row.id, row.draftRevision, [
    { path: 'sources', from: [sourceId], to: [sourceId, other.id], label: '' },
  ])
  await s.publishNow(actor, row.id)
  await agree()
  expect((await rendered()).match(/Bells/g)!.length).toBe(
    (await rendered()).split('"jsonLd"').length > 1 ? 2 : 1,
  )
})

test('a click counts by its mark, once an hour for each visitor and address; any other counts for nothing', async () => {
  await agree()
  for (const to of [
    `${page}&from=hall`,
    `${page}&from=hall`,
    page,
    `${page}&from=somebody`,
    'https://county.example/on/two?from=hall',
  ])
    expect((await click(to)).status).toBe(200)
  expect(await clicks()).toBe(2)
  expect((await click('javascript:alert(1)')).status).toBe(422)
  expect(
    (await fetch(`${visitors.origin}/x/nosuchwidget/clicked`, { method: 'POST', body: '{}' })).status,
  ).toBe(404)
})

test('sales as they are reported: once each, at the rate of their first day, and called off by nothing', async () => {
  const sale = (id: string, amount: number, more: object = {}) => ({
    id,
    at: '2026-10-04T10:00:00Z',
    amount,
    currency: 'GBP',
    ...more,
  })
  report = {
    sales: [sale('a', 20), sale('b', 30), sale('b', 30), sale('c', 8, { at: '2026-11-01T10:00:00Z' })],
  }
  await agree()
  const earned = async () =>
    (await partners.getPartner(actor, sourceId))!.months.map(({ month, sales, sold, earned: sum }) => [
      month,
      sales,
      sold,
      sum,
    ])
  expect(await earned()).toEqual([
    ['2026-11', 1, 8, 0.8],
    ['2026-10', 2, 50, 5],
  ])
  report = { sales: [sale('a', 0), sale('d', 100)] }
  await agree({ rate: 20 })
  expect(await earned()).toEqual([
    ['2026-11', 1, 8, 0.8],
    ['2026-10', 2, 130, 23],
  ])
})

test.each<[string, unknown, number, RegExp]>([
  ['a page', 'hello', 200, /no report of sales/],
  [
    'an amount in words',
    { sales: [{ id: 'a', at: '2026-10-04T10:00:00Z', amount: 'ten', currency: 'GBP' }] },
    200,
    /no report/,
  ],
  ['out of order', {}, 503, /answered 503/],
])('a report that cannot be read changes nothing, and is told: %s', async (_name, answered, code, said) => {
  report = { sales: [{ id: 'a', at: '2026-10-04T10:00:00Z', amount: 20, currency: 'GBP' }] }
  await agree()
  report = answered
  status = code
  await partners.readSales(sourceId)
  const partner = await partners.getPartner(actor, sourceId)
  expect(partner!.trouble).toMatch(said)
  expect(partner!.months).toMatchObject([{ sold: 20, earned: 2 }])
})

test('a stranger learns nothing, and somebody who may only look agrees on nothing', async () => {
  await agree()
  expect(await codeOf(partners.getPartner(await makeActor(), sourceId))).toBe('missing')
  expect(await codeOf(partners.setPartner({ ...actor, role: 'viewer' }, sourceId, null))).toBe('not_allowed')
})
