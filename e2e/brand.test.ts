/** A client's brand while it is edited: any colour of CSS, and nothing lost on leaving the page. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { button, type Browser } from './browser'
import { api, clientNamed, signedIn, world } from './world'

let browser: Browser
let client = ''
interface Brand {
  colours: { accent: string }
}
const savedBrand = async () => (await api<{ brand: Brand }>(browser, 'GET', `/clients/${client}`)).brand
const accentField = `document.querySelector('#colour-accent')?.value`
const open = async () => {
  await browser.driver.get(`${world.studio}/clients/${client}/brand`)
  await browser.see(button('Save the brand'))
}

beforeAll(async () => {
  browser = await signedIn()
  client = await clientNamed(browser, 'Juniper Lane Vets')
})
afterAll(() => browser.close())

test('a colour as CSS writes it is taken; it is still there after leaving, and until it is saved', async () => {
  const before = await savedBrand()
  await open()
  await browser.type('#colour-accent', 'rgb(120 40')
  await browser.see('//*[@role="alert"][contains(., "written as in CSS")]')
  await browser.type('#colour-accent', 'rgb(120 40 30)')
  await browser.see(button('Back to what is saved'))
  await browser.driver.get(`${world.studio}/clients/${client}`)
  await browser.see('//h1')
  expect(await savedBrand()).toEqual(before)

  await open()
  await browser.until<string>(accentField, (value) => value === '#78281e')
  await browser.click(button('Save the brand'))
  await browser.until<boolean>(
    `![...document.querySelectorAll('button')].some((one) => one.textContent === 'Back to what is saved')`,
    Boolean,
  )
  expect((await savedBrand()).colours.accent).toBe('#78281e')

  await api(browser, 'PATCH', `/clients/${client}`, { brand: before })
  await open()
  await browser.until<string>(accentField, (value) => value === before.colours.accent)
})
