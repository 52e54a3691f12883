/** axe finds nothing in the studio's views, light and dark, wide and narrow, nor in any layout of a widget. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import type { Browser } from './browser'
import { api, clientNamed, liveWidget, signedIn, world } from './world'

let browser: Browser
let client = ''
let source = ''
let widget: { id: string; ref: string }
beforeAll(async () => {
  browser = await signedIn()
  client = await clientNamed(browser, 'Kiln & Tide')
  source = (await api<{ id: string }[]>(browser, 'GET', `/clients/${client}/sources`))[0]!.id
  widget = await liveWidget(browser, 'Kiln & Tide', { 'heading.text': 'Checked' })
})
afterAll(() => browser.close())

const violations = () => violationsIn(browser)
const scheme = (value: string) => browser.protocol('Emulation.setEmulatedMedia', { features: [{ name: 'prefers-color-scheme', value }] })

describe.each([['light', 1280], ['dark', 1280], ['light', 390]] as const)('the studio, %s, %i px wide', (colours, width) => {
  beforeAll(async () => {
    await scheme(colours)
    await browser.viewport(width, 800, width < 500)
  })
  afterAll(() => scheme('light'))
  const views: [string, () => string][] = [['clients', () => '/'], ['client', () => `/clients/${client}`], ['new widget', () => `/clients/${client}/new`], ['brand', () => `/clients/${client}/brand`], ['source', () => `/sources/${source}`], ['account', () => '/account'], ['preview', () => `/widgets/${widget.id}/preview`], ['nothing there', () => '/nowhere']]
  test.each(views)('%s', async (_name, path) => {
    await browser.driver.get(world.studio + path())
    await browser.see('h1')
    await new Promise((done) => setTimeout(done, 400))
    expect(await violations()).toEqual([])
    expect(await browser.driver.executeScript('return document.documentElement.scrollWidth - innerWidth')).toBeLessThanOrEqual(0)
  })
  test('the bench, at each step', async () => {
    await browser.driver.get(`${world.studio}/widgets/${widget.id}`)
    for (const verb of ['Gather', 'Sift', 'Arrange', 'Dress', 'Place', 'Ship']) {
      await browser.click(`//nav[@aria-label="Steps"]//button[contains(., "${verb}")]`)
      await new Promise((done) => setTimeout(done, 700))
      expect([verb, await violations()]).toEqual([verb, []])
      expect([verb, await browser.driver.executeScript('return document.documentElement.scrollWidth - innerWidth')]).toEqual([verb, 0])
    }
  })
})

test('signing in', async () => {
  await browser.driver.get(`${world.studio}/sign-in`)
  await browser.see('form')
  expect(await violations()).toEqual([])
})

test.each([['cards', {}], ['list', { 'facts.author': true, 'facts.source': true }], ['column', { 'facts.picture': true }]])('a widget as %s', async (from, settings) => {
  await browser.driver.get(`${world.studio}/account`)
  const made = await liveWidget(browser, 'Kiln & Tide', { 'heading.text': 'Checked', ...settings }, from)
  await browser.driver.get(`${world.delivery}/h/${made.ref}`)
  await browser.until<number>(`document.querySelector('[data-yimble]')?.shadowRoot?.querySelectorAll('[part=card]').length`, (count) => count > 0)
  expect(await violations()).toEqual([])
})
