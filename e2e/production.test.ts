/** Without the demo: from an empty database to an agency, its people and a live widget, by `./yimble start` alone. */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { createServer, type Server } from 'node:http'
import path from 'node:path'
import pg from 'pg'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { button, openBrowser, type Browser } from './browser'

const root = path.resolve(import.meta.dirname, '..')
const basePort = Number(process.env.YIMBLE_STANDINS_PORT) + 40
const outsidePort = basePort + 5
const studio = `http://127.0.0.1:${basePort}`
const delivery = `http://127.0.0.2:${basePort + 1}`
const database = new URL(process.env.DATABASE_URL!)
database.pathname = '/yimble_production'
const env = {
  PATH: process.env.PATH,
  HOME: process.env.HOME,
  DATABASE_URL: database.href,
  YIMBLE_STUDIO_URL: studio,
  YIMBLE_DELIVERY_URL: delivery,
  YIMBLE_SECRET: 'a secret of the test, thirty-two letters and more',
  YIMBLE_WORKER_PORT: String(basePort + 2),
  YIMBLE_ALLOWED_ORIGINS: `http://127.0.0.8:${outsidePort}`,
  YIMBLE_LOG_LEVEL: 'error',
}
const yimble = (...args: string[]) =>
  spawnSync('./yimble', args, { cwd: root, env: env as unknown as NodeJS.ProcessEnv, encoding: 'utf8' })

let running: ChildProcess
let outside: Server
let browser: Browser
let snippet = ''
beforeAll(async () => {
  const admin = new pg.Client({ connectionString: process.env.DATABASE_URL })
  await admin.connect()
  await admin.query('drop database if exists yimble_production with (force)')
  await admin.end()
  outside = createServer((request, response) =>
    request.url === '/feed'
      ? response
          .writeHead(200, { 'content-type': 'application/rss+xml' })
          .end(
            '<rss version="2.0"><channel><title>News</title><item><title>First</title><guid>1</guid></item></channel></rss>',
          )
      : response
          .writeHead(200, { 'content-type': 'text/html' })
          .end(`<!doctype html><title>Site</title><main><h1>Hello</h1>${snippet}</main>`),
  )
  await new Promise<void>((done) => outside.listen(outsidePort, '127.0.0.8', done))
  running = spawn('./yimble', ['start'], {
    cwd: root,
    env: env as unknown as NodeJS.ProcessEnv,
    stdio: 'ignore',
  })
  const end = Date.now() + 120_000
  for (const address of [`${studio}/healthz`, `${delivery}/readyz`, `http://127.0.0.1:${basePort + 2}/`])
    while (
      !(await fetch(address).then(
        (answer) => answer.ok,
        () => false,
      ))
    ) {
      if (Date.now() > end) throw new Error(`${address} did not answer`)
      await new Promise((done) => setTimeout(done, 300))
    }
  browser = await openBrowser()
})
afterAll(async () => {
  await browser.close()
  running.kill('SIGTERM')
  await new Promise((done) => running.once('exit', done))
  outside.close()
  outside.closeAllConnections()
})

const fill = async (values: Readonly<Record<string, string>>) => {
  for (const [name, text] of Object.entries(values)) await browser.type(`input[name=${name}]`, text)
  await browser.click('button[type=submit]')
}

test('the first visit sets up the agency and its owner; the second cannot', async () => {
  await browser.driver.get(studio)
  await browser.until<string>('location.pathname', (at) => at === '/set-up')
  expect(await browser.driver.executeScript('return document.body.textContent')).not.toContain('demo')
  await fill({ agency: 'Brackenridge', name: 'Kit', email: 'kit@brackenridge.example', password: 'short' })
  await browser.see('//*[@role="alert"][contains(., "at least 12 characters")]')
  await browser.type('input[name=password]', 'a sentence is easier to keep')
  await browser.click('button[type=submit]')
  await browser.see('//h1[normalize-space()="Clients"]')
  await browser.driver.get(`${studio}/set-up`)
  await browser.until<string>('location.pathname', (at) => at !== '/set-up')
})

test('the owner invites somebody, who joins by the link; a shell can invite, too', async () => {
  await browser.driver.get(`${studio}/account`)
  await browser.type('//section[@aria-labelledby="team"]//input[@type="email"]', 'sam@brackenridge.example')
  await browser.click(button('Invite'))
  const link = await browser.until<string>(
    `document.querySelector('section[aria-labelledby=team] textarea, section[aria-labelledby=team] [role=status] input')?.value`,
    Boolean,
  )
  const other = await openBrowser()
  try {
    await other.driver.get(link)
    await other.type('input[name=name]', 'Sam')
    await other.type('input[name=password]', 'another sentence to keep')
    await other.click('button[type=submit]')
    await other.see('//h1[normalize-space()="Clients"]')
    await other.driver.get(link)
    await other.see('//h1[normalize-space()="This link is over"]')
  } finally {
    await other.close()
  }
  const shell = yimble('user', 'invite', 'lou@brackenridge.example', '--role', 'viewer')
  expect([shell.status, shell.stdout.startsWith(`${studio}/join/`)]).toEqual([0, true])
  expect(yimble('user', 'invite', 'lou').status).toBe(2)
})

test('from an address to a live widget', async () => {
  await browser.driver.get(studio)
  await browser.click(button('Add a client'))
  // Focus is in the dialog's first field, and Enter does what the dialog is for.
  await browser.until<string>('document.activeElement.tagName', (tag) => tag === 'INPUT')
  await browser.driver.actions().sendKeys('Copperfield Cycles', '\uE007').perform()
  await browser.click('//a[contains(., "Copperfield Cycles")]')
  await browser.click('//a[normalize-space()="New widget"]')
  await browser.click('//a[contains(., "Reading list")] | //button[contains(., "Reading list")]')
  await browser.type('//input[@placeholder="example.org/feed.xml"]', `127.0.0.8:${outsidePort}/feed`)
  await browser.click(button('Check address'))
  await browser.click(button('Use this source'))
  await browser.see('//nav[@aria-label="Steps"]//button[contains(., "1 source")]')
  await browser.click('//nav[@aria-label="Steps"]//button[contains(., "Ship")]')
  await browser.until<string>(
    `document.querySelector('header [role=status]')?.textContent.trim()`,
    (words) => words === 'Saved',
  )
  await browser.click('//section[@aria-label="Publishing"]//button')
  await browser.see('//section[@aria-label="Releases"]//li[contains(., "live")]')
  snippet = await browser.until<string>(
    `document.querySelector('section[aria-label=Snippet] textarea')?.value`,
    Boolean,
  )
  await browser.driver.get(`http://127.0.0.8:${outsidePort}/`)
  await browser.until<string>(
    `document.querySelector('[data-yimble]')?.shadowRoot?.querySelector('[part=title]')?.textContent`,
    (title) => title === 'First',
  )
})

test('what is missing or unknown is said', () => {
  expect(yimble('start', 'everything').stderr).toContain('there is no process "everything"')
  const bare = spawnSync('./yimble', ['start'], {
    cwd: root,
    env: { PATH: process.env.PATH, HOME: process.env.HOME } as never,
    encoding: 'utf8',
  })
  expect([bare.status, bare.stderr.includes('DATABASE_URL')]).toEqual([2, true])
})
