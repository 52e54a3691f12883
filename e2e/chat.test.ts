/** A conversation from a client's page to the inbox and back: by keyboard, over reloads and broken connections, in each form. */
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { By } from 'selenium-webdriver'
import { violationsIn } from './axe'
import { button, openBrowser, type Browser } from './browser'
import { alive, asPeopleDo, root, said } from './inWidget'
import { element, script, startOwnPage } from './ownPage'
import { api, clientNamed, liveObject, mailsTo, signIn, world } from './world'

const own = startOwnPage()
const { inPage, open, settled, studio } = own
let browser: Browser
/** Somebody of the agency. */
let desk: Browser
beforeAll(async () => {
  ;({ browser } = own)
  desk = await openBrowser()
  await signIn(desk)
})
afterAll(() => desk.close())
beforeEach(async () => {
  await browser.viewport(1280, 800)
  await desk.driver.get(`${world.studio}/account`)
})

const press = (...keys: string[]) =>
  browser.driver
    .actions()
    .sendKeys(...keys)
    .perform()
const keys = { enter: '\uE007', escape: '\uE00C', tab: '\uE004' } as const
const lines = `[...${root}.querySelectorAll('[part=said]')].map((one) => (one.matches('.you') ? 'you: ' : 'they: ') + one.querySelector('[part=words]').textContent)`
const settledLines = `[...${root}.querySelectorAll('[part=said]')].every((one) => /\\d/.test(one.querySelector('[part=who] span').textContent))`
const isShown = `Boolean(${root}?.querySelector('dialog[part=surface]')?.matches(':popover-open, [open]'))`
const focusOn = (part: string) => inPage(`${root}.querySelector('[part=${part}]').focus()`)

let count = 0
const newAddress = () => `visitor${Date.now()}${(count += 1)}@harbourmail.example`

async function live(settings: Record<string, unknown> = {}, from = 'page', name = 'Marlowick Bakery') {
  await studio()
  return liveObject(browser, await clientNamed(browser, name), 'chat', from, settings)
}
const load = async (ref: string, policy: Record<string, string> = {}) => {
  await open(
    `<main><h1>Client</h1><a href="#x">A link of the page</a>${element(ref)}</main>${script}`,
    '',
    policy,
  )
  await settled(1)
}
const talkOn = async (ref: string) => {
  await load(ref)
  await browser.until<boolean>(alive, Boolean)
  await asPeopleDo()
}
/** @param address - written where one is asked for: somebody may still count as there from the test before */
const write = async (text: string, address?: string) => {
  if (address && (await inPage(`Boolean(${root}.querySelector('[part=address]'))`))) {
    await focusOn('address')
    await press(address)
  }
  await focusOn('field')
  await press(text, keys.enter)
}
interface Sent {
  readonly id: string
  readonly widgetId: string
  readonly state: string
  readonly sender: string | null
  readonly messages: readonly { kind: string; text: string }[]
}
/** The newest conversation of a widget, as the inbox has it. */
async function inInbox(widgetId: string): Promise<Sent> {
  const { submissions } = await api<{ submissions: Sent[] }>(desk, 'POST', '/inbox', { state: 'all' })
  return submissions.find((one) => one.widgetId === widgetId)!
}

test('in the corner: by keyboard, beside a page that stays in use, and the focus comes back', async () => {
  const { ref } = await live({ 'opening.title': 'At the counter', 'chat.phone': '01632 960 141' }, 'corner')
  await load(ref, {
    'content-security-policy': `default-src 'none'; script-src ${world.delivery}; style-src 'none'; connect-src ${world.delivery}; font-src ${world.delivery}; img-src ${world.delivery}`,
  })
  await browser.until<boolean>(`Boolean(${root}.querySelector('[part=opener]'))`, Boolean)
  await focusOn('opener')
  await press(keys.enter)
  await browser.until<boolean>(
    `${isShown} && ${root}.activeElement?.getAttribute('part') === 'field'`,
    Boolean,
  )
  expect(await violationsIn(browser)).toEqual([])
  const box = await inPage<{ right: number; bottom: number; width: number }>(
    `(({ right, bottom, width }) => ({ right, bottom, width }))(${root}.querySelector('dialog').getBoundingClientRect())`,
  )
  expect(box).toEqual({ right: 1280, bottom: 800, width: 432 })
  await browser.click('//a[. = "A link of the page"]')
  expect([await inPage('location.hash'), await inPage(isShown)]).toEqual(['#x', true])
  await focusOn('field')
  await press(keys.escape)
  await browser.until<boolean>(isShown, (shown) => !shown)
  expect(await inPage(`${root}.activeElement?.getAttribute('part')`)).toBe('opener')
})

test('on a phone it comes from below, keeps the focus in, and leaves part of the page', async () => {
  const { ref } = await live({ 'opening.title': 'At the counter' }, 'corner')
  await browser.viewport(390, 800, true)
  await load(ref)
  await browser.until<boolean>(`Boolean(${root}.querySelector('[part=opener]'))`, Boolean)
  await inPage(`${root}.querySelector('[part=opener]').click()`)
  await browser.until<boolean>(`${isShown} && ${alive}`, Boolean)
  expect(await inPage(`${root}.querySelector('dialog').matches(':modal')`)).toBe(true)
  await browser.until<number>(
    `${root}.querySelector('dialog').getBoundingClientRect().top`,
    (top) => top === 88,
  )
  expect(await inPage(`document.documentElement.scrollWidth`)).toBe(390)
  expect(await violationsIn(browser)).toEqual([])
})

test('nobody is there: it asks for an address, those named get a mail, the answer comes by mail', async () => {
  const [counter, visitor] = [newAddress(), newAddress()]
  const { ref, id } = await live({ 'chat.mailTo': counter, 'chat.away': 'Nobody is here.' })
  await talkOn(ref)
  await browser.until<string>(said('greeting'), (words) => words === 'Nobody is here.')
  await write('Are you open on Sunday?')
  await browser.until<string>(said('fault'), (words) => words.includes('address'))
  expect(await inPage(`${root}.activeElement.name`)).toBe('email')
  expect(await violationsIn(browser)).toEqual([])
  await write('', visitor)
  await browser.until<boolean>(settledLines, Boolean)
  await browser.until<string[]>(lines, (all) => all.length === 1)
  expect((await mailsTo(counter))[0]!.text).toContain('Are you open on Sunday?')
  const sent = await inInbox(id)
  expect(sent.sender).toBe(visitor)
  await studio()
  for (let isThere = true; isThere;)
    ({ isVisitor: isThere } = await api<{ isVisitor: boolean }>(desk, 'GET', `/submissions/${sent.id}/talk`))
  await api(desk, 'POST', `/submissions/${sent.id}/messages`, { kind: 'answer', text: 'From eight.' })
  expect((await mailsTo(visitor))[0]!.text).toContain('From eight.')
})

test('somebody is there: words go to and fro while both look on, over a reload of either', async () => {
  const { ref, id } = await live({
    'chat.suggestions': ['What is warm now?'],
    'chat.greeting': 'We are here.',
  })
  await desk.driver.get(`${world.studio}/inbox`)
  await talkOn(ref)
  await browser.until<string>(said('greeting'), (words) => words === 'We are here.')
  await inPage(`${root}.querySelector('[part=suggestion]').click()`)
  await browser.until<string[]>(lines, (all) => all.length === 1)
  await browser.until<boolean>(settledLines, Boolean)
  const { id: talk } = await inInbox(id)
  await desk.driver.get(`${world.studio}/inbox?at=${talk}`)
  await desk.see('//p[@role="status" and contains(., "They have the page open")]')
  expect(await violationsIn(desk)).toEqual([])
  await desk.type('//textarea', 'The rye')
  await browser.until<string>(said('note'), (words) => words.includes('writing'))
  await desk.driver.actions().sendKeys(keys.enter).perform()
  await browser.until<string[]>(lines, (all) => all[1] === 'they: The rye')
  // It lies under Waiting by now, and stays in view.
  await desk.see('//li[contains(., "The rye")]')
  await write('Two of those, please.')
  await desk.see('//li[contains(., "Two of those, please.")]')
  await focusOn('field')
  await press('And a')
  await browser.driver.navigate().refresh()
  await settled(1)
  await browser.until<boolean>(alive, Boolean)
  await browser.until<string[]>(lines, (all) => all.length === 3)
  expect(await inPage(`${root}.querySelector('[part=field]').value`)).toBe('And a')
  await desk.driver.navigate().refresh()
  await desk.see('//li[contains(., "Two of those, please.")]')
  await write(' knot.')
  await browser.until<string[]>(lines, (all) => all[3] === 'you: And a knot.')
  await desk.see('//li[contains(., "And a knot.")]')
  expect((await inInbox(id)).messages.map(({ kind, text }) => `${kind}: ${text}`)).toEqual([
    'answer: The rye',
    'visitor: Two of those, please.',
    'visitor: And a knot.',
  ])
})

test('without a connection it is kept, over a reload as well, and sent once', async () => {
  const { ref, id } = await live()
  await talkOn(ref)
  const wire = (isOff: boolean) =>
    browser.protocol('Network.setBlockedURLs', { urls: isOff ? [`${world.delivery}/x/*`] : [] })
  await browser.protocol('Network.enable')
  await wire(true)
  await write('One', newAddress())
  await browser.until<string>(said('note'), (words) => words.includes('kept'))
  await write('Two')
  await browser.until<string[]>(lines, (all) => all.join() === 'you: One,you: Two')
  expect(await inPage(settledLines)).toBe(false)
  await browser.driver.navigate().refresh()
  await settled(1)
  await browser.until<boolean>(alive, Boolean)
  await browser.until<string[]>(lines, (all) => all.join() === 'you: One,you: Two')
  await wire(false)
  await inPage(`window.dispatchEvent(new Event('online'))`)
  await browser.until<boolean>(settledLines, Boolean, 30_000)
  const sent = await inInbox(id)
  expect(sent.messages.map(({ text }) => text)).toEqual(['Two'])
  expect(await inPage(lines)).toEqual(['you: One', 'you: Two'])
})

test('where events don’t get through, it asks', async () => {
  const { ref, id } = await live()
  await browser.protocol('Network.enable')
  await browser.protocol('Network.setBlockedURLs', { urls: [`${world.delivery}/x/*/bell*`] })
  try {
    await talkOn(ref)
    await write('Hello', newAddress())
    await browser.until<boolean>(`${settledLines} && ${lines}.length === 1`, Boolean)
    await api(desk, 'POST', `/submissions/${(await inInbox(id)).id}/messages`, {
      kind: 'answer',
      text: 'Good morning',
    })
    await browser.until<string[]>(lines, (all) => all[1] === 'they: Good morning', 12_000)
  } finally {
    await browser.protocol('Network.setBlockedURLs', { urls: [] })
  }
})

describe('what is written is shown as it was written', () => {
  const hostile = '<img src=x onerror=window.run=1><script>window.run=1</script>'
  test('on both sides', async () => {
    const { ref, id } = await live()
    await talkOn(ref)
    await write(hostile, newAddress())
    await browser.until<string[]>(lines, (all) => all[0] === `you: ${hostile}`)
    await browser.until<boolean>(settledLines, Boolean)
    const { id: talk } = await inInbox(id)
    await api(desk, 'POST', `/submissions/${talk}/messages`, { kind: 'answer', text: hostile })
    await browser.until<string[]>(lines, (all) => all[1] === `they: ${hostile}`)
    await desk.driver.get(`${world.studio}/inbox?at=${talk}`)
    await desk.see('//li[contains(., "onerror")]')
    expect([await inPage('window.run'), await desk.driver.executeScript('return window.run')]).toEqual([
      null,
      null,
    ])
  })
})

test('from right to left', async () => {
  const { ref } = await live({ 'chat.hours': ['Mo-Su 00:00-24:00'] }, 'page', 'Juniper Lane Vets, Arabic')
  await browser.viewport(390, 800)
  await talkOn(ref)
  expect(await inPage(`getComputedStyle(${root}.querySelector('[part=chat]')).direction`)).toBe('rtl')
  await write('مرحبا', newAddress())
  await browser.until<string[]>(lines, (all) => all[0] === 'you: مرحبا')
  expect(await inPage(`document.documentElement.scrollWidth`)).toBe(390)
  expect(await violationsIn(browser)).toEqual([])
})

test('the desk sends a file along; the visitor gets it from the talk', async () => {
  const { ref, id } = await live()
  await talkOn(ref)
  await write('How do I get there?', newAddress())
  await browser.until<string[]>(lines, (all) => all.length === 1)
  await browser.until<boolean>(settledLines, Boolean)
  const talk = await inInbox(id)
  await desk.driver.get(`${world.studio}/inbox?at=${talk.id}`)
  const folder = mkdtempSync(path.join(tmpdir(), 'yimble-file-'))
  const file = path.join(folder, 'the way.txt')
  writeFileSync(file, 'Up the hill.')
  await (await desk.driver.findElement(By.css('form input[type=file]'))).sendKeys(file)
  await desk.see('//form//li[contains(., "the way.txt")]')
  expect(await violationsIn(desk)).toEqual([])
  await desk.click(button('Send the answer'))
  await desk.see('//section[@aria-label="Conversation"]//li//a[. = "the way.txt"]')
  const link = `${root}.querySelector('[part=file] a')?.href ?? ''`
  await browser.until<string>(link, (url) => url !== '')
  expect(await violationsIn(browser)).toEqual([])
  const answer = await fetch(await inPage<string>(link))
  expect([await answer.text(), answer.headers.get('content-disposition')]).toEqual([
    'Up the hill.',
    `attachment; filename*=UTF-8''the%20way.txt`,
  ])
  rmSync(folder, { recursive: true })
})
