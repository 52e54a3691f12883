/** What widgets do once they are live: pictures that open, rows that fit, lines that go by, rooms that are kept up to date. */
import { beforeAll, describe, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import type { Browser } from './browser'
import { root } from './inWidget'
import { element, script, startOwnPage } from './ownPage'
import { api, liveKind, liveWidget, signedIn, world } from './world'

const own = startOwnPage()
const { inPage, open, settled, studio } = own
let browser: Browser
beforeAll(() => void ({ browser } = own))

const press = (key: string) => browser.driver.actions().sendKeys(key).perform()
const keys = { enter: '\uE007', escape: '\uE00C', left: '\uE012', right: '\uE014' } as const
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

describe('a picture opened large', () => {
  const at = `${root}.querySelector('[data-at]').textContent`
  const isOpen = `${root}.querySelector('dialog').open`
  test('by keyboard alone: it opens, moves on and back, and gives the focus back to where one is', async () => {
    await studio()
    const label = 'The page of wick.and.willow'
    const widget = await liveKind(browser, 'Wick & Willow Nursery', 'picture-products', 'squares', label)
    await open(
      `<main><h1>Client</h1><p style="height:1500px">before</p>${element(widget.ref)}</main>${script}`,
    )
    await settled(1)
    await browser.until<boolean>(`Boolean(${root}.querySelector('dialog'))`, Boolean)
    await wait(500) // the behaviour comes after the pictures
    await inPage(`${root}.querySelector('[part=title] a').focus()`)
    await press(keys.enter)
    await browser.until<boolean>(isOpen, Boolean)
    expect(await inPage(at)).toMatch(/^1 of \d$/)
    expect(await inPage(`${root}.querySelector('dialog').getAttribute('aria-label')`)).toBe(
      'Lace by the gate.',
    )
    expect(await inPage(`${root}.querySelector('dialog [part=products]').hidden`)).toBe(false)
    expect(await inPage(`${root}.querySelector('[data-go=back]').disabled`)).toBe(true)
    expect(await violationsIn(browser)).toEqual([])
    await press(keys.right)
    expect(await inPage(at)).toMatch(/^2 of/)
    await press(keys.right)
    await press(keys.left)
    expect(await inPage(at)).toMatch(/^2 of/)
    expect(await inPage(`getComputedStyle(document.documentElement).overflowY`)).toBe('hidden')
    await press(keys.escape)
    await browser.until<boolean>(isOpen, (value) => !value)
    expect(await inPage(`getComputedStyle(document.documentElement).overflowY`)).toBe('visible')
    expect(await inPage(`${root}.activeElement.textContent`)).toBe('The fern that came back.')
  })
  test('on a page with a strict policy, by mouse, and nothing is logged', async () => {
    await browser.viewport(390, 844, true)
    await browser.driver.manage().logs().get('browser')
    await browser.driver.get(world.nursery)
    const beds = `document.querySelector('#beds [data-yimble]').shadowRoot`
    await browser.until<number>(
      `document.querySelector('#beds [data-yimble]')?.shadowRoot?.querySelectorAll('[part=card]').length ?? 0`,
      (count) => count === 8,
    )
    await wait(1_200)
    await inPage(`${beds}.querySelectorAll('[part=title] a')[1].click()`)
    await browser.until<boolean>(`${beds}.querySelector('dialog').open`, Boolean)
    await inPage(`${beds}.querySelector('[data-go=on]').click()`)
    expect(await inPage(`${beds}.querySelector('[data-at]').textContent`)).toBe('3 of 8')
    expect(await inPage(`${beds}.querySelector('dialog').scrollWidth`)).toBeLessThanOrEqual(390)
    await inPage(`${beds}.querySelector('[data-go=shut]').click()`)
    await browser.until<boolean>(`${beds}.querySelector('dialog').open`, (value) => !value)
    const logged = await browser.driver.manage().logs().get('browser')
    expect(logged.map((one) => one.message).filter((text) => /Content Security|Refused/.test(text))).toEqual(
      [],
    )
    await browser.viewport(1280, 800)
  })
})

describe('a mosaic', () => {
  test.each([900, 620, 340])(
    'at %i px: pictures of a row are equally high, and full rows end at the edge',
    async (width) => {
      await studio()
      const label = 'The page of kiln.and.tide'
      const widget = await liveKind(browser, 'Kiln & Tide', 'pictures', 'mosaic', label, { 'rules.limit': 9 })
      await open(`<div style="width:${width}px">${element(widget.ref)}</div>${script}`)
      await settled(1)
      const boxes = await inPage<{ top: number; height: number; right: number }[]>(
        `[...${root}.querySelectorAll('[part=picture]')].map((one) => { const { top, height, right } = one.getBoundingClientRect(); return { top: Math.round(top), height, right } })`,
      )
      expect(boxes).toHaveLength(9)
      const rows = [...new Set(boxes.map((one) => one.top))].map((top) =>
        boxes.filter((one) => one.top === top),
      )
      expect(rows.length).toBeGreaterThan(1)
      for (const row of rows) {
        const heights = row.map((one) => one.height)
        expect(Math.max(...heights) - Math.min(...heights)).toBeLessThan(1.5)
      }
      const left = await inPage<number>(
        `document.querySelector('[data-yimble]').getBoundingClientRect().left`,
      )
      // A picture alone in its row grows no further than pleases.
      for (const row of rows.slice(0, -1).filter((one) => one.length > 1))
        expect(Math.abs(row.at(-1)!.right - left - width)).toBeLessThan(2)
    },
  )
})

describe('a line that goes by', () => {
  const moved = `Math.round(${root}.querySelector('[data-cards]').scrollLeft)`
  test('moves, stops for whoever stops it, and goes on', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'ticker')
    await open(`<main style="width:420px"><h1>Client</h1>${element(widget.ref)}</main>${script}`)
    await settled(1)
    await browser.until<number>(moved, (px) => px > 5)
    await inPage(`${root}.querySelector('[data-move=pause]').click()`)
    const stopped = await inPage<number>(moved)
    await wait(500)
    expect(await inPage(moved)).toBe(stopped)
    expect(await inPage(`${root}.querySelector('[data-move=pause]').getAttribute('aria-pressed')`)).toBe(
      'true',
    )
    await inPage(`${root}.querySelector('[data-move=pause]').click()`)
    await browser.until<number>(moved, (px) => px > stopped + 3)
    expect(await violationsIn(browser)).toEqual([])
    // Copies that follow behind are for the eye only.
    expect(
      await inPage(`[...${root}.querySelectorAll('[inert]')].every((one) => one.ariaHidden === 'true')`),
    ).toBe(true)
  })
  test('stands still for those who asked for less motion', async () => {
    await studio()
    const widget = await liveWidget(browser, 'Kiln & Tide', {}, 'ticker')
    await browser.protocol('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-reduced-motion', value: 'reduce' }],
    })
    await open(`<main style="width:420px"><h1>Client</h1>${element(widget.ref)}</main>${script}`)
    await settled(1)
    await wait(900)
    expect(await inPage(moved)).toBe(0)
    await browser.protocol('Emulation.setEmulatedMedia', { features: [] })
  })
})

describe('rooms of a community', () => {
  const roomsHere = `[...${root}.querySelectorAll('[part=title]')].map((one) => one.textContent)`
  test('are kept up to date on a page that stays open', async () => {
    await studio()
    const widget = await liveKind(browser, 'The Old Quay Music Hall', 'community', 'rooms', 'The listeners')
    const faster = `const every = window.setInterval; window.setInterval = (act, ms) => every(act, ms === 60000 ? 300 : ms)`
    await open(element(widget.ref) + script, '', {}, faster)
    await settled(1)
    expect(await inPage(roomsHere)).toContain('The Lobby')
    // Somebody hides a room meanwhile, in a browser of their own.
    const other = await signedIn()
    try {
      const [source] = widget.settings.sources as string[]
      const items = await api<{ id: string; name: string }[]>(other, 'GET', `/sources/${source}/items`)
      const lobby = items.find((one) => one.name === 'The Lobby')!
      await api(other, 'POST', `/widgets/${widget.id}/decisions`, { itemIds: [lobby.id], hidden: true })
    } finally {
      await other.close()
    }
    // What browsers keep of an answer, they keep for half a minute at the most.
    await browser.until<string[]>(
      roomsHere,
      (names) => names.length > 0 && !names.includes('The Lobby'),
      45_000,
    )
    expect(await inPage(roomsHere)).toContain('The Fiddle Room')
  })
})

test('reviews are chosen by stars and by what they are about; a second click shows them all', async () => {
  await studio()
  const { ref } = await liveKind(browser, 'Marlowick Bakery', 'reviews', 'wall', 'What people say', {
    'topics.words': ['rye loaf', 'queue'],
    'rules.limit': 40,
  })
  await open(`<main><h1>Client</h1>${element(ref)}</main>${script}`)
  await settled(1)
  const seen = `[...${root}.querySelectorAll('[part=card]')].filter((one) => one.getBoundingClientRect().height > 0)`
  const count = (check: (value: number) => boolean) => browser.until<number>(`${seen}.length`, check)
  const choose = (mark: string) => inPage(`${root}.querySelector('button[data-choose="${mark}"]').click()`)
  await count((value) => value === 9)
  await browser.until<number>(`${root}.querySelectorAll('button[data-choose]').length`, (value) => value >= 3)
  await wait(500)
  await choose('s3')
  const threes = await count((value) => value > 0 && value < 9)
  const stars = await inPage<string[]>(
    `${seen}.map((one) => one.querySelector('[part=stars]').textContent.trim()[0])`,
  )
  expect(new Set(stars)).toEqual(new Set(['3']))
  expect(await inPage(`${root}.querySelector('.chosen').textContent`)).toBe(`${threes} of 40`)
  await choose('t0')
  const about = await inPage<string[]>(`${seen}.map((one) => one.textContent)`)
  expect(about.length).toBeGreaterThan(0)
  expect(about.filter((text) => !/rye loaf|queue/i.test(text))).toEqual([])
  expect(
    await inPage(
      `[...${root}.querySelectorAll('[aria-pressed=true]')].map((one) => one.dataset.choose).join()`,
    ),
  ).toBe('t0')
  expect(await violationsIn(browser)).toEqual([])
  await choose('t0')
  await count((value) => value === 9)
})
