/** What delivery hands out for one widget, and the pages made of it. Only strings: delivery stores and compresses them. */
import type { Rendered } from './render'

export interface Artifact {
  readonly v: 1
  readonly ref: string
  readonly revision: number
  readonly state: 'ready' | 'empty' | 'off'
  readonly html: string
  readonly css: string
  readonly fonts: Rendered['fonts']
  readonly reserve: Rendered['reserve']
  readonly behaviours: readonly string[]
  readonly islands: readonly never[]
  readonly jsonLd: object | null
  readonly validUntil: string | null
  readonly locale: string
}

export function artifactOf(ref: string, revision: number, locale: string, rendered: Rendered): Artifact {
  const { html, css, fonts, reserve, behaviours, jsonLd, validUntil, counts } = rendered
  return {
    v: 1,
    ref,
    revision,
    state: counts.shown > 0 ? 'ready' : 'empty',
    html: wrap(html),
    css,
    fonts,
    reserve,
    behaviours,
    islands: [],
    jsonLd,
    validUntil,
    locale,
  }
}

export const offArtifact = (ref: string, revision: number, locale: string): Artifact => ({
  v: 1,
  ref,
  revision,
  state: 'off',
  html: '',
  css: '',
  fonts: [],
  reserve: [],
  behaviours: [],
  islands: [],
  jsonLd: null,
  validUntil: null,
  locale,
})

/** The box that base styles reset and containers are measured by. */
export const wrap = (html: string) => `<div class="y">${html}</div>`

const escape = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

/**
 * A whole page with the widget in a declarative shadow root: the frame (no margin, links leave the frame) or the hosted
 * page (a page of its own). The embed finds the root filled and only adds behaviours.
 */
export function pageOf(
  form: 'frame' | 'hosted',
  artifact: Artifact,
  facts: { readonly title: string; readonly delivery: string; readonly background: string },
): string {
  const title = escape(facts.title)
  const body =
    artifact.state === 'off'
      ? ''
      : `<yimble-widget data-yimble="${artifact.ref}" data-form="${form}"><template shadowrootmode="open"><style>${artifact.css}</style>${artifact.html}</template></yimble-widget>`
  const fonts = artifact.fonts
    .map(
      (font) =>
        `@font-face{font-family:"${font.family}";src:url(${font.url}) format("woff2");font-weight:100 900;font-display:swap}`,
    )
    .join('')
  const page =
    form === 'frame'
      ? 'body{margin:0;background:transparent}'
      : `body{margin:0;background:${facts.background}}main{max-width:72rem;margin:0 auto;padding:clamp(16px,4vw,48px)}h1{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%);white-space:nowrap}`
  const jsonLd = artifact.jsonLd
    ? `<script type="application/ld+json">${JSON.stringify(artifact.jsonLd).replace(/</g, '\\u003c')}</script>`
    : ''
  return `<!doctype html><html lang="${escape(artifact.locale)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${title}</title>${form === 'frame' ? '<base target="_top">' : ''}<style>${fonts}html{font-family:system-ui,sans-serif}${page}</style>${jsonLd}</head><body>${form === 'hosted' ? `<main><h1>${title}</h1>${body}</main>` : body}<script async src="${escape(facts.delivery)}/embed.js"></script></body></html>`
}
