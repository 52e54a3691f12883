/** Ring-back from a client's page to telephones and back: set up by hand, by keyboard, over a reload, from right to left. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { violationsIn } from './axe'
import { button, openBrowser, type Browser } from './browser'
import { openHosted } from './hosted'
import { alive, asPeopleDo, root } from './inWidget'
import { api, clientNamed, publishNow, signIn, world } from './world'

const exchange = `http://127.0.0.24:${process.env.YIMBLE_STANDINS_PORT}`
let browser: Browser
beforeAll(async () => {
  browser = await openBrowser(['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'])
  await signIn(browser)
})
afterAll(() => browser.close())

interface Telephone {
  readonly number: string
  readonly is: string
  readonly say: readonly { readonly words?: string; readonly sound?: string }[]
}
const telephone = async (number: string): Promise<Telephone | undefined> =>
  ((await (await fetch(`${exchange}/api/phones`)).json()) as Telephone[]).find((one) => one.number === number)
async function until(number: string, is: string): Promise<Telephone> {
  for (let tries = 0; tries < 120; tries += 1) {
    const one = await telephone(number)
    if (one?.is === is) return one
    await new Promise((done) => setTimeout(done, 250))
  }
  throw new Error(`${number} is ${(await telephone(number))?.is ?? 'not there'}, not ${is}`)
}
const at = (number: string, what: string, more: Record<string, string> = {}) =>
  fetch(`${exchange}/phone/${number}`, {
    method: 'POST',
    headers: { accept: 'application/json' },
    body: new URLSearchParams({ do: what, ...more }),
  })

const words = `${root}.querySelector('[part=widget]')?.innerText.replace(/\\s+/g, ' ') ?? ''`
const press = (...keys: string[]) =>
  browser.driver
    .actions()
    .sendKeys(...keys)
    .perform()
const script = <T>(code: string) => browser.driver.executeScript<T>(`return ${code}`)
const sees = (text: string) => browser.until<string>(words, (all) => all.includes(text), 30_000)

const front = '+441632960121'
const back = '+441632960122'
let ref = ''
let boardId = ''

test('a switchboard is set up by hand: telephones in order, a greeting recorded here', async () => {
  await browser.viewport(1280, 900)
  const client = await clientNamed(browser, 'Marlowick Bakery')
  const board = await api<{ id: string }>(browser, 'POST', `/clients/${client}/switchboards`, {
    name: 'The counter',
  })
  boardId = board.id
  await browser.driver.get(`${world.studio}/switchboards/${board.id}`)
  const field = (label: string) => `//label[normalize-space()="${label}"]/following-sibling::*[1]`
  const fill = async (label: string, text: string) => {
    const line = await browser.see(field(label))
    await line.clear()
    await line.sendKeys(text)
  }
  for (const [name, number] of [
    ['Front counter', '01632 960121'],
    ['Back room', '01632 960122'],
  ] as const) {
    await browser.click(button('Add a telephone'))
    await browser.see(`//button[@aria-current="true" and contains(., "A new telephone")]`)
    await fill('Name', name)
    await fill('Number', number)
    // Drawn hours are taken away by keys: it rings at any time.
    await browser.driver.executeScript(
      `document.querySelectorAll('section[aria-label=Hours] [data-stretch]')[0]?.focus()`,
    )
  }
  expect(await violationsIn(browser)).toEqual([])
  await browser.click(button('Record one'))
  await browser.see('//button[starts-with(normalize-space(), "Stop, 1")]')
  await browser.click('//button[starts-with(normalize-space(), "Stop,")]')
  await browser.see('//label[contains(., "Recorded here, 1")]')
  await browser.click(button('Save'))
  await browser.see('//span[@role="status" and normalize-space()="Saved"]')
  // Hours of every day and hour, which a hand would draw in a week's time.
  const { switchboard, revision } = await api<{
    switchboard: { phones: object[]; greeting: object }
    revision: number
  }>(browser, 'GET', `/switchboards/${board.id}`)
  expect(switchboard).toMatchObject({
    phones: [
      { name: 'Front counter', number: '+44 1632 960121' },
      { name: 'Back room', number: '+44 1632 960122' },
    ],
    greeting: { as: 'sound' },
  })
  const always = switchboard.phones.map((phone) => ({ ...phone, hours: [] }))
  await api(
    browser,
    'PATCH',
    `/switchboards/${board.id}/body`,
    { switchboard: { ...switchboard, phones: always } },
    { 'if-match': `"${revision}"` },
  )
  const widget = await api<{ id: string; ref: string }>(browser, 'POST', `/clients/${client}/widgets`, {
    kind: 'ringBack',
    name: 'Ring the counter',
    from: 'page',
  })
  await browser.driver.get(`${world.studio}/widgets/${widget.id}`)
  await browser.see('//option[starts-with(., "The counter")]')
  const choice = await browser.see('//select[option[starts-with(., "The counter")]]')
  await choice.sendKeys('The counter')
  await browser.until<string>(
    `document.querySelector('select')?.selectedOptions[0]?.textContent ?? ''`,
    (text) => text.startsWith('The counter · 2 telephones'),
  )
  // The draft is saved by itself; then it is published as it is.
  for (let tries = 0; ; tries += 1) {
    const { settings } = await api<{ settings: Record<string, unknown> }>(
      browser,
      'GET',
      `/widgets/${widget.id}`,
    )
    if (settings.switchboard === boardId || tries > 40) break
    await new Promise((done) => setTimeout(done, 250))
  }
  await publishNow(browser, widget.id)
  ref = widget.ref
})

const load = async (width: number) => {
  await openHosted(browser, ref, width)
  await browser.until<boolean>(alive, Boolean)
}

describe('a visitor', () => {
  test('by keys alone: is told what is missing, asks, and sees who is tried; the message lies in the inbox with its sound', async () => {
    await load(1280)
    expect(await violationsIn(browser)).toEqual([])
    await script(`${root}.querySelector('[part=ring]').focus()`)
    await press(Key.ENTER)
    await sees('Say who is to be asked for.')
    expect(await script(`${root}.activeElement.name`)).toBe('name')
    await press('Marisol', Key.TAB, '07700 900 341', Key.TAB)
    await asPeopleDo()
    await press(Key.ENTER)
    await until(front, 'ringing')
    await sees('Front counter')
    await sees('Back room')
    await at(front, 'refuse')
    await until(back, 'ringing')
    await sees('is talking')
    // A reload loses nothing.
    await load(390)
    await sees('Back room')
    await at(back, 'answer')
    const heard = await until(back, 'playing')
    expect(heard.say[0]!.words).toMatch(/^Marisol would like to be rung by Marlowick Bakery/)
    await at(back, 'press', { key: '2' })
    const visitor = '+447700900341'
    await until(visitor, 'ringing')
    await sees('It rings: pick up')
    expect(await violationsIn(browser)).toEqual([])
    await at(visitor, 'answer')
    const greeted = await until(visitor, 'playing')
    // What was recorded in the studio is what the exchange plays.
    const sound = Buffer.from(await (await fetch(greeted.say[1]!.sound!)).arrayBuffer())
    expect(sound.subarray(0, 4).toString()).toBe('RIFF')
    expect(sound.length).toBeGreaterThan(16_000)
    await at(visitor, 'skip')
    await until(visitor, 'recording')
    await sees('Say it after the tone')
    await at(visitor, 'speak', { words: 'Two loaves for Saturday, please.' })
    await sees('We have your message')
    await sees('Two loaves for Saturday, please.')
    expect(await violationsIn(browser)).toEqual([])
    await browser.until<boolean>(`(${root}.querySelector('[part=listen]').click(), true)`, Boolean)
    await browser.until<string>(
      `${root}.querySelector('[part=listen]').getAttribute('aria-pressed')`,
      (pressed) => pressed === 'true',
    )
    await browser.viewport(1280, 900)
    await browser.driver.get(`${world.studio}/inbox`)
    await browser.click('//li[contains(., "Marisol") and contains(., "Ring the counter")]//button')
    await browser.see('//p[normalize-space()="Two loaves for Saturday, please."]')
    await browser.see('//p[contains(., "Front counter was talking, Back room sent it to the message box.")]')
    await browser.click(button('Listen to it'))
    await browser.see(button('Stop it'))
  })

  test('says it again, writes it instead, and does not want to be rung after all', async () => {
    await load(1280)
    await sees('Say it again')
    await browser.driver.executeScript(`[...${root}.querySelectorAll('[part=link]')][0].click()`)
    await until('+447700900341', 'ringing')
    await sees('It rings: pick up')
    await browser.driver.executeScript(`[...${root}.querySelectorAll('[part=link]')][0].click()`)
    await sees('Then we don’t ring')
    // It stops ringing a moment later; a telephone that nobody knows is gone with its call.
    for (let tries = 0; (await telephone('+447700900341'))?.is === 'ringing'; tries += 1) {
      expect(tries).toBeLessThan(40)
      await new Promise((done) => setTimeout(done, 100))
    }
    await browser.driver.executeScript(`[...${root}.querySelectorAll('[part=link]')].at(-1).click()`)
    await sees('Shall we ring you?')
    expect(await script(`${root}.querySelector('[name=number]').value`)).toBe('07700 900 341')
  })

  test('is told why a number cannot be rung, and what was typed stays', async () => {
    await load(390)
    await script(`(${root}.querySelector('[name=name]').focus(), true)`)
    await press(Key.TAB, '+1 202 555 0143')
    await asPeopleDo()
    await press(Key.ENTER)
    await sees('This number cannot be rung from here')
    expect(await script(`${root}.querySelector('[name=number]').value`)).toBe('+1 202 555 0143')
    expect(await script(`${root}.querySelector('[name=number]').getAttribute('aria-invalid')`)).toBe('true')
  })
})

test('from right to left, at night and narrow: the message box is offered, and nothing runs over', async () => {
  const client = await clientNamed(
    await (async () => {
      await browser.driver.get(world.studio)
      return browser
    })(),
    'Juniper Lane Vets, Arabic',
  )
  const widgets = await api<{ name: string; ref: string; kind: string }[]>(
    browser,
    'GET',
    `/clients/${client}/widgets`,
  )
  ref = widgets.find(({ kind }) => kind === 'ringBack')!.ref
  for (const width of [1280, 390]) {
    await load(width)
    await sees('هل نتصل بك؟')
    expect(await violationsIn(browser)).toEqual([])
  }
})
