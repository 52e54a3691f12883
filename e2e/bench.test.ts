/** Around the path: bad input at every door keeps what was typed, two designers lose nothing, sessions end kindly. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { button, type Browser } from './browser'
import { api, clientNamed, liveWidget, signedIn, signIn, world } from './world'

let browser: Browser
let client = ''
beforeAll(async () => {
  browser = await signedIn()
  client = await clientNamed(browser, 'The Old Quay Music Hall')
})
afterAll(() => browser.close())

const saved = (who = browser) =>
  who.until<string>(
    `document.querySelector('header [role=status]')?.textContent`,
    (words) => words === 'Saved',
  )
const openBench = async (id: string, key: string, who = browser) => {
  await who.driver.get(`${world.studio}/widgets/${id}`)
  await who.see('//button[@aria-current="step"]')
  await who.click(`//nav[@aria-label="Steps"]//button[@aria-keyshortcuts="${key}"]`)
}

describe('a wrong address', () => {
  const field = '//input[@placeholder="example.org/feed.xml"]'
  let id = ''
  beforeAll(async () => {
    id = (
      await api<{ id: string }>(browser, 'POST', `/clients/${client}/widgets`, {
        kind: 'feed',
        name: 'Empty one',
      })
    ).id
    await openBench(id, '1')
  })
  test.each([
    ['', 'Paste the address of a feed first.'],
    ['two words', '“two words” cannot be an address.'],
    ['ftp://x.example/feed', 'only http and https addresses can be read.'],
    ['nobody.invalid/feed', 'The host nobody.invalid was not found.'],
    [`${world.publisher}/quay/atom.xml?gone`, 'is gone for good'],
    [`${world.publisher}/quay/atom.xml?closed`, 'Whoever runs it has to open it to the public.'],
    [`${world.kiln}/`, 'is a web page and announces no feed.'],
    ['http://10.0.0.1/feed', 'leads to a private or special network'],
  ])('%p is told in plain words, and stays in the field', async (address, sentence) => {
    const input = await browser.see(field)
    await browser.driver.executeScript(
      `const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set; set.call(arguments[0], arguments[1]); arguments[0].dispatchEvent(new Event('input', { bubbles: true }))`,
      input,
      address,
    )
    await browser.click(button('Check address'))
    await browser.see(`//*[@role="alert"][contains(., "${sentence}")]`, 30_000)
    expect(await (await browser.see(field)).getAttribute('value')).toBe(address)
  })
  test('the page of a publisher leads to the feed that it announces', async () => {
    await browser.type(field, `${world.publisher}/nursery/`)
    await browser.click(button('Check address'))
    await browser.see('//*[@role="status"][contains(., "It announces a feed")]')
    await browser.click(button('Add'))
    await browser.see('//nav[@aria-label="Steps"]//button[contains(., "6 items · 1 source")]')
  })
  test('a broken feed is read as far as it goes, and what is wrong is said', async () => {
    await browser.type(field, `${world.publisher}/workshop/rss.xml?broken`)
    await browser.click(button('Check address'))
    await browser.see('//*[contains(., "not right in it")][contains(., "never closed")]')
  })
  test('a page that can’t be fetched for the stage is told, and its address stays', async () => {
    await browser.click('//nav[@aria-label="Steps"]//button[@aria-keyshortcuts="5"]')
    await browser.click(button('Add a page'))
    await browser.type('//input[@placeholder="client-site.example"]', `${world.kiln}/nowhere`)
    await browser.click(button('Add page'))
    await browser.see('//*[@role="alert"][contains(., "answered 404 (not found)")]')
    expect(
      await (await browser.see('//input[@placeholder="client-site.example"]')).getAttribute('value'),
    ).toBe(`${world.kiln}/nowhere`)
  })
})

describe('a wrong value', () => {
  test('stays in its field, is told, and changes nothing', async () => {
    const { id } = await api<{ id: string }>(browser, 'POST', `/clients/${client}/widgets`, {
      kind: 'feed',
      name: 'Values',
    })
    await openBench(id, '4')
    await browser.type('#field-look-accent', 'blue')
    await browser.see('//*[@role="alert"][contains(., "A colour is written like #2f5d50.")]')
    await browser.type('#field-look-textSize', '900')
    await browser.see('//*[@role="alert"][contains(., "From 12 to 24")]')
    expect(await (await browser.see('#field-look-textSize')).getAttribute('value')).toBe('900')
    const { settings } = await api<{ settings: Record<string, unknown> }>(browser, 'GET', `/widgets/${id}`)
    expect([settings['look.accent'], settings['look.textSize']]).toEqual([{ link: 'color.accent' }, 16])
  })
})

describe('deciding item by item', () => {
  test('a hidden entry leaves the stage, the counts and the live page; undo brings it back', async () => {
    const { id, ref } = await liveWidget(browser, 'The Old Quay Music Hall', {}, 'list')
    await openBench(id, '2')
    const row = '(//section[@aria-label="Entries one by one"]//li)[1]'
    const title = await (await browser.see(`${row}//p`)).getText()
    await browser.click(`${row}//button[normalize-space()="Hide"]`)
    await browser.see('//*[@role="status"]//li[contains(., "Hidden one by one: 1")]')
    const live = async () => (await fetch(`${world.delivery}/w/${ref}.json`)).text()
    expect(await live()).not.toContain(title)
    await browser.click(button('Undo'))
    await browser.see(`${row}//button[normalize-space()="Hide"]`)
    expect(await live()).toContain(title)
  })
})

describe('a click on the stage', () => {
  test('opens the control of exactly that part', async () => {
    const { id } = await liveWidget(
      browser,
      'The Old Quay Music Hall',
      { 'heading.text': 'Click me' },
      'list',
    )
    await openBench(id, '1')
    await browser.driver
      .switchTo()
      .frame(await browser.see('//section[contains(@aria-label, "on a computer")]//iframe'))
    await browser.until<boolean>(
      `Boolean(document.querySelector('[data-stage]')?.shadowRoot?.querySelector('[part=heading]'))`,
      Boolean,
    )
    await browser.driver.executeScript(
      `document.querySelector('[data-stage]').shadowRoot.querySelector('[part=heading]').click()`,
    )
    await browser.driver.switchTo().defaultContent()
    await browser.until<string>('document.activeElement?.id', (focused) => focused === 'field-heading-text')
  })
})

describe('the ruler', () => {
  test('gives the widget any width, and takes it back', async () => {
    const { id } = await liveWidget(browser, 'The Old Quay Music Hall', {}, 'cards')
    await openBench(id, '3')
    const width = async (check: (px: number) => boolean) => {
      await browser.driver
        .switchTo()
        .frame(await browser.see('//section[contains(@aria-label, "on a computer")]//iframe'))
      const found = await browser.until<number>(
        `Math.round(document.querySelector('[data-stage]')?.getBoundingClientRect().width ?? 0)`,
        check,
      )
      await browser.driver.switchTo().defaultContent()
      return found
    }
    const before = await width((px) => px > 0)
    await browser.driver.executeScript(
      `const ruler = document.querySelector('#ruler'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(ruler, '320'); ruler.dispatchEvent(new Event('input', { bubbles: true }))`,
    )
    await width((px) => px === 320)
    await browser.click(button('Reset width'))
    await width((px) => px === before)
  })
})

describe('two designers on one draft', () => {
  test('different settings merge, the same one asks; nobody loses anything', async () => {
    const { id } = await api<{ id: string }>(browser, 'POST', `/clients/${client}/widgets`, {
      kind: 'feed',
      name: 'Shared',
    })
    const { openBrowser } = await import('./browser')
    const other = await openBrowser()
    try {
      await signIn(other, 'colleague@fernhollow.example')
      await openBench(id, '4')
      await openBench(id, '4', other)
      await browser.type('#field-look-border', '3')
      await saved()
      await other.type('#field-look-spacing', '30')
      await saved(other)
      await other.see('//*[contains(text(), "Robin Fernhollow changed: Shape: Thickness of lines")]')
      await other.until<string>(
        `document.querySelector('#field-look-border').value`,
        (value) => value === '3',
      )

      // What the one sets, the other does not hear of before setting it, too.
      await other.protocol('Network.enable')
      await other.protocol('Network.setBlockedURLs', { urls: ['*/here'] })
      await browser.type('#field-look-textSize', '20')
      await saved()
      await other.type('#field-look-textSize', '13')
      await other.see(
        '//*[@role="dialog"][contains(., "was changed to “20 px” by Robin Fernhollow while you set it to “13 px”")]',
      )
      await other.click(button('Keep mine: 13 px'))
      await saved(other)
    } finally {
      await other.close()
    }
    const { settings } = await api<{ settings: Record<string, unknown> }>(browser, 'GET', `/widgets/${id}`)
    expect([settings['look.border'], settings['look.spacing'], settings['look.textSize']]).toEqual([
      3, 30, 13,
    ])
  })
})

describe('a session', () => {
  test('that ends in the middle of work is begun again over it, and the work is saved', async () => {
    const { id } = await api<{ id: string }>(browser, 'POST', `/clients/${client}/widgets`, {
      kind: 'feed',
      name: 'Interrupted',
    })
    await openBench(id, '3')
    await browser.protocol('Network.clearBrowserCookies')
    await browser.type('#field-heading-text', 'Typed while signed out')
    await browser.see('//*[@role="dialog"][contains(., "Sign in again")]')
    await browser.type('//*[@role="dialog"]//input[@name="email"]', 'designer@fernhollow.example')
    await browser.type('//*[@role="dialog"]//input[@name="password"]', 'fernhollow')
    await browser.click('//*[@role="dialog"]//button[@type="submit"]')
    await saved()
    expect(
      (await api<{ settings: Record<string, unknown> }>(browser, 'GET', `/widgets/${id}`)).settings[
        'heading.text'
      ],
    ).toBe('Typed while signed out')
  })
  test('can be refused with a sentence, and what was typed stays', async () => {
    await browser.protocol('Network.clearBrowserCookies')
    await browser.driver.get(`${world.studio}/clients/${client}`)
    expect(await browser.driver.getCurrentUrl()).toContain(`/sign-in?next=%2Fclients%2F${client}`)
    await browser.type('input[name=email]', 'designer@fernhollow.example')
    await browser.type('input[name=password]', 'wrong')
    await browser.click('button[type=submit]')
    await browser.see('//*[@role="alert"][contains(., "do not go together")]')
    expect(await (await browser.see('input[name=email]')).getAttribute('value')).toBe(
      'designer@fernhollow.example',
    )
    await browser.type('input[name=password]', 'fernhollow')
    await browser.click('button[type=submit]')
    await browser.see('//h1[normalize-space()="The Old Quay Music Hall"]')
  })
})

test('another agency sees nothing of it', async () => {
  const { openBrowser } = await import('./browser')
  const stranger = await openBrowser()
  try {
    await signIn(stranger, 'designer@brackenridge.example', 'brackenridge')
    expect(await (await stranger.see('main')).getText()).not.toContain('Old Quay')
    await stranger.driver.get(`${world.studio}/clients/${client}`)
    await stranger.see('//h1[contains(., "There is nothing at this address")]')
  } finally {
    await stranger.close()
  }
})
