/** Sizes, once, for stylesheets and for counted heights. In em of the text size where the name ends so. */
import { fontStack } from '../core/design/fonts'
import type { ValuesOf } from '../core/settings/field'
import type { Face } from './letters'
import type { lookFields } from './look'

export type Look = ValuesOf<typeof lookFields>
export interface Type {
  readonly size: number
  readonly line: number
}

export const text: Type = { size: 1, line: 1.5 }
export const small: Type = { size: 0.875, line: 1.5 }
export const title: Type = { size: 1.0625, line: 1.35 }
export const heading: Type = { size: 1.625, line: 1.25 }
/** Weight of titles and headings: what all our fonts have, and what others show as bold. */
export const titleWeight = 600
export const smallEm = small.size * small.line
/** Between the facts of a card. */
export const gapEm = 0.375
/** Narrowest card that stands beside others. */
export const cardMinEm = 14
/** The widest that a page is thought to be. */
export const pageEm = 120
/** From this width on a picture beside words is large. */
export const roomyEm = 34
/** Width of a lead beside words. */
export const besideEm = { narrow: 6, roomy: 13, tight: 3.5 } as const
/** Width of what stands beside words in a wide card. */
export const asideEm = 15

/** Between the widget's edge and what is in it: nothing where the page shows through, unless it is asked for. */
export const paddingPx = (look: Look): number =>
  (look['look.transparent'] ? 0 : look['look.spacing']) + look['space.inside']
/** Width in px of what is in a widget, at a container width in px. */
export function innerPx(look: Look, widthPx: number): number {
  const most = look['place.maxWidth']
  return (most > 0 ? Math.min(widthPx, most) : widthPx) - 2 * paddingPx(look)
}
/** Between a stacked card's edge and its words. */
export const cardPaddingPx = (look: Look): number => Math.round(look['look.spacing'] * 0.75)

/** The face that titles, or texts, are set in. */
export const faceOf = (look: Look, of: 'heading' | 'body', weight: Face['weight'] = 'plain'): Face => ({
  family: look['look.font'] === 'brand' ? look[`look.${of}Font`] : undefined,
  weight,
})

/** How many cards stand side by side, `most` at most, each at least `leastEm` wide. */
export function columnsAt(widthPx: number, most: number, look: Look, leastEm = cardMinEm): number {
  const gap = look['look.spacing']
  return Math.max(1, Math.min(most, Math.floor((widthPx + gap) / (leastEm * look['look.textSize'] + gap))))
}
/** Width in px of one of several cards side by side. */
export const columnPx = (widthPx: number, columns: number, look: Look): number =>
  (widthPx - (columns - 1) * look['look.spacing']) / columns

export const sum = (from: number, to: number, of: (at: number) => number): number => {
  let total = 0
  for (let at = from; at < to; at += 1) total += of(at)
  return total
}
export const highest = (from: number, to: number, of: (at: number) => number): number => {
  let most = 0
  for (let at = from; at < to; at += 1) most = Math.max(most, of(at))
  return most
}
/** Height of what stands one below the other; what takes no height takes no gap. */
export function stackEm(heights: readonly number[], gap: number): number {
  const taken = heights.filter((height) => height > 0)
  return taken.reduce((total, height) => total + height, 0) + Math.max(0, taken.length - 1) * gap
}

/** CSS that cuts a text after so many lines. */
export const clamp = (lines: number): string =>
  `display:-webkit-box;-webkit-box-orient:vertical;-webkit-line-clamp:${lines};overflow:hidden;`
/** CSS of a letter size and its line. */
export const type = ({ size, line }: Type): string =>
  `${size === 1 ? '' : `font-size:${size}em;`}line-height:${line};`
/** CSS of the font for titles; nothing where the page's is used. */
export const headingFont = (look: Look): string =>
  look['look.font'] === 'brand' ? `font-family:${fontStack(look['look.headingFont'])};` : ''
/** CSS of the font for texts; nothing where the page's is used. */
export const fontOf = (look: Look): string =>
  look['look.font'] === 'brand' ? `font-family:${fontStack(look['look.bodyFont'])};` : ''
/** A colour with part of it taken away, over whatever lies below; the first is for browsers that cannot mix. */
export const tint = (property: string, colour: string, percent: number, otherwise: string): string =>
  `${property}:${otherwise};${property}:color-mix(in srgb,${colour} ${percent}%,transparent);`
