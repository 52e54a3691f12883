/** What axe finds on the page that is open: one line each. */
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Browser } from './browser'

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

export const guidelines = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']

/** @param tags - rules to hold; also those for whole pages when left out */
export async function violationsIn(
  browser: Browser,
  tags: readonly string[] = [...guidelines, 'best-practice'],
): Promise<string[]> {
  await browser.driver.executeScript(axe)
  return browser.driver.executeAsyncScript(
    `const done = arguments[0]; axe.run(document, { iframes: false, runOnly: ${JSON.stringify(tags)} }).then(({ violations }) => done(violations.map((one) => one.id + ': ' + one.nodes.map((node) => node.target.join(' ') + ' ' + (node.any[0]?.message ?? '')).slice(0, 3).join(' | '))))`,
  )
}
