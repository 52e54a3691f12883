/** Widgets that open over the page: by a button, by words of the page, by themselves; and what they leave alone. */
import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import type { Browser } from './browser'
import { rootOf } from './inWidget'
import { cardsIn, isOpen, liveOver } from './overPage'
import { element, script, startOwnPage } from './ownPage'
import { shiftsIn, watchShifts } from './shifts'
import { liveWidget, sightingsOf, world } from './world'

const own = startOwnPage()
const { inPage, open, settled, studio } = own
let browser: Browser
beforeAll(() => void ({ browser } = own))
beforeEach(() => browser.viewport(1280, 800))

const press = (key: string) => browser.driver.actions().sendKeys(key).perform()
const keys = { enter: '\uE007', escape: '\uE00C', tab: '\uE004' } as const
const over = (as: 'dialog' | 'drawer', more?: Record<string, unknown>) => liveOver(browser, as, more)
const tall = '<p style="height:1800px">page</p>'
/** What opens comes late, when everything else has come to rest: the box that waits for it is as high as it will be. */
const late = `{ const ask = fetch; window.fetch = (...given) =>
  new Promise((done) => setTimeout(() => done(ask(...given)), String(given[0]).includes('/o/') ? 700 : 0)) }`
/** Paths that the page asked delivery for. */
const asked = `performance.getEntriesByType('resource').map((one) => new URL(one.name).pathname)`

describe.each(['dialog', 'drawer'] as const)('a %s', (as) => {
  test('by keyboard: nothing of it is loaded before; it takes the focus, keeps it, and gives it back', async () => {
    await studio()
    const widget = await over(as)
    await open(
      `<main><h1>Client</h1>${tall}</main>${element(widget.ref)}${script}`,
      '',
      {},
      `${watchShifts};${late}`,
    )
    await settled(1)
    await browser.until<boolean>(`Boolean(${rootOf()}.querySelector('[part=opener]:popover-open'))`, Boolean)
    expect(await inPage<string[]>(asked)).not.toContain(`/o/${widget.ref}.json`)
    expect(await inPage(`document.querySelector('[data-yimble]').getBoundingClientRect().height`)).toBe(0)
    await inPage(`${rootOf()}.querySelector('[part=opener]').focus()`)
    await press(keys.enter)
    await browser.until<boolean>(isOpen(), Boolean)
    // Its cards come a few at a time.
    await browser.protocol('Emulation.setCPUThrottlingRate', { rate: 6 })
    await browser.until<number>(cardsIn(), (count) => count === 5)
    await browser.protocol('Emulation.setCPUThrottlingRate', { rate: 1 })
    expect(await inPage<string[]>(asked)).toContain(`/o/${widget.ref}.json`)
    expect(await inPage(`${rootOf()}.querySelector('dialog').getAttribute('aria-label')`)).toBe('Lately')
    expect(await violationsIn(browser)).toEqual([])
    for (let at = 0; at < 12; at += 1) await press(keys.tab)
    expect(
      await inPage(
        `Boolean(${rootOf()}.querySelector('dialog').contains(${rootOf()}.activeElement)) || document.activeElement === document.body`,
      ),
    ).toBe(true)
    const before = await inPage<number>('scrollY')
    await browser.protocol('Input.dispatchMouseEvent', {
      type: 'mouseWheel',
      x: 640,
      y: 400,
      deltaX: 0,
      deltaY: 600,
    })
    expect(await inPage('scrollY')).toBe(before)
    await press(keys.escape)
    await browser.until<boolean>(isOpen(), (value) => !value)
    expect(await inPage(`${rootOf()}.activeElement.getAttribute('part')`)).toBe('opener')
    expect(await shiftsIn(browser)).toEqual([])
    // The agency sees that it is live, as with every other widget.
    const sightings = await sightingsOf(browser, widget.id, ['script'], async () => {
      await open(tall + element(widget.ref) + script)
      await settled(1)
    })
    expect(sightings.map((one) => one.form)).toEqual(['script'])
  })
  test('on a phone it fits, and a way to close it can be hit', async () => {
    await studio()
    const widget = await over(as)
    await browser.viewport(390, 844, true)
    await open(tall + element(widget.ref) + script)
    await settled(1)
    await browser.until<boolean>(`Boolean(${rootOf()}.querySelector('[part=opener]:popover-open'))`, Boolean)
    await inPage(`${rootOf()}.querySelector('[part=opener]').click()`)
    await browser.until<number>(cardsIn(), (count) => count === 5)
    await new Promise((done) => setTimeout(done, 400))
    const box = await inPage<{ left: number; right: number; bottom: number; top: number }>(
      `(({ left, right, top, bottom }) => ({ left, right, top, bottom }))(${rootOf()}.querySelector('dialog').getBoundingClientRect())`,
    )
    expect(box.left).toBeGreaterThanOrEqual(0)
    expect(box.right).toBeLessThanOrEqual(390)
    expect(box.top).toBeGreaterThan(0)
    expect(box.bottom).toBeLessThanOrEqual(844)
    const { width, height } = await inPage<{ width: number; height: number }>(
      `(({ width, height }) => ({ width, height }))(${rootOf()}.querySelector('[part=close]').getBoundingClientRect())`,
    )
    expect(Math.min(width, height)).toBeGreaterThanOrEqual(44)
    await inPage(`${rootOf()}.querySelector('[part=close]').click()`)
    await browser.until<boolean>(isOpen(), (value) => !value)
  })
})

describe('words of the page', () => {
  test('open it with no element of ours; with Ctrl held, or standing in the page, they stay a link', async () => {
    await studio()
    const widget = await over('dialog', { 'button.shown': false })
    await open(
      `<p>Have <a id="words" href="${world.delivery}/h/${widget.ref}" data-yimble-open="${widget.ref}">a look</a>.</p>${script}`,
    )
    await browser.until<boolean>(
      `performance.getEntriesByType('resource').some((one) => one.name.includes('/c/links'))`,
      Boolean,
    )
    await new Promise((done) => setTimeout(done, 300))
    await inPage(`document.querySelector('#words').focus()`)
    await press(keys.enter)
    await browser.until<boolean>(isOpen(), Boolean)
    await browser.until<number>(cardsIn(), (count) => count === 5)
    await press(keys.escape)
    await browser.until<boolean>(isOpen(), (value) => !value)
    expect(await inPage('document.activeElement.id')).toBe('words')
  })
  test('of a widget that stands in the page lead to its own page', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'list')
    await open(
      `<a id="words" href="${world.delivery}/h/${widget.ref}" data-yimble-open="${widget.ref}">a look</a>${script}`,
    )
    await browser.until<boolean>(
      `performance.getEntriesByType('resource').some((one) => one.name.includes('/c/links'))`,
      Boolean,
    )
    await new Promise((done) => setTimeout(done, 300))
    await inPage(`document.querySelector('#words').click()`)
    await browser.until<string>('location.pathname', (path) => path === `/h/${widget.ref}`)
  })
})

describe('by itself', () => {
  test('after some seconds, once in a tab, and never while somebody types', async () => {
    await studio()
    const widget = await over('drawer', {
      'itself.when': 'seconds',
      'itself.seconds': 1,
      'button.shown': false,
    })
    await open(`<input id="field">${element(widget.ref)}${script}`)
    await inPage(`document.querySelector('#field').focus()`)
    await settled(1)
    await new Promise((done) => setTimeout(done, 2_000))
    expect(await inPage(isOpen())).toBe(false)
    await inPage(`document.querySelector('#field').blur()`)
    await browser.until<boolean>(isOpen(), Boolean)
    expect(await inPage('sessionStorage.length + localStorage.length')).toBe(1)
    await browser.driver.navigate().refresh()
    await settled(1)
    await new Promise((done) => setTimeout(done, 2_000))
    expect(await inPage(isOpen())).toBe(false)
    await inPage('sessionStorage.clear()')
  })
})

describe('several, and trouble', () => {
  test('two buttons of one corner stand one above the other, and one is open at a time', async () => {
    await studio()
    const [one, two] = [await over('dialog'), await over('drawer')]
    await open(tall + element(one.ref) + element(two.ref) + script)
    await settled(2)
    const tops = `[0, 1].map((at) => Math.round(document.querySelectorAll('[data-yimble]')[at].shadowRoot.querySelector('[part=opener]').getBoundingClientRect().top))`
    await browser.until<number[]>(tops, ([first, second]) => first! - second! >= 44)
    await inPage(`${rootOf(0)}.querySelector('[part=opener]').click()`)
    await browser.until<boolean>(isOpen(0), Boolean)
    await inPage(`${rootOf(1)}.querySelector('[part=opener]').click()`)
    await browser.until<boolean>(isOpen(1), Boolean)
    expect(await inPage(isOpen(0))).toBe(false)
  })
  test('the network lost while it opens: it says so, and tries again when asked', async () => {
    await studio()
    const widget = await over('dialog')
    await open(element(widget.ref) + script)
    await settled(1)
    await browser.until<boolean>(`Boolean(${rootOf()}.querySelector('[part=opener]:popover-open'))`, Boolean)
    await browser.protocol('Network.enable')
    await browser.protocol('Network.setBlockedURLs', { urls: ['*/o/*'] })
    await inPage(`${rootOf()}.querySelector('[part=opener]').click()`)
    await browser.until<boolean>(`Boolean(${rootOf()}.querySelector('.inside .away'))`, Boolean)
    await browser.protocol('Network.setBlockedURLs', { urls: [] })
    await inPage(`${rootOf()}.querySelector('.inside .away button').click()`)
    await browser.until<number>(cardsIn(), (count) => count === 5)
  })
  test('under a strict policy nothing is refused', async () => {
    await studio()
    const widget = await over('drawer')
    await browser.driver.manage().logs().get('browser')
    const { delivery } = world
    await open(element(widget.ref) + script, '', {
      'content-security-policy': `default-src 'self'; script-src ${delivery}; connect-src ${delivery}; img-src ${delivery}; font-src ${delivery}; style-src 'self'; require-trusted-types-for 'script'; trusted-types yimble`,
    })
    await settled(1)
    await browser.until<boolean>(`Boolean(${rootOf()}.querySelector('[part=opener]:popover-open'))`, Boolean)
    await inPage(`${rootOf()}.querySelector('[part=opener]').click()`)
    await browser.until<number>(cardsIn(), (count) => count === 5)
    const logged = await browser.driver.manage().logs().get('browser')
    expect(
      logged.map((one) => one.message).filter((text) => /Content Security|Refused|violates/.test(text)),
    ).toEqual([])
  })
  test('frame and hosted page show all of it in place', async () => {
    await studio()
    const widget = await over('dialog')
    for (const form of ['f', 'h']) {
      await browser.driver.get(`${world.delivery}/${form}/${widget.ref}`)
      await browser.until<number>(
        `document.querySelector('[data-yimble]')?.shadowRoot?.querySelectorAll('[part=card]').length ?? 0`,
        (count) => count === 5,
      )
      expect(await inPage(`Boolean(${rootOf()}.querySelector('[part=surface]'))`)).toBe(false)
    }
  })
})
