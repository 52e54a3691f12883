/** Live widgets as guests in a page: nothing leaks either way, and its policies are kept to. */
import { beforeAll, describe, expect, test } from '@jest/globals'
import { createHash } from 'node:crypto'
import type { Browser } from './browser'
import { element, script, startOwnPage } from './ownPage'
import { shiftsIn, watchShifts } from './shifts'
import { api, liveWidget, world } from './world'

/** Lets it run on a page with a strict policy. */
const shiftHash = createHash('sha256').update(watchShifts).digest('base64')

const own = startOwnPage()
const { open, settled, studio } = own
let browser: Browser
beforeAll(() => void ({ browser } = own))

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
      watchShifts,
    )
    expect(await settled(1)).toEqual(['ready'])
    await new Promise((done) => setTimeout(done, 800))
    expect(await shiftsIn(browser)).toEqual([])
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
    await browser.until<number>('window.beacons.length', (count) => count > 0)
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
