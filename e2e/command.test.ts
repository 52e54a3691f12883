/**
 * The one command, on a copy of the project as a newcomer has it, with a second, trivial kind added by one folder and one
 * line: it shows up on the bench, in the API and in delivery. And what the command says when something is in the way.
 */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { openBrowser, type Browser } from './browser'

const root = path.resolve(import.meta.dirname, '..')
const copy = path.join(root, '.yimble/copy')
const basePort = 5310
// A world of its own: nothing of the tests' world is handed on.
const clean = Object.fromEntries(
  Object.entries(process.env).filter(
    ([name]) => !/^(YIMBLE_|DATABASE_URL|NODE_ENV|NODE_OPTIONS|JEST)/.test(name),
  ),
)
const env = { ...clean, YIMBLE_BASE_PORT: String(basePort) } as unknown as NodeJS.ProcessEnv

/** A kind that the project does not know: of existing facts and layouts, with one setting and one fact of its own. */
const kindFile = `/** @jsxImportSource preact */
import { text } from '../../core/settings/controls/text'
import { fact } from '../block'
import { date } from '../facts/date'
import { row } from '../facts/row'
import { title } from '../facts/title'
import { column } from '../layouts/column'
import { list } from '../layouts/list'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { smallEm } from '../sizes'

const unit = fact({
  id: 'unit',
  parts: [{ name: 'unit', label: 'What is counted' }],
  fields: { 'tally.unit': text({ maxLength: 20 }, { label: 'What is counted', step: 'arrange', group: 'Words', part: 'unit', default: 'entries' }) },
  of: (_item, values): string | undefined => values['tally.unit'] || undefined,
  view: (words) => <span part="unit">{words}</span>,
  em: () => smallEm,
})

/** Tally: one line an entry. */
export const tally = showing({
  id: 'tally',
  label: 'Tally',
  description: 'One line an entry.',
  alsoCalled: ['count', 'score', 'sum'],
  accepts: ['Article'],
  card: { words: [title, row([unit, date])] },
  above: [heading],
  layouts: [list, column],
  startingPoints: [
    { id: 'plain', label: 'A plain tally', hint: 'One line each', settings: { 'facts.date': 'none' } },
    { id: 'small', label: 'A small tally', hint: 'For a footer', settings: { layout: 'column' } },
  ],
  example: [],
})
`

let running: ChildProcess | undefined
let words = ''
let browser: Browser

function start(args: readonly string[] = [], folder = copy): ChildProcess {
  words = ''
  const child = spawn('./yimble', ['demo', ...args], { cwd: folder, env, stdio: ['ignore', 'pipe', 'pipe'] })
  const hear = (piece: Buffer) => {
    words += piece.toString()
  }
  child.stdout.on('data', hear)
  child.stderr.on('data', hear)
  return child
}
async function until(check: () => boolean, withinMs: number): Promise<void> {
  const end = Date.now() + withinMs
  while (!check()) {
    if (Date.now() > end) throw new Error(`waited ${withinMs} ms; the command said:\n${words}`)
    await new Promise((done) => setTimeout(done, 100))
  }
}
const isUp = () => words.includes('Ctrl-C stops everything')
const stopped = (child: ChildProcess) =>
  new Promise<number | null>((done) => {
    if (child.exitCode !== null) return done(child.exitCode)
    child.once('exit', done)
    child.kill('SIGTERM')
  })
const inTheWay = (folder: string, more: Record<string, string> = {}, args: readonly string[] = ['demo']) => {
  const done = spawnSync('./yimble', args, {
    cwd: folder,
    env: { ...env, ...more },
    encoding: 'utf8',
    timeout: 60_000,
  })
  return { code: done.status, last: done.stderr.trim().split('\n').at(-1) ?? '' }
}

beforeAll(async () => {
  rmSync(copy, { recursive: true, force: true })
  mkdirSync(copy, { recursive: true })
  for (const name of [
    'src',
    'tools',
    'measure',
    'yimble',
    'package.json',
    'package-lock.json',
    'next.config.ts',
    'postcss.config.mjs',
    'tsconfig.json',
  ])
    cpSync(path.join(root, name), path.join(copy, name), { recursive: true })
  // Hard links: npm ci of all packages again would tell nothing more and take minutes.
  spawnSync('cp', ['-al', path.join(root, 'node_modules'), path.join(copy, 'node_modules')])
  mkdirSync(path.join(copy, 'src/kinds/tally'))
  writeFileSync(path.join(copy, 'src/kinds/tally/kind.tsx'), kindFile)
  const list = path.join(copy, 'src/kinds/all.ts')
  writeFileSync(
    list,
    readFileSync(list, 'utf8')
      .replace(
        "import { feed } from './feed/kind'",
        "import { feed } from './feed/kind'\nimport { tally } from './tally/kind'",
      )
      .replace('  feed,\n', '  tally,\n  feed,\n'),
  )
  running = start()
  await until(isUp, 480_000)
  browser = await openBrowser()
}, 600_000)
afterAll(async () => {
  await browser?.close()
  if (running) await stopped(running)
  rmSync(copy, { recursive: true, force: true })
})

const studio = `http://127.0.0.1:${basePort}`
const delivery = `http://127.0.0.2:${basePort + 10}`

test('says where everything is, and how to sign in', () => {
  for (const part of [
    studio,
    delivery,
    `http://127.0.0.3:${basePort + 20}`,
    'designer@fernhollow.example',
    'fernhollow',
  ])
    expect(words).toContain(part)
})

test('a second kind, by one folder and one line, is in the API, on the bench and in delivery', async () => {
  await browser.driver.get(`${studio}/sign-in`)
  await browser.click('//button[normalize-space()="Fill in"]')
  await browser.click('button[type=submit]')
  await browser.click('//a[contains(., "Marlowick Bakery")]')
  await browser.click('//a[normalize-space()="New widget"]')
  await browser.see('//h2[normalize-space()="Tally"]')
  await browser.click('//button[normalize-space()="A plain tally"]')
  await browser.click('//label[contains(., "from the oven")]//input')
  await browser.click('//nav[@aria-label="Steps"]//button[contains(., "Arrange")]')
  await browser.type('#field-tally-unit', 'loaves')
  await browser.driver
    .switchTo()
    .frame(await browser.see('//section[contains(@aria-label, "on a computer")]//iframe'))
  await browser.until<string>(
    `[...(document.querySelector('[data-stage]')?.shadowRoot?.querySelectorAll('[part=unit]') ?? [])].map((one) => one.textContent).join()`,
    (text) => text === 'loaves,loaves,loaves',
  )
  await browser.driver.switchTo().defaultContent()
  await browser.until<string>(
    `document.querySelector('header [role=status]')?.textContent`,
    (said) => said === 'Saved',
  )
  await browser.click('//header//button[normalize-space()="Publish"]')
  const field = await browser.see('textarea[aria-label="Snippet"]')
  const ref = /data-yimble="(\w+)"/.exec((await field.getAttribute('value')) ?? '')![1]!
  const kinds = await browser.driver.executeAsyncScript<{ id: string }[]>(
    `const done = arguments[0]; fetch('/api/v1/kinds').then((answer) => answer.json()).then(done)`,
  )
  expect(kinds[0]?.id).toBe('tally')
  expect(await (await fetch(`${delivery}/h/${ref}`)).text()).toContain('<span part="unit">loaves</span>')
})

describe('what is in the way is said in one sentence, and nothing is left half-made', () => {
  test('a second copy', () =>
    expect(inTheWay(copy)).toMatchObject({
      code: 1,
      last: expect.stringMatching(/^yimble: Yimble is already running here \(process \d+\)/),
    }))
  test('a port in use, from another folder', () => {
    expect(inTheWay(root)).toMatchObject({
      code: 1,
      last: expect.stringMatching(
        /^yimble: port 5310 on 127\.0\.0\.1, needed for the studio, is in use\..*YIMBLE_BASE_PORT=6310/,
      ),
    })
    expect(existsSync(path.join(root, '.yimble/running'))).toBe(false)
  })
  test('a port that is none', () =>
    expect(inTheWay(root, { YIMBLE_BASE_PORT: 'x' })).toMatchObject({
      code: 2,
      last: expect.stringContaining('YIMBLE_BASE_PORT is "x"'),
    }))
  test('an unknown option and an unknown command', () => {
    expect(inTheWay(root, {}, ['demo', '--frsh'])).toMatchObject({
      code: 2,
      last: expect.stringContaining('does not know "--frsh"'),
    })
    expect(inTheWay(root, {}, ['dmo']).code).toBe(2)
  })
  test('an unwritable folder', () => {
    const blocked = path.join(copy, 'blocked')
    mkdirSync(blocked, { recursive: true })
    writeFileSync(path.join(blocked, '.yimble'), 'a file where the folder should be')
    for (const name of [
      'src',
      'tools',
      'yimble',
      'package.json',
      'package-lock.json',
      'tsconfig.json',
      'node_modules',
    ])
      spawnSync('ln', ['-s', path.join(copy, name), path.join(blocked, name)])
    // The command goes to its own real folder, so the block is put there.
    expect(
      spawnSync(
        'node',
        [
          '--import',
          'tsx',
          '-e',
          `const { takeLock } = await import('./src/cli/world.ts'); try { takeLock(${JSON.stringify(path.join(blocked, '.yimble'))}) } catch (error) { console.log(error.message) }`,
        ],
        { cwd: root, encoding: 'utf8', env: clean as unknown as NodeJS.ProcessEnv },
      ).stdout,
    ).toMatch(/cannot be written to\. Give yourself the right to/)
  })
})

test('stops on SIGTERM, and a second start keeps the data and builds nothing', async () => {
  expect(await stopped(running!)).toBe(0)
  expect(words).toContain('Stopping …')
  await expect(fetch(`${studio}/healthz`)).rejects.toThrow('fetch failed')
  running = start()
  await until(isUp, 60_000)
  expect(words).not.toContain('Building')
  await browser.driver.get(`${studio}/`)
  await browser.click('//a[contains(., "Marlowick Bakery")]')
  await browser.see('//a[normalize-space()="A plain tally"]')
})

describe('./yimble read', () => {
  const read = (...args: string[]) => {
    const done = spawnSync('./yimble', ['read', ...args], {
      cwd: root,
      env: clean as unknown as NodeJS.ProcessEnv,
      encoding: 'utf8',
    })
    return {
      code: done.status,
      lines: done.stdout
        .trim()
        .split('\n')
        .filter(Boolean)
        .map((line) => JSON.parse(line) as Record<string, unknown>),
      said: done.stderr.trim(),
    }
  }
  const file = path.join(root, '.build/read-test.xml')
  test('one line for each input, also for those that can’t be had', () => {
    writeFileSync(
      file,
      Buffer.from(
        '<?xml version="1.0" encoding="iso-8859-1"?><rss version="2.0"><channel><title>K\xe4se</title><item><title>One</title><link>/1</link></item></channel></rss>',
        'latin1',
      ),
    )
    const { code, lines } = read('--base', 'https://k.example/feed', file, '/nowhere.xml')
    expect(code).toBe(1)
    expect(lines).toMatchObject([
      {
        input: file,
        format: 'rss',
        feed: { title: 'Käse' },
        items: [{ name: 'One', url: 'https://k.example/1' }],
        problems: [],
      },
      {
        input: '/nowhere.xml',
        format: 'unknown',
        items: [],
        problems: [{ what: 'the file cannot be read (ENOENT)' }],
      },
    ])
  })
  test('an address in a private network is refused', () => {
    const { lines } = read('http://127.0.0.1:9/feed')
    expect(lines).toMatchObject([
      { format: 'unknown', problems: [{ what: expect.stringContaining('private or special network') }] },
    ])
  })
  test('nothing to read', () =>
    expect(read()).toMatchObject({ code: 2, said: expect.stringContaining('name a file or an address') }))
})
