/** What a visitor has just done is in view, below a header that stays, however long the page; what was sent in vain arrives. */
import { beforeAll, describe, expect, test } from '@jest/globals'
import type { Browser } from './browser'
import { bookingsOf, newCalendar } from './calendars'
import { alive, asPeopleDo, root } from './inWidget'
import { element, script, startOwnPage } from './ownPage'
import { api, clientNamed, liveObject } from './world'

const own = startOwnPage()
const { inPage, open, put, settled, studio } = own
let browser: Browser
beforeAll(() => void ({ browser } = own))

const headPx = 90
const shown = (selector: string) =>
  browser.until<boolean>(`Boolean(${root}.querySelector(${JSON.stringify(selector)}))`, Boolean)

/** A page that goes on for long before and after the widget, with a header that stays. */
async function load(ref: string) {
  const screens = (count: number) => `<div style="height: ${count * 100}vh">Words of the client</div>`
  const header = `<header style="position: sticky; top: 0; height: ${headPx}px; background: #fff; z-index: 9">Client</header>`
  await open(`${header}${screens(1)}<main>${element(ref)}</main>${screens(6)}${script}`)
  await settled(1)
  await inPage(`document.querySelector('[data-yimble]').scrollIntoView()`)
  await browser.until<boolean>(alive, Boolean)
}

/** Presses it where it is worst: as far down in the view as it can be. */
const click = async (selector: string) => {
  await shown(selector)
  await inPage(
    `((one) => { one.scrollIntoView({ block: 'end' }); one.click() })(${root}.querySelector(${JSON.stringify(selector)}))`,
  )
}

/** Its beginning is below the header, and it is seen whole or begins in the upper third. */
async function isInView(selector: string) {
  await shown(selector)
  const place = `(({ top, bottom }) => ({ top, bottom, view: innerHeight }))(${root}.querySelector(${JSON.stringify(selector)}).getBoundingClientRect())`
  await browser
    .until<{ top: number; bottom: number; view: number }>(
      place,
      ({ top, bottom, view }) => top >= headPx - 1 && (bottom <= view || top <= view / 3),
      3_000,
    )
    .catch(async () => {
      throw new Error(`${selector} is out of view: ${JSON.stringify(await inPage(place))}`)
    })
}

let made = 0
const named = (what: string) => `${what} ${Date.now()} ${(made += 1)}`
const house = {
  zone: 'Europe/London',
  currency: 'GBP',
  resources: ['ines', 'yusra'].map((id) => ({ id, name: id, hours: ['Mo-Su 08:00-18:00'] })),
  services: ['visit', 'teeth', 'claws', 'ears', 'coat', 'diet', 'travel', 'talk'].map((id) => ({
    id,
    name: id,
    text: 'It takes as long as it takes, and somebody explains all of it in plain words.',
    minutes: 60,
    every: 60,
    notice: 0,
    needs: [{ of: ['ines', 'yusra'] }],
  })),
  terms: { where: '1 Juniper Lane' },
}
async function booking(kind: string, from: string) {
  const calendar = await newCalendar(browser, 'Juniper Lane Vets', house)
  const client = await clientNamed(browser, 'Juniper Lane Vets')
  return { ...(await liveObject(browser, client, kind, from, { calendar: calendar.id })), calendar }
}
async function fillIn(name: string) {
  await shown('[name=mail]')
  await put('name', name)
  await put('mail', `${name.toLowerCase()}@post.example`)
  await asPeopleDo()
}

describe.each([
  [1280, 800],
  [390, 844],
])('at %i × %i', (width, height) => {
  beforeAll(() => browser.viewport(width, height, width < 500))

  test('each step of a booking, its first fault, and that it is booked', async () => {
    await load((await booking('booking', 'sentence')).ref)
    await click('[part=service]:last-of-type, li:last-child [part=service]')
    await isInView('[part=booking]')
    await click('[part=person]')
    await isInView('[part=booking]')
    await shown('[part=time]')
    await inPage(`[...${root}.querySelectorAll('[part=time]')].at(-1).click()`)
    await isInView('[part=booking]')
    await click('[part=send]')
    await isInView('[part=fault]')
    await fillIn(named('Oda').replaceAll(' ', ''))
    await click('[part=send]')
    await shown('[part=done]')
    await isInView('[part=booking]')
  })

  test('an offer that is opened, and the list again', async () => {
    await load((await booking('offers', 'list')).ref)
    await click('[data-offer=talk] [part=offer-name]')
    await isInView('[part=offer-page]')
    expect(await inPage(`${root}.querySelector('[part=offer-page]').textContent`)).toContain('talk')
    await click('[part=offer-page] a')
    await isInView('[data-offer=talk]')
  })

  test('the fault of a form, and that it was sent', async () => {
    await studio()
    const client = await clientNamed(browser, 'Juniper Lane Vets')
    const form = await api<{ id: string; revision: number }>(browser, 'POST', `/clients/${client}/forms`, {
      name: named('Form'),
      from: 'question',
    })
    await api(browser, 'POST', `/forms/${form.id}/releases`, undefined, { 'if-match': `"${form.revision}"` })
    await load((await liveObject(browser, client, 'questions', 'page', { form: form.id })).ref)
    await click('[part=send]')
    await isInView('[part=fault]')
    await inPage(
      `[...${root}.querySelectorAll('input:not([type=radio],[type=checkbox]), textarea')].forEach((field) => { field.value = field.type === 'email' || /mail/.test(field.name) ? 'oda@post.example' : 'Oda'; field.dispatchEvent(new Event('input', { bubbles: true })) })`,
    )
    await asPeopleDo()
    await click('[part=send]')
    await isInView('[part=sent]')
  })

  test('thanks for a sign-up', async () => {
    await studio()
    const client = await clientNamed(browser, 'Marlowick Bakery')
    const list = await api<{ id: string }>(browser, 'POST', `/clients/${client}/lists`, {
      name: named('List'),
    })
    await load((await liveObject(browser, client, 'signup', 'line', { list: list.id })).ref)
    await put('email', `oda.${Date.now()}@post.example`)
    await asPeopleDo()
    await click('[part=join]')
    await isInView('[part=thanks]')
  })
})

describe('with the network away', () => {
  test.each([
    ['booking', 'sentence', '[part=service]'],
    ['offers', 'list', '[part=offer-name]'],
  ])(
    '%s: what was pressed is kept over a reload, and booked once when there is one',
    async (kind, from, first) => {
      await browser.viewport(1280, 800)
      const { ref, calendar } = await booking(kind, from)
      await load(ref)
      await click(first)
      await click('[part=person]')
      await click('[part=time]')
      const name = named('Away').replaceAll(' ', '')
      await fillIn(name)
      await browser.protocol('Network.enable')
      await browser.protocol('Network.setBlockedURLs', { urls: ['*/x/*/book*'] })
      await click('[part=send]')
      const note = `${root}.querySelector('[part=widget]').textContent`
      await browser.until<string>(note, (text) => text.includes('Not sent yet'))
      await browser.driver.navigate().refresh()
      await settled(1)
      await inPage(`document.querySelector('[data-yimble]').scrollIntoView()`)
      await browser.until<string>(note, (text) => text.includes('Not sent yet'))
      await browser.protocol('Network.setBlockedURLs', { urls: [] })
      await inPage(`window.dispatchEvent(new Event('online'))`)
      await shown('[part=done]')
      const found = await bookingsOf(browser, calendar)
      expect(found.map((one) => one.name)).toEqual([name])
    },
  )
})
