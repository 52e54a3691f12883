/** Fonts that delivery can serve. Families get names of ours in the client's page, so that they meet none of its own. */

export interface FontFamily {
  readonly id: string
  readonly label: string
  /** Where the file lies in its package, served under `/fonts/<id>.woff2`; a variable font of weights 100–900. */
  readonly file: string
  readonly fallback: string
}

export const fontFamilies: readonly FontFamily[] = [
  {
    id: 'figtree',
    label: 'Figtree',
    file: '@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2',
    fallback: 'sans-serif',
  },
  {
    id: 'fraunces',
    label: 'Fraunces',
    file: '@fontsource-variable/fraunces/files/fraunces-latin-wght-normal.woff2',
    fallback: 'serif',
  },
  {
    id: 'bitter',
    label: 'Bitter',
    file: '@fontsource-variable/bitter/files/bitter-latin-wght-normal.woff2',
    fallback: 'serif',
  },
  {
    id: 'bricolage',
    label: 'Bricolage',
    file: '@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2',
    fallback: 'sans-serif',
  },
  {
    id: 'instrument',
    label: 'Instrument Sans',
    file: '@fontsource-variable/instrument-sans/files/instrument-sans-latin-wght-normal.woff2',
    fallback: 'sans-serif',
  },
]

/** As used in `font-family`, with what stands in until it is there. */
export function fontStack(id: string): string {
  const family = fontFamilies.find((one) => one.id === id)
  return family ? `"yimble-${family.id}", ${family.fallback}` : 'inherit'
}

/** For a document of its own, which no page lends a font. */
export const fontAlone = (id: string): string =>
  fontFamilies.some((one) => one.id === id) ? fontStack(id) : 'system-ui, sans-serif'

export interface FontFace {
  readonly family: string
  readonly url: string
}

/** @param delivery - origin that serves the file @returns undefined for what is no font of ours */
export const fontFaceOf = (id: string, delivery: string): FontFace | undefined =>
  fontFamilies.some((one) => one.id === id)
    ? { family: `yimble-${id}`, url: `${delivery}/fonts/${id}.woff2` }
    : undefined
