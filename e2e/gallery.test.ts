/**
 * Every kind in every starting point, with the longest and the shortest contents, in both directions of writing and at all
 * widths: it takes no more height than is counted for it, and hardly less; nothing sticks out; nothing is out of reach.
 */
import { once } from 'node:events'
import { createServer, type Server } from 'node:http'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { galleryWidths, writeGallery, type GalleryPage } from '@/cli/gallery'
import { openingWidths, type OpeningPage } from '@/cli/galleryOpenings'
import { kinds } from '@/kinds/all'
import { guidelines, violationsIn } from './axe'
import { openBrowser, type Browser } from './browser'
import { root } from './inWidget'

const folder = mkdtempSync(path.join(tmpdir(), 'yimble-gallery-'))
let pages: GalleryPage[]
let openings: OpeningPage[]
let server: Server
let origin: string
let browser: Browser
const types: Readonly<Record<string, string>> = {
  '.html': 'text/html; charset=utf-8',
  '.json': 'application/json',
  '.js': 'text/javascript',
  '.webp': 'image/webp',
  '.woff2': 'font/woff2',
}
beforeAll(async () => {
  ;({ pages, openings } = await writeGallery(folder))
  server = createServer((request, response) => {
    const { pathname } = new URL(request.url ?? '/', 'http://x')
    if (pathname === '/frames') {
      response.setHeader('Content-Type', 'text/html')
      return response.end('<!doctype html><title>Frames</title>')
    }
    const file = path.join(folder, path.normalize(pathname))
    try {
      response.setHeader('Content-Type', types[path.extname(file)] ?? 'application/octet-stream')
      response.end(readFileSync(file))
    } catch {
      response.writeHead(404).end()
    }
  }).listen(0, '127.0.0.1')
  await once(server, 'listening')
  origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  browser = await openBrowser()
}, 240_000)
afterAll(async () => {
  await browser.close()
  server.close()
  rmSync(folder, { recursive: true })
})

interface Measured {
  readonly real: number
  readonly over: number
}

/**
 * Shows pages in frames above each other, and measures all of them at each width: the widget's own height, without what is reserved,
 * and how far anything reaches over the far edge. Many at once, because each page by itself costs most of its time in being opened.
 * @returns for each file, for each width
 */
const measured = (files: readonly string[]): Promise<Measured[][]> =>
  browser.driver.executeAsyncScript(
    `const [files, widths, done] = arguments
     const drawn = () => new Promise((next) => requestAnimationFrame(() => requestAnimationFrame(next)))
     const hostOf = (frame) => frame.contentDocument?.querySelector('[data-yimble]')
     const isReady = (frame) =>
       frame.contentDocument?.fonts.status === 'loaded' && /^(ready|empty)$/.test(hostOf(frame)?.dataset.state) &&
       !hostOf(frame).shadowRoot?.querySelector('[part=note][aria-busy=true]')
     const measure = (frame) => {
       const root = hostOf(frame).shadowRoot
       // What has not been near the screen has a guessed height; here it is to be the real one.
       if (!root.querySelector('.whole')) root.querySelector('.y').insertAdjacentHTML('afterbegin', '<style class="whole">[part=card]{content-visibility:visible!important}</style>')
       const { contentDocument, contentWindow } = frame
       return { real: root.querySelector('.y').getBoundingClientRect().height, over: contentDocument.documentElement.scrollWidth - contentWindow.innerWidth }
     }
     const run = async () => {
       const frames = files.map((file) => {
         const frame = document.createElement('iframe')
         frame.style.cssText = 'position:fixed;inset:0;border:0;height:800px;width:' + widths[0] + 'px'
         frame.src = file
         return frame
       })
       document.body.replaceChildren(...frames)
       while (!frames.every(isReady)) await new Promise((next) => setTimeout(next, 20))
       const all = files.map(() => [])
       for (const width of widths) {
         for (const frame of frames) frame.style.width = width + 'px'
         await drawn()
         frames.forEach((frame, at) => all[at].push(measure(frame)))
       }
       return all
     }
     run().then(done)`,
    files,
    galleryWidths,
  )
const atOnce = 6

/**
 * Heights in px of a line of text, with a pixel of rounding, of one of a heading, which Arabic takes from another font, and of the
 * largest text. What is long may be counted a twelfth too high: rounding adds up.
 */
const line = 25
const heading = 33
const largest = 40
describe.each(kinds.map((kind) => [kind.id] as const))('%s', (id) => {
  test.each(['ltr', 'rtl'])(
    'heights are never too low, and nothing sticks out, %s',
    async (direction) => {
      const own = pages.filter(
        (page) =>
          page.kind === id &&
          page.direction === direction &&
          page.sample !== 'many' &&
          // Arabic is in none of our fonts.
          (direction === 'ltr' || page.font === 'page'),
      )
      const wrong: string[] = []
      await browser.viewport(Math.max(...galleryWidths), 800)
      await browser.driver.manage().setTimeouts({ script: 60_000 })
      for (let from = 0; from < own.length; from += atOnce) {
        const some = own.slice(from, from + atOnce)
        await browser.driver.get(`${origin}/frames`)
        const all = await measured(some.map(({ file }) => file))
        for (const [of, page] of some.entries())
          for (const [at, width] of galleryWidths.entries()) {
            const { real, over } = all[of]![at]!
            const counted = page.heights[width]!
            const allowed =
              page.font === 'brand' && direction === 'ltr'
                ? Math.max(largest, real / 12)
                : Math.max(line * page.cards, real / 4) + heading
            if (real > counted + 1) wrong.push(`${page.file} at ${width}: ${real} px, counted ${counted}`)
            if (over > 1) wrong.push(`${page.file} at ${width}: sticks out by ${over} px`)
            if (page.sample !== 'extreme' && counted - real > allowed)
              wrong.push(`${page.file} at ${width}: ${real} px, counted ${counted}, too much`)
          }
      }
      expect(own.length).toBeGreaterThan(0)
      expect(wrong).toEqual([])
    },
    240_000,
  )

  test('nothing is out of reach for anybody', async () => {
    await browser.viewport(900, 800)
    for (const page of pages.filter(
      (one) => one.kind === id && one.font === 'page' && one.sample === 'example',
    )) {
      await browser.driver.get(`${origin}/${page.file}`)
      await browser.until<string>(
        `document.querySelector('[data-yimble]').dataset.state`,
        (state) => state === 'ready',
      )
      expect([page.file, await violationsIn(browser, guidelines)]).toEqual([page.file, []])
    }
  }, 120_000)
})

describe.each(kinds.map((kind) => [kind.id] as const))('%s, opened over a page', (id) => {
  // Without motion it is there at once.
  const motion = (value: string) =>
    browser.protocol('Emulation.setEmulatedMedia', { features: [{ name: 'prefers-reduced-motion', value }] })
  beforeAll(() => motion('reduce'))
  afterAll(() => motion('no-preference'))
  /** Once it is drawn: what it needs to show whole, and how far anything sticks out of it. */
  const opened = `const done = arguments[0]
  requestAnimationFrame(() => requestAnimationFrame(() => {
    const inside = ${root}.querySelector('.inside')
    const head = ${root}.querySelector('.head')
    const { paddingBottom } = getComputedStyle(inside)
    const { height } = inside.firstElementChild.getBoundingClientRect()
    done({ fits: inside.scrollHeight <= inside.clientHeight, real: head.offsetHeight + height + parseFloat(paddingBottom), over: inside.scrollWidth - inside.clientWidth, left: Math.round(inside.getBoundingClientRect().left), wide: innerWidth })
  }))`
  test('is never higher than counted, nothing sticks out, and nothing is out of reach', async () => {
    const wrong: unknown[] = []
    for (const page of openings.filter((one) => one.kind === id)) {
      await browser.driver.get(`${origin}/${page.file}`)
      await browser.until<boolean>(`Boolean(${root}?.querySelector('[part=opener]:popover-open'))`, Boolean)
      await browser.driver.executeScript(`${root}.querySelector('[part=opener]').click()`)
      await browser.until<boolean>(
        `Boolean(${root}.querySelector('dialog').matches('[open], :popover-open') && ${root}.querySelector('.inside [part=widget]') && document.fonts.status === 'loaded')`,
        Boolean,
      )
      for (const width of openingWidths) {
        await browser.viewport(width, 900)
        const { fits, real, over, left, wide } = await browser.driver.executeAsyncScript<{
          fits: boolean
          real: number
          over: number
          left: number
          wide: number
        }>(opened)
        const counted = page.heights[width]!
        // What stands in a corner is as high as it is set to be, and its content fills it.
        const isHigh = real > counted + 1 && !(page.surface === 'corner' && fits)
        if (isHigh) wrong.push([page.file, width, `${real} px, counted ${counted}`])
        if (over > 1 || left < 0 || left > wide) wrong.push([page.file, width, `sticks out by ${over} px`])
        if (width === 390) wrong.push(...(await violationsIn(browser)).map((one) => [page.file, one]))
      }
    }
    expect(wrong).toEqual([])
  }, 120_000)
})

describe('what is alive', () => {
  const inRoot = (script: string) =>
    `((root) => ${script})(document.querySelector('[data-yimble]').shadowRoot)`
  const open = async (file: string, width = 900) => {
    await browser.viewport(width, 800)
    await browser.driver.get(`${origin}/${file}.html`)
    await browser.until<string>(
      `document.querySelector('[data-yimble]').dataset.state`,
      (state) => state === 'ready',
    )
  }
  const press = (selector: string) =>
    browser.driver.executeScript(`${inRoot(`root.querySelector('${selector}').click()`)}`)
  const scrolled = inRoot(`Math.round(Math.abs(root.querySelector('.track').scrollLeft))`)
  const at = inRoot(`root.querySelector('[data-at]').textContent`)

  test.each([
    ['ltr', '1–2 of 5', /^3–4 of 5$|^4–5 of 5$/],
    ['rtl', '١–٢ من ٥', /^٣–٤ من ٥$|^٤–٥ من ٥$/],
  ])('a carousel goes on and back by its buttons, %s', async (direction, first, second) => {
    await open(`reviews-row-example-${direction}-brand`, 700)
    await browser.until<string>(at, (words) => words === first)
    expect(
      await browser.driver.executeScript(
        `return ${inRoot(`root.querySelector('[data-move=back]').disabled`)}`,
      ),
    ).toBe(true)
    await press('[data-move=forward]')
    await browser.until<string>(at, (words) => second.test(words))
    await press('[data-move=back]')
    await browser.until<number>(scrolled, (left) => left === 0)
  })
  test('it is dragged by the mouse, and the drag is no click', async () => {
    await open('team-carousel-example-ltr-brand', 700)
    await browser.driver.executeScript(
      `window.clicks = 0; document.addEventListener('click', (event) => { if (!event.defaultPrevented) window.clicks += 1 })`,
    )
    const actions = browser.driver.actions()
    await actions
      .move({ x: 500, y: 150 })
      .press()
      .move({ x: 460, y: 150 })
      .move({ x: 200, y: 152 })
      .release()
      .perform()
    await browser.until<number>(scrolled, (left) => left > 100)
    expect(await browser.driver.executeScript('return window.clicks')).toBe(0)
  })
  test('keys move it, and it stops moving by itself for whoever asks for less motion', async () => {
    await browser.protocol('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-reduced-motion', value: 'reduce' }],
    })
    await open('team-carousel-example-ltr-brand', 700)
    await browser.until<string>(
      inRoot(`root.querySelector('[data-move=pause]').getAttribute('aria-pressed')`),
      (pressed) => pressed === 'true',
    )
    await browser.driver.executeScript(`${inRoot(`root.querySelector('.track').focus()`)}`)
    await browser.driver.actions().sendKeys('\uE010').perform()
    await browser.until<number>(scrolled, (left) => left > 100)
    await browser.protocol('Emulation.setEmulatedMedia', { features: [] })
  })
  test('it moves by itself, and waits while somebody has the pointer on it', async () => {
    await open('team-carousel-example-ltr-brand', 700)
    await browser.driver.actions().move({ x: 350, y: 150 }).perform()
    await new Promise((done) => setTimeout(done, 7_000))
    expect(await browser.driver.executeScript(`return ${scrolled}`)).toBe(0)
    await browser.driver.actions().move({ x: 350, y: 790 }).perform()
    await browser.until<number>(scrolled, (left) => left > 100, 10_000)
  })
  test('long words unfold in place, and the focus goes to them', async () => {
    await open('reviews-row-extreme-ltr-brand', 700)
    await browser.until<number>(inRoot(`root.querySelectorAll('[data-folded]').length`), (count) => count > 0)
    const height = inRoot(`root.querySelector('.folds p').offsetHeight`)
    const folded = await browser.driver.executeScript<number>(`return ${height}`)
    await press('[data-folded] button')
    await browser.until<number>(height, (unfolded) => unfolded > folded)
    expect(await browser.driver.executeScript(`return ${inRoot('root.activeElement.tagName')}`)).toBe('P')
  })
  test('the next entries come at a click, until there are no more', async () => {
    await open('reviews-wall-many-ltr-page', 900)
    const shown = inRoot(`[...root.querySelectorAll('[part=card]')].filter((card) => !card.hidden).length`)
    const said = inRoot(`root.querySelector('[part=steps]').textContent`)
    await browser.until<string>(said, (words) => words === 'Show 9 more9 of 200')
    await press('[part=steps] button')
    expect(await browser.driver.executeScript(`return ${shown}`)).toBe(18)
    expect(await browser.driver.executeScript(`return ${said}`)).toBe('Show 9 more18 of 200')
    for (let step = 0; step < 30; step += 1)
      if (
        await browser.driver.executeScript(
          `return ${inRoot(`!root.querySelector('[part=steps] button').hidden`)}`,
        )
      )
        await press('[part=steps] button')
    expect(await browser.driver.executeScript(`return ${shown}`)).toBe(200)
  })
  test('without scripts a carousel scrolls, words are whole and all entries show', async () => {
    await browser.protocol('Emulation.setScriptExecutionDisabled', { value: true })
    try {
      await browser.driver.get(`${origin}/reviews-wall-many-ltr-page.html`)
      // Scripts of the page are off; the tools of the browser still read it.
      const { result } = (await browser.protocol('Runtime.evaluate', {
        expression: `JSON.stringify((() => {
          const root = document.querySelector('[data-yimble]').shadowRoot
          const shown = (selector) => [...root.querySelectorAll(selector)].filter((one) => one.getClientRects().length > 0).length
          return { cards: shown('[part=card]'), buttons: shown('button') }
        })())`,
      })) as { result: { value: string } }
      expect(JSON.parse(result.value)).toEqual({ cards: 200, buttons: 0 })
    } finally {
      await browser.protocol('Emulation.setScriptExecutionDisabled', { value: false })
    }
  })
})
