/** What embed and stage share: markup in under Trusted Types, styles, fonts. A guest in someone's page: never throws into it. */

type Rules = { createHTML(markup: string): string }
type TrustedTypes = { createPolicy(name: string, rules: Rules): Rules }
/** One policy for the page; a second `createPolicy` of the same name may be refused. Copies of the script share it. */
let policy: Rules | undefined

/**
 * Markup that delivery made, as nodes of `document` that are not in it yet.
 * @returns undefined where the page's policy lets no markup through
 */
export function toFragment(document: Document, markup: string): DocumentFragment | undefined {
  const template = document.createElement('template')
  const types = (document.defaultView as (Window & { trustedTypes?: TrustedTypes }) | null)?.trustedTypes
  try {
    policy ??= types?.createPolicy('yimble', { createHTML: (text) => text })
    template.innerHTML = policy ? policy.createHTML(markup) : markup
    return template.content
  } catch {
    return undefined // Trusted Types are demanded and our policy is not on the page's list
  }
}

/**
 * JSON-LD for those who read pages by machine; it is data and never runs. It comes as markup, because Trusted Types let no
 * words into a script that was made by hand.
 * @returns undefined where the page's policy lets no script in
 */
export const dataScript = (document: Document, json: string): Element | undefined =>
  toFragment(document, `<script type="application/ld+json">${json.replace(/</g, '\\u003c')}</script>`)
    ?.firstElementChild ?? undefined

/** A sheet of the root's own window: sheets of another document are refused. */
export function adopt(root: ShadowRoot, css: string): CSSStyleSheet {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const sheet = new view.CSSStyleSheet()
  sheet.replaceSync(css)
  root.adoptedStyleSheets = [sheet]
  return sheet
}

/** `@font-face` inside a shadow root is never fetched; fonts are added to the document under names of ours, each once. */
export function addFonts(document: Document, fonts: readonly { family: string; url: string }[]): void {
  const view = document.defaultView as Window & typeof globalThis
  for (const { family, url } of fonts) {
    if ([...document.fonts].some((face) => face.family.replace(/"/g, '') === family)) continue
    const face = new view.FontFace(family, `url(${url}) format("woff2")`, {
      weight: '100 900',
      display: 'swap',
    })
    document.fonts.add(face)
    void face.load().catch(() => undefined) // the fallback font stays
  }
}

/**
 * Lets the page draw between two pieces of work. Not `scheduler.yield`: that goes on before the next frame, and all pieces
 * are laid out at once after all. In a hidden tab there are no frames, so a timer goes on as well.
 */
export const breathe = (view: Window): Promise<void> =>
  new Promise((done) => {
    const timer = view.setTimeout(done, 200)
    view.requestAnimationFrame(() => {
      view.clearTimeout(timer)
      view.setTimeout(done)
    })
  })

/** Writes numbers as the render does: in Arabic with Arabic digits, which browsers do not always choose. */
export const numbersOf = (locale: string): Intl.NumberFormat =>
  new Intl.NumberFormat(locale || 'en', /^ar(-|$)/i.test(locale) ? { numberingSystem: 'arab' } : {})
