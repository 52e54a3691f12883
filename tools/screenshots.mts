/**
 * Takes the pictures in docs/screenshots/ anew, from a demo that runs and that nobody has changed:
 * `./yimble demo --fresh`, then `npx tsx tools/screenshots.mts`, with names to take only those.
 */
import { writeFileSync } from 'node:fs'
import { openBrowser } from '../e2e/browser'

const sites = 4330
process.env.YIMBLE_STUDIO_URL ??= 'http://127.0.0.1:4310'
process.env.YIMBLE_DELIVERY_URL ??= 'http://127.0.0.2:4320'
process.env.YIMBLE_STANDINS_PORT ??= String(sites)
process.env.YIMBLE_STANDINS_CALENDARS ??= `http://127.0.0.8:${sites}`
// Its addresses are read when it is loaded.
const { api, clientNamed, signIn, world } = await import('../e2e/world')
const { studio } = world

const browser = await openBrowser()
const { driver } = browser
/** Pictures, fonts and what is asked for come, and a page comes to rest. */
const rest = () => new Promise((done) => setTimeout(done, 2_500))
const site = (host: number, path: string) => driver.get(`http://127.0.0.${host}:${sites}${path}`)
const named = async (client: string, list: string, name: string): Promise<string> => {
  await driver.get(`${studio}/account`)
  const all = await api<{ id: string; name: string }[]>(
    browser,
    'GET',
    `/clients/${await clientNamed(browser, client)}/${list}`,
  )
  return all.find((one) => one.name === name)!.id
}
const show = async (client: string, list: string, name: string, path = '') =>
  driver.get(`${studio}/${list}/${await named(client, list, name)}${path}`)
const bench = async (client: string, name: string, step: string) => {
  await show(client, 'widgets', name)
  await browser.click(`//nav[@aria-label="Steps"]//button[contains(., "${step}")]`)
}
const client = async (name: string, path: string) => {
  await driver.get(`${studio}/account`)
  await driver.get(`${studio}/clients/${await clientNamed(browser, name)}${path}`)
}
/** Runs in each widget of the page, as a visitor would act. */
const inWidgets = (script: string) =>
  driver.executeScript(
    `for (const { shadowRoot: root } of document.querySelectorAll('[data-yimble]')) { const find = (selector) => root?.querySelector(selector)
     const type = (selector, text) => { const field = find(selector); if (field) { field.value = text; field.dispatchEvent(new Event('input', { bubbles: true })) } }
     ${script} }`,
  )

const views: Readonly<Record<string, () => Promise<unknown>>> = {
  bench: () => bench('Kiln & Tide', 'From the shelves', 'Arrange'),
  sift: () => bench('Marlowick Bakery', 'What people say', 'Sift'),
  dress: () => bench('Marlowick Bakery', 'Letters on Thursdays', 'Dress'),
  place: () => bench('Marlowick Bakery', 'Ask the counter', 'Place'),
  ship: () => bench('The Old Quay Music Hall', 'The month on one sheet', 'Ship'),
  table: () => show('Marlowick Bakery', 'widgets', 'What people say', '/table'),
  client: () => client('Marlowick Bakery', ''),
  brand: () => client('Marlowick Bakery', '/brand'),
  async 'new-widget'() {
    await client('Juniper Lane Vets', '/new')
    await browser.type('input[type=search]', 'stars')
  },
  form: () => show('Juniper Lane Vets', 'forms', 'Questions'),
  diary: () => show('Juniper Lane Vets', 'calendars', 'Visits'),
  switchboard: () => show('Juniper Lane Vets', 'switchboards', 'The practice'),
  inbox: () => driver.get(`${studio}/inbox`),
  'live-reviews': () => site(17, '/reviews'),
  'live-search': () => site(7, '/plants'),
  'live-arabic': () => site(18, '/ar'),
  async 'live-events'() {
    await site(6, '/')
    await rest()
    await driver.executeScript(`document.querySelector('iframe').scrollIntoView(); scrollBy(0, -60)`)
  },
  async 'live-ring'() {
    await site(18, '/')
    await rest()
    await inWidgets(`type('[name=number]', '07700 900318'); type('[name=name]', 'Isolde Marlow')`)
    await rest()
    await inWidgets(`if (find('[name=number]')) find('[part=ring]').click()`)
  },
  async talk() {
    await site(17, '/')
    await rest()
    await inWidgets(`if (find('dialog')?.textContent.includes('counter')) find('[part=opener]').click()`)
    await rest()
    await inWidgets(
      `type('[type=email]', 'isolde@post.example'); type('textarea', 'Is any rye left? I come by at four.')`,
    )
    await rest()
    await inWidgets(`if (find('textarea')) find('[part=send]')?.click()`)
  },
}

const wanted = process.argv.slice(2)
try {
  await signIn(browser)
  for (const [name, open] of Object.entries(views)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue
    await browser.viewport(1280, 800)
    await open()
    await rest()
    writeFileSync(`docs/screenshots/${name}.png`, await browser.shot())
    process.stdout.write(`${name}\n`)
  }
} finally {
  await browser.close()
}
