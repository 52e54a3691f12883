/** Live widgets as visitors meet them: one path to pixels, no shift, and every way of not being there. */
import { beforeAll, describe, expect, test } from '@jest/globals'
import type { Browser } from './browser'
import { element, script, startOwnPage } from './ownPage'
import { shiftsIn, watchShifts } from './shifts'
import { api, clientNamed, liveWidget, ownFeed, sightingsOf, statesHere, world } from './world'

const own = startOwnPage()
const { open, settled, studio } = own
let browser: Browser
beforeAll(() => void ({ browser } = own))

describe('one path to pixels', () => {
  test('stage, script, frame and hosted page show the same markup and styles', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', { 'heading.text': 'Same everywhere' })
    const inRoot = (host: string) =>
      `(() => { const root = document.querySelector('${host}')?.shadowRoot; return root ? root.innerHTML.replace(/<style>[^]*?<\\/style>/, '') : '' })()`
    const filled = (html: string) => (html.match(/part="card/g) ?? []).length === 6
    const visit = async () => {
      await open(element(widget.ref) + script)
      await settled(1)
    }
    await visit()
    const live = await browser.until<string>(inRoot('[data-yimble]'), filled)
    for (const form of ['f', 'h']) {
      await browser.driver.get(`${world.delivery}/${form}/${widget.ref}`)
      expect(await browser.until<string>(inRoot('[data-yimble]'), filled)).toBe(live)
    }
    await browser.driver.get(`${world.studio}/widgets/${widget.id}`)
    await browser.driver
      .switchTo()
      .frame(await browser.see('//section[contains(@aria-label, "on a computer")]//iframe'))
    expect(await browser.until<string>(inRoot('[data-stage]'), filled)).toBe(live)
    await browser.driver.switchTo().defaultContent()
    const sightings = await sightingsOf(browser, widget.id, ['hosted', 'script'], async () => {
      await visit()
      await browser.driver.get(`${world.delivery}/h/${widget.ref}`)
      await settled(1)
    })
    expect(sightings.map((one) => one.form).sort()).toEqual(['hosted', 'script'])
    for (const one of sightings) expect(one.width).toBeGreaterThan(400)
  })
})

describe('room in the page', () => {
  test.each([
    ['cards', {}],
    ['list', {}],
    ['column', { 'facts.picture': true, 'heading.text': 'A heading' }],
    [
      'cards',
      { 'look.transparent': false, 'look.spacing': 30, 'place.maxWidth': 420, 'picture.shape': 'tall' },
    ],
  ])('%s %p: what is reserved is enough, and nothing shifts', async (from, settings) => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', settings, from)
    await browser.protocol('Page.addScriptToEvaluateOnNewDocument', { source: watchShifts })
    for (const width of [240, 320, 390, 480, 640, 768, 1024, 1280]) {
      await browser.viewport(Math.max(width, 400), 900)
      const artifact = (await (await fetch(`${world.delivery}/w/${widget.ref}.json`)).json()) as {
        reserve: { from: number; height: number }[]
      }
      const reserve = Math.max(
        artifact.reserve.findLast((one) => one.from <= width)!.height,
        artifact.reserve.find((one) => one.from >= width)!.height,
      )
      await open(
        `<div style="width:${width}px">${element(widget.ref, `style="display:block;min-height:${reserve}px"`)}<p id="after">after</p></div>${script}`,
        '<style>body{margin:0}</style>',
      )
      await settled(1)
      const { content, box, over } = await browser.driver.executeScript<{
        content: number
        box: number
        over: number
      }>(
        `const host = document.querySelector('[data-yimble]'); const inner = host.shadowRoot.firstElementChild; return { content: inner.getBoundingClientRect().height, box: host.getBoundingClientRect().height, over: Math.max(0, inner.firstElementChild.scrollWidth - ${width})}`,
      )
      // What is too much is given back where the end is out of view.
      const isHeld = box === reserve || (box === content && box > 900)
      expect({ width, fits: content <= reserve, isHeld, over, shifts: await shiftsIn(browser) }).toEqual({
        width,
        fits: true,
        isHeld: true,
        over: 0,
        shifts: [],
      })
    }
    await browser.viewport(1280, 800)
  })

  test.each([
    [
      'a flex row',
      '<div style="display:flex;width:600px"><div style="flex:none;width:100px">x</div><div id="slot">WIDGET</div></div>',
    ],
    ['a float', '<div style="float:left" id="slot">WIDGET</div>'],
    ['an inline block', '<div style="display:inline-block" id="slot">WIDGET</div>'],
    ['a table cell', '<table><tr><td id="slot">WIDGET</td></tr></table>'],
    ['right to left', '<div dir="rtl" id="slot">WIDGET</div>'],
  ])('in %s it has a width and stays inside', async (_name, body) => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'list')
    await open(body.replace('WIDGET', element(widget.ref)) + script)
    await settled(1)
    const { width, over } = await browser.driver.executeScript<{ width: number; over: number }>(
      `const host = document.querySelector('[data-yimble]'); return { width: host.getBoundingClientRect().width, over: document.documentElement.scrollWidth - innerWidth }`,
    )
    expect(width).toBeGreaterThanOrEqual(240)
    expect(over).toBeLessThanOrEqual(0)
  })
})

describe('keeping up', () => {
  test('an entry that the publisher adds is live after the source was read, with nothing done by hand; hidden, it is gone', async () => {
    await studio()
    const client = await clientNamed(browser, 'The Old Quay Music Hall')
    const source = await ownFeed(browser, client)
    const widget = await liveWidget(browser, 'The Old Quay Music Hall', {}, 'list')
    const title = `News of ${Date.now()}`
    await fetch(`${world.publisher}/quay/atom.xml?add=${encodeURIComponent(title)}`)
    await api(browser, 'POST', `/sources/${source!.id}/refresh`)
    const follows = async (check: (text: string) => boolean) => {
      for (let tries = 0; tries < 200; tries += 1) {
        if (check(await (await fetch(`${world.delivery}/w/${widget.ref}.json`)).text())) return true
        await new Promise((done) => setTimeout(done, 100))
      }
      return false
    }
    expect(await follows((text) => text.includes(title))).toBe(true)
    const items = await api<{ id: string; name: string }[]>(browser, 'GET', `/sources/${source!.id}/items`)
    await api(browser, 'POST', `/widgets/${widget.id}/decisions`, {
      itemIds: [items.find((item) => item.name === title)!.id],
      hidden: true,
    })
    expect(await follows((text) => !text.includes(title))).toBe(true)
  })
})

describe('not being there', () => {
  test('empty: visitors read that there is nothing', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {
      'heading.text': '',
      'rules.only': ['nosuchword'],
      'empty.text': 'Come back in spring.',
    })
    await open(element(widget.ref) + script)
    expect(await settled(1)).toEqual(['empty'])
    expect(
      await browser.driver.executeScript(
        `return document.querySelector('[data-yimble]').shadowRoot.textContent`,
      ),
    ).toBe('Come back in spring.')
  })
  test('deleted or never there: it takes no room, whatever was reserved', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {})
    await api(browser, 'DELETE', `/widgets/${widget.id}`)
    await open(
      `<div>${element(widget.ref, 'style="display:block;min-height:400px"')}</div><div>${element('zzzzzzzz', 'style="display:block;min-height:300px"')}</div>${script}`,
    )
    await browser.until<string[]>(statesHere, (states) => states.every((state) => state === 'off'), 15_000)
    expect(
      await browser.driver.executeScript(
        `return [...document.querySelectorAll('[data-yimble]')].map((host) => host.getBoundingClientRect().height)`,
      ),
    ).toEqual([0, 0])
  })
  test('out of reach: says so, and tries again when asked', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {})
    await browser.protocol('Network.enable')
    await browser.protocol('Network.setBlockedURLs', { urls: ['*/w/*'] })
    await open(element(widget.ref) + script)
    await browser.until<string[]>(statesHere, ([state]) => state === 'error', 15_000)
    await browser.protocol('Network.setBlockedURLs', { urls: [] })
    await browser.driver.executeScript(
      `document.querySelector('[data-yimble]').shadowRoot.querySelector('button').click()`,
    )
    await browser.until<string[]>(statesHere, ([state]) => state === 'ready')
    expect(
      await browser.driver.executeScript(
        `return document.querySelector('[data-yimble]').shadowRoot.querySelectorAll('[part=card]').length`,
      ),
    ).toBe(6)
  })
})
