/** The whole path of a designer, on a computer and on a phone: from an address to a live widget, and what follows. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { button, openBrowser, type Browser } from './browser'
import { paste, signIn, world } from './world'

const starting = (words: string) => `//button[starts-with(normalize-space(), "${words}")]`

describe.each([
  ['a computer', 1280, 800, false],
  ['a phone', 390, 844, true],
] as const)('on %s', (_name, width, height, mobile) => {
  let browser: Browser
  let benchUrl = ''
  let snippet = ''
  beforeAll(async () => {
    browser = await openBrowser()
    await browser.viewport(width, height, mobile)
  })
  afterAll(() => browser.close())

  const step = (verb: string) => browser.click(`//nav[@aria-label="Steps"]//button[contains(., "${verb}")]`)
  /** Runs a script in the stage's frame of one device. */
  async function onStage<T>(device: string, script: string, check: (value: T) => boolean): Promise<T> {
    const frame = await browser.see(`//section[contains(@aria-label, "on a ${device}")]//iframe`)
    await browser.driver.switchTo().frame(frame)
    try {
      return await browser.until<T>(script, check)
    } finally {
      await browser.driver.switchTo().defaultContent()
    }
  }
  const root = `document.querySelector('[data-stage]')?.shadowRoot`
  const titles = `[...(${root}?.querySelectorAll('[part=title]') ?? [])].map((title) => title.textContent)`
  const publish = async () => {
    await browser.until<string>(
      `document.querySelector('header [role=status]')?.textContent`,
      (words) => words === 'Saved',
    )
    await step('Ship')
    await browser.click('//section[@aria-label="Publishing"]//button')
    await browser.see('//section[@aria-label="Releases"]//li[1][contains(., "live")]')
    await browser.see('//header//button[normalize-space()="Published"]')
  }
  async function live<T>(script: string, check: (value: T) => boolean): Promise<T> {
    const end = Date.now() + 15_000
    for (;;) {
      await browser.protocol('Network.clearBrowserCache')
      await browser.driver.get(`${world.kiln}/`)
      try {
        return await browser.until<T>(script, check, 2_000)
      } catch (error) {
        if (Date.now() > end) throw error
      }
    }
  }
  const liveRoot = `document.querySelector('#journal [data-yimble]')?.shadowRoot`

  test('signs in, opens a client, starts a widget', async () => {
    await signIn(browser)
    await browser.click('//a[contains(., "Juniper Lane Vets")]')
    await browser.click('//a[normalize-space()="New widget"]')
    await browser.click(button('Picture cards'))
    await browser.see('//label[contains(., "Paste an address")]')
    benchUrl = await browser.driver.getCurrentUrl()
  })

  test('pastes an address without scheme, sees what is there, takes it', async () => {
    await browser.type(
      '//input[@placeholder="example.org/feed.xml"]',
      `${world.publisher.slice('http://'.length)}/nursery/feed.json${mobile ? '?phone' : ''}`,
    )
    await browser.click(button('Check address'))
    await browser.see('//*[@role="status"][contains(., "6 entries")]')
    await browser.click(button('Use this source'))
    await browser.see('//nav[@aria-label="Steps"]//button[contains(., "6 items · 1 source")]')
  })

  test('sees the entries at all three widths, on a neutral page and then in the client’s own', async () => {
    for (const device of ['computer', 'tablet', 'phone'])
      await onStage<string[]>(device, titles, (found) => found.length === 6)
    await step('Place')
    const address = '//input[@placeholder="client-site.example"]'
    await browser.click(button('Add a page'))
    await browser.type(address, world.kiln.slice('http://'.length))
    await browser.click(button('Add page'))
    // The client may have this page already, with the same places: it is the one that is added which is chosen from.
    await browser.until<boolean>(
      `document.querySelector('input[placeholder="client-site.example"]') === null`,
      Boolean,
    )
    await browser.see('//select[@id="place-slot"]/option[contains(., "Journal")]')
    // A busy machine may draw the list anew while it is chosen from: as people do, it is chosen again then.
    await browser.until<boolean>(
      `(() => {
        const select = document.querySelector('#place-slot')
        const { value } = [...select.options].find((one) => one.textContent.includes('Journal'))
        if (select.value === value) return true
        Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(select, value)
        select.dispatchEvent(new Event('change', { bubbles: true }))
        return false
      })()`,
      Boolean,
    )
    for (const device of ['computer', 'tablet', 'phone'])
      await onStage<string>(
        device,
        `document.querySelector('#journal [data-stage]') ? document.querySelector('h1').textContent : ''`,
        (heading) => heading === 'Pots from the marsh road',
      )
  })

  test('sets rules and sees the counts follow', async () => {
    await step('Sift')
    await browser.type('#field-rules-without', 'compost\n')
    await browser.see('//*[@role="status"]//li[contains(., "compost")][contains(., "5 left")]')
    await browser.see('//nav[@aria-label="Steps"]//button[contains(., "5 left")]')
    const found = await onStage<string[]>('computer', titles, (all) => all.length === 5)
    expect(found.join()).not.toContain('compost')
  })

  test('changes layout and colour; the stage follows with nothing saved by hand', async () => {
    await step('Arrange')
    await browser.click('//label[normalize-space()="Narrow column"]')
    await onStage<boolean>('computer', `Boolean(${root}?.querySelector('ul.column'))`, Boolean)
    await step('Dress')
    await browser.type('#field-look-title', '#aa2200')
    await onStage<string>(
      'phone',
      `getComputedStyle(${root}?.querySelector('[part=title]')).color`,
      (colour) => colour === 'rgb(170, 34, 0)',
    )
  })

  test('undoes and redoes', async () => {
    await browser.click('button[aria-label^="Undo"]')
    await onStage<string>(
      'computer',
      `getComputedStyle(${root}?.querySelector('[part=title]')).color`,
      (colour) => colour !== 'rgb(170, 34, 0)',
    )
    await browser.click('button[aria-label^="Redo"]')
    await onStage<string>(
      'computer',
      `getComputedStyle(${root}?.querySelector('[part=title]')).color`,
      (colour) => colour === 'rgb(170, 34, 0)',
    )
  })

  test('publishes and copies the snippet', async () => {
    await publish()
    const field = await browser.see('textarea[aria-label="Snippet"]')
    snippet = (await field.getAttribute('value')) ?? ''
    expect(snippet).toMatch(/^<yimble-widget data-yimble="[a-z0-9]{8}" style="display:block;min-height:/)
    await browser.click('//button[contains(., "Copy snippet")]')
    await browser.see('//button[contains(., "Copied") or contains(., "Selected")]')
    expect(
      await browser.driver.executeScript(
        'const field = document.querySelector("textarea[aria-label=Snippet]"); return field.selectionEnd - field.selectionStart',
      ),
    ).toBe(snippet.length)
  })

  test('pastes it into the client’s site and sees it live, on both kinds of screen', async () => {
    await paste(browser, world.kiln, 'journal', snippet)
    for (const [wide, high, isPhone] of [
      [1280, 800, false],
      [390, 844, true],
    ] as const) {
      await browser.viewport(wide, high, isPhone)
      const found = await live<{ count: number; colour: string; over: number }>(
        `(() => { const root = ${liveRoot}; return root?.querySelector('[part=title]') ? { count: root.querySelectorAll('[part=card]').length, colour: getComputedStyle(root.querySelector('[part=title]')).color, over: document.documentElement.scrollWidth - innerWidth } : { count: 0 } })()`,
        ({ count }) => count === 5,
      )
      expect(found).toEqual({ count: 5, colour: 'rgb(170, 34, 0)', over: 0 })
    }
    await browser.viewport(width, height, mobile)
  })

  test('is told that the page has been seen', async () => {
    await browser.driver.get(benchUrl)
    await step('Ship')
    await browser.see(
      `//section[@aria-label="Seen on"]//li[contains(., "${world.kiln}")][contains(., "px wide")]`,
      15_000,
    )
  })

  test('changes a colour and publishes again: the live page follows, nothing is pasted', async () => {
    await step('Dress')
    await browser.type('#field-look-title', '#0044aa')
    await publish()
    await live<string>(
      `${liveRoot}?.querySelector('[part=title]') ? getComputedStyle(${liveRoot}.querySelector('[part=title]')).color : ''`,
      (colour) => colour === 'rgb(0, 68, 170)',
    )
  })

  test('goes back to the earlier release', async () => {
    await browser.driver.get(benchUrl)
    await step('Ship')
    await browser.click(button('Make live again'))
    await browser.see('//section[@aria-label="Releases"]//li[contains(., "Release 1")][contains(., "live")]')
    await live<string>(
      `${liveRoot}?.querySelector('[part=title]') ? getComputedStyle(${liveRoot}.querySelector('[part=title]')).color : ''`,
      (colour) => colour === 'rgb(170, 34, 0)',
    )
  })

  test('switches it off and on; off, it takes no room', async () => {
    await browser.driver.get(benchUrl)
    await step('Ship')
    await browser.see('section[aria-label=Snippet] textarea') // until it is there, what is below it moves
    await browser.click(button('Switch off'))
    await browser.click(`//*[@role="dialog"]${button('Switch off')}`)
    await browser.see(button('Switch on'))
    await live<number>(
      `document.querySelector('#journal [data-state=off]')?.getBoundingClientRect().height ?? -1`,
      (size) => size === 0,
    )
    await browser.driver.get(benchUrl)
    await step('Ship')
    await browser.see('section[aria-label=Snippet] textarea') // until it is there, what is below it moves
    // By key: at the page's end, the emulated phone shifts its view, and a click lands beside the button.
    await (await browser.see(button('Switch on'))).sendKeys('\uE007')
    await browser.see(button('Switch off'))
    await live<string[]>(
      `[document.querySelector('#journal [data-yimble]')?.dataset.state]`,
      ([state]) => state === 'ready',
    )
  })

  test('deletes it, is told where it is live, and takes that back', async () => {
    await browser.driver.get(`${world.studio}/`)
    await browser.click('//a[contains(., "Juniper Lane Vets")]')
    await browser.click('(//button[starts-with(@aria-label, "More for Picture cards")])[1]')
    await browser.click('//*[@role="menuitem"][normalize-space()="Delete"]')
    await browser.see(`//*[@role="dialog"]//li[contains(., "${world.kiln}")]`)
    await browser.click('//*[@role="dialog"]//button[normalize-space()="Delete"]')
    await browser.see('//*[contains(text(), "is deleted")]')
    await browser.click(starting('Undo'))
    await browser.see('//a[contains(., "Picture cards")]')
  })
})
