/** What delivery hands out for one widget, and the pages made of it. Only strings: delivery stores and compresses them. */
import { fontFaceOf, fontAlone } from '../core/design/fonts'
import { escapeUTF8 } from 'entities'
import { directionOf } from '../core/locale/phrase'
import type { Values } from './contract'
import type { Island } from './door'
import type { Rendered, RenderedEntry } from './render'

/** Markup with what it needs to show and to be alive. */
export interface Content {
  /** What stands before the cards, each card, what stands after them; joined they are the whole. */
  readonly pieces: readonly string[]
  readonly css: string
  readonly fonts: Rendered['fonts']
  readonly behaviours: readonly string[]
  readonly island: Island | null
  readonly jsonLd: object | null
}

/** `/w/<ref>.json`. Of a widget that opens over the page only what is there while it is shut. */
export interface Artifact extends Content {
  readonly v: 2
  readonly ref: string
  readonly revision: number
  readonly state: 'ready' | 'empty' | 'off'
  readonly reserve: Rendered['reserve']
  /** Heights of what opens, by width of the viewport; null for a widget that stands in the page. */
  readonly opens: Rendered['reserve'] | null
  readonly validUntil: string | null
  readonly locale: string
}

const nothing = {
  pieces: [],
  css: '',
  fonts: [],
  reserve: [],
  opens: null,
  behaviours: [],
  island: null,
  jsonLd: null,
  validUntil: null,
} as const

/** What goes into the page, and for a widget that opens over it what is fetched when somebody is about to open it. */
export interface Artifacts {
  readonly shown: Artifact
  /** `/o/<ref>.json`; null for a widget that stands in the page. */
  readonly opened: Content | null
}

export function artifactsOf(ref: string, revision: number, locale: string, rendered: Rendered): Artifacts {
  const { pieces, css, fonts, reserve, behaviours, island, opening, jsonLd, validUntil, isEmpty } = rendered
  const content: Content = { pieces: wrapped(pieces, locale), css, fonts, behaviours, island, jsonLd }
  const state = isEmpty ? ('empty' as const) : ('ready' as const)
  const facts = { ...nothing, v: 2 as const, ref, revision, state, validUntil, locale }
  if (!opening) return { shown: { ...facts, ...content, reserve }, opened: null }
  const shell = {
    pieces: [opening.shell.join('')],
    css: opening.css,
    fonts,
    behaviours: ['opening'],
    opens: opening.reserve.filter(({ height }, at) => height !== opening.reserve[at - 1]?.height),
  }
  return { shown: { ...facts, ...shell }, opened: content }
}

export const offArtifact = (ref: string, revision: number, locale: string): Artifact => ({
  ...nothing,
  v: 2,
  ref,
  revision,
  state: 'off',
  locale,
})

/** The box that base styles reset and containers are measured by; it speaks the client's language, whatever the page around it speaks. */
const box = (locale: string) => `<div class="y" lang="${escapeUTF8(locale)}" dir="${directionOf(locale)}">`
const boxEnd = '</div>'

export function wrapped(pieces: readonly string[], locale: string): string[] {
  const all = [...pieces]
  all[0] = box(locale) + (all[0] ?? '')
  all[all.length - 1] += boxEnd
  return all
}
/** The whole markup in its box. */
export const wrap = (pieces: readonly string[], locale: string): string => wrapped(pieces, locale).join('')

export interface PageFacts {
  readonly title: string
  /** Origin of delivery. */
  readonly delivery: string
  readonly background: string
  /** Behind a widget that brings a background of its own, in a frame higher than it; null where the page shows through. */
  readonly frame?: string | null
  /** Font of the client's brand, by its id: a frame cannot take on that of the page around it. */
  readonly font: string
}

/** What a page of delivery's own shows in its shadow root. */
interface Shown {
  readonly html: string
  readonly css: string
  readonly jsonLd: object | null
  readonly behaviours: readonly string[]
  readonly island: Island | null
}

/**
 * A whole page with the widget in a declarative shadow root: the frame (no margin, links leave the frame) or the hosted
 * page (a page of its own). The embed finds the root filled and only adds behaviours.
 */
export function pageOf(
  form: 'frame' | 'hosted',
  { shown: artifact, opened }: Artifacts,
  facts: PageFacts,
): string {
  // However it opens elsewhere, here the content stands in the page: a frame can't reach over the page around it.
  const content = opened ? { ...opened, css: opened.css + hostStyles } : artifact
  const shown = artifact.state === 'off' ? undefined : { ...content, html: content.pieces.join('') }
  return page(form, artifact, facts, shown, form === 'hosted')
}

/** The colour behind a widget in a frame; null where the page shows through. */
export const groundOfFrame = (values: Values): string | null =>
  values['look.transparent'] === false ? String(values['look.background']) : null

/** What the content of something that opens goes without, since its shell has it. */
export const hostStyles = ':host{display:block}'

/** The page of one entry: hosted, with its own title and description. */
export function entryPageOf(
  entry: RenderedEntry,
  css: string,
  artifact: Pick<Artifact, 'ref' | 'fonts' | 'locale'>,
  facts: Omit<PageFacts, 'title'>,
): string {
  const html = wrap([entry.html], artifact.locale)
  const { jsonLd, island } = entry
  const shown = { html, css, jsonLd, island, behaviours: island ? ['islands'] : [] }
  return page('entry', artifact, { ...facts, title: entry.title }, shown, false)
}

function page(
  form: 'frame' | 'hosted' | 'entry',
  { ref, fonts, locale }: Pick<Artifact, 'ref' | 'fonts' | 'locale'>,
  facts: PageFacts,
  shown: Shown | undefined,
  hasHeading: boolean,
): string {
  const title = escapeUTF8(facts.title)
  const behaviours =
    shown && shown.behaviours.length > 0 ? ` data-behaviours="${shown.behaviours.join(' ')}"` : ''
  // The page hands the island its props in an attribute, because its policy refuses scripts within the page.
  const island = shown?.island ? ` data-live="${escapeUTF8(JSON.stringify(shown.island))}"` : ''
  const body = shown
    ? `<yimble-widget data-yimble="${ref}" data-form="${form}"${behaviours}${island}><template shadowrootmode="open"><style>${shown.css}</style>${shown.html}</template></yimble-widget>`
    : ''
  const own = fontFaceOf(facts.font, facts.delivery)
  const faces = [...fonts, ...(own && !fonts.some(({ family }) => family === own.family) ? [own] : [])]
    .map(
      ({ family, url }) =>
        `@font-face{font-family:"${family}";src:url(${url}) format("woff2");font-weight:100 900;font-display:swap}`,
    )
    .join('')
  const layout =
    form === 'frame'
      ? // The frame takes the scheme of the page around it: otherwise browsers put a white ground behind it.
        `:root{color-scheme:light dark}body{margin:0;background:${facts.frame ?? 'transparent'}}`
      : `body{margin:0;background:${facts.background}}main{max-width:72rem;margin:0 auto;padding:clamp(16px,4vw,48px)}h1{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%);white-space:nowrap}`
  const jsonLd = shown?.jsonLd
    ? `<script type="application/ld+json">${JSON.stringify(shown.jsonLd).replace(/</g, '\\u003c')}</script>`
    : ''
  const inner = form === 'frame' ? body : `<main>${hasHeading ? `<h1>${title}</h1>` : ''}${body}</main>`
  return [
    `<!doctype html><html lang="${escapeUTF8(locale)}" dir="${directionOf(locale)}"><head><meta charset="utf-8">`,
    `<meta name="viewport" content="width=device-width,initial-scale=1"><title>${title}</title>`,
    form === 'frame' ? '<meta name="color-scheme" content="light dark"><base target="_top">' : '',
    `<style>${faces}html{font-family:${fontAlone(facts.font)}}${layout}</style>${jsonLd}</head><body>${inner}`,
    `<script async src="${escapeUTF8(facts.delivery)}/embed.js"></script></body></html>`,
  ].join('')
}
