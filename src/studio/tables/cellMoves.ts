/** How one moves and pastes in a table of cells, as in a spreadsheet. */
import { csvRows } from '@/core/readers/csvRows'

export interface Pressed {
  readonly key: string
  readonly shiftKey: boolean
  readonly altKey: boolean
  readonly ctrlKey: boolean
  readonly metaKey: boolean
}

/** Where a key leads; undefined when it belongs to the text. Sideways arrows leave a cell at its ends only. */
export function stepFrom(
  { key, shiftKey, altKey, ctrlKey, metaKey }: Pressed,
  { atStart, atEnd }: { atStart: boolean; atEnd: boolean },
): { readonly down: number; readonly right: number } | undefined {
  if (ctrlKey || metaKey || altKey) return undefined
  if (key === 'Enter') return { down: shiftKey ? -1 : 1, right: 0 }
  if (shiftKey) return undefined
  if (key === 'ArrowDown') return { down: 1, right: 0 }
  if (key === 'ArrowUp') return { down: -1, right: 0 }
  if (key === 'ArrowRight' && atEnd) return { down: 0, right: 1 }
  if (key === 'ArrowLeft' && atStart) return { down: 0, right: -1 }
  return undefined
}

/** Cells as spreadsheets put them on the clipboard: tabs between them, quotes around what has several lines. */
export function cellsIn(text: string): readonly (readonly string[])[] {
  const { rows } = csvRows(text.replace(/\r?\n$/, ''), { delimiter: '\t' })
  return rows.length === 0 ? [['']] : rows
}

/** Rows with the pasted cells in them, from one cell on; rows that are missing are added. */
export function filled(
  rows: readonly (readonly string[])[],
  pasted: readonly (readonly string[])[],
  { row, places, width }: { row: number; places: readonly number[]; width: number },
): readonly (readonly string[])[] {
  const all = Array.from({ length: Math.max(rows.length, row + pasted.length) }, (_one, at) =>
    Array.from({ length: width }, (_cell, place) => rows[at]?.[place] ?? ''),
  )
  for (const [down, cells] of pasted.entries())
    for (const [right, cell] of cells.slice(0, places.length).entries())
      all[row + down]![places[right]!] = cell.trim()
  return all.map((cells, at) => (at < row || at >= row + pasted.length ? (rows[at] ?? cells) : cells))
}
