/** Live widgets as visitors meet them: one path to pixels, no shift, no leaks, and every way of not being there. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { createHash } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Browser } from './browser'
import { api, clientNamed, liveWidget, ownFeed, signedIn, statesHere, world } from './world'

let browser: Browser
let server: Server
let origin = ''
let page = ''
let headers: Record<string, string> = {}
beforeAll(async () => {
  browser = await signedIn()
  server = createServer((_request, response) =>
    response.writeHead(200, { 'content-type': 'text/html', ...headers }).end(page),
  )
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterAll(async () => {
  server.close()
  server.closeAllConnections()
  await browser.close()
})

const script = `<script async src="${world.delivery}/embed.js"></script>`
const element = (ref: string, more = '') => `<yimble-widget data-yimble="${ref}" ${more}></yimble-widget>`
/** Adds up what moves on the page; its hash lets it run on a page with a strict policy. */
const shiftScript =
  "window.shift=0;new PerformanceObserver((list)=>{for(const entry of list.getEntries())window.shift+=entry.value}).observe({type:'layout-shift',buffered:true})"
const shiftHash = createHash('sha256').update(shiftScript).digest('base64')
async function open(
  body: string,
  head = '',
  policy: Record<string, string> = {},
  inline = '',
): Promise<void> {
  if (inline) head += `<script>${inline}</script>`
  page = `<!doctype html><html lang="en"><head><meta name="viewport" content="width=device-width"><title>Client</title>${head}</head><body>${body}</body></html>`
  headers = policy
  await browser.protocol('Network.clearBrowserCache')
  await browser.driver.get(origin)
}
const settled = (count: number) =>
  browser.until<string[]>(
    statesHere,
    (states) =>
      states.length === count && states.every((state) => state !== undefined && state !== 'loading'),
  )
const studio = () => browser.driver.get(`${world.studio}/account`)

describe('one path to pixels', () => {
  test('stage, script, frame and hosted page show the same markup and styles', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', { 'heading.text': 'Same everywhere' })
    const inRoot = (host: string) =>
      `(() => { const root = document.querySelector('${host}')?.shadowRoot; return root ? root.innerHTML.replace(/<style>[^]*?<\\/style>/, '') : '' })()`
    const filled = (html: string) => (html.match(/part="card/g) ?? []).length === 6
    await open(element(widget.ref) + script)
    await settled(1)
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
    const { sightings } = await api<{ sightings: { form: string; width: number }[] }>(
      browser,
      'GET',
      `/widgets/${widget.id}`,
    )
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
    await browser.protocol('Page.addScriptToEvaluateOnNewDocument', {
      source:
        'window.shift = 0; new PerformanceObserver((list) => { for (const entry of list.getEntries()) window.shift += entry.value }).observe({ type: "layout-shift", buffered: true })',
    })
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
      const { content, box, over, shift } = await browser.driver.executeScript<{
        content: number
        box: number
        over: number
        shift: number
      }>(
        `const host = document.querySelector('[data-yimble]'); const inner = host.shadowRoot.firstElementChild; return { content: inner.getBoundingClientRect().height, box: host.getBoundingClientRect().height, over: Math.max(0, inner.firstElementChild.scrollWidth - ${width}), shift: window.shift }`,
      )
      // What is too much is given back where the end is out of view.
      const isHeld = box === reserve || (box === content && box > 900)
      expect({ width, fits: content <= reserve, isHeld, over, shift }).toEqual({
        width,
        fits: true,
        isHeld: true,
        over: 0,
        shift: 0,
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

describe('a guest in the page', () => {
  test('the page’s own styles stay out, its own stay in, and several copies just work', async () => {
    await studio()
    const one = await liveWidget(browser, 'Kiln & Tide', {}, 'cards')
    const two = await liveWidget(browser, 'Kiln & Tide', { 'look.title': '#0044aa' }, 'list')
    const hostile =
      '<style>*{color:red!important;letter-spacing:9px!important;float:left}div,yimble-widget{width:70px!important;display:none!important;opacity:.2!important}a:visited,a:link{color:lime!important}h3{font-size:70px!important}li{display:none!important}</style>'
    await open(
      `<p id="own" class="card title">own</p>${element(one.ref)}${element(two.ref)}${element(one.ref)}${script}${script}`,
      hostile,
    )
    await settled(3)
    const { colours, sizes, widths, cards, own } = await browser.driver.executeScript<
      Record<string, unknown[]>
    >(`
      const hosts = [...document.querySelectorAll('[data-yimble]')]
      const style = (host, selector) => getComputedStyle(host.shadowRoot.querySelector(selector))
      return { colours: hosts.map((host) => style(host, '[part=title] a').color), sizes: hosts.map((host) => style(host, '[part=title]').fontSize + style(host, '[part=title]').letterSpacing), widths: hosts.map((host) => host.getBoundingClientRect().width >= 240 && getComputedStyle(host).opacity === '1'), cards: hosts.map((host) => [...host.shadowRoot.querySelectorAll('[part=card]')].filter((card) => card.getBoundingClientRect().height > 40).length), own: [getComputedStyle(document.querySelector('#own')).display] }`)
    expect({ colours, sizes, widths, cards, own }).toEqual({
      colours: ['rgb(58, 47, 42)', 'rgb(0, 68, 170)', 'rgb(58, 47, 42)'],
      sizes: Array(3).fill('17pxnormal'),
      widths: [true, true, true],
      cards: [6, 5, 6],
      own: ['block'],
    })
  })

  test('site authors can restyle named parts', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'list')
    await open(element(widget.ref) + script, '<style>::part(title){text-transform:uppercase}</style>')
    await settled(1)
    expect(
      await browser.driver.executeScript(
        `return getComputedStyle(document.querySelector('[data-yimble]').shadowRoot.querySelector('[part=title]')).textTransform`,
      ),
    ).toBe('uppercase')
  })

  test('an element added later is found', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'list')
    await open(script)
    await browser.driver.executeScript(
      `setTimeout(() => { const box = document.createElement('section'); box.innerHTML = arguments[0]; document.body.append(box) }, 300)`.replace(
        'arguments[0]',
        JSON.stringify(element(widget.ref)),
      ),
    )
    expect(await settled(1)).toEqual(['ready'])
  })

  test('a strict policy with Trusted Types lets it work, and nothing is reported', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'cards')
    await browser.driver.manage().logs().get('browser')
    const d = world.delivery
    await open(element(widget.ref) + `<script async src="${d}/embed.js"></script>`, '', {
      'content-security-policy': `default-src 'none'; script-src ${d}; connect-src ${d}; img-src ${d}; font-src ${d}; style-src 'self'; require-trusted-types-for 'script'; trusted-types yimble`,
    })
    expect(await settled(1)).toEqual(['ready'])
    expect(
      await browser.driver.executeScript(
        `return document.querySelector('[data-yimble]').shadowRoot.querySelectorAll('[part=card]').length`,
      ),
    ).toBe(6)
    const said = (await browser.driver.manage().logs().get('browser'))
      .map((entry) => entry.message)
      .filter((message) => !message.includes('favicon'))
    expect(said).toEqual([])
  })

  test('the form for strict pages brings no style, shifts nothing and is reported nowhere', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'cards')
    const { forms } = await api<{ forms: { form: string; code: string }[] }>(
      browser,
      'GET',
      `/widgets/${widget.id}/snippets`,
    )
    const code = forms.find((one) => one.form === 'bare')!.code
    await browser.driver.manage().logs().get('browser')
    const d = world.delivery
    // The width for which the height is reckoned, until a page has been measured; no style can give it here.
    await browser.viewport(1280, 2_000)
    await open(
      `<table width="720" cellpadding="0" cellspacing="0"><tr><td>${code}<p id="after">After</p></td></tr></table>`,
      '',
      {
        'content-security-policy': `default-src 'none'; script-src ${d} 'sha256-${shiftHash}'; connect-src ${d}; img-src ${d}; font-src ${d}; style-src 'self'`,
      },
      shiftScript,
    )
    expect(await settled(1)).toEqual(['ready'])
    await new Promise((done) => setTimeout(done, 800))
    expect(await browser.driver.executeScript('return window.shift')).toBe(0)
    expect(
      await browser.driver.executeScript(
        `return document.querySelector('#after').getBoundingClientRect().top`,
      ),
    ).toBeGreaterThan(300)
    const said = (await browser.driver.manage().logs().get('browser'))
      .map((entry) => entry.message)
      .filter((message) => !message.includes('favicon'))
    expect(said).toEqual([])
  })

  test('without our policy under Trusted Types all of it is there, or nothing; never a part', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'cards')
    const d = world.delivery
    await open(element(widget.ref) + `<script async src="${d}/embed.js"></script>`, '', {
      'content-security-policy': `script-src ${d}; require-trusted-types-for 'script'; trusted-types nothing-of-ours`,
    })
    const [state] = await settled(1)
    const cards = await browser.driver.executeScript<number>(
      `return document.querySelector('[data-yimble]').shadowRoot?.querySelectorAll('[part=card]').length ?? 0`,
    )
    expect([state, cards]).toEqual(['ready', 6])
  })

  test('a behaviour that is gone, as after a deployment, breaks nothing, in a frame neither', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', { 'facts.date': 'ago' }, 'list')
    await browser.protocol('Network.enable')
    await browser.protocol('Network.setBlockedURLs', { urls: ['*/c/ago-*'] })
    try {
      await open(element(widget.ref) + `<script async src="${world.delivery}/embed.js"></script>`)
      expect(await settled(1)).toEqual(['ready'])
      await browser.driver.get(`${world.delivery}/f/${widget.ref}`)
      expect(
        await browser.until<string>(
          `document.querySelector('[data-yimble]').dataset.state`,
          (state) => state !== 'loading',
        ),
      ).toBe('ready')
      const said = (await browser.driver.manage().logs().get('browser')).map((entry) => entry.message)
      expect(said.filter((message) => message.includes('Uncaught'))).toEqual([])
    } finally {
      await browser.protocol('Network.setBlockedURLs', { urls: [] })
    }
  })

  test('behaviours end with the element that they run for', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', { 'facts.date': 'ago' }, 'list')
    await open(
      `<script>window.running = 0; const set = setInterval, clear = clearInterval; window.setInterval = (...all) => { running += 1; return set(...all) }; window.clearInterval = (id) => { running -= 1; clear(id) }</script>` +
        element(widget.ref) +
        `<script async src="${world.delivery}/embed.js"></script>`,
    )
    expect(await settled(1)).toEqual(['ready'])
    await browser.until<number>('window.running', (count) => count === 1)
    await browser.driver.executeScript(`document.querySelector('[data-yimble]').remove()`)
    await browser.until<number>('window.running', (count) => count === 0)
  })

  test('it sets no cookie, stores nothing, and tells no more than page and size', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'cards')
    await browser.protocol('Page.addScriptToEvaluateOnNewDocument', {
      source:
        'window.beacons = []; navigator.sendBeacon = (url, body) => { window.beacons.push([url, body]); return true }',
    })
    await open(element(widget.ref) + script)
    await settled(1)
    const kept = await browser.driver.executeScript<{
      cookie: string
      stored: number
      beacons: [string, string][]
    }>(
      'return { cookie: document.cookie, stored: localStorage.length + sessionStorage.length, beacons: window.beacons }',
    )
    expect([kept.cookie, kept.stored, kept.beacons.length]).toEqual(['', 0, 1])
    expect(Object.keys(JSON.parse(kept.beacons[0]![1]) as object).sort()).toEqual([
      'form',
      'height',
      'page',
      'ref',
      'state',
      'width',
    ])
  })

  test('links are reached by the keyboard, once each', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'list')
    await open(
      `<a href="#" id="before">before</a>${element(widget.ref)}<a href="#" id="after">after</a>${script}`,
    )
    await settled(1)
    await browser.driver.executeScript('document.querySelector("#before").focus()')
    const stops: string[] = []
    for (let at = 0; at < 7; at += 1) {
      await browser.driver.actions().sendKeys('\uE004').perform()
      stops.push(
        await browser.driver.executeScript(
          `return document.activeElement.shadowRoot?.activeElement?.textContent ?? document.activeElement.id`,
        ),
      )
    }
    expect(stops.slice(0, 5).every((words) => words.length > 8)).toBe(true)
    expect(new Set(stops.slice(0, 5)).size).toBe(5)
    expect(stops[5]).toBe('after')
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
