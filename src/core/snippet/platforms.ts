/** Platform profiles: what a place where snippets are pasted lets through. Named by that, never by who makes it. */

export interface Platform {
  readonly id: string
  readonly label: string
  readonly scripts: boolean
  readonly frames: boolean
  /** Elements with a name of their own, such as ours. */
  readonly customElements: boolean
  readonly inlineStyles: boolean
  /** The page's own policy blocks what it does not list. */
  readonly strictPolicy: boolean
  readonly where: string
}

export const platforms: readonly Platform[] = [
  {
    id: 'plain',
    label: 'Hand-made pages',
    scripts: true,
    frames: true,
    customElements: true,
    inlineStyles: true,
    strictPolicy: false,
    where: 'Paste it into the page’s HTML, at the place where it should stand.',
  },
  {
    id: 'frames-only',
    label: 'Builder that drops scripts',
    scripts: false,
    frames: true,
    customElements: false,
    inlineStyles: false,
    strictPolicy: false,
    where: 'Add a block for HTML or for embedded content, and paste it there.',
  },
  {
    id: 'no-elements',
    label: 'Builder that drops unknown elements',
    scripts: true,
    frames: true,
    customElements: false,
    inlineStyles: true,
    strictPolicy: false,
    where: 'Add a block for HTML, and paste it there.',
  },
  {
    id: 'strict',
    label: 'Pages with a strict policy',
    scripts: true,
    frames: true,
    customElements: true,
    inlineStyles: false,
    strictPolicy: true,
    where: 'Paste it into the page’s HTML, and add the lines below to the site’s Content-Security-Policy.',
  },
]

export const getPlatform = (id: string): Platform =>
  platforms.find((platform) => platform.id === id) ?? platforms[0]!
