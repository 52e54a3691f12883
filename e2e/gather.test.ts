/** Everything that can come in, and what may be shown: accounts, directories, files, the sorting table. */
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import sharp from 'sharp'
import { violationsIn } from './axe'
import { button, openBrowser, type Browser } from './browser'
import { api, clientNamed, signedIn, world, publishNow } from './world'

let browser: Browser
let client = ''
beforeAll(async () => {
  browser = await signedIn()
  client = await clientNamed(browser, 'Juniper Lane Vets')
})
afterAll(() => browser.close())

const use = (words: string) => `//button[@aria-label="Use “${words}”"]`
const newBench = async (name: string) => {
  const widget = await api<{ id: string; ref: string }>(browser, 'POST', `/clients/${client}/widgets`, {
    kind: 'feed',
    name,
  })
  await browser.driver.get(`${world.studio}/widgets/${widget.id}`)
  await browser.see('//h3[contains(., "Or read it from")]')
  return widget
}
const liveText = async (ref: string) =>
  (await fetch(`${world.delivery}/w/${ref}.json`, { cache: 'no-store' })).text()
const untilLive = async (ref: string, check: (text: string) => boolean) => {
  const end = Date.now() + 20_000
  while (!check(await liveText(ref))) {
    if (Date.now() > end) throw new Error('it never came about')
    await new Promise((done) => setTimeout(done, 200))
  }
}

describe('an account elsewhere', () => {
  test('is connected by signing in there; its posts come, those for friends do not', async () => {
    const { id } = await newBench('From the network')
    await browser.click('//button[contains(., "Lumenfold")]')
    await browser.click(button('Sign in at Lumenfold'))
    await browser.type('input[name=password]', 'wrong')
    await browser.click(button('Sign in'))
    await browser.see('//*[@role="alert"][contains(., "not right")]')
    await browser.type('input[name=password]', 'lumen')
    await browser.click(button('Sign in'))
    await browser.click(button('Allow'))
    await browser.click(use('Posts about #bread'))
    await browser.see(
      '//nav[@aria-label="Steps"]//button[contains(., "items · 1 source")][not(contains(., " 0 items"))]',
    )
    await browser.see('//li[contains(., "private, left out")]')
    const table = await api<{ rows: { closedBecause: string | null; item: { text: string } }[] }>(
      browser,
      'GET',
      `/widgets/${id}/table`,
    )
    expect(table.rows.some((row) => row.closedBecause === 'the post is for friends only')).toBe(true)
  })
  test('of several accounts each can be chosen, and says what is in use', async () => {
    await newBench('Another account')
    await browser.click('//button[contains(., "Lumenfold")]')
    await browser.click(button('Another account'))
    await browser.see('select[name=account]')
    await browser.driver.executeScript(
      `document.querySelector('select[name=account]').value = 'kiln.and.tide'`,
    )
    await browser.type('input[name=password]', 'lumen')
    await browser.click(button('Sign in'))
    await browser.click(button('Allow'))
    await browser.click(use('Posts by kiln.and.tide'))
    await browser.see('//li[contains(., "Posts by kiln.and.tide")][contains(., "In use")]')
    const select = `[...document.querySelectorAll('label')].find((one) => one.textContent.startsWith('As'))?.querySelector('select')`
    expect(
      await browser.driver.executeScript(`return [...${select}.options].map((one) => one.textContent)`),
    ).toEqual(['marlowick.bakery', 'kiln.and.tide'])
    await browser.driver.executeScript(
      `const select = ${select}; Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(select, select.options[0].value); select.dispatchEvent(new Event('change', { bubbles: true }))`,
    )
    await browser.see(
      '//h4[.="This account"]/following-sibling::ul/li[contains(., "Posts by marlowick.bakery")]',
    )
  })
  test('an owner who refuses brings a sentence, and nothing else', async () => {
    await newBench('Refused')
    await browser.click('//button[contains(., "Lumenfold")]')
    await browser.click(button('Another account'))
    await browser.type('input[name=password]', 'lumen')
    await browser.click(button('Sign in'))
    await browser.click(button('Refuse'))
    await browser.see('//*[contains(., "did not allow it")]')
  })
})

describe('a directory of reviews', () => {
  test('a business is searched and picked; 640 reviews come in while the designer is elsewhere', async () => {
    const { id } = await newBench('Opinions')
    await browser.click('//button[contains(., "County Opinions")]')
    await browser.type('//label[contains(., "Name of the business")]/following::input[1]', 'marlowick')
    await browser.type('//label[normalize-space()="Place"]/following::input[1]', 'marlowick')
    await browser.click(button('Search'))
    await browser.click(use('Marlowick Bakery'))
    await browser.see(
      '//*[@role="status"][contains(., "read in") or contains(., "Reading it in")] | //nav//button[contains(., "640 items")]',
    )
    await browser.driver.get(`${world.studio}/account`)
    await browser.driver.get(`${world.studio}/widgets/${id}`)
    await browser.see('//nav[@aria-label="Steps"]//button[contains(., "640 items")]', 30_000)
  })
  test('a rule that hides bad ones says what that does to the average', async () => {
    await browser.driver.actions().sendKeys('2').perform()
    await browser.driver.executeScript(
      `const select = document.querySelector('#field-rules-tree'); Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(select, 'Stars'); select.dispatchEvent(new Event('change', { bubbles: true }))`,
    )
    await browser.click('//button[@aria-label="Add a rule: add"]')
    await browser.see(
      '//*[@role="status"]//li[contains(., "With at least 4 stars")][contains(., "574 left")]',
    )
    await browser.click('//button[@aria-label="Exclude: With at least 4 stars"]')
    await browser.see(
      '//*[@role="status"]//li[contains(., "Not: with at least 4 stars")][contains(., "66 left")]',
    )
    await browser.click('//button[@aria-label="Exclude: With at least 4 stars"]')
    await browser.see(
      '//*[contains(., "66 of 640 reviews are left out") and contains(., "stays that of all 640")]',
    )
  })
})

test('rooms: what the public can’t enter never shows, anywhere', async () => {
  const { id, ref } = await newBench('Rooms')
  await browser.click('//button[contains(., "Hearthroom")]')
  await browser.click(use('Rooms of Old Quay listeners'))
  await browser.see('//nav[@aria-label="Steps"]//button[contains(., "4 items · 1 source")]', 30_000)
  await browser.until<string>(
    `document.querySelector('header [role=status]')?.textContent`,
    (words) => words === 'Saved',
  )
  await browser.driver.actions().sendKeys('6').perform()
  await browser.see('//*[contains(., "4 entries become public for the first time")]')
  await browser.click('//section[@aria-label="Publishing"]//button')
  await untilLive(ref, (text) => text.includes('The Fiddle Room'))
  const text = await liveText(ref)
  for (const closed of ['Committee', 'Stewards']) expect(text).not.toContain(closed)
  await browser.driver.get(`${world.studio}/widgets/${id}/table`)
  await browser.see('//div[@role="row"][contains(., "Committee")][contains(., "the room is marked private")]')
})

describe('a source with a hub', () => {
  test('is live with its news though nobody asks for them', async () => {
    const quay = await clientNamed(browser, 'The Old Quay Music Hall')
    const widgets = await api<{ ref: string; name: string }[]>(browser, 'GET', `/clients/${quay}/widgets`)
    const sources = await api<{ id: string; label: string; hub: { state: string } | null; nextAt: string }[]>(
      browser,
      'GET',
      `/clients/${quay}/sources`,
    )
    const news = sources.find((one) => one.label === 'Old Quay news')!
    expect([news.hub?.state, Date.parse(news.nextAt) - Date.now() > 5 * 60_000]).toEqual(['confirmed', true])
    await fetch(`${world.publisher}/control?feed=quay&add=A+bell+for+the+fog`)
    await untilLive(widgets.find((one) => one.name === 'Hall news')!.ref, (text) =>
      text.includes('A bell for the fog'),
    )
    await browser.driver.get(`${world.studio}/sources/${news.id}`)
    await browser.see('//p[contains(., "tells of news at once")]')
  })
})

describe('somebody else’s account', () => {
  test('is connected by its owner: by a link, in a browser that knows nothing of the studio', async () => {
    const other = await clientNamed(browser, 'The Old Quay Music Hall')
    const { id } = await api<{ id: string }>(browser, 'POST', `/clients/${other}/widgets`, {
      kind: 'feed',
      name: 'Theirs',
    })
    await browser.driver.get(`${world.studio}/widgets/${id}`)
    await browser.click('//button[contains(., "Lumenfold")]')
    await browser.click(button('Ask whoever has the account'))
    const request = await (await browser.see('//textarea[@aria-label="The request"]')).getAttribute('value')
    const link = /http\S+\/connect\/\S+/.exec(request!)![0]
    const owner = await openBrowser()
    try {
      await owner.driver.get(link)
      await owner.see('//h1[contains(., "Fernhollow asks you to connect your account at Lumenfold")]')
      expect(await violationsIn(owner)).toEqual([])
      await owner.click(button('Sign in at Lumenfold'))
      await owner.type('input[name=password]', 'lumen')
      await owner.click(button('Sign in'))
      await owner.click(button('Allow'))
      await owner.see('//h1[contains(., "Connected")]')
      await owner.driver.get(link)
      await owner.see('//*[@role="alert"][contains(., "was used already")]')
    } finally {
      await owner.close()
    }
    await browser.driver.get(`${world.studio}/widgets/${id}`)
    await browser.click('//button[contains(., "Lumenfold")]')
    await browser.see(`//h4[normalize-space()="This account"]`)
  })
})

describe('a table', () => {
  let widget: { id: string; ref: string }
  test('with a wrong column is mended before it is taken', async () => {
    const file = path.join(mkdtempSync(path.join(tmpdir(), 'yimble-table-')), 'stock.csv')
    writeFileSync(
      file,
      `Bezeichnung,Price,Bild\n${Array.from({ length: 300 }, (_one, at) => `Plate ${at},${at + 1},-`).join('\n')}\n`,
    )
    widget = await newBench('Stock')
    await (await browser.driver.findElement({ css: 'input[type=file]' })).sendKeys(file)
    await browser.see('//*[contains(., "No column is the name yet")]')
    await browser.driver.executeScript(
      `const set = (name, value) => { const select = document.querySelector('[aria-label="What “' + name + '” means"]'); Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(select, value); select.dispatchEvent(new Event('change', { bubbles: true })) }; set('Bezeichnung', 'name'); set('Bild', '')`,
    )
    await browser.click(button('Take 300 rows'))
    await browser.see('//nav[@aria-label="Steps"]//button[contains(., "300 items · 1 source")]')
    await browser.until<string>(
      `document.querySelector('header [role=status]')?.textContent`,
      (words) => words === 'Saved',
    )
    await publishNow(browser, widget.id)
    await untilLive(widget.ref, (text) => text.includes('Plate 0'))
  })

  const keys = (...pressed: string[]) =>
    browser.driver
      .actions()
      .sendKeys(...pressed)
      .perform()
  const grid = `document.querySelector('[role=grid]')`
  test('is sorted by keyboard: what is hidden disappears from the live page, and comes back by undo', async () => {
    await browser.driver.get(`${world.studio}/widgets/${widget.id}/table`)
    await browser.see('//div[@role="grid"]')
    await browser.driver.executeScript(`${grid}.focus()`)
    await keys('\uE015', '\uE013', 'h')
    await browser.see('//div[@role="row"][contains(., "Plate 0")][contains(., "Hidden by hand")]')
    await untilLive(widget.ref, (text) => !text.includes('Plate 0'))
    await keys('u')
    await browser.see('//div[@role="row"][contains(., "Plate 0")][contains(., "Shows")]')
    await untilLive(widget.ref, (text) => text.includes('Plate 0'))
  })
  test('what somebody else decides meanwhile shows up by itself', async () => {
    const { rows } = await api<{ rows: { item: { id: string; name: string } }[] }>(
      browser,
      'GET',
      `/widgets/${widget.id}/table`,
    )
    const theirs = rows.find((row) => row.item.name === 'Plate 3')!.item.id
    await api(browser, 'POST', `/widgets/${widget.id}/decisions`, { itemIds: [theirs], hidden: true })
    await browser.see('//div[@role="row"][contains(., "Plate 3")][contains(., "Hidden by hand")]')
    await browser.see('//*[contains(., "Somebody else decided on an item")]')
    await api(browser, 'POST', `/widgets/${widget.id}/decisions`, { itemIds: [theirs], hidden: false })
    await browser.driver.executeScript(`${grid}.focus()`)
  })
  test('the end is one key away, and only what is in view is drawn', async () => {
    await keys('\uE010')
    await browser.see('//div[@role="row"][contains(., "Plate 299")]')
    expect(
      await browser.driver.executeScript(`return document.querySelectorAll('[role=row]').length`),
    ).toBeLessThan(60)
    await keys('p')
    await untilLive(widget.ref, (text) => text.includes('Plate 299'))
  })
  test('search, many at once, tags', async () => {
    await browser.type('input[type=search]', 'plate 29')
    await browser.see('//*[@role="status"][contains(., "13 items listed")]')
    await browser.driver.executeScript(`${grid}.focus()`)
    await browser.driver.actions().keyDown('\uE009').sendKeys('a').keyUp('\uE009').perform()
    await browser.see('//*[@role="status"][contains(., "13 selected")]')
    await keys('t')
    await browser.type('//label[normalize-space()="Tags to add"]/following::input[1]', 'best\n')
    await browser.click('//form//button[normalize-space()="Tag"]')
    await browser.see('//div[@role="row"][contains(., "Plate 299")][contains(., "best")]')
  })
  test('products are linked by keyboard, as many as the widget shows, and are live with the release', async () => {
    await browser.type('input[type=search]', '\uE003')
    await browser.see('//*[@role="status"][contains(., "300 items listed")]')
    await browser.driver.executeScript(`${grid}.focus()`)
    await keys('\uE00C', '\uE011', 'l')
    await browser.type('//div[@role="dialog"]//input[@type="search"]', 'plate 1')
    await browser.click('//div[@role="dialog"]//label[starts-with(normalize-space(), "Plate 17")]')
    await browser.click(button('Save the links'))
    await browser.see('//div[@role="row"][contains(., "1 product")]')
    expect(await liveText(widget.ref)).not.toContain('part=\\"product\\"')
    await publishNow(browser, widget.id)
    await untilLive(widget.ref, (text) => text.includes('part=\\"product\\"') && text.includes('Plate 17'))
    await browser.driver.executeScript(`${grid}.focus()`)
    await keys('u')
    await untilLive(widget.ref, (text) => !text.includes('part=\\"product\\"'))
  })
  test('a picture is uploaded for one item, and is live at once', async () => {
    const picture = path.join(mkdtempSync(path.join(tmpdir(), 'yimble-picture-')), 'plate.png')
    writeFileSync(
      picture,
      await sharp({ create: { width: 64, height: 48, channels: 3, background: '#2f5d50' } })
        .png()
        .toBuffer(),
    )
    await browser.driver.executeScript(`${grid}.focus()`)
    await keys('\uE00C', '\uE011', 'c')
    await browser.see(button('Save the correction'))
    await (await browser.driver.findElement({ css: '[role=dialog] input[type=file]' })).sendKeys(picture)
    await browser.see('//img[@alt="The picture as it will be"]')
    await browser.click(button('Save the correction'))
    await browser.see('//div[@role="row"][contains(., "corrected by hand: picture")]')
    await untilLive(widget.ref, (text) => /\/p\/[0-9a-f]{24}\/\d+\.webp/.test(text))
    const address = /http[^"\\ ]+\/p\/[0-9a-f]{24}\/\d+\.webp/.exec(await liveText(widget.ref))![0]
    const served = await fetch(address)
    expect([served.status, served.headers.get('content-type')]).toEqual([200, 'image/webp'])
  })
  test('a title is corrected with all of its facts in view, and is live at once', async () => {
    await browser.driver.executeScript(`${grid}.focus()`)
    await keys('\uE00C', '\uE011', '\uE015', 'c')
    await browser.type('//label[normalize-space()="Price"]/following::input[1]', 'dear')
    await browser.click(button('Save the correction'))
    await browser.see('//*[@role="alert"][contains(., "“dear” cannot be understood as price")]')
    await browser.type('//label[normalize-space()="Price"]/following::input[1]', '7.50')
    await browser.type('//label[normalize-space()="Name or title"]/following::input[1]', 'Mended plate')
    await browser.click(button('Save the correction'))
    await browser.see(
      '//div[@role="row"][contains(., "Mended plate")][contains(., "corrected by hand: name or title, price") or contains(., "corrected by hand: price, name or title")]',
    )
    await untilLive(widget.ref, (text) => text.includes('Mended plate'))
  })
  test('a view with words to search for is kept, and is there for the next one who comes', async () => {
    await browser.type('input[type=search]', 'plate 29')
    await browser.click(button('Save this view'))
    await browser.type('//label[normalize-space()="Name of the view"]/following::input[1]', 'The last ones')
    await browser.click(button('Keep'))
    await browser.see('//button[@aria-pressed="true"][contains(., "The last ones 13")]')
    await browser.driver.navigate().refresh()
    await browser.click('//button[contains(., "The last ones 13")]')
    await browser.see('//*[@role="status"][contains(., "13 items listed")]')
    await browser.click('button[aria-label="Keep the view “The last ones” no longer"]')
    await browser.see('//button[@aria-pressed="true"][contains(., "All 300")]')
    expect(await browser.driver.findElements({ xpath: '//button[contains(., "The last ones")]' })).toEqual([])
  })
  test('nothing stands in the way of those who can’t see or use a mouse', async () =>
    expect(await violationsIn(browser)).toEqual([]))
})

test('a list kept by hand: what is typed outlives a reload, and is there when it is saved', async () => {
  const { id } = await newBench('By hand')
  await browser.driver.executeScript(
    `const select = document.querySelector('select[aria-label="Keep a catalogue by hand"]'); Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(select, 'Product'); select.dispatchEvent(new Event('change', { bubbles: true }))`,
  )
  await browser.type('//label[normalize-space()="Name of the list"]/following::input[1]', 'Shelf')
  await browser.click(button('Start'))
  await browser.click('//li[contains(., "Shelf")]//a[contains(., "Fill in and edit")]')
  await browser.click(button('Add a row'))
  await browser.type('textarea[aria-label="Name or title, row 2"]', 'Tide plate')
  await browser.driver.navigate().refresh()
  await browser.see(button('Discard what is not saved'))
  expect(await (await browser.see('textarea[aria-label="Name or title, row 2"]')).getAttribute('value')).toBe(
    'Tide plate',
  )
  await browser.click(button('Save the table'))
  await browser.see('//p[contains(., "1 item")]')
  expect(
    await browser.driver.executeScript(
      `return Object.keys(localStorage).filter((name) => name.startsWith('yimble-cells')).length`,
    ),
  ).toBe(0)
  const list = (await browser.driver.executeScript<string>('return location.pathname')).split('/')[2]
  const items = await api<{ name: string }[]>(browser, 'GET', `/sources/${list}/items`)
  expect(items.map((one) => one.name)).toEqual(['Tide plate'])
  // What a client has is not shown by a widget until somebody ticks it there.
  expect((await api<{ rows: unknown[] }>(browser, 'GET', `/widgets/${id}/table`)).rows).toEqual([])
})

test('reading in can be stopped: what has come stays', async () => {
  const { id } = await api<{ id: string }>(browser, 'POST', `/clients/${client}/connected`, {
    connector: 'reviews',
    key: 'b1 Marlowick Bakery, again',
    label: 'Stopped halfway',
  })
  await browser.driver.get(`${world.studio}/sources/${id}`)
  await browser.click('//button[@aria-label="Stop reading Stopped halfway"]')
  await browser.see('//*[contains(., "the rest comes with the next reading")]')
  expect(await api<{ progress: unknown; health: string }>(browser, 'GET', `/sources/${id}`)).toMatchObject({
    progress: null,
    health: 'ok',
  })
})
