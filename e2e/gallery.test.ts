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
import { galleryWidths, writeGallery, type GalleryPage } from '@/server/cli/gallery'
import { kinds } from '@/kinds/all'
import { guidelines, violationsIn } from './axe'
import { openBrowser, type Browser } from './browser'

const folder = mkdtempSync(path.join(tmpdir(), 'yimble-gallery-'))
let pages: GalleryPage[]
let server: Server
let origin: string
let browser: Browser
const types: Readonly<Record<string, string>> = {
  '.html': 'text/html; charset=utf-8',
  '.js': 'text/javascript',
  '.webp': 'image/webp',
  '.woff2': 'font/woff2',
}
beforeAll(async () => {
  pages = await writeGallery(folder)
  server = createServer((request, response) => {
    const file = path.join(folder, path.normalize(new URL(request.url ?? '/', 'http://x').pathname))
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

/** The widget's own height, without what is reserved, and how far anything reaches over the far edge. */
const measure = `(() => {
  const host = document.querySelector('[data-yimble]')
  const root = host.shadowRoot
  // What has not been near the screen has a guessed height; here it is to be the real one.
  if (!root.querySelector('.whole')) root.querySelector('.y').insertAdjacentHTML('afterbegin', '<style class="whole">[part=card]{content-visibility:visible!important}</style>')
  const box = root.querySelector('.y')
  return { real: box.getBoundingClientRect().height, over: document.documentElement.scrollWidth - innerWidth }
})()`

/** Heights in px of a line of text, with a pixel of rounding, and of one of a heading, which Arabic takes from another font. */
const line = 25
const heading = 33
describe.each(kinds.map((kind) => [kind.id] as const))('%s', (id) => {
  test.each(['ltr', 'rtl'])(
    'heights are never too low, and nothing sticks out, %s',
    async (direction) => {
      const own = pages.filter(
        (page) => page.kind === id && page.direction === direction && page.sample !== 'many',
      )
      const wrong: string[] = []
      let spare = 0
      for (const page of own) {
        await browser.driver.get(`${origin}/${page.file}`)
        await browser.until<string>(
          `document.fonts.status + document.querySelector('[data-yimble]').dataset.state`,
          (state) => /^loaded(ready|empty)$/.test(state),
        )
        for (const width of galleryWidths) {
          await browser.viewport(width, 800)
          const { real, over } = (await browser.until<Measured>(measure, () => true)) as Measured
          const counted = page.heights[width]!
          const allowed =
            page.font === 'brand' && direction === 'ltr'
              ? line
              : Math.max(line * page.cards, real / 4) + heading
          if (real > counted + 1) wrong.push(`${page.file} at ${width}: ${real} px, counted ${counted}`)
          if (over > 1) wrong.push(`${page.file} at ${width}: sticks out by ${over} px`)
          if (page.sample !== 'extreme' && counted - real > allowed)
            wrong.push(`${page.file} at ${width}: ${real} px, counted ${counted}, too much`)
          spare = Math.max(spare, counted - real)
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
