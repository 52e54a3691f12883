/**
 * The sizes of a feed widget, once, for its stylesheet and for the height reserved in the page. Lines are counted, not
 * measured: titles and summaries are clamped, and the reserve has room for all their lines. Cards keep that room each; in
 * lists, entries close up and what is left over stands below them.
 */
import type { FeedValues } from './fields'

/** Line heights and sizes in em of the text size. */
export const type = {
  titleSize: 1.125,
  titleLine: 1.3,
  smallSize: 0.875,
  smallLine: 1.5,
  textLine: 1.5,
  headingSize: 1.5,
  headingLine: 1.25,
} as const

/** Narrowest card in em of the text size; below two of them cards stand one under the other. */
export const cardMinEm = 14
/** From this container width (em) a list entry has its picture beside its words; below it is a smaller one. */
export const roomyEm = 34
export const pictureEm = { narrow: 6, roomy: 13, column: 3.5 } as const

export const ratioOf = (shape: FeedValues['picture.shape']) =>
  ({ wide: 16 / 9, square: 1, tall: 4 / 5 })[shape]

export const hasMeta = (values: FeedValues) =>
  values['facts.date'] !== 'none' || values['facts.author'] || values['facts.source'] || values['facts.price']
export const summaryLines = (values: FeedValues) =>
  values.layout === 'column' ? Math.min(1, +values['facts.summary']) : +values['facts.summary']
export const hasPicture = (values: FeedValues) => values['facts.picture']

/** Height in em of an entry's words, gaps included. */
export function wordsEm(values: FeedValues): number {
  const title = values['title.lines'] * type.titleSize * type.titleLine
  const small = type.smallSize * type.smallLine
  // Stars have a line of their own: beside a date they are too much for a narrow card.
  const rating = values['facts.stars'] ? small : 0
  const meta = hasMeta(values) ? small : 0
  const summary = summaryLines(values) * type.textLine
  const more = values['link.label'] && values.layout !== 'column' ? type.textLine : 0
  const products = values['products.limit'] > 0 ? productEm : 0
  const rows = [title, rating, meta, summary, products, more].filter((height) => height > 0)
  return rows.reduce((sum, height) => sum + height, 0) + (rows.length - 1) * gapEm
}
export const gapEm = 0.375
/** Height of the line that tells the average of reviews. */
export const averageEm = 1.75
/** Linked products stand in one line, which scrolls where they are too many for it. */
export const productEm = 2.5

/** Space between the widget's edge and what is in it: none where the page shows through, unless it is asked for. */
export const paddingPx = (values: FeedValues) =>
  (values['look.transparent'] ? 0 : values['look.spacing']) + values['space.inside']

export function columnsAt(innerPx: number, values: FeedValues): number {
  if (values.layout !== 'cards') return 1
  const least = cardMinEm * values['look.textSize']
  const gap = values['look.spacing']
  return Math.max(1, Math.min(values['layout.columns'], Math.floor((innerPx + gap) / (least + gap))))
}

/** See `Kind.reserve`. Headings are taken as set in letters half as wide as high, which is wide for most fonts. */
export function reservedHeight(count: number, values: FeedValues, widthPx: number): number {
  const em = values['look.textSize']
  const space = values['look.spacing']
  const outer = values['place.maxWidth'] > 0 ? Math.min(widthPx, values['place.maxWidth']) : widthPx
  const inner = outer - 2 * paddingPx(values)
  const headingLetters = Math.max(1, Math.floor(inner / (0.55 * type.headingSize * em)))
  const headingLines = Math.ceil(values['heading.text'].length / headingLetters)
  const heading = headingLines * type.headingSize * type.headingLine * em + (headingLines > 0 ? space : 0)
  const average = values['average.shown'] ? averageEm * em + space : 0
  const frame = 2 * paddingPx(values) + heading + average
  if (count === 0) return Math.ceil(frame + type.textLine * em)
  const rows = Math.ceil(count / columnsAt(inner, values))
  return Math.ceil(frame + rows * entryHeight(values, inner) + (rows - 1) * space)
}

function entryHeight(values: FeedValues, inner: number): number {
  const em = values['look.textSize']
  const words = wordsEm(values) * em
  const ratio = ratioOf(values['picture.shape'])
  const border = values['look.border']
  switch (values.layout) {
    case 'cards': {
      const columns = columnsAt(inner, values)
      const width = (inner - (columns - 1) * values['look.spacing']) / columns - 2 * border
      return 2 * border + (hasPicture(values) ? width / ratio : 0) + words + 2 * cardPadding(values)
    }
    case 'list': {
      const picture = hasPicture(values)
        ? ((inner >= roomyEm * em ? pictureEm.roomy : pictureEm.narrow) * em) / ratio
        : 0
      return Math.max(words, picture) + values['look.spacing'] + border
    }
    case 'column':
      return (
        Math.max(words, hasPicture(values) ? pictureEm.column * em : 0) + values['look.spacing'] / 2 + border
      )
  }
}

export const cardPadding = (values: FeedValues) => Math.round(values['look.spacing'] * 0.75)
