/** axe finds nothing in the studio's views, light and dark, wide and narrow, nor in any layout of a widget. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import type { Browser } from './browser'
import { api, clientNamed, liveWidget, signedIn, world, publishNow } from './world'

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
const scheme = (value: string) =>
  browser.protocol('Emulation.setEmulatedMedia', { features: [{ name: 'prefers-color-scheme', value }] })

describe.each([
  ['light', 1280],
  ['dark', 1280],
  ['light', 390],
] as const)('the studio, %s, %i px wide', (colours, width) => {
  beforeAll(async () => {
    await scheme(colours)
    await browser.viewport(width, 800, width < 500)
  })
  afterAll(() => scheme('light'))
  const views: [string, () => string][] = [
    ['clients', () => '/'],
    ['client', () => `/clients/${client}`],
    ['new widget', () => `/clients/${client}/new`],
    ['brand', () => `/clients/${client}/brand`],
    ['source', () => `/sources/${source}`],
    ['account', () => '/account'],
    ['preview', () => `/widgets/${widget.id}/preview`],
    ['nothing there', () => '/nowhere'],
  ]
  test.each(views)('%s', async (_name, path) => {
    await browser.driver.get(world.studio + path())
    await browser.see('h1')
    await new Promise((done) => setTimeout(done, 400))
    expect(await violations()).toEqual([])
    expect(
      await browser.driver.executeScript('return document.documentElement.scrollWidth - innerWidth'),
    ).toBeLessThanOrEqual(0)
  })
  test('the palette', async () => {
    await browser.driver.get(world.studio)
    await browser.click('button[aria-keyshortcuts="Control+K"]')
    await browser.see('//div[@role="option"]')
    expect(await violations()).toEqual([])
  })
  test('the bench, at each step', async () => {
    await browser.driver.get(`${world.studio}/widgets/${widget.id}`)
    for (const verb of ['Gather', 'Sift', 'Arrange', 'Dress', 'Place', 'Ship']) {
      await browser.click(`//nav[@aria-label="Steps"]//button[contains(., "${verb}")]`)
      await new Promise((done) => setTimeout(done, 700))
      expect([verb, await violations()]).toEqual([verb, []])
      expect([
        verb,
        await browser.driver.executeScript('return document.documentElement.scrollWidth - innerWidth'),
      ]).toEqual([verb, 0])
    }
  })
})

test('signing in', async () => {
  await browser.driver.get(`${world.studio}/sign-in`)
  await browser.see('form')
  expect(await violations()).toEqual([])
})

test.each([
  ['cards', {}],
  ['list', { 'facts.author': true, 'facts.source': true }],
  ['column', { 'facts.picture': true }],
])('a widget as %s', async (from, settings) => {
  await browser.driver.get(`${world.studio}/account`)
  const made = await liveWidget(browser, 'Kiln & Tide', { 'heading.text': 'Checked', ...settings }, from)
  await browser.driver.get(`${world.delivery}/h/${made.ref}`)
  await browser.until<number>(
    `document.querySelector('[data-yimble]')?.shadowRoot?.querySelectorAll('[part=card]').length`,
    (count) => count > 0,
  )
  expect(await violations()).toEqual([])
})

test('a widget of reviews, with stars and their average; one with products', async () => {
  await browser.driver.get(`${world.studio}/account`)
  const bakery = await clientNamed(browser, 'Marlowick Bakery')
  const said = (
    await api<{ id: string; ref: string; name: string; state: string }[]>(
      browser,
      'GET',
      `/clients/${bakery}/widgets`,
    )
  ).find((one) => one.name === 'All reviews')!
  if (said.state === 'draft') await publishNow(browser, said.id)
  const nursery = await clientNamed(browser, 'Wick & Willow Nursery')
  const notes = (
    await api<{ ref: string; name: string }[]>(browser, 'GET', `/clients/${nursery}/widgets`)
  ).find((one) => one.name === 'Garden notes')!
  for (const [ref, part] of [
    [said.ref, 'average'],
    [notes.ref, 'product'],
  ]) {
    await browser.driver.get(`${world.delivery}/h/${ref}`)
    await browser.until<number>(
      `document.querySelector('[data-yimble]')?.shadowRoot?.querySelectorAll('[part=${part}]').length`,
      (count) => count > 0,
    )
    expect([part, await violations()]).toEqual([part, []])
  }
})

test('by keyboard from anywhere to anything: Ctrl+K, a few letters, Enter', async () => {
  await browser.driver.get(`${world.studio}/account`)
  await browser.see('h1')
  const keys = () => browser.driver.actions()
  const focusedRole = 'document.activeElement?.getAttribute("role") ?? null'
  await keys().keyDown('\uE009').sendKeys('k').keyUp('\uE009').perform()
  await browser.until<string | null>(focusedRole, (role) => role === 'combobox')
  await keys().sendKeys('people say').perform()
  await browser.see('//div[@role="option"][@aria-selected="true"][contains(., "What people say")]')
  await keys().sendKeys('\uE007').perform()
  await browser.see('//input[@aria-label="Name of the widget"][@value="What people say"]')
  // Also from within the client's page on the stage.
  await browser.driver.switchTo().frame(await browser.see('iframe'))
  await browser.until<boolean>('Boolean(document.querySelector("[data-stage]")?.shadowRoot)', Boolean)
  await browser.driver.executeScript('document.body.tabIndex = 0; document.body.focus()')
  await keys().keyDown('\uE009').sendKeys('k').keyUp('\uE009').perform()
  await browser.driver.switchTo().defaultContent()
  await browser.until<string | null>(focusedRole, (role) => role === 'combobox')
  await keys().sendKeys('bakery brand').perform()
  await browser.see(
    '//div[@role="option"][@aria-selected="true"][contains(., "Brand")][contains(., "Marlowick Bakery")]',
  )
  await keys().sendKeys('\uE007').perform()
  await browser.until<string>('location.pathname', (path) => path.endsWith('/brand'))
})
