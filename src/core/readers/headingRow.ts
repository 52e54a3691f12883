/** Where the headings of a table stand: above them there may be a title, and some tables have none. */
import { isKnownHeading, foldHeading, looksLikeData, type Mapping } from './tableMapping'

export interface Row {
  readonly cells: readonly string[]
  /** Its number in the file, from 1. */
  readonly at: number
}

/** Rows at the top that can be a title or a note. */
export const mostAbove = 12
const rowsLookedAt = 50
/** So many known headings make a row the heading row, even below other text. */
const telling = 2

const filledIn = ({ cells }: Row): number => cells.filter((cell) => cell.trim() !== '').length

/**
 * @param rows - those that are not empty
 * @param known - what the table's headings were before, or the number of their row as somebody said it
 * @returns number of the row with the headings, from 1; 0 where there are none
 */
export function headingRow(
  rows: readonly Row[],
  known: Pick<Mapping, 'headings' | 'headingsAt'> = {},
): number {
  const { headings, headingsAt } = known
  if (headingsAt === 0) return 0
  const before = headings && rows.slice(0, mostAbove).find((row) => isAlike(row.cells, headings))
  if (before) return before.at
  if (headingsAt !== undefined && rows.some(({ at }) => at === headingsAt)) return headingsAt
  // A table that was read before goes on as it was read then.
  if (headings) return rows[0]?.at ?? 0
  const named = rows.slice(0, mostAbove).find(({ cells }) => cells.filter(isKnownHeading).length >= telling)
  if (named) return named.at
  const first = belowTitle(rows)
  if (!first) return 0
  const hasData = first.cells.some((cell) => looksLikeData(cell.trim()))
  return hasData && !first.cells.some(isKnownHeading) ? 0 : first.at
}

/** More than half of the names that it had. */
function isAlike(cells: readonly string[], headings: readonly string[]): boolean {
  const named = new Set(headings.map(foldHeading).filter(Boolean))
  const found = new Set(cells.map(foldHeading).filter((cell) => named.has(cell)))
  return found.size > named.size / 2
}

/** A title fills one cell or two where rows fill many. */
function belowTitle(rows: readonly Row[]): Row | undefined {
  const counts = rows.slice(0, rowsLookedAt).map(filledIn)
  const usual = counts.toSorted((a, b) => a - b)[Math.floor(counts.length / 2)] ?? 0
  return rows.slice(0, mostAbove).find((row) => filledIn(row) > usual / 2) ?? rows[0]
}
