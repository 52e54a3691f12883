/** Reviews and a team, set up by hand as a designer would, then looked at live; and somebody's own page. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import { button, type Browser } from './browser'
import { openHosted } from './hosted'
import { root } from './inWidget'
import { signedIn, world } from './world'

let browser: Browser
beforeAll(async () => {
  browser = await signedIn()
})
afterAll(() => browser.close())

const step = (verb: string) => browser.click(`//nav[@aria-label="Steps"]//button[contains(., "${verb}")]`)
const live = (ref: string, width: number) => openHosted(browser, ref, width)
async function publishedRef(): Promise<string> {
  await browser.until<string>(
    `document.querySelector('header [role=status]')?.textContent`,
    (words) => words === 'Saved',
  )
  await step('Ship')
  await browser.click('//section[@aria-label="Publishing"]//button')
  await browser.see('//section[@aria-label="Releases"]//li[1][contains(., "live")]')
  const code = (await (await browser.see('textarea[aria-label="Snippet"]')).getAttribute('value')) ?? ''
  return /(?:data-yimble="|\/f\/)(\w+)/.exec(code)![1]!
}

describe.each([
  ['stars', 'Marlowick Bakery', 'Reviews', 'Wall', 'What people say', '[part=average]'],
  ['gigs', 'The Old Quay Music Hall', 'Events', 'A month on one sheet', 'What we play', '[part=sheet]'],
  ['our people', 'Juniper Lane Vets', 'Team', 'Portraits', 'The practice', '[part=days]'],
] as const)('a client asks for “%s”', (asked, client, kind, point, source, part) => {
  test('it is found, shows at once, and is live in both widths', async () => {
    await browser.viewport(1280, 800)
    await browser.driver.get(world.studio)
    await browser.click(`//a[contains(., "${client}")]`)
    await browser.click('//a[normalize-space()="New widget"]')
    await browser.type('input[type=search]', asked)
    await browser.until<string[]>(
      `[...document.querySelectorAll('main h2')].map((heading) => heading.textContent)`,
      (headings) => headings.join() === kind,
    )
    await browser.click(button(point))
    await browser.click(`//label[contains(., "${source}")]//input`)
    await browser.driver
      .switchTo()
      .frame(await browser.see('//section[contains(@aria-label, "on a computer")]//iframe'))
    await browser.until<number>(
      `document.querySelector('[data-stage]')?.shadowRoot?.querySelectorAll('${part}').length ?? 0`,
      (count) => count > 0,
    )
    await browser.driver.switchTo().defaultContent()
    const ref = await publishedRef()
    for (const width of [1280, 390]) {
      await live(ref, width)
      expect(
        await browser.driver.executeScript(`return ${root}.querySelectorAll('${part}').length`),
      ).toBeGreaterThan(0)
    }
    expect(await violationsIn(browser)).toEqual([])
  })
})

test('what the kind says is said in the client’s language, until the designer writes something of their own', async () => {
  await browser.viewport(1280, 800)
  await browser.driver.get(world.studio)
  await browser.click('//a[contains(., "Juniper Lane Vets, Arabic")]')
  await browser.click('//a[normalize-space()="What people say"]')
  await step('Arrange')
  const field = await browser.see('#field-heading-text')
  expect(await field.getAttribute('value')).toBe('ماذا يقول الناس')
  await browser.type('#field-heading-text', 'آراء')
  await browser.see('//button[contains(., "in the client’s language")]').catch(() => undefined)
  await browser.click('button[aria-label^="Undo"]')
  await browser.until<string>(
    `document.querySelector('#field-heading-text').value`,
    (value) => value === 'ماذا يقول الناس',
  )
})

test('a name leads to a page of its own, and back to everybody', async () => {
  const port = new URL(world.publisher).port
  await browser.driver.get(`http://127.0.0.18:${port}/`)
  await browser.until<string>(
    `document.querySelector('#portraits [data-yimble]')?.dataset.state`,
    (state) => state === 'ready',
  )
  const link = await browser.driver.executeScript<string>(
    `return [...document.querySelector('#portraits [data-yimble]').shadowRoot.querySelectorAll('[part=title] a')].find((one) => one.textContent.includes('Ines')).href`,
  )
  expect(link).toMatch(/\/h\/\w+\/\w+$/)
  for (const width of [1280, 390]) {
    await browser.viewport(width, 900)
    await browser.driver.get(link)
    await browser.until<string>(
      `document.querySelector('[data-yimble]')?.dataset.state`,
      (state) => state === 'ready',
    )
    expect(await browser.driver.getTitle()).toBe('Ines Hallam')
    const said = await browser.driver.executeScript<string>(`return ${root}.textContent`)
    for (const words of ['01632 960112', 'Runs the practice', 'Booster vaccination', 'hedgehogs.example'])
      expect(said).toContain(words)
    expect(await violationsIn(browser)).toEqual([])
    expect(
      await browser.driver.executeScript('return document.documentElement.scrollWidth - innerWidth'),
    ).toBeLessThanOrEqual(0)
  }
  await browser.driver.executeScript(`${root}.querySelector('.back a').click()`)
  await browser.until<number>(
    `document.querySelector('[data-yimble]')?.shadowRoot?.querySelectorAll('[part=card]').length ?? 0`,
    (count) => count === 6,
  )
  expect((await fetch(`${link}zz`)).status).toBe(404)
})

test('a page’s address and copied code become widgets by hand; copied code is taken apart', async () => {
  await browser.viewport(1280, 800)
  await browser.driver.get(world.studio)
  await browser.click('//a[contains(., "The Old Quay Music Hall")]')
  await browser.click('//a[normalize-space()="New widget"]')
  await browser.type('input[type=search]', 'copied code')
  await browser.click(button('One at full width'))
  await browser.type(
    'input[inputmode=url]',
    'http://127.0.0.23:4910/poll'.replace('4910', new URL(world.publisher).port),
  )
  await browser.click(button('Check address'))
  await browser.click(
    '//button[starts-with(normalize-space(), "Add") or normalize-space()="Use this source"]',
  )
  await browser.driver
    .switchTo()
    .frame(await browser.see('//section[contains(@aria-label, "on a computer")]//iframe'))
  await browser.until<string>(
    `document.querySelector('[data-stage]')?.shadowRoot?.querySelector('[data-embed]')?.dataset.embed ?? ''`,
    (url) => url.endsWith('/show/poll'),
  )
  await browser.driver.switchTo().defaultContent()
  await browser.type(
    'input[inputmode=url]',
    '<iframe src="https://elsewhere.example/1" title="Copied"></iframe><script>alert(1)</script>',
  )
  await browser.click(button('Check address'))
  // It is asked first, and called as the code calls itself.
  await browser.see('//div[@role="status"]/p[starts-with(., "Copied 20")]')
  await browser.click(button('Use this source'))
  await browser.see('//label[contains(., "Copied 20")]')
})
