/** A designer in another zone than the server's: pages are taken over as they came, with the times of here. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Browser } from './browser'
import { api, clientNamed, signedIn, world } from './world'

let browser: Browser
const views: string[] = []
beforeAll(async () => {
  browser = await signedIn()
  await browser.protocol('Emulation.setTimezoneOverride', { timezoneId: 'Pacific/Auckland' })
  const client = await clientNamed(browser, 'Kiln & Tide')
  const [widgets, sources] = await Promise.all([
    api<{ id: string }[]>(browser, 'GET', `/clients/${client}/widgets`),
    api<{ id: string }[]>(browser, 'GET', `/clients/${client}/sources`),
  ])
  views.push('/', '/account', `/clients/${client}`, `/sources/${sources[0]!.id}`)
  views.push(`/widgets/${widgets[0]!.id}`, `/widgets/${widgets[0]!.id}/table`)
})
afterAll(() => browser.close())

test('no view is thrown away and drawn again', async () => {
  expect(views).toHaveLength(6)
  await browser.driver.manage().logs().get('browser')
  for (const view of views) {
    await browser.driver.get(world.studio + view)
    await browser.see('//a[normalize-space()="Yimble"]')
    await new Promise((done) => setTimeout(done, 800))
    const said = (await browser.driver.manage().logs().get('browser')).map((entry) => entry.message)
    expect([view, said.filter((message) => message.includes('Uncaught'))]).toEqual([view, []])
  }
})

test('times are those of here', async () => {
  await browser.driver.get(world.studio + views[3]!)
  const { history } = await api<{ history: { at: string }[] }>(browser, 'GET', views[3]!)
  const here = new Intl.DateTimeFormat('en-GB', {
    dateStyle: 'medium',
    timeStyle: 'short',
    timeZone: 'Pacific/Auckland',
  }).format(new Date(history.at(-1)!.at))
  await browser.see(`//section[@aria-labelledby="history"]//li[contains(., "${here}")]`)
})
