/** Which columns of a table mean what: guessed from their headings and from what is in them. */
import type { ItemType } from '../items/item'
import { readMoment } from '../schedule/moment'
import type { Column } from './column'
import { columns } from './columns'

/** Column ids by place in the row; undefined for a column that is not taken. `headings`: those that the places are of. */
export interface Mapping {
  readonly type: ItemType
  readonly columns: readonly (string | undefined)[]
  readonly headings?: readonly string[]
  /** Number of the row that they stand in, from 1; 0 where there are none. */
  readonly headingsAt?: number
}

/** For a table whose columns were moved, added or taken out since: each keeps its meaning by its heading. New ones are not taken. */
export function alignedTo(headings: readonly string[], mapping: Mapping): Mapping {
  const { type, headingsAt } = mapping
  if (!mapping.headings) return { ...mapping, headings }
  const named = (list: readonly string[]) =>
    list.map(
      (heading, at) =>
        `${foldHeading(heading)} ${list.slice(0, at).filter((one) => foldHeading(one) === foldHeading(heading)).length}`,
    )
  const meanings = new Map(named(mapping.headings).map((name, at) => [name, mapping.columns[at]]))
  return { type, headings, headingsAt, columns: named(headings).map((name) => meanings.get(name)) }
}

export const foldHeading = (heading: string): string =>
  heading
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/ß/g, 'ss')
    .replace(/[_\-./()[\]*:]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

/** What a column holds shows what it means, where its heading does not; the most telling first. */
const shapes: readonly { readonly ids: readonly string[]; readonly fits: (value: string) => boolean }[] = [
  { ids: ['image'], fits: (value) => /^https?:\/\/\S+\.(jpe?g|png|gif|webp|avif|svg)(\?\S*)?$/i.test(value) },
  { ids: ['url', 'sameAs'], fits: (value) => /^https?:\/\/\S+$/i.test(value) },
  { ids: ['email'], fits: (value) => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(value) },
  {
    ids: ['price'],
    fits: (value) => /^([£€$¥]|[A-Z]{3}\s?)\s*[\d.,]+$|^[\d.,]+\s*([£€$¥]|\s[A-Z]{3})$/.test(value),
  },
  {
    ids: ['startDate', 'datePublished'],
    fits: (value) => /^\d{4}-\d{2}-\d{2}/.test(value) && readMoment(value) !== undefined,
  },
  { ids: ['text'], fits: (value) => value.length > 60 },
  { ids: ['name'], fits: (value) => /^\P{N}*\p{L}\P{N}*$/u.test(value) && value.length <= 80 },
]

/** A number, a price, an address, a day: nobody names a column so. */
export const looksLikeData = (cell: string): boolean =>
  /^[+-]?[\d.,]+$/.test(cell) ||
  shapes.some(({ ids, fits }) => !ids.includes('name') && !ids.includes('text') && fits(cell))

/** Whether a heading says by itself what its column means. */
export function isKnownHeading(cell: string): boolean {
  const heading = foldHeading(cell)
  return heading !== '' && columns.some((column) => isNamed(column, heading))
}
const isNamed = ({ id, label, headings }: Column, heading: string): boolean =>
  foldHeading(id) === heading || foldHeading(label) === heading || headings.includes(heading)

/** Rows that are looked at for that, and the share of filled cells that have to fit. */
const telling = { rows: 20, share: 0.8 } as const
function shapeAt(at: number, rows: readonly (readonly string[])[]): readonly string[] {
  const values = rows
    .slice(0, telling.rows)
    .map((row) => row[at]?.trim() ?? '')
    .filter(Boolean)
  return values.length === 0
    ? []
    : (shapes.find(({ fits }) => values.filter(fits).length >= values.length * telling.share)?.ids ?? [])
}

/** What the columns most likely mean, by their headings, then by what is in them. One that means nothing stays out; none is taken twice. */
export function guessMapping(
  headings: readonly string[],
  rows: readonly (readonly string[])[] = [],
): Mapping {
  const folded = headings.map(foldHeading)
  const held = headings.map((_heading, at) => shapeAt(at, rows))
  const type = guessType(folded, held.flat())
  const usable = columnsOf(type)
  const taken = new Set<string>()
  const find = (test: (column: Column) => boolean) => {
    const found = usable.find((column) => !taken.has(column.id) && test(column))
    if (found) taken.add(found.id)
    return found?.id
  }
  const exact = folded.map((heading) => (heading ? find((column) => isNamed(column, heading)) : undefined))
  // Then headings that only contain such a word: “Preferred phone”, “Event start”.
  const guessed = exact.map(
    (id, at) =>
      id ??
      (folded[at]
        ? find((column) =>
            column.headings.some((one) => one.length > 3 && ` ${folded[at]!} `.includes(` ${one} `)),
          )
        : undefined),
  )
  const hasName = guessed.some((id) => id === 'name' || id === 'familyName' || id === 'givenName')
  return {
    type,
    columns: guessed.map(
      (id, at) => id ?? find((column) => held[at]!.includes(column.id) && (column.id !== 'name' || !hasName)),
    ),
  }
}

export const columnsOf = (type: ItemType): Column[] =>
  columns.filter((column) => column.types === 'all' || column.types.includes(type))
/** Headings of what is written to be read. */
const written = ['text', 'body', 'article', 'content', 'answer', 'antwort']

function guessType(headings: readonly string[], held: readonly string[]): ItemType {
  const has = (...ids: string[]) =>
    columns.some(
      (column) =>
        ids.includes(column.id) &&
        headings.some(
          (heading) => column.headings.includes(heading) || foldHeading(column.label) === heading,
        ),
    )
  if (has('startDate')) return 'Event'
  if (has('openingHours', 'latitude')) return 'Place'
  // What many have rated, or what has a cover, is a work.
  if (has('rating') && (has('ratings') || headings.some((one) => ['artist', 'cover', 'isbn'].includes(one))))
    return has('price') ? 'Product' : 'CreativeWork'
  if (has('rating') && !has('price')) return 'Review'
  if (has('price')) return 'Product'
  if (has('givenName', 'familyName', 'jobTitle') || (has('email', 'telephone') && !has('street')))
    return 'Person'
  if (has('street', 'postcode')) return 'Place'
  if (headings.includes('isbn') || headings.includes('year')) return 'CreativeWork'
  if (held.includes('price')) return 'Product'
  if (held.includes('email')) return 'Person'
  // Texts with a title, and nothing that a product has.
  if (headings.some((one) => written.includes(one)) && !has('image')) return 'Article'
  return has('datePublished') || held.includes('startDate') ? 'Article' : 'Product'
}

/** Types that a table is filled for by hand, with what their rows are called. */
export const tableTypes: readonly { readonly type: ItemType; readonly label: string }[] = [
  { type: 'Product', label: 'Products' },
  { type: 'Person', label: 'People' },
  { type: 'Place', label: 'Places' },
  { type: 'Event', label: 'Events' },
  { type: 'CreativeWork', label: 'Works' },
  { type: 'Review', label: 'Reviews' },
  { type: 'Article', label: 'Articles' },
  { type: 'SocialMediaPosting', label: 'Posts' },
  { type: 'ImageObject', label: 'Pictures' },
]

/** A table to fill in: headings, and one row as an example. */
export function exampleTable(type: ItemType): string {
  const used = columnsOf(type)
  const cell = (value: string) => (/[",;\n]/.test(value) ? `"${value.replace(/"/g, '""')}"` : value)
  return (
    [used.map((column) => cell(column.label)), used.map((column) => cell(column.example))]
      .map((row) => row.join(','))
      .join('\r\n') + '\r\n'
  )
}
