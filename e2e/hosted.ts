/** A widget on its own hosted page, as tests look at it. */
import { expect } from '@jest/globals'
import type { Browser } from './browser'
import { api, clientNamed, world } from './world'

/** Waits until it is there, and sees that nothing runs over. */
export async function openHosted(browser: Browser, ref: string, width: number): Promise<void> {
  await browser.viewport(width, 900)
  await browser.driver.get(`${world.delivery}/h/${ref}`)
  await browser.until<string>(
    `document.querySelector('[data-yimble]')?.dataset.state`,
    (state) => state === 'ready',
  )
  const over = 'return document.documentElement.scrollWidth - innerWidth'
  expect(await browser.driver.executeScript(over)).toBeLessThanOrEqual(0)
}

/** Of a widget of the demo's. The browser goes to the studio for it, whose session asks. */
export async function refOf(browser: Browser, client: string, name: string): Promise<string> {
  await browser.driver.get(world.studio)
  const id = await clientNamed(browser, client)
  const widgets = await api<{ name: string; ref: string }[]>(browser, 'GET', `/clients/${id}/widgets`)
  return widgets.find((widget) => widget.name === name)!.ref
}
