/** Two designers on one draft, one of them offline for a while: nothing is lost, nothing overwritten or published unseen. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { button, type Browser } from './browser'
import { api, clientNamed, liveWidget, openSignedIn, world } from './world'

let one: Browser
let two: Browser
let id = ''
const field = '#field-look-textSize'
const saved = (browser: Browser) =>
  browser.until<string>(
    `document.querySelector('header [role=status]').textContent.trim()`,
    (words) => words === 'Saved',
  )
const value = (browser: Browser, wanted: string, withinMs = 20_000) =>
  browser.until<string>(`document.querySelector('${field}')?.value`, (text) => text === wanted, withinMs)
const step = (browser: Browser, verb: string) =>
  browser.click(`//nav[@aria-label="Steps"]//button[contains(., "${verb}")]`)
async function setSize(browser: Browser, size: number): Promise<void> {
  await browser.driver.executeScript(
    `const input = document.querySelector('${field}'); input.focus(); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, arguments[0]); input.dispatchEvent(new Event('input', { bubbles: true })); input.dispatchEvent(new Event('change', { bubbles: true })); input.blur()`,
    String(size),
  )
}
const offline = (browser: Browser, isOff: boolean) =>
  browser.protocol('Network.emulateNetworkConditions', {
    offline: isOff,
    latency: 0,
    downloadThroughput: -1,
    uploadThroughput: -1,
  })

beforeAll(async () => {
  one = await openSignedIn('designer@fernhollow.example')
  two = await openSignedIn('colleague@fernhollow.example')
  ;({ id } = await liveWidget(one, 'Kiln & Tide', { 'heading.text': 'Together' }, 'list'))
  for (const browser of [one, two]) {
    await browser.protocol('Network.enable')
    await browser.driver.get(`${world.studio}/widgets/${id}`)
    await step(browser, 'Dress')
    await browser.see(field)
  }
})
afterAll(async () => {
  await one.close()
  await two.close()
})

test('each is told that the other is here, and sees their change within two seconds', async () => {
  await one.see('//header//*[@role="status"][contains(., "is here, too")]')
  await two.see('//header//*[@role="status"][contains(., "is here, too")]')
  await setSize(two, 20)
  await saved(two)
  await value(one, '20', 2_500)
})

test('what was kept back offline is asked about, when somebody else has changed it meanwhile', async () => {
  await offline(one, true)
  await setSize(one, 14)
  await one.see('//header//*[@role="status"][contains(., "Not saved")]')
  await setSize(two, 22)
  await saved(two)
  await offline(one, false)
  await one.see('//h2[normalize-space()="Changed by someone else"]')
  await one.click('//button[starts-with(normalize-space(), "Take theirs")]')
  await value(one, '22')
  await saved(one)
})

test('what was set offline survives a reload, and a tab beside it knows nothing of it', async () => {
  await offline(one, true)
  await setSize(one, 15)
  await one.see('//header//*[@role="status"][contains(., "Not saved")]')
  const kept = await one.driver.executeScript<string[]>(
    `return Object.entries(localStorage).filter(([key]) => key.startsWith('yimble draft')).map(([, text]) => text)`,
  )
  expect(kept.some((text) => /"revision":\d+/.test(text) && /"user":"/.test(text))).toBe(true)
  await offline(one, false)
  await one.driver.navigate().refresh()
  await step(one, 'Dress')
  await value(one, '15')
  await saved(one)
  await value(two, '15')
  // Undo is there after a reload, by its button, too.
  await one.click('//header//button[starts-with(@aria-label, "Undo:")]')
  await value(one, '22')
  await saved(one)
})

test('what somebody else kept is not published unseen', async () => {
  await value(two, '22')
  // Two hears nothing of what one does, and publishes.
  await two.driver.executeScript(
    `const real = window.fetch; window.fetch = (address, more) => String(address).includes('/here') ? new Promise(() => {}) : real(address, more)`,
  )
  await new Promise((done) => setTimeout(done, 2_000))
  await setSize(one, 18)
  await saved(one)
  const client = await clientNamed(two, 'Kiln & Tide')
  expect(client).toBeTruthy()
  const before = await api<{ liveNumber: number }>(one, 'GET', `/widgets/${id}`)
  await two.click('//header//button[starts-with(normalize-space(), "Publish ")]')
  await two.see('//h2[normalize-space()="Changed meanwhile"]')
  expect((await api<{ liveNumber: number }>(one, 'GET', `/widgets/${id}`)).liveNumber).toBe(before.liveNumber)
  await two.click(button('Look at it first'))
})
