/**
 * Chunk `strict`: for pages that demand Trusted Types and do not list our policy. The browser's own sanitiser lets our markup
 * through there, once it knows what that is made of.
 */

/** Set by the build: what the kinds' markup is made of. */
declare const yimbleMarkup: object

export interface StrictChunk {
  withSetHtml: typeof withSetHtml
}

type Setter = HTMLElement & { setHTML?(markup: string, options: object): void }

export function withSetHtml(document: Document, markup: string): DocumentFragment | undefined {
  const box = document.createElement('div') as Setter
  if (!box.setHTML) return undefined
  try {
    box.setHTML(markup, { sanitizer: yimbleMarkup })
    const fragment = document.createDocumentFragment()
    fragment.append(...box.childNodes)
    return fragment
  } catch {
    return undefined // an older shape of the same method
  }
}
