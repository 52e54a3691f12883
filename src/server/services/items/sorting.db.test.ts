/** Sorting: what waits, what is private, tags and corrections, what becomes public. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { makeActor, makeColleague } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const { s, outside, serve, everythingLive } = startServices()

const calendar = (...events: string[]) =>
  `BEGIN:VCALENDAR\r\n${events.map((lines, at) => `BEGIN:VEVENT\r\nUID:${at}\r\nDTSTART:20991231T190000Z\r\n${lines}\r\nEND:VEVENT\r\n`).join('')}END:VCALENDAR\r\n`

let actor: Actor
let client: string
beforeEach(async () => {
  serve(calendar('SUMMARY:Concert', 'SUMMARY:Board meeting\r\nCLASS:PRIVATE'), 'text/calendar')
  actor = await makeActor()
  client = (await s.createClient(actor, { name: 'Hall', locale: 'en', timeZone: 'UTC' })).id
})
const addSource = () => s.addSource(actor, client, { address: `${outside.origin}/all.ics` })
async function liveWidget(source: { id: string }) {
  const widget = await s.createWidget(actor, client, { kind: 'feed', name: 'What is on' })
  await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
  await s.publishNow(actor, widget.id)
  return widget
}

describe('what its source marks private', () => {
  test('never reaches an artifact, the bench, the items of the API, or a viewer', async () => {
    const source = await addSource()
    expect(source).toMatchObject({ items: 2, closed: 1 })
    const widget = await liveWidget(source)
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    const everything = JSON.stringify([
      await everythingLive(widget.ref),
      await s.openBench(actor, widget.id),
      await s.itemsOfSources(actor, [source.id]),
      await s.sortingTableOf(viewer, widget.id),
      await s.firstTime(actor, widget.id),
    ])
    expect(everything).toContain('Concert')
    expect(everything).not.toContain('Board meeting')
  })
  test('is listed with its reason for those who decide, and can’t be shown by any decision', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    const row = (await s.sortingTableOf(actor, widget.id)).rows.find(
      (one) => one.item.name === 'Board meeting',
    )!
    expect(row.closedBecause).toBe('the calendar marks it private')
    await s.decide(actor, widget.id, [row.item.id], { hidden: false, pinned: true })
    await s.decideWaiting(actor, client, [row.item.id], false)
    await s.correctItem(actor, client, row.item.id, { name: 'Board meeting, open' })
    await s.renderWidget(widget.id)
    expect(await everythingLive(widget.ref)).not.toContain('Board meeting')
  })
  test('is gone from what is live as soon as the source closes it', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    serve(calendar('SUMMARY:Concert\r\nCLASS:CONFIDENTIAL'), 'text/calendar')
    await s.refreshSource(actor, source.id)
    await s.renderWidget(widget.id)
    expect(await everythingLive(widget.ref)).not.toContain('Concert')
  })
})

describe('waiting', () => {
  test('new items wait where the source says so; what is there stays', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    await s.setPolicy(actor, source.id, 'wait')
    serve(calendar('SUMMARY:Concert', 'SUMMARY:Second', 'SUMMARY:Session'), 'text/calendar')
    expect(await s.refreshSource(actor, source.id)).toMatchObject({ items: 3, waiting: 1 })
    await s.renderWidget(widget.id)
    expect(await everythingLive(widget.ref)).not.toContain('Session')
    const row = (await s.sortingTableOf(actor, widget.id)).rows.find((one) => one.waiting)!
    expect([row.item.name, row.fresh, row.wasPublic]).toEqual(['Session', true, false])
    await s.decideWaiting(actor, client, [row.item.id], false)
    await s.renderWidget(widget.id)
    expect(await everythingLive(widget.ref)).toContain('Session')
  })
  test('what becomes public for the first time is told beforehand, and only once', async () => {
    const source = await addSource()
    const widget = await s.createWidget(actor, client, { kind: 'feed', name: 'W' })
    await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
    expect((await s.firstTime(actor, widget.id)).map((one) => one.name)).toEqual(['Concert'])
    await s.publishNow(actor, widget.id)
    expect(await s.firstTime(actor, widget.id)).toEqual([])
  })
})

describe('tags, corrections, pins', () => {
  test('survive the next reading of the source, and are marked', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    const { id } = (await s.itemsOfSources(actor, [source.id]))[0]!
    await s.tagItems(actor, client, [id], { add: ['choir', 'spring'], remove: [] })
    await s.tagItems(actor, client, [id], { add: [], remove: ['spring'] })
    await s.correctItem(actor, client, id, { name: 'Spring concert', url: 'https://hall.example/spring' })
    serve(calendar('SUMMARY:Concert!\r\nCATEGORIES:Music'), 'text/calendar')
    await s.refreshSource(actor, source.id)
    expect((await s.sortingTableOf(actor, widget.id)).rows[0]).toMatchObject({
      item: { name: 'Spring concert', keywords: ['Music', 'choir'], url: 'https://hall.example/spring' },
      tags: ['choir'],
      corrected: expect.arrayContaining(['name', 'url']) as unknown,
    })
    await s.correctItem(actor, client, id, { name: null })
    expect((await s.itemsOfSources(actor, [source.id]))[0]!.name).toBe('Concert!')
  })
  test('a picture taken by hand stands for the source’s own until that is wanted again', async () => {
    const source = await addSource()
    await liveWidget(source)
    const { id } = (await s.itemsOfSources(actor, [source.id]))[0]!
    const image = [{ ref: 'a'.repeat(24), width: 40, height: 30 }]
    const { db } = await import('../../db/db')
    await db().PictureRow.create({ ref: image[0]!.ref, url: 'upload:a.png', state: 'ready' })
    await s.correctItem(actor, client, id, { image })
    await s.refreshSource(actor, source.id)
    expect((await s.itemsOfSources(actor, [source.id]))[0]!.image).toEqual(image)
    await s.correctItem(actor, client, id, { image: null })
    expect((await s.itemsOfSources(actor, [source.id]))[0]!.image).toEqual([])
  })
  test('pinned ones stand in front, in the order of pinning', async () => {
    serve(calendar('SUMMARY:A', 'SUMMARY:B', 'SUMMARY:C'), 'text/calendar')
    const source = await addSource()
    const widget = await liveWidget(source)
    const [, b, c] = await s.itemsOfSources(actor, [source.id])
    await s.decide(actor, widget.id, [c!.id], { pinned: true })
    expect((await s.decide(actor, widget.id, [b!.id], { pinned: true })).pinned).toEqual([c!.id, b!.id])
    const text = await everythingLive(widget.ref)
    expect([...text.matchAll(/data-key=\\+"[^"]*\/(\w+)\\/g)].slice(0, 3).map((match) => match[1])).toEqual(
      [c!, b!, (await s.itemsOfSources(actor, [source.id]))[0]!].map((one) => one.id.split('/')[1]),
    )
    expect(await s.decide(actor, widget.id, [b!.id], { pinned: false, hidden: true })).toMatchObject({
      pinned: [c!.id],
      hidden: [b!.id],
    })
  })
  test('items of another client are absent, for one or for many', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    const { id } = (await s.itemsOfSources(actor, [source.id]))[0]!
    const stranger = await makeActor()
    const theirs = (await s.createClient(stranger, { name: 'Theirs', locale: 'en', timeZone: 'UTC' })).id
    const own = await s.createWidget(stranger, theirs, { kind: 'feed', name: 'W' })
    for (const work of [
      () => s.decide(stranger, own.id, [id], { hidden: true }),
      () => s.decide(stranger, widget.id, [id], { hidden: true }),
      () => s.tagItems(stranger, theirs, [id], { add: ['x'], remove: [] }),
      () => s.tagItems(stranger, client, [id], { add: ['x'], remove: [] }),
      () => s.correctItem(stranger, theirs, id, { name: 'x' }),
      () => s.decideWaiting(stranger, theirs, [id], true),
      () => s.sortingTableOf(stranger, widget.id),
      () => s.firstTime(stranger, widget.id),
      () => s.setPolicy(stranger, source.id, 'wait'),
      () => s.openRows(stranger, source.id),
    ])
      expect(await codeOf(work())).toBe('missing')
  })
  test('a viewer decides nothing', async () => {
    const source = await addSource()
    const widget = await liveWidget(source)
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    const { id } = (await s.itemsOfSources(actor, [source.id]))[0]!
    for (const work of [
      async () => s.decide(viewer, widget.id, [id], { hidden: true }),
      async () => s.tagItems(viewer, client, [id], { add: ['x'], remove: [] }),
      async () => s.correctItem(viewer, client, id, {}),
      async () => s.setPolicy(viewer, source.id, 'wait'),
      async () => s.addFile(viewer, client, { name: 'a.csv', text: 'Name\nA' }),
    ])
      expect(await codeOf(work())).toBe('not_allowed')
  })
})

describe('the average of reviews', () => {
  const table = 'Who,Text,Rating\nAda,Good,5\nBo,Fine,4\nCy,Bad,1\n'
  async function reviewed() {
    const source = await s.addFile(actor, client, {
      name: 'reviews.csv',
      text: table,
      mapping: { type: 'Review', columns: ['author', 'text', 'rating'] },
    })
    const widget = await s.createWidget(actor, client, { kind: 'reviews', name: 'Said', from: 'wall' })
    await s.changeDraft(actor, widget.id, 0, [{ path: 'sources', from: [], to: [source.id], label: '' }])
    await s.publishNow(actor, widget.id)
    return { source, widget, ids: (await s.itemsOfSources(actor, [source.id])).map((one) => one.id) }
  }
  test('stays that of all, whatever is hidden, ruled out or waits', async () => {
    const { source, widget, ids } = await reviewed()
    expect(await everythingLive(widget.ref)).toContain('3 reviews')
    const average = /part=\\+"average\\+".*?<b>([\d.]+)<\/b>/
    expect(average.exec(await everythingLive(widget.ref))?.[1]).toBe('3.3')
    await s.decide(actor, widget.id, [ids[2]!], { hidden: true })
    await s.decideWaiting(actor, client, [ids[1]!], true)
    await s.renderWidget(widget.id)
    const live = await everythingLive(widget.ref)
    expect([
      live.includes('Bad'),
      live.includes('Fine'),
      live.includes('Good'),
      average.exec(live)?.[1],
      live.includes('3 reviews'),
    ]).toEqual([false, false, true, '3.3', true])
    expect((await s.getSource(actor, source.id)).reviews).toMatchObject({
      average: expect.closeTo(10 / 3, 6) as unknown,
      count: 3,
    })
  })
  test('leaves out what is private or no review', async () => {
    const { source, ids } = await reviewed()
    const row = (await s.db().ItemRow.findByPk(ids[2]!))!
    await row.update({ facts: { ...(row.facts as object), visibility: 'private' } })
    expect((await s.getSource(actor, source.id)).reviews).toEqual({
      average: 4.5,
      count: 2,
      byStars: [1, 1, 0, 0, 0],
    })
    expect((await addSource()).reviews).toBeNull()
  })
})
