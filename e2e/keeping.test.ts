/** What is kept of visitors, by hand: exported, found by a person's address and deleted; webhooks added and removed; hours set on the bench. */
import { beforeAll, beforeEach, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import { button, type Browser } from './browser'
import { asPeopleDo } from './inWidget'
import { startOwnPage } from './ownPage'
import { api, clientNamed, liveObject, world } from './world'

const own = startOwnPage()
let browser: Browser
beforeAll(() => void ({ browser } = own))
beforeEach(() => browser.viewport(1280, 800))

const email = `person${Date.now()}@harbourmail.example`
const text = async (path: string) =>
  browser.driver.executeAsyncScript<string>(
    `const [path, done] = arguments; fetch(path).then((answer) => answer.text()).then(done)`,
    path,
  )

/** Sends something as a visitor does, through the widget's own door. */
async function send(words: string): Promise<void> {
  await own.studio()
  const { ref } = await liveObject(
    browser,
    await clientNamed(browser, 'Marlowick Bakery'),
    'chat',
    'page',
    {},
  )
  const x = `${world.delivery}/x/${ref}`
  const ticket: unknown = await (await fetch(`${x}/ticket`)).json()
  await asPeopleDo()
  const answer = await fetch(`${x}/say?key=${'0'.repeat(31)}1`, {
    method: 'POST',
    body: JSON.stringify({
      body: { talk: '1'.repeat(32), text: words, files: [], email },
      page: '',
      ticket,
      trap: '',
    }),
  })
  expect(answer.status).toBe(200)
}

test('the inbox as files, and a person’s data found, shown and deleted for good', async () => {
  await send('=1+1 and a loaf')
  const query = `state=all&words=${encodeURIComponent('and a loaf')}`
  expect(await text(`/inbox/export?${query}&as=csv`)).toContain(`'=1+1 and a loaf`)
  expect(JSON.parse(await text(`/inbox/export?${query}&as=json`))).toMatchObject([{ sender: email }])
  await browser.driver.get(`${world.studio}/inbox/person`)
  await browser.type('input[type=email]', email.toUpperCase())
  await browser.click(button('Find'))
  await browser.see('//a[contains(., "=1+1 and a loaf")]')
  expect(await violationsIn(browser)).toEqual([])
  await browser.click(button('Delete all of it …'))
  await browser.click(button('Delete for good'))
  await browser.see(`//p[contains(., "Nothing is kept of ${email}")]`)
  expect(JSON.parse(await text(`/inbox/export?${query}&as=json`))).toEqual([])
})

test('a webhook is added, shows its secret once, and is removed', async () => {
  await own.studio()
  const client = await clientNamed(browser, 'Marlowick Bakery')
  await browser.driver.get(`${world.studio}/clients/${client}`)
  await browser.click(button('Add a webhook'))
  await browser.type('input[type=url]', 'https://hooks.marlowick.example/inbox')
  await browser.click(button('Add'))
  const secret = await browser.see('textarea[aria-label=Secret]')
  expect(await secret.getAttribute('value')).toMatch(/^whsec_[\w+/]{43}=$/)
  expect(await violationsIn(browser)).toEqual([])
  await browser.driver.navigate().refresh()
  await browser.click('//button[starts-with(., "Deliveries")]')
  await browser.see('//p[contains(., "Nothing yet")]')
  await browser.click(button('Remove this webhook'))
  await browser.see('//p[contains(., "None. A webhook tells")]')
})

test('hours are set by days and times, and the widget says them', async () => {
  await own.studio()
  const client = await clientNamed(browser, 'Marlowick Bakery')
  const { id } = await api<{ id: string }>(browser, 'POST', `/clients/${client}/widgets`, {
    kind: 'chat',
    name: 'Hours',
    from: 'page',
  })
  await browser.driver.get(`${world.studio}/widgets/${id}`)
  await browser.click(button('Set hours'))
  for (const day of ['Saturday', 'Sunday']) await browser.click(`//button[contains(., "${day}")]`)
  await browser.driver.executeScript(
    `for (const [label, value] of [['From', '00:00'], ['Until', '00:00']]) {
      const field = document.querySelector('#field-chat-hours input[aria-label=' + label + ']')
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, value)
      field.dispatchEvent(new Event('input', { bubbles: true }))
    }`,
  )
  expect(await violationsIn(browser)).toEqual([])
  for (let tries = 0, said: unknown; JSON.stringify(said) !== '["Mo-Su 00:00-24:00"]'; tries += 1) {
    if (tries > 40) throw new Error(`the hours are ${JSON.stringify(said)}`)
    await new Promise((done) => setTimeout(done, 250))
    said = (await api<{ settings: Record<string, unknown> }>(browser, 'GET', `/widgets/${id}`)).settings[
      'chat.hours'
    ]
  }
})
