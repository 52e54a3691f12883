/** Posting an event to the hall, letting it show, changing it by its link; the sentence to choose by; clicks that a partner pays for. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { violationsIn } from './axe'
import { button, type Browser } from './browser'
import { openHosted, refOf } from './hosted'
import { alive, asPeopleDo, root, typed } from './inWidget'
import { api, clientNamed, mailsTo, signedIn, world } from './world'

let browser: Browser
beforeAll(async () => {
  browser = await signedIn()
})
afterAll(() => browser.close())

const script = <T>(code: string) => browser.driver.executeScript<T>(`return ${code}`)
const refIn = (name: string) => refOf(browser, 'The Old Quay Music Hall', name)
const live = (ref: string, width: number) => openHosted(browser, ref, width)
const press = (...keys: string[]) =>
  browser.driver
    .actions()
    .sendKeys(...keys)
    .perform()
const mail = `poster${Date.now()}@harbourmail.example`
const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)

test('somebody posts by keys; it waits until it is let through, and is changed by the link', async () => {
  await live(await refIn('Post an event'), 390)
  await browser.until<boolean>(alive, Boolean)
  expect(await violationsIn(browser)).toEqual([])
  await script(`(${root}.querySelector('[name=what]').focus(), true)`)
  await press('Regatta of bathtubs')
  const set = (name: string, value: string) => script(`(${typed(name, value)}, true)`)
  await set('day', inDays(5))
  for (const [name, text] of [
    ['time', '14:00'],
    ['where', 'Harbour steps, Saltmere'],
    ['code', 'QM1 2AB'],
    ['name', 'Otto'],
    ['mail', mail],
  ] as const) {
    await script(`(${root}.querySelector('[name=${name}]').focus(), true)`)
    await press(text)
  }
  await asPeopleDo()
  await press(Key.ENTER)
  const link = await browser.until<string>(`${root}.querySelector('a[part=again]')?.href ?? ''`, (href) =>
    href.includes('/e/'),
  )
  expect((await mailsTo(mail))[0]!.text).toContain(link)

  const sheet = await refIn('The month on one sheet')
  const onSheet = async () =>
    (await (await fetch(`${world.delivery}/h/${sheet}`)).text()).includes('bathtubs')
  expect(await onSheet()).toBe(false)
  await browser.viewport(1280, 900)
  await browser.driver.get(`${world.studio}/inbox`)
  await browser.click('//li[contains(., "Regatta of bathtubs")]//button')
  await browser.click(button('Let it show'))
  await browser.see(button('Have it wait'))
  for (let tries = 0; !(await onSheet()); tries += 1) {
    expect(tries).toBeLessThan(60)
    await new Promise((done) => setTimeout(done, 500))
  }

  await browser.driver.get(link)
  expect(await violationsIn(browser)).toEqual([])
  const field = await browser.see('input[name=what]')
  await field.clear()
  await field.sendKeys('Regatta of tin baths')
  await browser.click(button('Keep the changes'))
  await browser.see('//p[@role="status" and normalize-space()="It is changed."]')
  // Changed, it waits again.
  for (let tries = 0; await onSheet(); tries += 1) {
    expect(tries).toBeLessThan(60)
    await new Promise((done) => setTimeout(done, 500))
  }
  await browser.click(button('Take it back'))
  await browser.see('//h1[normalize-space()="It is taken back."]')
})

test('the sentence shows what is near, and from whom, with the months below it', async () => {
  await live(await refIn('What is on'), 1280)
  const shown = `[...${root}.querySelectorAll('[part=card]')].filter((card) => card.offsetHeight > 0).length`
  const before = await browser.until<number>(shown, (count) => count > 0)
  const choose = async (at: number, option: number) => {
    await browser.until<boolean>(`${root}.querySelectorAll('select[part=pick]').length === 2`, Boolean)
    await script(`(${root}.querySelectorAll('select[part=pick]')[${at}].focus(), true)`)
    await press(...Array.from({ length: option }, () => Key.ARROW_DOWN))
  }
  await choose(1, 1)
  const fewer = await browser.until<number>(shown, (count) => count < before)
  expect(fewer).toBeGreaterThan(0)
  expect(await script(`${root}.querySelector('[part=sentence] .chosen').textContent`)).toMatch(/^\d+ of \d+$/)
  expect(await violationsIn(browser)).toEqual([])
  await press(Key.HOME)
  await browser.until<number>(shown, (count) => count >= before)
  await live(await refIn('What is on'), 390)
})

test('whoever leaves by a partner’s link is counted once', async () => {
  const ref = await refIn('What is on')
  const client = await clientNamed(browser, 'The Old Quay Music Hall')
  const sources = await api<{ id: string; label: string }[]>(browser, 'GET', `/clients/${client}/sources`)
  const { id } = sources.find(({ label }) => label === 'On in the county')!
  const clicks = async () => {
    await browser.driver.get(world.studio)
    const { months } = await api<{ months: { clicks: number }[] }>(browser, 'GET', `/sources/${id}/partner`)
    return months.reduce((sum, one) => sum + one.clicks, 0)
  }
  const before = await clicks()
  for (let times = 0; times < 2; times += 1) {
    await live(ref, 1280)
    const leaves = `[...${root}.querySelectorAll('[part=card] a')].find(({ href }) => href.includes('from=old-quay'))`
    await browser.until<boolean>(`Boolean(${leaves})`, Boolean)
    // The chunk that tells of it comes after the paint.
    await new Promise((done) => setTimeout(done, 1_000))
    await script(`(${leaves}.click(), true)`)
    await browser.until<string>('location.href', (href) => href.includes('from=old-quay'))
  }
  for (let tries = 0; (await clicks()) === before; tries += 1) expect(tries).toBeLessThan(20)
  expect(await clicks()).toBe(before + 1)
  await browser.driver.get(`${world.studio}/sources/${id}`)
  await browser.see('//section[@aria-labelledby="partner"]//tbody/tr')
  expect(await violationsIn(browser)).toEqual([])
})
