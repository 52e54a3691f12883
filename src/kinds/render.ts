/**
 * Widget + items → what goes to pixels: the one path that stage, script, frame and hosted page share. Pure: same input,
 * same bytes, in Node and in a browser.
 */
import { Fragment, h, type VNode } from 'preact'
import { renderToString } from 'preact-render-to-string'
import type { Brand } from '../core/design/brand'
import { fontFaceOf, fontFamilies } from '../core/design/fonts'
import { choicesOf } from '../core/items/choices'
import type { Item } from '../core/items/item'
import { withMarks } from '../core/items/partner'
import { say, type Phrase } from '../core/locale/phrase'
import type { Decisions } from '../core/rules/fields'
import { sift, type RuleStep } from '../core/rules/rules'
import { isWord, type Settings } from '../core/settings/field'
import { resolveSettings } from '../core/settings/settings'
import { getKind } from './all'
import { baseStyles, spaceOf } from './baseStyles'
import type { AnyValues } from './block'
import { cardsGoHere, type EntryDate, type Hosts, type Kind, type KindContext, type Values } from './contract'
import type { Island } from './door'
import { contentGoesHere, shellOf, type Shell } from './openings/shell'

export interface RenderInput {
  readonly kind: string
  readonly settings: Settings
  readonly brand: Brand
  readonly decisions: Decisions
  /** The client's objects that were chosen, by role; the kind's example stands for one that is not there. */
  readonly objects?: Readonly<Record<string, object>>
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

/** A page of one entry: its key stands in the address. */
export interface RenderedEntry {
  readonly key: string
  readonly title: string
  readonly html: string
  readonly jsonLd: object | null
  readonly island: Island | null
}

/** What is around a widget that opens over the page. */
export interface Opening {
  /** What stands before the content, and after it. */
  readonly shell: readonly [before: string, after: string]
  readonly css: string
  /** Heights of what opens, by width of the viewport. */
  readonly reserve: readonly Reserve[]
}

export interface Rendered {
  /**
   * The markup: what stands before the cards, each card, what stands after them. Joined it is the whole; before and after
   * alone are a whole without cards. One piece where the kind has no cards.
   */
  readonly pieces: readonly string[]
  readonly css: string
  readonly fonts: readonly Font[]
  readonly reserve: readonly Reserve[]
  readonly behaviours: readonly string[]
  readonly hosts: Hosts
  /** Null for a widget that stands in the page. */
  readonly opening: Opening | null
  /** Null for a kind that is not alive in the page. */
  readonly island: Island | null
  readonly jsonLd: object | null
  readonly isEmpty: boolean
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
export const reserveWidths: readonly number[] = [
  240, 280, 320, 360, 400, 480, 560, 640, 720, 800, 960, 1120, 1280, 1440, 1600,
]

/** Settings as plain values: links by the brand, words by the language. */
export const valuesOf = (kind: Kind, settings: Settings, brand: Brand, locale: string): Values =>
  resolveSettings(settings, brand, (word) => wordOf(kind, word, locale))

/** One of the kind's words in a language. */
export function wordOf({ words }: Kind, word: string, locale: string): string {
  const phrase = words[word]
  return phrase && typeof phrase.en === 'string' ? say(phrase as Phrase, locale) : word
}

/** What is known of a widget before anything is drawn: asked for markup, for heights, for pages. */
export interface Prepared {
  readonly kind: Kind
  readonly values: Values
  readonly model: unknown
  readonly counts: Counts
  readonly shown: readonly string[]
  /** What visitors search in, in its order. */
  readonly entries: readonly { readonly id: string; readonly choices: readonly string[] }[]
  /** Some links carry a partner's mark. */
  readonly isCredited: boolean
  readonly validUntil: string | null
  /** There where it opens over the page. */
  readonly shell: Shell | undefined
  /** Height in px at a container width in px, with the space around the widget. */
  heightAt(widthPx: number): number
}

export function prepare(input: RenderInput, given: readonly Item[], outer: KindContext): Prepared {
  const context = { ...outer, page: given.find((item) => item.isPage) }
  const kind = getKind(input.kind)
  const values = valuesOf(kind, input.settings, input.brand, context.locale)
  const { sources } = kind.intake
  const types = sources && 'items' in sources.takes ? sources.takes.items : []
  const accepted = given.filter((item) => types.includes(item.type) && !item.isPage)
  const rules = context.search ? [] : (kind.rules?.(values, input.decisions) ?? [])
  const sifted = sift(accepted, rules, context.now, context.offsetAt)
  const leaving = withMarks(sifted.shown)
  const roles = { ...kind.example.given, ...input.objects, sources: leaving }
  const model = kind.model(roles, values, context)
  const until = Math.min(sifted.validUntil, kind.until?.(roles, values, context) ?? Infinity)
  const ids = new Set(kind.shown?.(model) ?? sifted.shown.map(({ id }) => id))
  const shown = sifted.shown.filter(({ id }) => ids.has(id))
  const products = (item: Item) => (item.mentions ?? []).slice(0, Number(values['products.limit'] ?? 0))
  const { above, below, sides } = spaceOf(values)
  return {
    kind,
    values,
    model,
    counts: { total: sifted.total, passed: sifted.passed, shown: shown.length, steps: sifted.steps },
    entries: kind.isSearched ? shown.map((item) => ({ id: item.id, choices: choicesOf(item) })) : [],
    shown: shown.flatMap((item) => [item.id, ...products(item).map((product) => product.id)]),
    isCredited: leaving !== sifted.shown,
    validUntil: Number.isFinite(until) ? new Date(until).toISOString() : null,
    shell: shellOf(
      values as AnyValues,
      { open: wordOf(kind, 'open', context.locale), close: wordOf(kind, 'close', context.locale) },
      context.assets,
    ),
    heightAt: (widthPx) => above + below + kind.height(model, values, Math.max(0, widthPx - 2 * sides)),
  }
}

/** @param heightWidths - container widths in px that heights are wanted for */
export function render(
  input: RenderInput,
  given: readonly Item[],
  context: KindContext,
  heightWidths = reserveWidths,
): Rendered {
  return drawn(prepare(input, given, context), context, heightWidths)
}

/** What was prepared, as markup and styles. */
export function drawn(
  prepared: Prepared,
  { assets, locale }: KindContext,
  heightWidths = reserveWidths,
): Rendered {
  const { kind, values, model, heightAt, validUntil, counts, shown, shell, isCredited } = prepared
  return {
    pieces: piecesOf(kind, model),
    css: minify(baseStyles(values, shell !== undefined) + kind.styles(values)),
    fonts: fontsOf(values, assets),
    // What lies over the page takes no room in it.
    reserve: heightWidths.map((from) => ({ from, height: shell ? 0 : heightAt(from) })),
    opening: shell ? openingOf(shell, heightAt, heightWidths) : null,
    hosts: kind.hosts?.(values, model) ?? {},
    behaviours: [
      ...kind.behaviours(values, model),
      ...(kind.island ? ['islands'] : []),
      ...(isCredited ? ['credit'] : []),
    ],
    island: kind.island ? islandWith(kind, kind.island(model), locale) : null,
    jsonLd: kind.jsonLd(model) ?? null,
    isEmpty: kind.isEmpty?.(model) ?? false,
    validUntil,
    counts,
    shown,
  }
}

/** Pages of single entries with the styles that they share, and files of their dates; none where the kind has none. */
export function entriesOf(
  { kind, values, model }: Prepared,
  locale: string,
): {
  readonly entries: readonly RenderedEntry[]
  readonly css: string
  readonly dates: readonly EntryDate[]
} {
  const { pages, dates = [], ...made } = kind.entries?.(model) ?? { pages: [], css: '' }
  if (pages.length === 0) return { entries: [], css: '', dates }
  const entries = pages.map(({ key, title, view, jsonLd, island }) => ({
    key,
    title,
    html: renderToString(view),
    jsonLd: jsonLd ?? null,
    island: island ? islandWith(kind, island, locale) : null,
  }))
  return { entries, css: minify(baseStyles(values) + made.css), dates }
}

const mark = renderToString(cardsGoHere)
const contentMark = renderToString(contentGoesHere)

function openingOf(shell: Shell, heightAt: (px: number) => number, viewports: readonly number[]): Opening {
  const [before = '', after = ''] = renderToString(shell.view).split(contentMark)
  const reserve = viewports.map((from) => {
    const inside = shell.inside(from)
    return { from, height: shell.around(inside, heightAt(inside)) }
  })
  return { shell: [before, after], css: minify(shell.css), reserve }
}

function islandWith({ id, fields, words }: Kind, props: object, locale: string): Island {
  // Words that a field names are settings: they are in the props already.
  const named = new Set(
    Object.values(fields).flatMap(({ default: leaf }) => (isWord(leaf) ? [leaf.word] : [])),
  )
  const said = Object.entries(words).filter(([name]) => !named.has(name))
  return {
    name: id,
    props,
    words: Object.fromEntries(said.map(([name, phrase]) => [name, say(phrase as Phrase, locale)])),
  }
}

/** No text can hold the mark: whatever comes from outside is escaped. One call draws all cards; a call each costs half as much again. */
function piecesOf(kind: Kind, model: unknown): string[] {
  const [before = '', after] = renderToString(kind.view(model)).split(mark)
  if (after === undefined) return [before]
  const cards = kind.cards?.(model) ?? []
  return [before, ...(cards.length > 0 ? renderToString(apart(cards)).split(mark) : []), after]
}

/** All cards in one, with the mark between them. */
export const apart = (cards: readonly VNode[]): VNode =>
  h(Fragment, null, ...cards.flatMap((card, at) => (at === 0 ? [card] : [cardsGoHere, card])))

function fontsOf(values: Values, assets: string): Font[] {
  if (values['look.font'] !== 'brand') return []
  const ids = new Set([values['look.bodyFont'], values['look.headingFont']])
  return fontFamilies.filter(({ id }) => ids.has(id)).flatMap(({ id }) => fontFaceOf(id, assets) ?? [])
}

const minify = (css: string) => css.replace(/\n\s*/g, '').trim()
