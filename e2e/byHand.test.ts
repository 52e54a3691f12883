/** Set up by hand, as a designer does: a sign-up from the catalogue to a live page, a picture on a button, an address in words. */
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { By } from 'selenium-webdriver'
import sharp from 'sharp'
import { violationsIn } from './axe'
import { button, type Browser } from './browser'
import { liveOver } from './overPage'
import { api, clientNamed, signedIn, world } from './world'

let browser: Browser
beforeAll(async () => void (browser = await signedIn()))
afterAll(() => browser.close())

const step = (key: string) => browser.driver.actions().sendKeys(key).perform()
const onStage = async <T>(script: string, check: (value: T) => boolean): Promise<T> => {
  await browser.driver
    .switchTo()
    .frame(await browser.see('//section[contains(@aria-label, "on a computer")]//iframe'))
  try {
    return await browser.until<T>(script, check)
  } finally {
    await browser.driver.switchTo().defaultContent()
  }
}
const widgetId = async () => (await browser.driver.getCurrentUrl()).split('/').at(-1)!.split('?')[0]!

test('a sign-up: found by a client’s word, given a list, published', async () => {
  const client = await clientNamed(browser, 'Marlowick Bakery')
  await browser.driver.get(`${world.studio}/clients/${client}/new`)
  await browser.type('input[type=search]', 'mailing list')
  await browser.until<string[]>(
    `[...document.querySelectorAll('main h2')].map((one) => one.textContent)`,
    (headings) => headings.join() === 'Newsletter sign-up',
  )
  await browser.click(button('Small form'))
  await browser.see('//aside//h2[normalize-space()="List"]')
  await browser.see('//nav[@aria-label="Steps"]//button[contains(., "no list yet")]')
  const name = `By hand ${Date.now()}`
  await browser.type('//label[normalize-space()="A new list"]/following-sibling::input', name)
  await browser.click(button('Add it'))
  await browser.see('//nav[@aria-label="Steps"]//button[contains(., "list chosen")]')
  await browser.see(`//select/option[contains(., "${name}")]`)
  await onStage<string>(
    `document.querySelector('[data-stage]')?.shadowRoot?.querySelector('[part=join]')?.textContent ?? ''`,
    (words) => words === 'Send it to me',
  )
  expect(await violationsIn(browser)).toEqual([])
  await step('2')
  await browser.see('//aside//p[contains(., "nothing to sift")]')
  await step('6')
  await browser.click(button('Publish'))
  await browser.see('//*[contains(., "Release 1 is live")]')
  const { ref } = await api<{ ref: string }>(browser, 'GET', `/widgets/${await widgetId()}`)
  const hosted = await (await fetch(`${world.delivery}/h/${ref}`)).text()
  expect(hosted).toContain('data-island="signup"')
})

test('a picture on a button: taken from the computer, seen on the stage, taken away again', async () => {
  const { id } = await liveOver(browser, 'dialog')
  await browser.driver.get(`${world.studio}/widgets/${id}`)
  await browser.see('//button[@aria-current="step"]')
  await step('5')
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'yimble-')), 'sign.png')
  const painted = sharp({ create: { width: 240, height: 120, channels: 3, background: '#8a4b08' } })
  writeFileSync(file, await painted.png().toBuffer())
  await browser.see('#field-button-picture')
  await browser.driver.findElement(By.css('#field-button-picture input[type=file]')).sendKeys(file)
  const shown = `document.querySelector('[data-stage]')?.shadowRoot?.querySelector('[part=opener] img')?.naturalWidth ?? 0`
  await onStage<number>(shown, (width) => width > 0)
  await browser.see('//*[@id="field-button-wordsShown"]')
  expect(await violationsIn(browser)).toEqual([])
  await browser.click(button('Take it away'))
  await onStage<boolean>(
    `Boolean(document.querySelector('[data-stage]')?.shadowRoot?.querySelector('[part=opener] img'))`,
    (there) => !there,
  )
})

describe('an address in words', () => {
  const field = '//label[normalize-space()="Words of its address"]/following-sibling::input'
  const openShip = async (id: string) => {
    await browser.driver.get(`${world.studio}/widgets/${id}`)
    await browser.see('//button[@aria-current="step"]')
    await step('6')
    await browser.see(field)
  }
  test('is made of what is written, said to be free, and leads to the page; a taken one is said at once', async () => {
    const [first, second] = [await liveOver(browser, 'dialog'), await liveOver(browser, 'drawer')]
    const words = `Prüfstand ${Date.now()}`
    const address = words.toLowerCase().replace('ü', 'u').replace(' ', '-')
    await openShip(first.id)
    await browser.type(field, words)
    await browser.see(`//p[contains(., "/h/${address} is free")]`)
    await browser.click(button('Use these words'))
    await browser.see(`//section[@aria-label="Page of its own"]//a[contains(@href, "/h/${address}")]`)
    await browser.see(button('Back to the short name'))
    expect(await violationsIn(browser)).toEqual([])

    await openShip(second.id)
    await browser.type(field, words)
    await browser.see(`//*[@role="alert"][contains(., "“${address}” is taken")]`)
    await browser.click(`//button[contains(., "Take ${address}-kiln-tide")]`)
    await browser.see(
      `//section[@aria-label="Page of its own"]//a[contains(@href, "/h/${address}-kiln-tide")]`,
    )

    await browser.driver.get(`${world.delivery}/h/${address}`)
    await browser.until<number>(
      `document.querySelector('[data-yimble]')?.shadowRoot?.querySelectorAll('[part=card]').length ?? 0`,
      (count) => count === 5,
    )
  })
})
