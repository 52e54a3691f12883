/** One of a client's own people: invited by hand, comes in by the mail's link, answers, and finds nothing else. */
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { violationsIn } from './axe'
import { button, openBrowser, type Browser } from './browser'
import { clientNamed, mailsTo, signedIn, world } from './world'

let designer: Browser
let person: Browser
beforeAll(async () => {
  designer = await signedIn()
  person = await openBrowser()
})
afterAll(async () => {
  await designer.close()
  await person.close()
})

test('invited, comes in, answers what was asked, sees nothing of the agency’s; removed, is out', async () => {
  const email = `own.${Date.now()}@vets.example`
  const client = await clientNamed(designer, 'Juniper Lane Vets')
  await designer.driver.get(`${world.studio}/clients/${client}`)
  await designer.type('//section[@aria-labelledby="people"]//input[@type="email"]', email)
  await designer.click(`//section[@aria-labelledby="people"]${button('Invite')}`)
  await designer.see(`//*[@role="status"]//p[contains(., "A mail with this link is on its way to ${email}")]`)
  expect(await violationsIn(designer)).toEqual([])

  const [mail] = await mailsTo(email)
  const link = /https?:\/\/\S+\/join\/\S+/.exec(mail!.text)![0]
  await person.driver.get(link)
  await person.see('//*[contains(., "what visitors write to Juniper Lane Vets")]')
  await person.type('input[name=name]', 'Nurse Beatrix')
  await person.type('input[name=password]', 'a long way to the sea')
  await person.click(button('Join'))
  await person.see('//nav[@aria-label="Folders"]')
  expect(await person.driver.getCurrentUrl()).toContain('/inbox')
  const listed = `[...document.querySelectorAll('article[aria-label=Submission] p')].map((one) => one.textContent).join()`
  await person.until<string>(listed, (text) => text.includes('of Juniper Lane Vets'))
  expect(
    await person.driver.executeScript(`return document.querySelector('select[aria-label=Client]')`),
  ).toBeNull()
  expect(await violationsIn(person)).toEqual([])
  await person.viewport(390, 800, true)
  expect(await violationsIn(person)).toEqual([])
  expect(
    await person.driver.executeScript('return document.documentElement.scrollWidth - innerWidth'),
  ).toBeLessThanOrEqual(0)
  await person.viewport(1280, 800)

  await person.type('//textarea', 'Come at ten, please.')
  await person.click(button('Send the answer'))
  await person.see('//section[@aria-label="Conversation"]//p[. = "Come at ten, please."]')

  for (const path of [`/clients/${client}`, '/inbox/person', '/account/team', `/clients/${client}/brand`]) {
    await person.driver.get(world.studio + path)
    await person.see('//h1[contains(., "nothing") or contains(., "Nothing") or contains(., "not")]')
  }
  await person.driver.get(`${world.studio}/`)
  await person.see('//nav[@aria-label="Folders"]')
  await person.driver.get(`${world.studio}/account`)
  await person.see('//h1[. = "Nurse Beatrix"]')
  expect(await person.driver.executeScript(`return document.querySelectorAll('#team, #tokens').length`)).toBe(
    0,
  )
  expect(await violationsIn(person)).toEqual([])

  await designer.driver.navigate().refresh()
  const line = '//section[@aria-labelledby="people"]//li[contains(., "Nurse Beatrix")]'
  await designer.click(`${line}${button('Remove')}`)
  await designer.click(`//*[@role="dialog"]${button('Remove')}`)
  await designer.until<number>(
    `[...document.querySelectorAll('section[aria-labelledby=people] li')].filter((one) => one.textContent.includes('Beatrix')).length`,
    (count) => count === 0,
  )
  await person.driver.get(`${world.studio}/inbox`)
  await person.see('//input[@name="password"]')
})
