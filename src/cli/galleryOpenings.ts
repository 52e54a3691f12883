/** For the gallery: every kind as each surface, on a page that it opens over. Served at the root, as delivery serves it. */
import { mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { plainBrand } from '@/core/design/brand'
import { averageStars } from '@/core/items/average'
import { directionOf } from '@/core/locale/phrase'
import { noDecisions } from '@/core/rules/fields'
import { defaultsOf } from '@/core/settings/settings'
import { kinds } from '@/kinds/all'
import { artifactsOf } from '@/kinds/artifact'
import { exampleItemsOf, type Kind } from '@/kinds/contract'
import { surfaces } from '@/kinds/openings/all'
import { drawn, prepare } from '@/kinds/render'

export interface OpeningPage {
  readonly file: string
  readonly kind: string
  readonly surface: string
  readonly locale: string
  /** Height in px of what opens, by width of the viewport in px. */
  readonly heights: Readonly<Record<number, number>>
}

/** Widths of the viewport in px at which heights are told. */
export const openingWidths: readonly number[] = [320, 390, 768, 1280]
const locales = ['en-GB', 'ar'] as const

/** @param onHtml - is told all markup, which names the pictures that it needs */
export async function writeOpenings(target: string, onHtml: (html: string) => void): Promise<OpeningPage[]> {
  for (const folder of ['w', 'o']) await mkdir(path.join(target, folder), { recursive: true })
  const pages: OpeningPage[] = []
  for (const kind of kinds)
    for (const { id } of surfaces)
      for (const locale of locales) pages.push(await writeOpening(target, onHtml, kind, id, locale))
  return pages
}

async function writeOpening(
  target: string,
  onHtml: (html: string) => void,
  kind: Kind,
  surface: string,
  locale: string,
): Promise<OpeningPage> {
  const items = exampleItemsOf(kind)
  const ref = `${kind.id}${surface}${locale}`
    .toLowerCase()
    .replace(/[^a-z0-9]/g, '')
    .slice(-20)
  const settings = {
    ...defaultsOf(kind.fields),
    ...kind.startingPoints[0]!.settings,
    'opening.as': surface,
    'opening.title': kind.label,
    'look.font': 'brand',
  }
  const input = { kind: kind.id, settings, brand: plainBrand, decisions: noDecisions }
  const context = {
    now: Date.parse('2026-04-01T00:00:00Z'),
    locale,
    offsetAt: () => 0,
    assets: '',
    ref,
    reviews: averageStars(items),
  }
  const rendered = drawn(prepare(input, items, context), context, openingWidths)
  const { shown, opened } = artifactsOf(ref, 1, locale, rendered)
  await writeFile(path.join(target, 'w', `${ref}.json`), JSON.stringify(shown))
  await writeFile(path.join(target, 'o', `${ref}.json`), JSON.stringify(opened))
  onHtml(rendered.pieces.join(''))
  const file = `${kind.id}-${surface}-${locale}.html`
  const page = `<!doctype html><html lang="${locale}" dir="${directionOf(locale)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${kind.label}</title></head><body><main><h1>A page</h1><p>What stands in it.</p></main><yimble-widget data-yimble="${ref}"></yimble-widget><script async src="/embed.js"></script></body></html>`
  await writeFile(path.join(target, file), page)
  const heights = Object.fromEntries(rendered.opening!.reserve.map(({ from, height }) => [from, height]))
  return { file, kind: kind.id, surface, locale, heights }
}
