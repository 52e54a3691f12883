/** Nothing moves by itself on any page of the demo's clients: layout shift is measured while each loads and is scrolled to its end. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Browser } from './browser'
import { shiftsIn, watchShifts, type Shift } from './shifts'
import { api, signedIn } from './world'

/** Sum of the scores of all shifts (Layout Instability) that nobody's hand led to. */
const mostShift = 0.01

let browser: Browser
const pages: string[] = []
beforeAll(async () => {
  browser = await signedIn()
  for (const { id } of await api<{ id: string }[]>(browser, 'GET', '/clients'))
    for (const site of await api<{ pages: { url: string }[] }[]>(browser, 'GET', `/clients/${id}/sites`))
      pages.push(...site.pages.map(({ url }) => url))
  await browser.protocol('Page.addScriptToEvaluateOnNewDocument', { source: watchShifts })
  await browser.protocol('Network.setCacheDisabled', { cacheDisabled: true })
})
afterAll(() => browser.close())
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

test.each([
  [1280, 800],
  [390, 844],
])('at %i px', async (width, height) => {
  await browser.viewport(width, height, width < 500)
  expect(pages.length).toBeGreaterThan(8)
  const moved: (readonly [string, readonly Shift[]])[] = []
  for (const page of pages) {
    await browser.driver.get(page)
    await browser.until<number>(
      `document.querySelectorAll('[data-yimble]:not([data-state])').length`,
      (count) => count === 0,
    )
    const whole = await browser.driver.executeScript<number>('return document.documentElement.scrollHeight')
    for (let top = 0; top < whole; top += height / 2) {
      await browser.driver.executeScript(`scrollTo(0, ${top})`)
      await pause(120)
    }
    await pause(300)
    moved.push([page, (await shiftsIn(browser)).filter((one) => !one.isAwaited)])
  }
  const sum = (shifts: readonly Shift[]) => shifts.reduce((all, one) => all + one.value, 0)
  expect(moved.filter(([, shifts]) => sum(shifts) > mostShift)).toEqual([])
})
