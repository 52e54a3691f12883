/** A sign-up alive in a page: by keyboard, with the network away, under a strict policy, in a dialog; then mail, inbox, list. */
import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import { button, type Browser } from './browser'
import { alive, asPeopleDo, root, said } from './inWidget'
import { element, script, startOwnPage } from './ownPage'
import { api, clientNamed, liveObject, mailsTo, world } from './world'

const own = startOwnPage()
const { inPage, open, settled, studio } = own
let browser: Browser
beforeAll(() => void ({ browser } = own))
beforeEach(() => browser.viewport(1280, 800))

const press = (key: string) => browser.driver.actions().sendKeys(key).perform()
const keys = { enter: '\uE007', tab: '\uE004', space: ' ' } as const
let count = 0
const newAddress = () => `visitor.${Date.now()}.${(count += 1)}@post.example`

async function signup(settings: Record<string, unknown> = {}, from = 'line') {
  await studio()
  const client = await clientNamed(browser, 'Marlowick Bakery')
  const list = await api<{ id: string }>(browser, 'POST', `/clients/${client}/lists`, {
    name: `List ${Date.now()} ${(count += 1)}`,
  })
  const made = await liveObject(browser, client, 'signup', from, { list: list.id, ...settings })
  return { ...made, list: list.id }
}
const load = async (ref: string, policy: Record<string, string> = {}) => {
  await open(`<main><h1>Client</h1>${element(ref)}</main>${script}`, '', policy)
  await settled(1)
  await browser.until<boolean>(alive, Boolean)
}
const write = (address: string) =>
  inPage(
    `((field) => { field.focus(); field.value = ${JSON.stringify(address)}; field.dispatchEvent(new Event('input', { bubbles: true })) })(${root}.querySelector('[name=email]'))`,
  )

test('by keyboard: what is missing is said in place, what is sent reaches mailbox, list and inbox', async () => {
  const { ref, list } = await signup({}, 'form')
  await load(ref)
  expect(await violationsIn(browser)).toEqual([])
  await inPage(`${root}.querySelector('[name=email]').focus()`)
  await browser.driver.actions().sendKeys('nobody').sendKeys(keys.enter).perform()
  await browser.until<string>(said('fault'), (text) => text.includes('name@post.example'))
  expect(await inPage(`${root}.activeElement.name`)).toBe('email')
  expect(await inPage(`${root}.activeElement.getAttribute('aria-describedby')`)).toBe('email-fault')
  const address = newAddress()
  await inPage(`${root}.querySelector('[name=email]').select()`)
  await browser.driver.actions().sendKeys(address).perform()
  await press(keys.tab)
  await press(keys.tab)
  await press(keys.space)
  expect(await inPage(`${root}.querySelector('[name=consent]').checked`)).toBe(true)
  await asPeopleDo()
  await inPage(`${root}.querySelector('[name=email]').focus()`)
  await press(keys.enter)
  await browser.until<string>(said('thanks'), (text) => text.includes(address))
  expect(await inPage(`${root}.activeElement.getAttribute('part')`)).toBe('thanks')
  expect(await violationsIn(browser)).toEqual([])

  const [mail] = await mailsTo(address)
  expect(mail!.subject).toBe('Please confirm: letters from Marlowick Bakery')
  const [link] = /http\S+\/l\/[\w-]+/.exec(mail!.text)!
  await browser.driver.get(link)
  expect(await violationsIn(browser)).toEqual([])
  await browser.click('//button[contains(., "Yes, write to me")]')
  await browser.see('//h1[contains(., "You are on the list")]')

  await studio()
  const [subscriber] = await api<{ email: string; state: string; consent: string }[]>(
    browser,
    'GET',
    `/lists/${list}/subscribers`,
  )
  expect(subscriber).toMatchObject({ email: address, state: 'confirmed' })
  await browser.driver.get(`${world.studio}/inbox`)
  await browser.type('input[type=search]', address)
  await browser.see(`//article//dd[contains(., "${address}")]`)
  expect(await violationsIn(browser)).toEqual([])
  await inPage('document.activeElement.blur()')
  await press('e')
  await browser.see('//p[contains(., "Nothing here fits")]')
  await browser.click('//nav[@aria-label="Folders"]//button[starts-with(., "Done")]')
  await browser.see(`//article//dd[contains(., "${address}")]`)
})

describe('with the network away', () => {
  test('it says so, keeps it over a reload, and sends it once when there is one again', async () => {
    const { ref, list } = await signup()
    await load(ref)
    const address = newAddress()
    await write(address)
    await asPeopleDo()
    await browser.protocol('Network.enable')
    await browser.protocol('Network.setBlockedURLs', { urls: ['*/join*'] })
    await press(keys.enter)
    await browser.until<string>(said('note'), (text) => text.startsWith('Not sent yet'))
    expect(await inPage(`${root}.querySelector('[name=email]').value`)).toBe(address)
    await browser.driver.navigate().refresh()
    await settled(1)
    await browser.until<string>(said('note'), (text) => text.startsWith('Not sent yet'))
    await browser.protocol('Network.setBlockedURLs', { urls: [] })
    await inPage(`window.dispatchEvent(new Event('online'))`)
    await browser.until<string>(said('thanks'), (text) => text.includes(address))
    expect(await mailsTo(address)).toHaveLength(1)
    await studio()
    expect(await api(browser, 'GET', `/lists/${list}/subscribers`)).toMatchObject([{ email: address }])
  })
  test('what was typed survives a reload', async () => {
    const { ref } = await signup()
    await load(ref)
    await write('half.an.addr')
    await browser.driver.navigate().refresh()
    await browser.until<boolean>(alive, Boolean)
    await browser.until<string>(
      `${root}.querySelector('[name=email]').value`,
      (text) => text === 'half.an.addr',
    )
  })
})

test('a form that is not alive yet puts nothing into an address', async () => {
  const { ref } = await signup()
  await browser.protocol('Network.enable')
  await browser.protocol('Network.setBlockedURLs', { urls: ['*/c/islands*'] })
  try {
    await open(`<main><h1>Client</h1>${element(ref)}</main>${script}`)
    await settled(1)
    const before = await inPage<string>('location.href')
    await write(newAddress())
    await press(keys.enter)
    await new Promise((done) => setTimeout(done, 400))
    expect(await inPage('location.href')).toBe(before)
  } finally {
    await browser.protocol('Network.setBlockedURLs', { urls: [] })
  }
})

test('under a strict policy, in a dialog, on a phone, it is sent and nothing is refused', async () => {
  const { ref } = await signup({ 'opening.as': 'dialog', 'opening.title': 'Letters' }, 'form')
  const { delivery } = world
  await browser.viewport(390, 844, true)
  await browser.driver.manage().logs().get('browser')
  await open(`<main><h1>Client</h1>${element(ref)}</main>${script}`, '', {
    'content-security-policy': `default-src 'self'; script-src ${delivery}; connect-src ${delivery}; img-src ${delivery}; font-src ${delivery}; style-src 'self'; require-trusted-types-for 'script'; trusted-types yimble`,
  })
  await settled(1)
  await browser.until<boolean>(`Boolean(${root}.querySelector('[part=opener]:popover-open'))`, Boolean)
  await inPage(`${root}.querySelector('[part=opener]').click()`)
  await browser.until<boolean>(alive, Boolean)
  const address = newAddress()
  await write(address)
  await inPage(`${root}.querySelector('[name=consent]').click()`)
  await asPeopleDo()
  await inPage(`${root}.querySelector('[part=join]').click()`)
  await browser.until<string>(said('thanks'), (text) => text.includes(address))
  const logged = await browser.driver.manage().logs().get('browser')
  expect(
    logged.map((one) => one.message).filter((text) => /Content Security|Refused|violates/.test(text)),
  ).toEqual([])
})

test('frame and hosted page are alive, too', async () => {
  const { ref } = await signup()
  for (const form of ['f', 'h']) {
    await browser.driver.get(`${world.delivery}/${form}/${ref}`)
    await browser.until<boolean>(alive, Boolean)
    const address = newAddress()
    await write(address)
    await asPeopleDo()
    await press(keys.enter)
    await browser.until<string>(said('thanks'), (text) => text.includes(address))
  }
})

test('carried along to another service by hand, with how far it is and who was not taken', async () => {
  await studio()
  const client = await clientNamed(browser, 'Marlowick Bakery')
  const name = `Carried ${Date.now()}`
  const list = await api<{ id: string }>(browser, 'POST', `/clients/${client}/lists`, { name })
  const { ref } = await liveObject(browser, client, 'signup', 'line', { list: list.id })
  const addresses = [newAddress(), `x.${Date.now()}@nowhere.example`]
  for (const address of addresses) {
    await open(`<main><h1>Client</h1>${element(ref)}</main>${script}`)
    await settled(1)
    await browser.until<boolean>(alive, Boolean)
    await write(address)
    await asPeopleDo()
    await press(keys.enter)
    await browser.until<string>(said('thanks'), (text) => text.includes(address))
    const [mail] = await mailsTo(address)
    await fetch(/https?:\/\/\S+\/l\/[\w-]{43}/.exec(mail!.text)![0], { method: 'POST' })
  }
  await browser.viewport(1280, 800)
  await browser.driver.get(`${world.studio}/clients/${client}`)
  await browser.click(`//button[normalize-space() = "Where they go, of ${name}"]`)
  await browser.see('//*[@role="dialog"]//p[. = "Kept here only."]')
  expect(await violationsIn(browser)).toEqual([])
  await browser.click(
    '//*[@role="dialog"]//li[contains(., "Four times a year")]//button[. = "Carry them here"]',
  )
  await browser.see('//*[@role="status" and . = "1 carried along, 1 not taken."]', 20_000)
  await browser.click('//summary[. = "Who was not taken"]')
  await browser.see(`//li[. = "${addresses[1]}: mails to this address came back"]`)
  expect(await violationsIn(browser)).toEqual([])
  const service = `http://127.0.0.20:${process.env.YIMBLE_STANDINS_PORT}/`
  expect(await (await fetch(service)).text()).toContain(addresses[0])
  await browser.click(button('Keep them here only'))
  await browser.see('//*[@role="dialog"]//p[. = "Kept here only."]')
})
