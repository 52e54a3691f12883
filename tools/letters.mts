/**
 * Measures in Chromium how wide the letters of our fonts are and writes it to src/core/design/letters.ts. Run it after
 * a font is added or replaced: `npx tsx tools/letters.mts`.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { format, resolveConfig } from 'prettier'
import { openBrowser } from '../e2e/browser'
import { fontFamilies } from '../src/core/design/fonts'

const target = 'src/core/design/letters.ts'
// From the space to the end of Latin Extended-A, and the marks that texts have beside letters.
const latin = Array.from({ length: 0x180 - 0x20 }, (_one, at) => String.fromCodePoint(at + 0x20))
const letters = [...latin.filter((letter) => !/\p{C}/u.test(letter)), ...'‐–—‘’‚“”„†•…‹›€−']

/** Thousandths of an em, rounded up; 0 where the fallback font stands in. */
const measure = `
  const [file, letters, weight, done] = arguments
  const bytes = Uint8Array.from(atob(file), (one) => one.charCodeAt(0))
  const face = new FontFace('measured', bytes, { weight: '100 900' })
  face.load().then(() => {
    document.fonts.add(face)
    const context = document.createElement('canvas').getContext('2d')
    context.fontKerning = 'none'
    const width = (letter, fallback) => {
      context.font = weight + ' 1000px measured, ' + fallback
      return context.measureText(letter).width
    }
    const isOurs = (letter) => letter === ' ' || width(letter, 'serif') === width(letter, 'monospace')
    done(letters.map((letter) => (isOurs(letter) ? Math.ceil(width(letter, 'serif')) : 0)))
  }, (error) => done(String(error)))`

/** A font of the system: the widest that pages use, and so what is reckoned with where the font is not known. */
const widest = 'DejaVu Sans'
const measureLocal = `
  const [family, letters, weight] = arguments
  const context = document.createElement('canvas').getContext('2d')
  context.fontKerning = 'none'
  context.font = weight + ' 1000px "' + family + '"'
  return letters.map((letter) => Math.ceil(context.measureText(letter).width))`

const browser = await openBrowser()
try {
  const tables: Record<string, Record<string, unknown>> = {}
  for (const { id, file } of fontFamilies) {
    const bytes = readFileSync(`node_modules/${file}`).toString('base64')
    const widths = (weight: number) => browser.driver.executeAsyncScript(measure, bytes, letters, weight)
    tables[id] = { plain: await widths(400), bold: await widths(600) }
  }
  const local = (weight: number) => browser.driver.executeScript(measureLocal, widest, letters, weight)
  tables.unknown = { plain: await local(400), bold: await local(700) }
  const source = `/**
 * Made by tools/letters.mts: how wide letters of our fonts are, in thousandths of an em; 0 for what a font lacks. Under
 * "unknown" those of ${widest}, which is as wide as fonts of pages get.
 */
export const measured = ${JSON.stringify(letters.join(''))}
export const letterWidths: Readonly<
  Record<string, { readonly plain: readonly number[]; readonly bold: readonly number[] }>
> = ${JSON.stringify(tables)}
`
  writeFileSync(target, await format(source, { ...(await resolveConfig(target)), parser: 'typescript' }))
} finally {
  await browser.close()
}
