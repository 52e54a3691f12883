/** What axe finds on the page that is open: one line each. */
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Browser } from './browser'

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

export async function violationsIn(browser: Browser): Promise<string[]> {
  await browser.driver.executeScript(axe)
  return browser.driver.executeAsyncScript(
    `const done = arguments[0]; axe.run(document, { iframes: false, runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] }).then(({ violations }) => done(violations.map((one) => one.id + ': ' + one.nodes.map((node) => node.target.join(' ') + ' ' + (node.any[0]?.message ?? '')).slice(0, 3).join(' | '))))`,
  )
}
