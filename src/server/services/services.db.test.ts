/** What can be done with sources, widgets and releases, on a real PostgreSQL and against a small outside world. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import type { Leaf } from '@/core/settings/field'
import { makeActor, makeColleague } from '../db/testDatabase'
import type { Actor } from './access/actor'
import { codeOf, startServices } from './testServices'

const { s, outside, serve: serveAs, liveText } = startServices()

const feedOf = (...titles: string[]) =>
  `<rss version="2.0"><channel><title>Outside news</title>${titles.map((title) => `<item><title>${title}</title><guid isPermaLink="false">${title}</guid><link>https://news.example/${encodeURIComponent(title)}</link><pubDate>Mon, 02 Mar 2026 08:00:00 GMT</pubDate></item>`).join('')}</channel></rss>`
const serve = (body: string, headers: Readonly<Record<string, string>> = {}, status = 200) =>
  serveAs(body, headers['content-type'], headers, status)

let actor: Actor
let client: string
beforeEach(async () => {
  serve(feedOf('One', 'Two', 'Three'))
  actor = await makeActor()
  client = (await s.createClient(actor, { name: 'Test client', locale: 'en', timeZone: 'UTC' })).id
})

const addFeed = () => s.addSource(actor, client, { address: `${outside.origin}/feed` })
const set = (id: string, revision: number, path: string, from: Leaf, to: Leaf, by = actor) =>
  s.changeDraft(by, id, revision, [{ path, from, to, label: path }])
async function liveWidget() {
  const source = await addFeed()
  const widget = await s.createWidget(actor, client, { kind: 'feed', name: 'News' })
  await set(widget.id, 0, 'sources', [], [source.id])
  await s.publishNow(actor, widget.id)
  return { source, widget }
}
describe('sources', () => {
  test('probing keeps nothing', async () => {
    expect(await s.probeAddress(actor, `${outside.origin}/feed`)).toMatchObject({
      format: 'rss',
      title: 'Outside news',
      items: 3,
      mended: null,
      problems: [],
    })
    expect(await s.listSources(actor, client)).toEqual([])
  })
  test('a missing scheme is mended, and it is said', async () =>
    expect(await s.probeAddress(actor, `${outside.origin.slice('http://'.length)}/feed`)).toMatchObject({
      items: 3,
      mended: 'http:// was added',
    }))
  test('a page leads to the feed that it announces', async () => {
    outside.answer = (request, response) =>
      void response
        .writeHead(200, { 'content-type': request.url === '/' ? 'text/html' : 'application/rss+xml' })
        .end(
          request.url === '/'
            ? '<!doctype html><link rel="alternate" type="application/rss+xml" href="/real.xml" title="News">'
            : feedOf('A'),
        )
    expect(await s.probeAddress(actor, outside.origin)).toMatchObject({
      format: 'page',
      announced: [{ url: `${outside.origin}/real.xml`, title: 'News' }],
    })
    expect(await s.addSource(actor, client, { address: outside.origin })).toMatchObject({
      address: `${outside.origin}/real.xml`,
      items: 1,
    })
  })
  test.each<[string, () => void, string]>([
    ['gone', () => serve('', {}, 410), 'source_gone'],
    ['closed', () => serve('', {}, 403), 'source_closed'],
    ['not found', () => serve('', {}, 404), 'source_answered'],
    [
      'a page without a feed',
      () => serve('<html><body>Hello</body></html>', { 'content-type': 'text/html' }),
      'nothing_readable',
    ],
    ['empty', () => serve(''), 'nothing_readable'],
    ['a packed file', () => serve('PK\x03\x04', { 'content-type': 'application/zip' }), 'nothing_readable'],
  ])('%s: nothing is kept', async (_name, arrange, expected) => {
    arrange()
    expect(await codeOf(addFeed())).toBe(expected)
    expect(await s.listSources(actor, client)).toEqual([])
  })
  test('the same address twice is told apart from a new one', async () => {
    await addFeed()
    expect(await codeOf(addFeed())).toBe('source_exists')
  })
  test.each<[string, () => void, string]>([
    ['gone', () => serve('', {}, 410), 'source_gone'],
    ['slow to die', () => serve('', {}, 500), 'source_answered'],
    [
      'a page now',
      () => serve('<!doctype html><html></html>', { 'content-type': 'text/html' }),
      'nothing_readable',
    ],
    ['broken before the first entry', () => serve('<rss><channel><title>x'), 'nothing_readable'],
  ])(
    'a refresh that fails (%s) changes nothing live, and is said on the source',
    async (_name, arrange, expected) => {
      const { source, widget } = await liveWidget()
      const before = await liveText(widget.ref)
      arrange()
      const after = await s.refreshSource(actor, source.id)
      expect(after).toMatchObject({
        health: 'failing',
        failures: 1,
        items: 3,
        lastProblem: { code: expected },
      })
      await s.renderWidget(widget.id)
      expect((await liveText(widget.ref)).replace(/"revision":\d+/, '')).toBe(
        before.replace(/"revision":\d+/, ''),
      )
      serve(feedOf('One', 'Two', 'Three'))
      expect(await s.refreshSource(actor, source.id)).toMatchObject({ health: 'ok', lastProblem: null })
    },
  )
  test('a feed cut off in the middle takes nothing away', async () => {
    const source = await addFeed()
    serve(feedOf('One', 'Two', 'Three').split('<item><title>Three')[0]!)
    expect(await s.refreshSource(actor, source.id)).toMatchObject({ items: 3, health: 'ok' })
  })
  test('what the publisher takes out is gone, and keeps its decision when it comes back', async () => {
    const { source, widget } = await liveWidget()
    const [item] = await s.itemsOfSources(actor, [source.id])
    await s.decide(actor, widget.id, [item!.id], { hidden: true })
    serve(feedOf('Two'))
    expect(await s.refreshSource(actor, source.id)).toMatchObject({ items: 1 })
    serve(feedOf('One', 'Two', 'New'))
    expect(await s.refreshSource(actor, source.id)).toMatchObject({ items: 3 })
    expect((await s.openBench(actor, widget.id)).decisions.hidden).toEqual([item!.id])
  })
  test('an entry that leaves an Atom feed is gone, too', async () => {
    const atom = (...titles: string[]) =>
      `<feed xmlns="http://www.w3.org/2005/Atom"><title>News</title><link href="/"/>${titles.map((title) => `<entry><id>${title}</id><title>${title}</title><link href="/${title}"/></entry>`).join('')}</feed>`
    serve(atom('One', 'Two'))
    const source = await addFeed()
    expect(source.problems).toEqual([])
    serve(atom('Two'))
    expect(await s.refreshSource(actor, source.id)).toMatchObject({ items: 1 })
  })
  test('a permanent redirect is followed for good', async () => {
    const source = await addFeed()
    outside.answer = (request, response) =>
      void (request.url === '/feed'
        ? response.writeHead(301, { location: '/new' }).end()
        : response.writeHead(200).end(feedOf('Moved')))
    expect(await s.refreshSource(actor, source.id)).toMatchObject({
      address: `${outside.origin}/new`,
      items: 1,
    })
  })
  test('a source in use can’t be removed, one that is not can', async () => {
    const { source } = await liveWidget()
    expect(await codeOf(s.removeSource(actor, source.id))).toBe('source_in_use')
    serve(feedOf('Other'))
    const other = await s.addSource(actor, client, { address: `${outside.origin}/other` })
    await s.removeSource(actor, other.id)
    expect((await s.listSources(actor, client)).map((one) => one.id)).toEqual([source.id])
  })
  test('markup from outside is cleaned on the way in', async () => {
    serve(
      '<rss version="2.0"><channel><item><title>A</title><description>&lt;img src=x onerror=alert(1)&gt;&lt;script&gt;alert(1)&lt;/script&gt;&lt;p&gt;kept&lt;/p&gt;</description></item></channel></rss>',
    )
    const source = await addFeed()
    const row = await s.db().ItemRow.findOne({ where: { sourceId: source.id } })
    expect(row?.html).toBe('<img src="' + outside.origin + '/x" /><p>kept</p>')
  })
})

describe('drafts', () => {
  test('different leaves of two designers merge; neither loses anything', async () => {
    const colleague = await makeColleague(actor.agencyId)
    const { id } = await s.createWidget(actor, client, { kind: 'feed', name: 'Shared' })
    await set(id, 0, 'look.textSize', 16, 18)
    const answer = await set(id, 0, 'look.border', 1, 3, colleague)
    expect(answer.settings).toMatchObject({ 'look.textSize': 18, 'look.border': 3 })
    expect(answer.patches.map((patch) => patch.path)).toEqual(['look.textSize', 'look.border'])
  })
  test('the same leaf answers with both values, and nothing is changed', async () => {
    const colleague = await makeColleague(actor.agencyId)
    const { id } = await s.createWidget(actor, client, { kind: 'feed', name: 'Shared' })
    await set(id, 0, 'look.textSize', 16, 18)
    await expect(
      s.changeDraft(colleague, id, 0, [
        { path: 'look.border', from: 1, to: 5, label: '' },
        { path: 'look.textSize', from: 16, to: 20, label: '' },
      ]),
    ).rejects.toMatchObject({
      problem: { code: 'draft_conflict', facts: { theirs: '18 px', yours: '20 px' } },
    })
    expect((await s.getWidget(actor, id)).settings).toMatchObject({ 'look.textSize': 18, 'look.border': 1 })
  })
  test.each<[string, string, Leaf, string]>([
    ['an unknown setting', 'look.nothing', 1, 'setting_unknown'],
    ['a built-in name', '__proto__', 1, 'setting_unknown'],
    ['a number out of range', 'look.textSize', 900, 'setting_invalid'],
    ['a colour that is code', 'look.accent', 'red;}</style>', 'setting_invalid'],
    ['a link to nothing', 'look.accent', { link: 'color.nothing' }, 'setting_invalid'],
    ['a source of nobody', 'sources', ['7b1c1f6e-8f55-4c07-9a0c-0b8e6b1d2a11'], 'missing'],
  ])('%s is refused and changes nothing', async (_name, path, to, expected) => {
    const { id } = await s.createWidget(actor, client, { kind: 'feed', name: 'Draft' })
    expect(
      await codeOf(
        s.changeDraft(actor, id, 0, [
          { path: 'look.border', from: 1, to: 2, label: '' },
          { path, from: '', to, label: '' },
        ]),
      ),
    ).toBe(expected)
    expect((await s.getWidget(actor, id)).settings['look.border']).toBe(1)
  })
  test('a viewer reads and changes nothing', async () => {
    const viewer = await makeColleague(actor.agencyId, 'viewer')
    const { id } = await s.createWidget(actor, client, { kind: 'feed', name: 'Draft' })
    expect((await s.getWidget(viewer, id)).name).toBe('Draft')
    const tries = [
      () => set(id, 0, 'look.border', 1, 2, viewer),
      () => s.publishNow(viewer, id),
      () => s.deleteWidget(viewer, id),
      () => s.createWidget(viewer, client, { kind: 'feed', name: 'X' }),
      () => s.addSource(viewer, client, { address: outside.origin }),
    ]
    for (const work of tries) expect(await codeOf(work())).toBe('not_allowed')
  })
})

describe('releases', () => {
  test('are numbered, told in words, and never altered', async () => {
    const { widget } = await liveWidget()
    expect(await codeOf(s.publishNow(actor, widget.id))).toBe('nothing_to_publish')
    const { draftRevision } = await s.getWidget(actor, widget.id)
    const { changes } = await set(
      widget.id,
      draftRevision,
      'look.accent',
      { link: 'color.accent' },
      '#123456',
    )
    expect(changes).toEqual([
      { path: 'look.accent', label: 'Colours: Links', from: 'brand accent', to: '#123456' },
    ])
    await s.publishNow(actor, widget.id)
    expect((await s.listReleases(actor, widget.id)).map(({ number, live }) => [number, live])).toEqual([
      [2, true],
      [1, false],
    ])
    await expect(s.db().Release.update({ settings: {} }, { where: { widgetId: widget.id } })).rejects.toThrow(
      'a release is never altered',
    )
  })
  test('going back shows the earlier one; numbers never repeat', async () => {
    const { widget } = await liveWidget()
    const { draftRevision } = await s.getWidget(actor, widget.id)
    await set(widget.id, draftRevision, 'look.accent', { link: 'color.accent' }, '#123456')
    await s.publishNow(actor, widget.id)
    expect(await liveText(widget.ref)).toContain('#123456')
    await s.rollBack(actor, widget.id, 1)
    expect(await liveText(widget.ref)).not.toContain('#123456')
    expect(await s.publishNow(actor, widget.id)).toMatchObject({ liveNumber: 3 })
    expect(await codeOf(s.rollBack(actor, widget.id, 9))).toBe('missing')
  })
  test('switched off, deleted and restored', async () => {
    const { widget } = await liveWidget()
    await s.switchWidget(actor, widget.id, false)
    expect(JSON.parse(await liveText(widget.ref))).toMatchObject({ state: 'off', pieces: [] })
    await s.switchWidget(actor, widget.id, true)
    expect(JSON.parse(await liveText(widget.ref))).toMatchObject({ state: 'ready' })
    await s.deleteWidget(actor, widget.id)
    expect(await liveText(widget.ref)).toBe('')
    expect(await codeOf(s.getWidget(actor, widget.id))).toBe('missing')
    await s.restoreWidget(actor, widget.id)
    expect(await liveText(widget.ref)).toContain('One')
  })
  test('a hidden item is gone from what is live at once', async () => {
    const { widget, source } = await liveWidget()
    const item = (await s.itemsOfSources(actor, [source.id])).find((one) => one.name === 'Two')!
    await s.decide(actor, widget.id, [item.id], { hidden: true })
    expect(await liveText(widget.ref)).not.toContain('Two')
    await s.decide(actor, widget.id, [item.id], { hidden: false })
    expect(await liveText(widget.ref)).toContain('Two')
  })
  test('a change of the brand changes drafts, not releases', async () => {
    const { widget } = await liveWidget()
    const { brand } = await s.getClient(actor, client)
    await s.changeClient(actor, client, {
      brand: { ...brand, colours: { ...brand.colours, accent: '#abcdef' } } as never,
    })
    await s.renderWidget(widget.id)
    expect(await liveText(widget.ref)).not.toContain('#abcdef')
    expect((await s.getWidget(actor, widget.id)).changes).toEqual([
      { path: 'color.accent', label: 'Brand: accent', from: '#2f5d50', to: '#abcdef' },
    ])
    await s.publishNow(actor, widget.id)
    expect(await liveText(widget.ref)).toContain('#abcdef')
  })
  test('without a source there is nothing to publish', async () => {
    const { id } = await s.createWidget(actor, client, { kind: 'feed', name: 'Empty' })
    expect(await codeOf(s.publishNow(actor, id))).toBe('intake_needed')
  })
  test('revisions of what is live only grow, also when renders race', async () => {
    const { widget } = await liveWidget()
    await Promise.all(Array.from({ length: 6 }, () => s.renderWidget(widget.id)))
    const row = await s.db().ArtifactRow.findByPk(widget.ref)
    expect(row?.revision).toBe(7)
  })
})

describe('two agencies', () => {
  test('what belongs to another answers exactly as what does not exist', async () => {
    const { widget, source } = await liveWidget()
    const stranger = await makeActor()
    const none = '7b1c1f6e-8f55-4c07-9a0c-0b8e6b1d2a11'
    const calls: [string, (id: string) => Promise<unknown>, string][] = [
      ['client', (id) => s.getClient(stranger, id), client],
      ['brand', (id) => s.changeClient(stranger, id, { name: 'Mine' }), client],
      ['widgets', (id) => s.listWidgets(stranger, id), client],
      ['sources', (id) => s.listSources(stranger, id), client],
      ['sites', (id) => s.listSites(stranger, id), client],
      ['new widget', (id) => s.createWidget(stranger, id, { kind: 'feed', name: 'X' }), client],
      ['widget', (id) => s.getWidget(stranger, id), widget.id],
      ['bench', (id) => s.openBench(stranger, id), widget.id],
      ['draft', (id) => set(id, 0, 'look.border', 1, 2, stranger), widget.id],
      ['publish', (id) => s.publishNow(stranger, id), widget.id],
      ['releases', (id) => s.listReleases(stranger, id), widget.id],
      ['snippets', (id) => s.snippetsOf(stranger, id), widget.id],
      ['switch', (id) => s.switchWidget(stranger, id, false), widget.id],
      ['delete', (id) => s.deleteWidget(stranger, id), widget.id],
      ['restore', (id) => s.restoreWidget(stranger, id), widget.id],
      ['duplicate', (id) => s.duplicateWidget(stranger, id), widget.id],
      ['source', (id) => s.getSource(stranger, id), source.id],
      ['refresh', (id) => s.refreshSource(stranger, id), source.id],
      ['remove', (id) => s.removeSource(stranger, id), source.id],
    ]
    const said = (work: Promise<unknown>) =>
      work.then(
        () => 'done',
        (error: Error) => error.message,
      )
    for (const [name, call, id] of calls) {
      expect([name, await said(call(id))]).toEqual([name, await said(call(none))])
      expect([name, await codeOf(call(id))]).toEqual([name, 'missing'])
    }
    expect(await s.itemsOfSources(stranger, [source.id])).toEqual([])
    const own = await s.createWidget(
      stranger,
      (await s.createClient(stranger, { name: 'Theirs', locale: 'en', timeZone: 'UTC' })).id,
      { kind: 'feed', name: 'X' },
    )
    expect(await codeOf(set(own.id, 0, 'sources', [], [source.id], stranger))).toBe('missing')
  })
})

describe('sites', () => {
  test('a page that can’t be fetched keeps the snapshot there is', async () => {
    outside.answer = (_request, response) =>
      void response.writeHead(200, { 'content-type': 'text/html' }).end('<title>Home</title><main></main>')
    // Pasted without its scheme, as people do.
    const site = await s.addSite(actor, client, {
      address: outside.origin.slice('http://'.length),
      platform: 'plain',
    })
    const page = site.pages[0]!
    serve('', {}, 500)
    expect(await codeOf(s.refreshPage(actor, page.id))).toBe('source_answered')
    expect((await s.listSites(actor, client))[0]!.pages[0]).toEqual(page)
  })
})
