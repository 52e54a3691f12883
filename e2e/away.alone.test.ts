/** PostgreSQL stopped: live widgets stay, the studio says what is wrong, keeps what is typed, and recovers by itself. */
import { spawnSync } from 'node:child_process'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Browser } from './browser'
import { liveWidget, signedIn, world } from './world'

const postgres = (verb: 'start' | 'stop') =>
  spawnSync('tools/postgres.sh', [verb], { env: process.env, stdio: 'ignore' }).status
let browser: Browser
let widget: { id: string; ref: string }
beforeAll(async () => {
  browser = await signedIn()
  widget = await liveWidget(browser, 'Marlowick Bakery', { 'look.title': '#102030' }, 'list')
  await fetch(`${world.delivery}/w/${widget.ref}.json`)
})
afterAll(async () => {
  postgres('start')
  await browser.close()
})

test('and started again', async () => {
  await browser.driver.get(`${world.studio}/widgets/${widget.id}`)
  await browser.see('//button[@aria-current="step"]')
  expect(postgres('stop')).toBe(0)

  const live = await fetch(`${world.delivery}/w/${widget.ref}.json`)
  expect([live.status, ((await live.json()) as { state: string }).state]).toEqual([200, 'ready'])
  expect((await fetch(`${world.delivery}/w/notheldx.json`)).status).toBe(503)
  expect(((await (await fetch(`${world.studio}/healthz`)).json()) as { database: string }).database).toBe(
    'away',
  )

  await browser.driver.actions().sendKeys('4').perform()
  await browser.type('#field-look-title', '#405060')
  await browser.see('//header//*[@role="status"][contains(., "Not saved: kept here")]', 20_000)

  const other = await signedInElsewhere()
  expect(other).toContain('The database does not answer')

  expect(postgres('start')).toBe(0)
  await browser.see('//header//*[@role="status"][normalize-space()="Saved"]', 30_000)
  await browser.driver.navigate().refresh()
  await browser.driver.actions().sendKeys('4').perform()
  await browser.until<string>(
    `document.querySelector('#field-look-title')?.value`,
    (value) => value === '#405060',
  )
})

/** Another view of the same session, in a second tab: what it says, and that it comes back without a click. */
async function signedInElsewhere(): Promise<string> {
  const first = await browser.driver.getWindowHandle()
  await browser.driver.switchTo().newWindow('tab')
  await browser.driver.get(`${world.studio}/`)
  const words = await (await browser.see('main')).getText()
  const second = await browser.driver.getWindowHandle()
  await browser.driver.switchTo().window(first)
  recovered = async () => {
    await browser.driver.switchTo().window(second)
    await browser.see('//h1[normalize-space()="Clients"]', 30_000)
    await browser.driver.switchTo().window(first)
  }
  return words
}
let recovered: () => Promise<void> = async () => undefined
test('a view that could not be loaded came back without a click', () => recovered())
