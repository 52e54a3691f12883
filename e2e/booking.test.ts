/** Booked on a client's page: step by step, by keyboard, from right to left, in another zone, gone meanwhile; and by hand in the studio. */
import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import { button, type Browser } from './browser'
import { bookingsOf, newCalendar } from './calendars'
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
  down: '\uE015',
  right: '\uE014',
  shift: '\uE008',
  delete: '\uE017',
} as const
const count = (part: string) => `${root}.querySelectorAll('[part=${part}]').length`
const click = (selector: string) => inPage(`${root}.querySelector(${JSON.stringify(selector)}).click()`)
const shown = (part: string) => browser.until<number>(count(part), (many) => many > 0)

interface Record {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly calendar: { readonly services: object[]; readonly resources: object[] }
}
const always = ['Mo-Su 08:00-18:00']
const house = {
  zone: 'Europe/London',
  currency: 'GBP',
  resources: [
    { id: 'ines', name: 'Ines', hours: always },
    { id: 'yusra', name: 'Yusra', hours: always },
  ],
  services: [
    {
      id: 'visit',
      name: 'A visit',
      group: 'Well',
      minutes: 60,
      every: 60,
      notice: 0,
      price: 52,
      needs: [{ of: ['ines', 'yusra'] }],
    },
    {
      id: 'teeth',
      name: 'Teeth',
      group: 'Ill',
      minutes: 30,
      every: 30,
      notice: 0,
      needs: [{ of: ['ines'] }],
    },
    {
      id: 'class',
      name: 'A class',
      group: 'Well',
      minutes: 120,
      every: 240,
      notice: 0,
      places: 3,
      price: 10,
      text: 'For three.',
      before: ['Bring a towel.'],
      needs: [{ of: ['yusra'] }],
    },
  ],
  terms: { where: '1 Juniper Lane', urgent: 'Ring 01632 960 118.', changeHours: 1 },
}
const calendarOf = (change: object = {}, client = 'Juniper Lane Vets') =>
  newCalendar<Record>(browser, client, { ...house, ...change })
async function live(
  kind: string,
  from: string,
  calendar: Record,
  settings: object = {},
  client = 'Juniper Lane Vets',
) {
  const id = await clientNamed(browser, client)
  return liveObject(browser, id, kind, from, { calendar: calendar.id, ...settings })
}
const load = async (ref: string, policy: globalThis.Record<string, string> = {}) => {
  await open(`<main><h1>Client</h1>${element(ref)}</main>${script}`, '', policy)
  await settled(1)
  await browser.until<boolean>(alive, Boolean)
}
const bookings = (calendar: Record) => bookingsOf(browser, calendar)
const answer = async (name: string) => {
  await shown('send')
  await put('name', name)
  await put('mail', `${name.toLowerCase()}@post.example`)
  await asPeopleDo()
  await click('[part=send]')
}

/** The midnight before the next change of the clocks, as an instant. @param turn - 1 where an hour is left out */
function nextChange(zone: string, turn: 1 | -1): number {
  const hourIn = new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', hourCycle: 'h23' })
  const isMidnight = (ms: number) => hourIn.format(ms) === '00'
  let at = Math.ceil((Date.now() + 3 * 86_400_000) / 3_600_000) * 3_600_000
  for (; ; at += 3_600_000) {
    if (isMidnight(at) && isMidnight(at + 86_400_000 - turn * 3_600_000)) return at
  }
}

describe('step by step', () => {
  test('the sentence fills itself in, by keyboard alone, under a strict policy; the mail has a link that moves it', async () => {
    const calendar = await calendarOf()
    const { ref } = await live('booking', 'sentence', calendar)
    await load(ref, {
      'content-security-policy': `default-src 'self'; script-src 'self' ${world.delivery}; connect-src 'self' ${world.delivery}; img-src 'self' ${world.delivery}; font-src 'self' ${world.delivery}; style-src 'self'; require-trusted-types-for 'script'; trusted-types yimble`,
    })
    expect(await inPage(said('sentence'))).toBe('I would like what?')
    expect(await violationsIn(browser)).toEqual([])
    await inPage(`${root}.querySelector('[part=service]').focus()`)
    await press(keys.enter)
    await shown('person')
    expect(await inPage(said('sentence'))).toBe('I would like a visit, with whom?')
    await press(keys.tab, keys.enter)
    await shown('time')
    await browser.until<string>(said('sentence'), (text) =>
      /^I would like a visit, with whoever is free first, on \w+ \d/.test(text),
    )
    expect(await violationsIn(browser)).toEqual([])
    // From the first day that is free to the next, by arrow.
    await inPage(`${root}.querySelector('[part=day]').focus()`)
    await press(keys.right)
    expect(await inPage(`${root}.activeElement.part.value`)).toBe('day')
    await inPage(`[...${root}.querySelectorAll('[part=day]')].at(-1).click()`)
    await inPage(`[...${root}.querySelectorAll('[part=time]')].at(-1).focus()`)
    await press(keys.enter)
    await shown('send')
    await browser.until<string>(said('aside'), (text) => text.startsWith('We keep '))
    expect(await inPage(said('sum'))).toBe('£52')
    expect(await violationsIn(browser)).toEqual([])
    await click('[part=send]')
    await browser.until<number>(count('fault'), (many) => many === 2)
    const name = `Marisol${Date.now()}`
    await answer(name)
    await shown('done')
    expect(await inPage(said('mark'))).toBe('Booked')
    expect(await inPage(said('sentence'))).toMatch(/^A visit, with (Ines|Yusra), on .+ at \d\d:00\.$/)
    expect(await violationsIn(browser)).toEqual([])
    const [mail] = await mailsTo(`${name.toLowerCase()}@post.example`)
    const link = /http\S+\/b\/\S+/.exec(mail!.text)![0]
    await browser.driver.get(`${link}?move`)
    expect(await violationsIn(browser)).toEqual([])
    await browser.driver.executeScript(`document.querySelector('button.time').click()`)
    await browser.see('//h1[starts-with(., "Booked")]')
    expect((await bookings(calendar)).filter((one) => one.state === 'booked')).toHaveLength(1)
  })
  test('a time that is gone meanwhile is said before the form, with what is free near it', async () => {
    const calendar = await calendarOf({ services: [house.services[1]] })
    const { ref } = await live('booking', 'sentence', calendar)
    await load(ref)
    // One service, one person: it begins with the days.
    await shown('time')
    const start = await inPage<string>(`${root}.querySelector('[part=time]').dataset.start`)
    await inPage(
      `void fetch('${world.delivery}/x/${ref}/hold?key=${'c'.repeat(32)}', { method: 'POST', body: JSON.stringify({ body: { service: 'teeth', start: ${start} } }) }).then((one) => window.held = one.status)`,
    )
    await browser.until<number>('window.held', (status) => status === 200)
    await click(`[data-start="${start}"]`)
    await shown('gone')
    expect(await inPage(said('gone'))).toContain('has been taken meanwhile')
    await inPage(`${root}.querySelector('[part=gone] [part=word]').click()`)
    await shown('send')
    expect(await inPage(`${root}.querySelector('[data-start="${start}"]')`)).toBeNull()
  })
  test('times are by the visitor’s own clock, and it is said', async () => {
    const calendar = await calendarOf({ services: [house.services[1]] })
    const { ref } = await live('booking', 'sentence', calendar, { 'booking.clock': 'visitor' })
    await browser.protocol('Emulation.setTimezoneOverride', { timezoneId: 'Asia/Kathmandu' })
    try {
      await load(ref)
      await shown('time')
      expect(await inPage(said('times'))).toMatch(/by your clock \(Kath?mandu\)/)
      const all = await inPage<string[]>(
        `[...${root}.querySelectorAll('[part=time]')].map((one) => one.textContent)`,
      )
      expect(all.every((time) => /:(15|45)$/.test(time))).toBe(true)
    } finally {
      await browser.protocol('Emulation.setTimezoneOverride', { timezoneId: '' })
    }
  })
  describe.each<[string, 1 | -1, string[]]>([
    ['skip an hour', 1, ['00:00', '00:30', '02:00', '02:30']],
    ['repeat one', -1, ['00:00', '00:30', '01:00', '01:30', '01:00', '01:30', '02:00', '02:30']],
  ])('where the clocks %s', (_, turn, expected) => {
    test('the night’s times are those of the place, and one is booked at its instant', async () => {
      const midnight = nextChange('Europe/London', turn)
      const calendar = await calendarOf({
        services: [
          {
            ...house.services[1],
            aheadDays: 730,
            notice: Math.floor((midnight - 3_600_000 - Date.now()) / 60_000),
          },
        ],
        resources: [{ id: 'ines', name: 'Ines', hours: ['Su 00:00-03:00'] }],
      })
      const { ref } = await live('booking', 'month', calendar)
      await browser.protocol('Emulation.setTimezoneOverride', { timezoneId: 'Pacific/Auckland' })
      try {
        await load(ref)
        // Nothing is free this month; it says when it goes on.
        await browser.until<boolean>(
          `((on) => on ? (on.click(), true) : ${count('time')} > 0)(${root}.querySelector('.when > div > [part=word]'))`,
          Boolean,
        )
        await shown('time')
        const all = await inPage<string[]>(
          `[...${root}.querySelectorAll('[part=time]')].map((one) => one.textContent.match(/\\d\\d:\\d\\d/)[0])`,
        )
        expect(all).toEqual(expected)
        const starts = await inPage<number[]>(
          `[...${root}.querySelectorAll('[part=time]')].map((one) => Number(one.dataset.start))`,
        )
        expect(starts).toEqual(expected.map((_time, at) => midnight / 60_000 + 30 * at))
        await inPage(`[...${root}.querySelectorAll('[part=time]')].at(-1).click()`)
        await answer(`Night${Date.now()}`)
        await shown('done')
        expect(await inPage(said('sentence'))).toMatch(/ at 02:30\.$/)
        const until = new Date(midnight + 86_400_000).toISOString()
        await studio()
        const [one] = await api<{ start: string }[]>(
          browser,
          'POST',
          `/calendars/${calendar.id}/bookings/find`,
          { from: new Date(midnight).toISOString(), until },
        )
        expect(Date.parse(one!.start)).toBe(midnight + (expected.length - 1) * 1_800_000)
      } finally {
        await browser.protocol('Emulation.setTimezoneOverride', { timezoneId: '' })
      }
    })
  })
  test('nothing free at all is said; on a phone nothing is wider than the screen, from right to left neither', async () => {
    const closed = [{ first: '2020-01-01', last: '2040-01-01', words: 'Closed' }]
    const none = await calendarOf({ services: [house.services[1]], closed })
    await load((await live('booking', 'sentence', none)).ref)
    await browser.until<string>(said('booking'), (text) => text.includes('Nothing is free for now'))
    await browser.viewport(390, 800)
    const arabic = await calendarOf({}, 'Juniper Lane Vets, Arabic')
    await load((await live('booking', 'month', arabic, {}, 'Juniper Lane Vets, Arabic')).ref)
    await shown('time')
    expect(await inPage('document.documentElement.scrollWidth')).toBeLessThanOrEqual(390)
    expect(await violationsIn(browser)).toEqual([])
  })
})

describe('offers', () => {
  test('chosen by a sentence, opened in place, booked for two with its sum; each has a page that works without script', async () => {
    const calendar = await calendarOf()
    const { ref } = await live('offers', 'list', calendar)
    await load(ref)
    expect(await inPage(count('offer'))).toBe(3)
    await browser.until<string>(said('offers'), (text) => text.includes('next on'))
    expect(await violationsIn(browser)).toEqual([])
    await inPage(
      `((list) => { list.value = 'Ill'; list.dispatchEvent(new Event('change', { bubbles: true })) })(${root}.querySelector('select'))`,
    )
    await browser.until<number>(count('offer'), (many) => many === 1)
    await inPage(
      `((list) => { list.value = ''; list.dispatchEvent(new Event('change', { bubbles: true })) })(${root}.querySelector('select'))`,
    )
    await browser.until<number>(count('offer'), (many) => many === 3)
    await click('[data-offer=class] [part=choose]')
    await shown('date')
    expect(await inPage(said('beforehand'))).toContain('Bring a towel.')
    await inPage(`[...${root}.querySelectorAll('[part=count] [part=arrow]')].at(-1).click()`)
    await browser.until<string>(said('sum'), (text) => text.includes('2 × £10 = £20'))
    await inPage(`${root}.querySelector('[part=date] input').click()`)
    expect(await violationsIn(browser)).toEqual([])
    await click('[part=dates] [part=send]')
    await shown('question')
    await answer('Oda')
    await shown('done')
    expect(await bookings(calendar)).toMatchObject([{ name: 'Oda', count: 2, who: ['yusra'] }])

    const page = await (await fetch(`${world.delivery}/h/${ref}/class`)).text()
    expect(page).toContain('<h1 part="page-name">A class</h1>')
    expect(page).toContain('"@type":"Service"')
    const times = await (await fetch(`${world.delivery}/t/${ref}/class`)).text()
    expect(times).toMatch(/href="\?at=\d+"/)
    await browser.driver.get(`${world.delivery}/h/${ref}/class`)
    await browser.until<number>(count('date'), (many) => many > 0)
    expect(await violationsIn(browser)).toEqual([])
  })
})

describe('in the studio', () => {
  test('hours by keys and by mouse, saved; booked, moved and cancelled in the diary', async () => {
    const calendar = await calendarOf()
    await browser.driver.get(`${world.studio}/calendars/${calendar.id}`)
    await browser.see('//h2[starts-with(., "Week of")]')
    expect(await violationsIn(browser)).toEqual([])
    await browser.click('//nav//button[. = "People and hours"]')
    await browser.click('//li//button[contains(., "Ines")]')
    const stretches = `[...document.querySelectorAll('[aria-label="Hours of Ines"] [role=button]')].map((one) => one.textContent)`
    await browser.until<string[]>(stretches, (all) => all.length === 7)
    expect(await violationsIn(browser)).toEqual([])
    await inPage(`document.querySelector('[data-at="0-480"]').focus()`)
    await press(keys.down)
    await browser.until<string[]>(stretches, (all) => all[0] === '08:15-18:15')
    await browser.driver.actions().keyDown(keys.shift).sendKeys(keys.down).keyUp(keys.shift).perform()
    await browser.until<string[]>(stretches, (all) => all[0] === '08:15-18:30')
    await press(keys.delete)
    await browser.until<string[]>(stretches, (all) => all.length === 6)
    // Drawn with the mouse where Monday is empty now.
    await inPage(`document.querySelector('[aria-label="Hours of Ines"]').scrollIntoView({ block: 'center' })`)
    const box = await inPage<DOMRect>(
      `document.querySelector('[aria-label="Hours of Ines"]').getBoundingClientRect().toJSON()`,
    )
    const at = (hour: number) => ({
      x: Math.round(box.left + box.width / 14),
      y: Math.round(box.top + (hour / 24) * box.height),
    })
    const mouse = browser.driver.actions({ async: true })
    await mouse.move(at(10)).press().move(at(11)).move(at(12)).release().perform()
    await browser.until<string[]>(
      stretches,
      (all) => all.length === 7 && /^(09:45|10:00)-1[12]:/.test(all[0]!),
    )
    await browser.click(button('Save'))
    await browser.see('//*[@role="status"][. = "Saved"]')

    await browser.click('//nav//button[. = "Bookings"]')
    await browser.click('//button[@aria-label="The week after"]')
    await browser.click(button('Book by hand'))
    await browser.see('//h2[. = "Book by hand"]')
    const times = `[...document.querySelectorAll('[role=dialog] select')].at(-1).options.length`
    await browser.until<number>(times, (many) => many > 3)
    await inPage(
      `((list) => { const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set; set.call(list, list.options[2].value); list.dispatchEvent(new Event('change', { bubbles: true })) })([...document.querySelectorAll('[role=dialog] select')].at(-1))`,
    )
    await browser.type('//label[. = "Name"]/following-sibling::input', 'Mr Tansy')
    expect(await violationsIn(browser)).toEqual([])
    await browser.click(button('Book it'))
    await browser.see('//button[contains(@aria-label, "Mr Tansy")]')
    await inPage(`document.querySelector('button[aria-label*="Mr Tansy"]').focus()`)
    await press(keys.enter)
    await browser.click(button('Move it …'))
    await browser.until<number>(times, (many) => many > 3)
    await inPage(
      `((list) => { const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set; set.call(list, list.options[1].value); list.dispatchEvent(new Event('change', { bubbles: true })) })([...document.querySelectorAll('[role=dialog] select')].at(-1))`,
    )
    await browser.click(button('Move it'))
    await browser.see('//*[contains(., "Moved to")]')
    const [moved] = await bookings(calendar)
    expect(moved).toMatchObject({ name: 'Mr Tansy', state: 'booked' })
    await browser.driver.get(`${world.studio}/calendars/${calendar.id}`)
    await browser.click('//button[@aria-label="The week after"]')
    await browser.see('//button[contains(@aria-label, "Mr Tansy")]')
    await inPage(`document.querySelector('button[aria-label*="Mr Tansy"]').focus()`)
    await press(keys.enter)
    await browser.click(button('Cancel it'))
    await browser.see('//*[contains(., "Cancelled.")]')
    expect((await bookings(calendar)).map(({ state }) => state)).toEqual(['cancelled'])
  })

  test('signed in to somebody’s own calendar: a booking stands there; moved there, it is said in the diary and taken over', async () => {
    const calendar = await calendarOf()
    await browser.driver.get(`${world.studio}/calendars/${calendar.id}`)
    await browser.click('//nav//button[. = "People and hours"]')
    await browser.click('//li//button[contains(., "Ines")]')
    await browser.click(button('Sign in to a calendar …'))
    const fields = { 'Address of the calendar server': world.calendars, 'Name there': 'tobias' }
    const type = (label: string, text: string) =>
      browser.type(`//label[. = "${label}"]/following-sibling::input`, text)
    for (const [label, text] of Object.entries(fields)) await type(label, text)
    await type('Password there', 'two wet cats')
    await browser.click(button('Look for calendars'))
    await browser.see('//*[contains(., "does not take this name and password")]')
    expect(await violationsIn(browser)).toEqual([])
    await inPage(`document.querySelector('[role=dialog] [type=password]').select()`)
    await type('Password there', 'two-wet-dogs')
    await browser.click(button('Look for calendars'))
    await browser.click(button('Write bookings there'))
    await browser.see('//b[. = "Tobias"]')

    const at = new Date(Date.now() + 7 * 86_400_000)
    at.setUTCHours(11, 0, 0, 0)
    const later = new Date(at.getTime() + 2 * 3_600_000)
    const book = (name: string, start: Date) =>
      api<{ id: string }>(browser, 'POST', `/calendars/${calendar.id}/bookings`, {
        service: 'visit',
        who: 'ines',
        start: start.toISOString(),
        count: 1,
        name,
      })
    const { id } = await book('Mrs Yarrow', at)
    const there = async (method: string, body?: string) =>
      fetch(`${world.calendars}tobias/all/${id}.ics`, {
        method,
        headers: { authorization: `Basic ${btoa('tobias:two-wet-dogs')}`, 'content-type': 'text/calendar' },
        ...(body ? { body } : {}),
      })
    let text = ''
    for (let tries = 0; tries < 100 && !text.includes('Mrs Yarrow'); tries += 1) {
      await new Promise((done) => setTimeout(done, 200))
      text = await (await there('GET')).text()
    }
    expect(text).toContain('SUMMARY:A visit: Mrs Yarrow')
    const stamp = (date: Date) => date.toISOString().replace(/[-:]|\.\d+/g, '')
    const moved = text
      .replace(/DTSTART[^\r\n]*/, `DTSTART:${stamp(later)}`)
      .replace(/DTEND[^\r\n]*/, `DTEND:${stamp(new Date(later.getTime() + 3_600_000))}`)
    expect((await there('PUT', moved)).status).toBeLessThan(300)
    // Whatever is booked next has the two compared at once.
    await book('Mr Sefton', new Date(at.getTime() + 5 * 3_600_000))
    await browser.driver.get(`${world.studio}/calendars/${calendar.id}`)
    await browser.click('//button[@aria-label="The week after"]')
    await browser.see(
      '//button[contains(@aria-label, "Mrs Yarrow")][contains(@aria-label, "changed in their own calendar")]',
    )
    await inPage(`document.querySelector('button[aria-label*="Mrs Yarrow"]').focus()`)
    await press(keys.enter)
    expect(await violationsIn(browser)).toEqual([])
    await browser.click(button('Move the booking there'))
    await browser.see('//*[contains(., "Taken over.")]')
    expect((await bookings(calendar)).find(({ name }) => name === 'Mrs Yarrow')?.start).toBe(
      later.toISOString(),
    )
  })
})
