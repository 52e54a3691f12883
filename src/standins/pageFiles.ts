/** Pages of stand-in sites that lie as files: empty elements with an id are their slots. */
import { existsSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'

const folder = new URL('./pages/', import.meta.url)
const mark = '<p class="standin">Demo stand-in · <a href="/edit">edit this page</a></p>'

/** @param file - below `pages/` @returns what draws it with what was pasted into its slots */
export function pageFrom(file: string): (slots: Readonly<Record<string, string>>) => string {
  const html = readFileSync(new URL(file, folder), 'utf8').replace('</body>', `${mark}</body>`)
  return (slots) =>
    Object.entries(slots).reduce(
      (page, [id, snippet]) =>
        page.replace(
          new RegExp(`(<div[^>]* id="${id}"[^>]*>)</div>`),
          (_whole, open: string) => `${open}${snippet}</div>`,
        ),
      html,
    )
}

const require = createRequire(import.meta.url)

/** Styles that lie beside a site's pages, and fonts out of their packages. */
export const filesOf =
  (site: string) =>
  (path: string): { readonly bytes: Buffer; readonly type: string } | undefined => {
    const style = /^\/(base|style[a-z-]*)\.css$/.exec(path)
    const font = /^\/fonts\/(([a-z-]+)-(?:latin|arabic)-[a-z-]+\.woff2)$/.exec(path)
    if (style) {
      const file = new URL(style[1] === 'base' ? 'base.css' : `${site}/${style[1]}.css`, folder)
      return existsSync(file) ? { bytes: readFileSync(file), type: 'text/css; charset=utf-8' } : undefined
    }
    if (!font) return undefined
    try {
      const file = require.resolve(`@fontsource-variable/${font[2]}/files/${font[1]}`)
      return { bytes: readFileSync(file), type: 'font/woff2' }
    } catch {
      return undefined // no such font
    }
  }
