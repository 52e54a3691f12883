/**
 * A place in a client's page: a block of it, and where the widget stands towards that block. Kept with what the block
 * says, so that it is found again after the page has changed. The stage finds it (`embed/anchors.ts`); here is what can
 * be said and compared without a page.
 */
import * as z from 'zod'

export const positions = ['before', 'after', 'start', 'end', 'instead'] as const
export type Position = (typeof positions)[number]

export const positionLabels: Readonly<Record<Position, string>> = {
  before: 'Before it',
  after: 'After it',
  start: 'Inside, at its start',
  end: 'Inside, at its end',
  instead: 'Instead of it',
}

export interface Anchor {
  /** CSS selector that found the block when it was chosen. */
  readonly selector: string
  readonly at: Position
  /** Lower case. */
  readonly tag: string
  /** Its heading or its first words, to know it again by; empty when it has none. */
  readonly text: string
  /** The block in words, to be read after "after": `the section headed “Our services”`. */
  readonly words: string
}

export const anchorSchema = z.strictObject({
  selector: z.string().min(1).max(1000),
  at: z.enum(positions),
  tag: z.string().max(60),
  text: z.string().max(120),
  words: z.string().max(200),
})

/** What is known of a block, from which it is named. */
export interface BlockFacts {
  readonly tag: string
  /** Text of the first heading in it, or of itself when it is one. */
  readonly heading: string
  /** Its text from the beginning. */
  readonly text: string
  /** `aria-label`, or an id that is a word. */
  readonly label: string
}

const kinds: Readonly<Record<string, string>> = {
  main: 'the main part',
  aside: 'the side column',
  footer: 'the footer',
  header: 'the header',
  nav: 'the navigation',
  form: 'the form',
  section: 'the section',
  article: 'the article',
  p: 'the paragraph',
  ul: 'the list',
  ol: 'the list',
  li: 'the list entry',
  table: 'the table',
  figure: 'the figure',
  img: 'the picture',
  picture: 'the picture',
  blockquote: 'the quotation',
  body: 'the page',
}
const textLimit = 48
export const fingerprintOf = ({ heading, text }: Pick<BlockFacts, 'heading' | 'text'>): string =>
  clean(heading || text).slice(0, 80)

const clean = (text: string) => text.replace(/\s+/g, ' ').trim()
const short = (text: string) => {
  const whole = clean(text)
  if (whole.length <= textLimit) return whole
  const cut = whole.slice(0, textLimit)
  return `${cut.slice(0, cut.lastIndexOf(' ') > 20 ? cut.lastIndexOf(' ') : textLimit)} …`
}

/** `the section headed “Our services”`, `the paragraph “We fire every …”`, `the footer`. */
export function blockInWords({ tag, heading, text, label }: BlockFacts): string {
  if (/^h[1-6]$/.test(tag)) return `the heading “${short(heading || text)}”`
  const kind = kinds[tag] ?? 'the block'
  if (/^(main|footer|header|nav|body)$/.test(tag)) return kind
  if (heading) return `${kind} headed “${short(heading)}”`
  if (label) return `${kind} “${short(label)}”`
  return clean(text) ? `${kind} beginning “${short(text)}”` : kind
}

/** Where to paste, in words: `after the section headed “Our services”`. */
export function anchorInWords({ at, words }: Pick<Anchor, 'at' | 'words'>): string {
  switch (at) {
    case 'before':
      return `before ${words}`
    case 'after':
      return `after ${words}`
    case 'start':
      return `inside ${words}, at its start`
    case 'end':
      return `inside ${words}, at its end`
    case 'instead':
      return `instead of ${words}`
  }
}

/** How much of one text's words is in another, 0 to 1. */
export function likeness(a: string, b: string): number {
  const wordsOf = (text: string) =>
    new Set(
      clean(text)
        .toLowerCase()
        .match(/[\p{L}\p{N}]+/gu) ?? [],
    )
  const [one, two] = [wordsOf(a), wordsOf(b)]
  if (one.size === 0 || two.size === 0) return one.size === two.size ? 1 : 0
  let shared = 0
  for (const word of one) if (two.has(word)) shared += 1
  return shared / Math.max(one.size, two.size)
}
