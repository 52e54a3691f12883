/** What visitors do with events, places, a catalogue and embeds, on live pages of the demo's clients. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import ICAL from 'ical.js'
import { Key } from 'selenium-webdriver'
import { faultsIn } from '../src/core/items/schemaOrg'
import { violationsIn } from './axe'
import type { Browser } from './browser'
import { openHosted, refOf } from './hosted'
import { root, typed } from './inWidget'
import { signedIn, world } from './world'

let browser: Browser
beforeAll(async () => {
  browser = await signedIn()
})
afterAll(() => browser.close())

const live = (ref: string, width: number) => openHosted(browser, ref, width)

describe('dates of the hall, as visitors use them', () => {
  const script = <T>(code: string) => browser.driver.executeScript<T>(`return ${code}`)
  const shownCards = `[...${root}.querySelectorAll('[part=card]')].filter((card) => card.offsetHeight > 0).length`

  test('the month turns by keys, and the focus goes with it', async () => {
    await browser.driver.get(world.studio)
    await live(await refOf(browser, 'The Old Quay Music Hall', 'The month on one sheet'), 1280)
    const month = `[...${root}.querySelectorAll('[data-page]')].find((page) => page.offsetHeight > 0).querySelector('h2').textContent`
    const [first] = await browser.until<string[]>(`[${month}]`, () => true)
    await browser.until<boolean>(
      `(${root}.querySelector('[data-page]:not([hidden]) [data-turn="1"]').focus(), true)`,
      Boolean,
    )
    await browser.driver.actions().sendKeys(Key.ENTER).perform()
    const next = await browser.until<string>(month, (words) => words !== first)
    expect(await script(`${root}.activeElement.closest('[data-page]').querySelector('h2').textContent`)).toBe(
      next,
    )
    await browser.viewport(390, 900)
    expect(await script('document.documentElement.scrollWidth - innerWidth')).toBeLessThanOrEqual(0)
    expect(await violationsIn(browser)).toEqual([])
  })

  test('a month is jumped to, what is over is unfolded, and a date goes into a calendar', async () => {
    await browser.driver.get(world.studio)
    await live(await refOf(browser, 'The Old Quay Music Hall', 'What is on'), 1280)
    const before = await script<number>(shownCards)
    const choose = `${root}.querySelector('[part=months] button')`
    await browser.until<boolean>(`${choose} !== null && (${choose}.click(), true)`, Boolean)
    const count = await script<string>(
      `${root}.querySelector('[part=months] .topic > span:last-child').textContent`,
    )
    expect(await script(shownCards)).toBe(Number(count))
    expect(Number(count)).toBeLessThan(before)
    const over = `${root}.querySelector('[part=past]')`
    expect(await script(`${over}.querySelector('li').checkVisibility()`)).toBe(false)
    await script(`${over}.querySelector('summary').click()`)
    expect(await script(`${over}.querySelector('li').checkVisibility()`)).toBe(true)
    const file = await script<string>(`${root}.querySelector('[part=calendar]').href`)
    const answer = await fetch(file)
    expect(answer.headers.get('content-type')).toBe('text/calendar; charset=utf-8')
    const [event] = new ICAL.Component(ICAL.parse(await answer.text()) as unknown[]).getAllSubcomponents(
      'vevent',
    )
    expect(String(event!.getFirstPropertyValue('summary'))).toMatch(/./)
    expect(event!.getFirstPropertyValue('dtstart')).toBeInstanceOf(ICAL.Time)
  })
})

describe('the shop nearest to a visitor', () => {
  const within = (code: string) => browser.driver.executeScript(`return ${code}`)
  const names = `[...${root}.querySelectorAll('[part=card]:not([hidden]) [part=title]')].map((one) => one.textContent)`
  const pins = `[...${root}.querySelectorAll('.pin:not(.you)')].map((one) => one.textContent).sort()`
  beforeAll(async () => {
    await browser.driver.get(world.studio)
    await live(await refOf(browser, 'Marlowick Bakery', 'The four shops'), 1280)
  })

  test('a postcode puts them in order, on the map, too, whose tiles the page’s policy lets in', async () => {
    await browser.until<string[]>(pins, (all) => all.join() === '1,2,3,4')
    await browser.until<number>(
      `[...${root}.querySelectorAll('.leaflet-tile')].filter((tile) => tile.naturalWidth > 0).length`,
      (count) => count > 0,
    )
    await within(
      `((field) => { field.value = 'QM8 1AB'; field.form.requestSubmit() })(${root}.querySelector('[name=place]'))`,
    )
    await browser.until<string[]>(names, ([first]) => first === 'Lantern Row')
    expect(await within(`${root}.querySelector('[part=far]').textContent`)).toMatch(/^[\d.]+ miles away$/)
    expect(await within(`${root}.querySelectorAll('.pin.you').length`)).toBe(1)
    expect(await violationsIn(browser)).toEqual([])
  })

  test('what is no place is said; the visitor’s position never leaves the browser', async () => {
    await within(
      `((field) => { field.value = 'Nowhere at all'; field.form.requestSubmit() })(${root}.querySelector('[name=place]'))`,
    )
    const status = `${root}.querySelector('[part=nearest] [role=status]').textContent`
    await browser.until<string>(status, (words) => words.startsWith('No place of that name'))
    await browser.protocol('Browser.grantPermissions', { permissions: ['geolocation'] })
    await browser.protocol('Emulation.setGeolocationOverride', {
      latitude: 52.66,
      longitude: 1.2,
      accuracy: 9,
    })
    await within('performance.clearResourceTimings()')
    await within(`${root}.querySelector('[part=nearest] button').click()`)
    await browser.until<string[]>(names, ([first]) => first === 'Fernhollow Green')
    const asked = await within(
      `performance.getEntriesByType('resource').map(({ name }) => name).filter((name) => !name.includes(':4330/'))`,
    )
    expect(asked).toEqual([])
  })

  test('on a phone the map comes last, and nothing is wider than the screen', async () => {
    await browser.viewport(390, 900)
    const tops = await within(
      `['[part=list]', '[part=map]'].map((one) => ${root}.querySelector(one).getBoundingClientRect().top)`,
    )
    expect((tops as number[])[0]).toBeLessThan((tops as number[])[1]!)
    expect(await within('document.documentElement.scrollWidth - innerWidth')).toBeLessThanOrEqual(0)
  })
})

describe('a catalogue is searched', () => {
  const within = <T>(code: string) => browser.driver.executeScript<T>(`return ${code}`)
  const names = `[...${root}.querySelectorAll('[part=card] [part=title]')].map((one) => one.textContent)`
  const told = `${root}.querySelector('[part=found]').textContent`
  const type = (words: string) => within(typed('find', words))
  const page = () => `${world.nursery}/plants`
  const open = async (address: string) => {
    await browser.driver.get(address)
    await browser.until<string>(
      `document.querySelector('[data-yimble]')?.dataset.state`,
      (state) => state === 'ready',
    )
  }

  test('under a strict policy, by words and by choices, by keys; the address keeps it', async () => {
    await browser.viewport(1280, 900)
    await open(page())
    await browser.until<string[]>(names, (all) => all.length === 12)
    await type('willow')
    await browser.until<string>(told, (words) => words === '8 found, “willow”')
    expect(await within(`${root}.querySelectorAll('mark').length`)).toBe(8)
    await within(
      `[...${root}.querySelectorAll('[data-in]')].find((one) => one.textContent.startsWith('Half shade')).focus()`,
    )
    await browser.driver.actions().sendKeys(Key.ENTER).perform()
    await browser.until<string>(told, (words) => words === '3 found, “willow”, Half shade')
    expect(await within(`${root}.querySelector('[data-in$="Wet feet"]').className`)).toBe('none')
    // The demo's own note stands outside of the page's landmarks.
    expect((await violationsIn(browser)).filter((one) => !one.includes('.standin'))).toEqual([])
    const address = await within<string>('location.href')
    await browser.driver.get('about:blank')
    await open(address)
    await browser.until<string>(told, (words) => words === '3 found, “willow”, Half shade')
  })

  test('a mistake is forgiven; more is asked for; nothing is said', async () => {
    await open(page())
    await within(`${root}.querySelector('[data-more] a').click()`)
    await browser.until<string[]>(names, (all) => all.length === 24)
    await type('marigld')
    await browser.until<string[]>(names, (all) => all.join() === 'Marsh marigold')
    await type('tractor')
    await browser.until<string>(told, (words) => words.startsWith('Nothing found'))
    await browser.viewport(390, 900)
    expect(await within('document.documentElement.scrollWidth - innerWidth')).toBeLessThanOrEqual(0)
  })

  test('the hosted page answers without a script', async () => {
    await browser.driver.get(world.studio)
    const ref = await refOf(browser, 'Wick & Willow Nursery', 'All plants')
    const html = await (
      await fetch(
        `${world.delivery}/h/${ref}?find=willow&find-in=${encodeURIComponent('list|Where it grows|Sun')}`,
      )
    ).text()
    expect([...html.matchAll(/part="title"><a[^>]*>([^<]+)/g)].map(([, name]) => name)).toHaveLength(4)
    expect(html).toContain('value="willow"')
    const other = await refOf(browser, 'Marlowick Bakery', 'The four shops')
    expect((await fetch(`${world.delivery}/h/${other}?find=x`)).status).toBe(200)
  })
})

describe('what another side lets be shown', () => {
  const within = <T>(code: string) => browser.driver.executeScript<T>(`return ${code}`)
  const loaded = `performance.getEntriesByType('resource').filter(({ name }) => name.includes('127.0.0.23')).length`

  test('nothing is loaded before the click; then it runs in a frame of its own, and takes the focus', async () => {
    await browser.driver.get(world.studio)
    await live(await refOf(browser, 'Kiln & Tide', 'To look at'), 1280)
    expect(await within(loaded)).toBe(0)
    expect(await violationsIn(browser)).toEqual([])
    await browser.until<number>(
      `${root}.querySelectorAll('[data-embed] button').length`,
      (count) => count === 4,
    )
    const first = `${root}.querySelector('[data-embed*=slides]')`
    await browser.until<boolean>(`(${first}.querySelector('button').focus(), true)`, Boolean)
    await browser.driver.actions().sendKeys(Key.ENTER).perform()
    await browser.until<string>(`${first}.querySelector('iframe')?.src ?? ''`, (src) =>
      src.endsWith('/show/slides'),
    )
    await browser.until<number>(loaded, (count) => count > 0)
    const [box, title, sandboxed] = await within<[number, string, string]>(
      `((frame) => [frame.offsetWidth / frame.offsetHeight, frame.title, frame.sandbox.value])(${first}.querySelector('iframe'))`,
    )
    expect(box).toBeCloseTo(800 / 450, 1)
    expect(title).toBe('Firing with driftwood')
    expect(sandboxed).not.toContain('top-navigation')
    expect(await within('document.title')).not.toBe('stolen')
  })
})

test.each([
  ['The Old Quay Music Hall', 'What is on', 'Event'],
  ['The Old Quay Music Hall', 'The month on one sheet', 'Event'],
  ['Marlowick Bakery', 'The four shops', 'Place'],
])('%s, “%s”: search engines find what they ask of %s', async (client, name, type) => {
  await browser.driver.get(world.studio)
  const page = await (await fetch(`${world.delivery}/h/${await refOf(browser, client, name)}`)).text()
  const json = /<script type="application\/ld\+json">(.*?)<\/script>/.exec(page)![1]!
  const described = JSON.parse(json) as {
    itemListElement: { item: { '@type': string; location?: object } }[]
  }
  expect(new Set(described.itemListElement.map(({ item }) => item['@type']))).toEqual(new Set([type]))
  expect(faultsIn(described)).toEqual([])
  const placed = described.itemListElement.map(({ item }) => item.location ?? item)
  for (const place of placed) expect(place).toMatchObject({ address: expect.anything() })
})
