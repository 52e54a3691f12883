/**
 * Widget + items → what goes to pixels: the one path that stage, script, frame and hosted page share. Pure: same input,
 * same bytes, in Node and in a browser.
 */
import { renderToString } from 'preact-render-to-string'
import type { Brand } from '../design/brand'
import { fontFamilies } from '../design/fonts'
import type { Item } from '../items/item'
import { getKind } from '../kinds/all'
import type { Kind, KindContext } from '../kinds/kind'
import type { Decisions } from '../rules/fields'
import { sift, type RuleStep } from '../rules/rules'
import type { Settings, Value } from '../settings/field'
import { resolveSettings } from '../settings/settings'
import { baseStyles, spaceOf } from './baseStyles'

export interface RenderInput {
  readonly kind: string
  readonly settings: Settings
  readonly brand: Brand
  readonly decisions: Decisions
}

/** `height` px are enough from a container width of `from` px up to the next entry. */
export interface Reserve {
  readonly from: number
  readonly height: number
}

export interface Font {
  readonly family: string
  readonly url: string
}

export interface Rendered {
  readonly html: string
  readonly css: string
  readonly fonts: readonly Font[]
  readonly reserve: readonly Reserve[]
  readonly behaviours: readonly string[]
  readonly jsonLd: object | null
  /** ISO instant from which the answer may be another; null when time alone changes nothing. */
  readonly validUntil: string | null
  readonly counts: Counts
  /** Ids of what a visitor sees, in order, linked products after what they are linked to. */
  readonly shown: readonly string[]
}

/** How many came, how many passed the rules, how many show; and the same after each rule. */
export interface Counts {
  readonly total: number
  readonly passed: number
  readonly shown: number
  readonly steps: readonly RuleStep[]
}

/** Container widths in px for which a height is reserved, narrowest first. */
export const reserveWidths = [
  240, 280, 320, 360, 400, 480, 560, 640, 720, 800, 960, 1120, 1280, 1440, 1600,
] as const

export function render(input: RenderInput, items: readonly Item[], context: KindContext): Rendered {
  const kind = getKind(input.kind)
  const values = resolveSettings(input.settings, input.brand)
  const accepted = items.filter((item) => kind.accepts.includes(item.type))
  const sifted = sift(accepted, kind.rules(values, input.decisions), context.now, context.offsetAt)
  const shown = sifted.shown.map((item) => withProducts(item, Number(values['products.limit'] ?? 0)))
  const model = kind.model(shown, values, context)
  const validUntil = Math.min(sifted.validUntil, kind.until?.(shown, values, context) ?? Infinity)
  return {
    html: renderToString(kind.view(model)),
    css: minify(baseStyles(values) + kind.styles(values)),
    fonts: fontsOf(values, context.assets),
    reserve: reserveWidths.map((from) => ({
      from,
      height: heightOf(kind, sifted.shown.length, values, from),
    })),
    behaviours: kind.behaviours(values),
    jsonLd: kind.jsonLd(model) ?? null,
    validUntil: Number.isFinite(validUntil) ? new Date(validUntil).toISOString() : null,
    shown: shown.flatMap((item) => [item.id, ...(item.mentions ?? []).map((product) => product.id)]),
    counts: { total: sifted.total, passed: sifted.passed, shown: sifted.shown.length, steps: sifted.steps },
  }
}

/** Height in px at a container width, with the space around the widget. */
export function heightOf(
  kind: Kind,
  count: number,
  values: Readonly<Record<string, Value>>,
  widthPx: number,
): number {
  const { above, below, sides } = spaceOf(values)
  return above + below + kind.reserve(count, values, Math.max(0, widthPx - 2 * sides))
}

const withProducts = (item: Item, most: number): Item =>
  item.mentions && item.mentions.length > most ? { ...item, mentions: item.mentions.slice(0, most) } : item

function fontsOf(values: Readonly<Record<string, Value>>, assets: string): Font[] {
  if (values['look.font'] !== 'brand') return []
  const ids = new Set([values['look.bodyFont'], values['look.headingFont']])
  return fontFamilies
    .filter((family) => ids.has(family.id))
    .map(({ id }) => ({ family: `yimble-${id}`, url: `${assets}/fonts/${id}.woff2` }))
}

const minify = (css: string) => css.replace(/\n\s*/g, '').trim()
