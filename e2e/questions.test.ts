/** A form: made and changed by hand in its editor, filled in on a client's page by keyboard, changed meanwhile, answered. */
import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import { button, type Browser } from './browser'
import { alive, asPeopleDo, root, said } from './inWidget'
import { element, script, startOwnPage } from './ownPage'
import { api, clientNamed, liveObject, mailsTo, world } from './world'

const own = startOwnPage()
const { inPage, open, put, settled, studio } = own
let browser: Browser
beforeAll(() => void ({ browser } = own))
beforeEach(() => browser.viewport(1280, 800))

const press = (...keys: string[]) =>
  browser.driver
    .actions()
    .sendKeys(...keys)
    .perform()
const keys = {
  enter: '\uE007',
  tab: '\uE004',
  space: ' ',
  down: '\uE015',
  alt: '\uE00A',
  control: '\uE009',
  back: '\uE003',
  escape: '\uE00C',
  right: '\uE014',
} as const
const shown = `[...${root}.querySelectorAll('[part=question]')].filter((one) => one.checkVisibility()).map((one) => one.dataset.question)`
const focused = `${root}.activeElement?.name`
const click = (part: string) => inPage(`${root}.querySelector('[part=${part}]').click()`)

interface FormRecord {
  readonly id: string
  readonly revision: number
  readonly form: { pages: { entries: { id: string; label?: string }[] }[] }
}
let count = 0
/** A form of the vets', published. */
async function formOf(from: string, change?: (form: FormRecord['form']) => object): Promise<FormRecord> {
  await studio()
  const client = await clientNamed(browser, 'Juniper Lane Vets')
  const name = `Form ${Date.now()} ${(count += 1)}`
  const made = await api<FormRecord>(browser, 'POST', `/clients/${client}/forms`, { name, from })
  return change ? publish(made, change) : made
}
async function publish(
  { id }: FormRecord,
  change: (form: FormRecord['form']) => object,
): Promise<FormRecord> {
  const { revision, form } = await api<FormRecord>(browser, 'GET', `/forms/${id}`)
  const match = (seen: number) => ({ 'if-match': `"${seen}"` })
  await api(browser, 'PATCH', `/forms/${id}/draft`, { form: { ...form, ...change(form) } }, match(revision))
  return api(browser, 'POST', `/forms/${id}/releases`, undefined, match(revision + 1))
}
async function liveForm(form: FormRecord, settings: Record<string, unknown> = {}, from = 'page') {
  const client = await clientNamed(browser, 'Juniper Lane Vets')
  return liveObject(browser, client, 'questions', from, { form: form.id, ...settings })
}
const load = async (ref: string, policy: Record<string, string> = {}) => {
  await open(`<main><h1>Client</h1>${element(ref)}</main>${script}`, '', policy)
  await settled(1)
  await browser.until<boolean>(alive, Boolean)
}
/** What the inbox says of the newest submission of a widget. */
async function told(widgetId: string): Promise<[string, string][]> {
  await studio()
  const { submissions } = await api<{
    submissions: { widgetId: string; answers: { label: string; value: string }[] }[]
  }>(browser, 'POST', '/inbox', { state: 'new' })
  const found = submissions.find((one) => one.widgetId === widgetId)
  return (found?.answers ?? []).map(({ label, value }) => [label, value])
}

test('made on the bench, changed in the editor by hand and by keys, published for all its widgets', async () => {
  await studio()
  const client = await clientNamed(browser, 'Juniper Lane Vets')
  const { id } = await api<{ id: string }>(browser, 'POST', `/clients/${client}/widgets`, {
    kind: 'questions',
    name: 'By hand',
    from: 'page',
  })
  await browser.driver.get(`${world.studio}/widgets/${id}`)
  const name = `By hand ${Date.now()}`
  await browser.type('//input[@placeholder="Questions to us"]', name)
  await browser.click(button('Add it'))
  await browser.click(button('Change its questions').replace('button', 'a'))
  await browser.see('//h2[. = "Questions"]')
  expect(await violationsIn(browser)).toEqual([])

  const lines = `[...document.querySelectorAll('ol[aria-label=Questions] > li button[aria-expanded]')].map((one) => one.firstChild.textContent)`
  await browser.until<string[]>(lines, (all) => all.length === 4)
  await browser.click('//ol//button[contains(., "Tell us more")]')
  await browser.type('//label[. = "Question"]/following-sibling::input', 'Tell us more and more')
  await browser.until<string[]>(lines, (all) => all[1] === 'Tell us more and more')
  await inPage(`[...document.querySelectorAll('ol button[aria-expanded]')][1].focus()`)
  await browser.driver.actions().keyDown(keys.alt).sendKeys(keys.down).keyUp(keys.alt).perform()
  await browser.until<string[]>(lines, (all) => all[2] === 'Tell us more and more')
  // By mouse, from the third place back to the second.
  const grips = `[...document.querySelectorAll('ol[aria-label=Questions] > li button[aria-label^=Move]')].map((one) => one.getBoundingClientRect()).map(({ x, y, width, height }) => ({ x: Math.round(x + width / 2), y: Math.round(y + height / 2) }))`
  const [, second, third] = await inPage<{ x: number; y: number }[]>(grips)
  await browser.driver
    .actions()
    .move(third!)
    .press()
    .move({ x: third!.x, y: third!.y - 10, duration: 100 })
    .move({ ...second!, y: second!.y - 4, duration: 300 })
    .release()
    .perform()
  await browser.until<string[]>(lines, (all) => all[1] === 'Tell us more and more')
  await inPage(`[...document.querySelectorAll('ol button[aria-expanded]')][1].focus()`)
  await browser.driver.actions().keyDown(keys.alt).sendKeys(keys.down).keyUp(keys.alt).perform()
  await browser.until<string[]>(lines, (all) => all[2] === 'Tell us more and more')
  await browser.click(button('Add'))
  await browser.click('//*[@role="menuitem" and . = "Consent"]')
  await browser.until<string[]>(lines, (all) => all.length === 5)
  expect(await violationsIn(browser)).toEqual([])
  await browser.see('//span[@role="status" and . = "Saved"]')
  await browser.click(button('Publish the changes'))
  await browser.see('//*[contains(., "Published: one widget shows it")]')
  await browser.see(`${button('Published')}[@disabled]`)

  // What it asked before comes back as a change that can be undone.
  await browser.click(button('Earlier releases'))
  await browser.click(
    '//button[starts-with(normalize-space(), "Begin with it") and contains(., "release 1")]',
  )
  await browser.until<string[]>(lines, (all) => all.length === 4 && all[1] === 'Tell us more')
  expect(await violationsIn(browser)).toEqual([])
  await browser.click(button('Undo'))
  await browser.until<string[]>(lines, (all) => all.length === 5)
  await browser.click(button('Copy this form'))
  await browser.see(`//p[@role="status"]//a[starts-with(., "${name}, copy")]`)

  // A question without words is said, and not saved over what is there.
  await browser.click('//ol//button[contains(., "What is it about?")]')
  await browser.click('//label[. = "Question"]/following-sibling::input')
  await browser.driver.actions().keyDown(keys.control).sendKeys('a').keyUp(keys.control).perform()
  await press(keys.back)
  await browser.see('//p[@role="alert" and . = "It has no words yet."]')
  await browser.click(button('Undo'))
  await browser.see('//ol//button[contains(., "What is it about?")]')
})

test('by keyboard: pages, what depends on an answer, what is missing; then inbox and mail', async () => {
  const desk = `desk.${Date.now()}@vets.example`
  const form = await formOf('trouble', () => ({ mailTo: [desk] }))
  const { ref, id } = await liveForm(form)
  await load(ref)
  expect(await violationsIn(browser)).toEqual([])
  expect(await inPage(said('step'))).toBe('1 of 2')
  await inPage(`${root}.querySelector('[name=subject]').focus()`)
  await press('The door', keys.enter)
  await browser.until<string>(said('fault'), (text) => text === 'Please fill this in.')
  expect(await inPage(focused)).toBe('more')
  await press('It does not open')
  await browser.until<string>(said('fault'), (text) => text === '')
  await put('since', '2999-01-01')
  await click('send')
  await browser.until<string>(said('fault'), (text) => text.startsWith('Not after '))
  await put('since', '2026-01-01')
  await click('send')
  await browser.until<string>(said('step'), (text) => text === '2 of 2')
  expect(await inPage(shown)).toEqual(['name', 'mail', 'ring'])
  await inPage(`${root}.querySelector('[name=ring]').click()`)
  await browser.until<string[]>(shown, (all) => all.includes('phone'))
  expect(await violationsIn(browser)).toEqual([])
  await inPage(`${root}.querySelector('[name=name]').focus()`)
  await press('Ada', keys.tab, 'nobody', keys.enter)
  await browser.until<string>(said('fault'), (text) => text.includes('name@post.example'))
  await put('mail', 'ada@post.example')
  await put('phone', '01632 960 118')
  await asPeopleDo()
  await click('send')
  await browser.until<string>(said('sent'), (text) => text.startsWith('Thank you.'))
  await browser.until<string>(`${root}.activeElement?.getAttribute('part') ?? ''`, (part) => part === 'sent')
  const [mail] = await mailsTo(desk)
  expect(mail!.subject).toBe('Juniper Lane Vets: The door')
  expect(mail!.text).toContain('It does not open')
  expect(await told(id)).toEqual([
    ['What does not work?', 'The door'],
    ['Since when?', '2026-01-01'],
    ['What did you do, and what did you see?', 'It does not open'],
    ['Your name', 'Ada'],
    ['Where the answer goes', 'ada@post.example'],
    ['May we ring you?', 'Yes'],
    ['Your telephone number', '01632 960 118'],
  ])
})

describe('a form that changes while a visitor is in it', () => {
  test('takes what they send as it was asked; after a reload their answers are there, with the new questions', async () => {
    const form = await formOf('question')
    const { ref, id } = await liveForm(form)
    await load(ref)
    await put('subject', 'My hen')
    await put('more', 'She looks at me.')
    await studioInAnotherTab(() =>
      publish(form, ({ pages: [page] }) => ({
        pages: [
          {
            ...page,
            entries: [
              { ...page!.entries[0], label: 'What happened?' },
              ...page!.entries.filter((one) => one.id !== 'subject' && one.id !== 'more'),
              { id: 'when', type: 'short', label: 'When?' },
            ],
          },
        ],
      })),
    )
    // Delivery has the new questions within seconds; a reload brings them.
    await browser.until<boolean>(
      `fetch('${world.delivery}/w/${ref}.json?' + Math.random(), { cache: 'reload' }).then((answer) => answer.text()).then((text) => { window.fresh = text.includes('What happened?') }), window.fresh === true`,
      Boolean,
    )
    await put('name', 'Ada')
    await put('mail', 'ada@post.example')
    await browser.protocol('Network.clearBrowserCache')
    await browser.driver.navigate().refresh()
    await settled(1)
    await browser.until<boolean>(alive, Boolean)
    await browser.until<string[]>(shown, (all) => all.join() === 'subject,name,mail,when')
    expect(await inPage(`${root}.querySelector('[name=subject]').value`)).toBe('My hen')
    await asPeopleDo()
    await click('send')
    await browser.until<string>(said('sent'), (text) => text !== '')
    expect(await told(id)).toEqual([
      ['What happened?', 'My hen'],
      ['Your name', 'Ada'],
      ['Where the answer goes', 'ada@post.example'],
    ])
  })
})

async function studioInAnotherTab(work: () => Promise<unknown>): Promise<void> {
  const { driver } = browser
  const here = await driver.getWindowHandle()
  await driver.switchTo().newWindow('tab')
  await studio()
  await work()
  await driver.close()
  await driver.switchTo().window(here)
}

test('over the page on a phone, from right to left, under a strict policy, one question after the other', async () => {
  const form = await formOf('few')
  const { ref, id } = await liveForm(form, {}, 'dialog')
  const { delivery } = world
  await browser.viewport(390, 844, true)
  await browser.driver.manage().logs().get('browser')
  await open(`<main dir="rtl"><h1>Client</h1>${element(ref)}</main>${script}`, '', {
    'content-security-policy': `default-src 'self'; script-src ${delivery}; connect-src ${delivery}; img-src ${delivery}; font-src ${delivery}; style-src 'self'; require-trusted-types-for 'script'; trusted-types yimble`,
  })
  await settled(1)
  await browser.until<boolean>(`Boolean(${root}.querySelector('[part=opener]:popover-open'))`, Boolean)
  await click('opener')
  await browser.until<boolean>(alive, Boolean)
  expect(await violationsIn(browser)).toEqual([])
  await click('send')
  await browser.until<string>(said('fault'), (text) => text === 'Please choose one of these.')
  await inPage(`[...${root}.querySelectorAll('[name=stars]')][3].click()`)
  await click('send')
  await browser.until<string[]>(shown, (all) => all.join() === 'why')
  await put('why', 'The kiln')
  await click('back')
  await browser.until<string[]>(shown, (all) => all.join() === 'stars')
  await click('send')
  await click('send')
  await browser.until<string[]>(shown, (all) => all.join() === 'mail')
  await asPeopleDo()
  await click('send')
  await browser.until<string>(said('sent'), (text) => text !== '')
  const logged = await browser.driver.manage().logs().get('browser')
  expect(
    logged.map((one) => one.message).filter((text) => /Content Security|Refused|violates/.test(text)),
  ).toEqual([])
  expect(await told(id)).toEqual([
    ['How was it?', '4 / 5'],
    ['What made it so?', 'The kiln'],
  ])
})

test('answered from the inbox by hand; the answer to it comes back into the same conversation', async () => {
  const { ref } = await liveForm(await formOf('question'))
  await load(ref)
  const subject = `Question ${Date.now()}`
  const mail = `ada.${Date.now()}@post.example`
  await put('subject', subject)
  await put('name', 'Ada')
  await put('mail', mail)
  await asPeopleDo()
  await click('send')
  await browser.until<string>(said('sent'), (text) => text !== '')
  await browser.driver.get(`${world.studio}/inbox`)
  await browser.type('input[type=search]', subject)
  await browser.see(`//article//dd[. = "${subject}"]`)
  await browser.type('article textarea', 'Bring her along.')
  await browser.click(button('Send the answer'))
  const [answer] = await mailsTo(mail)
  expect(answer!.text).toContain('Bring her along.')

  const mailbox = `http://127.0.0.19:${process.env.YIMBLE_STANDINS_PORT}`
  await browser.driver.get(mailbox)
  await browser.click(`//li[contains(., "${mail}")]/a`)
  await browser.type('textarea', 'We are on our way.')
  await browser.click(button('Send the answer'))
  await browser.see('//h1[. = "Answered"]')

  await browser.driver.get(`${world.studio}/inbox`)
  await browser.click('//nav[@aria-label="Folders"]//button[starts-with(., "Open")]')
  await browser.type('input[type=search]', subject)
  await browser.see('//section[@aria-label="Conversation"]//p[. = "We are on our way."]')
  expect(await violationsIn(browser)).toEqual([])
})

const files = `[...${root}.querySelectorAll('[part=file] > span')].map((one) => one.innerText.trim())`
const filesAlive = `performance.getEntriesByType('resource').some((one) => one.name.includes('/c/liveFiles-') && one.responseEnd > 0)`
/** Of a form that asks for pictures, with all else that it needs filled in. */
async function askForPictures(policy: Record<string, string> = {}) {
  const seen = { id: 'seen', type: 'file', label: 'What you see', atMost: 2, kinds: ['picture'] }
  const form = await formOf('question', ({ pages: [page] }) => ({
    pages: [{ ...page, entries: [...page!.entries, seen] }],
  }))
  const made = await liveForm(form)
  await load(made.ref, policy)
  await browser.until<boolean>(filesAlive, Boolean)
  await put('subject', 'A picture')
  await put('name', 'Ada')
  await put('mail', 'ada@post.example')
  return made
}

test('files: chosen, dropped, refused by what is in them, kept over a reload, downloaded from the inbox', async () => {
  const { id } = await askForPictures()
  /** As somebody who drops a file on the form. */
  const drop = (name: string, bytes: string) =>
    inPage(
      `((root, data) => { data.items.add(new File([${bytes}], ${JSON.stringify(name)})); root.querySelector('[part=form]').dispatchEvent(new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer: data })) })(${root}, new DataTransfer())`,
    )
  await drop('cat.png', '"<html>no picture</html>"')
  await browser.until<string[]>(files, ([first]) => first?.includes('Files of this kind') === true)
  const gif = `Uint8Array.from(atob('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7'), (one) => one.charCodeAt(0))`
  await drop('cat.gif', gif)
  await browser.until<string[]>(files, (all) => all.join() === 'cat.gif, 42 B')
  expect(await violationsIn(browser)).toEqual([])
  await browser.driver.navigate().refresh()
  await settled(1)
  await browser.until<boolean>(alive, Boolean)
  await browser.until<string[]>(files, (all) => all.join() === 'cat.gif, 42 B')
  await asPeopleDo()
  await click('send')
  await browser.until<string>(said('sent'), (text) => text !== '')
  expect(await told(id)).toContainEqual(['What you see', 'cat.gif'])
  await browser.driver.get(`${world.studio}/inbox`)
  await browser.see('//article//a[. = "cat.gif"]')
  const got = await browser.driver.executeAsyncScript<[string | null, number]>(
    `fetch(document.querySelector('article a[download]').href).then(async (answer) => arguments[0]([answer.headers.get('content-disposition'), (await answer.arrayBuffer()).byteLength]))`,
  )
  expect(got).toEqual([`attachment; filename*=UTF-8''cat.gif`, 42])
})

test('what they see: taken, marked, blacked out by mouse and by keys, and so it arrives', async () => {
  const { id } = await askForPictures({
    'content-security-policy': `default-src 'none'; script-src ${world.delivery}; connect-src ${world.delivery}; img-src ${world.delivery}; style-src ${world.delivery}; font-src ${world.delivery}`,
  })
  // A screen that is 400 × 300 and green all over.
  await inPage(
    `((canvas) => { canvas.width = 400; canvas.height = 300; const drawing = canvas.getContext('2d'); const paint = () => { drawing.fillStyle = '#0c0'; drawing.fillRect(0, 0, 400, 300) }; paint(); setInterval(paint, 30); navigator.mediaDevices.getDisplayMedia = async () => canvas.captureStream(30) })(document.createElement('canvas'))`,
  )
  await inPage(`${root}.querySelector('[part=see]').focus()`)
  await press(keys.enter)
  const marking = `${root}.querySelector('[part=marking]')`
  await browser.until<boolean>(`${marking}?.open === true`, Boolean)
  expect(await violationsIn(browser)).toEqual([])
  const { x, y, width, height } = await inPage<DOMRect>(
    `${marking}.querySelector('[part=marking-picture]').getBoundingClientRect().toJSON()`,
  )
  const at = (across: number, down: number) => ({
    x: Math.round(x + across * width),
    y: Math.round(y + down * height),
  })
  const drag = (from: { x: number; y: number }, to: { x: number; y: number }) =>
    browser.driver.actions().move(from).press().move(to).release().perform()
  await drag(at(0.1, 0.1), at(0.3, 0.3))
  await inPage(`${marking}.querySelector('[data-as=black]').click()`)
  await inPage(`${marking}.querySelector('[part=marking-add]').focus()`)
  await press(keys.enter)
  // From 35 % across to the right edge, by keys alone.
  await browser.until<string>(`${root}.activeElement?.ariaLabel ?? ''`, (label) => label === 'Black out 2')
  for (let step = 0; step < 40; step += 1) await press(keys.right)
  await press(keys.escape)
  await browser.until<boolean>(`${marking} === null`, Boolean)
  expect(await inPage(`${root}.activeElement?.part.value`)).toBe('see')
  expect(await inPage(files)).toEqual([])

  // Left out it is gone; the next one is drawn on anew.
  await press(keys.enter)
  await browser.until<boolean>(`${marking}?.open === true`, Boolean)
  await drag(at(0.1, 0.1), at(0.3, 0.3))
  await inPage(`${marking}.querySelector('[data-as=black]').click()`)
  await drag(at(0.5, 0.5), at(0.9, 0.9))
  await inPage(`${marking}.querySelector('[part=send]').click()`)
  await browser.until<string[]>(files, ([first]) => first?.startsWith('What I see.png') === true)
  await asPeopleDo()
  await click('send')
  await browser.until<string>(said('sent'), (text) => text !== '')
  expect(await told(id)).toContainEqual(['What you see', 'What I see.png'])
  await browser.driver.get(`${world.studio}/inbox`)
  await browser.see('//article//a[. = "What I see.png"]')
  const pixels = await browser.driver.executeAsyncScript<number[][]>(
    `const done = arguments[0]
     fetch(document.querySelector('article a[download]').href).then((answer) => answer.blob()).then(createImageBitmap).then((picture) => {
       const drawing = Object.assign(document.createElement('canvas'), { width: picture.width, height: picture.height }).getContext('2d')
       drawing.drawImage(picture, 0, 0)
       done([[200, 30], [280, 210], [40, 60], [80, 60]].map((at) => [...drawing.getImageData(...at, 1, 1).data].slice(0, 3)))
     })`,
  )
  const [plain, black, edge, inside] = pixels as [number[], number[], number[], number[]]
  const isGreen = ([red = 0, green = 0, blue = 0]: number[]) => red < 60 && green > 150 && blue < 60
  expect([isGreen(plain), isGreen(inside), isGreen(edge)]).toEqual([true, true, false])
  expect(black).toEqual([0, 0, 0])
})

test('help comes up while the subject is typed, is read in place by keys alone, and is counted', async () => {
  await studio()
  const client = await clientNamed(browser, 'Juniper Lane Vets')
  const source = await api<{ id: string }>(browser, 'POST', `/clients/${client}/catalogues`, {
    name: `Help ${Date.now()}`,
    type: 'Article',
  })
  const { columns } = await api<{ columns: (string | null)[] }>(browser, 'GET', `/sources/${source.id}/cells`)
  const row = (facts: Record<string, string>) => columns.map((id) => facts[id ?? ''] ?? '')
  await api(browser, 'POST', `/sources/${source.id}/cells`, {
    rows: [
      row({ name: 'When doors stick in winter', text: 'Oil the hinge.\n\nThen wait a day.' }),
      row({ name: '<img src=x onerror=alert(1)> Windows', text: 'Clean them.' }),
    ],
  })
  const form = await formOf('question')
  const { ref, id } = await liveForm(form, { sources: [source.id] })
  await load(ref, {
    'content-security-policy': `default-src 'none'; script-src ${world.delivery}; connect-src ${world.delivery}; style-src ${world.delivery}; font-src ${world.delivery}; require-trusted-types-for 'script'; trusted-types yimble`,
  })
  const titles = `[...${root}.querySelectorAll('[part=help] button > span')].map((one) => one.textContent)`
  await inPage(`${root}.querySelector('[name=subject]').focus()`)
  await press('a window')
  await browser.until<string[]>(titles, (all) => all.join() === '<img src=x onerror=alert(1)> Windows')
  for (let at = 0; at < 6; at += 1) await press(keys.back)
  await press('sticking door')
  await browser.until<string[]>(titles, (all) => all.join() === 'When doors stick in winter')
  expect(await violationsIn(browser)).toEqual([])
  await press(keys.tab, keys.enter)
  await browser.until<string>(said('article'), (text) => text === 'Oil the hinge.Then wait a day.')
  expect(await violationsIn(browser)).toEqual([])
  await press(keys.enter)
  await browser.until<string>(said('article'), (text) => text === '')
  await put('name', 'Ada')
  await put('mail', 'ada@post.example')
  await asPeopleDo()
  await click('send')
  await browser.until<string>(said('sent'), (text) => text !== '')
  await studio()
  await browser.driver.get(`${world.studio}/widgets/${id}/help`)
  await browser.see('//tr[contains(., "When doors stick in winter") and td[1] = "1" and td[2] = "0"]')
  expect(await violationsIn(browser)).toEqual([])
})
