/** Tables as text. A row of headings names the columns; what they mean is guessed, unless the source's own mapping is given. */
import type { ReadItem } from '../items/item'
import { oneLine } from '../items/text'
import { alignedTo, columnsOf, guessMapping, type Mapping } from './tableMapping'
import { csvRows } from './csvRows'
import { headingRow, mostAbove, type Row } from './headingRow'
import type { ReadContext, ReadProblem, Reader } from './reader'

export const csv: Reader = {
  id: 'csv',
  label: 'table',
  sniff(head, { contentType }) {
    if (/^\s*[<{[]|^BEGIN:/i.test(head)) return 0
    const { rows, delimiter } = csvRows(head)
    const filled = rows
      .filter((row) => row.some((cell) => cell.trim() !== ''))
      .slice(0, head.length < 4096 ? 10 : -1)
    const width = filled[0]?.length ?? 0
    const isEven = filled.length > 1 && width > 1 && filled.every((row) => row.length === width)
    // Sentences have commas, too: headings are short.
    const isTable =
      isEven &&
      filled[0]!.every((cell) => cell.length <= 40) &&
      (delimiter !== ',' || width > 2 || filled.length > 2)
    return /text\/(csv|tab-separated-values)|spreadsheet|ms-excel/i.test(contentType ?? '')
      ? width > 1 || filled.length > 1
        ? 0.8
        : 0.35
      : isTable
        ? 0.4
        : 0
  },
  read(text, context) {
    const { headings, headingsAt, rows, problems } = readTable(text, context.mapping)
    const mapping = context.mapping
      ? alignedTo(headings, context.mapping)
      : {
          ...guessMapping(
            headings,
            rows.map((row) => row.cells),
          ),
          headings,
          headingsAt,
        }
    const told = [...problems]
    if (headingsAt > 0 && mapping.columns.every((id) => id === undefined))
      told.push({
        where: `row ${headingsAt}`,
        what: 'no heading in it is known',
        done: 'the columns must be named by hand',
      })
    for (const [at, id] of (context.mapping?.headings ? context.mapping.columns : []).entries()) {
      if (id && !mapping.columns.includes(id))
        told.push({
          where: 'the headings',
          what: `the column “${context.mapping!.headings![at] ?? ''}” is no longer there`,
          done: `nothing is taken as ${
            columnsOf(mapping.type)
              .find((column) => column.id === id)
              ?.label.toLowerCase() ?? id
          }`,
        })
    }
    const items = rows.flatMap(({ cells, at }) => readRow(cells, at, headings, mapping, context, told) ?? [])
    return { feed: {}, items, problems: told.slice(0, 200), mapping }
  },
  example:
    'Name,Price,Link\r\nTide plate,£48.00,https://kiln.example/plate\r\n"Bowl, small",£22.50,https://kiln.example/bowl\r\n',
}

export interface Table {
  /** `Column 1` and so on where there are none. */
  readonly headings: string[]
  /** Number of the row that they stand in, from 1; 0 where there are none. */
  readonly headingsAt: number
  readonly rows: Row[]
  /** The first rows of the file, those above the headings, too. */
  readonly top: readonly Row[]
  readonly problems: ReadProblem[]
}

/**
 * Headings and rows; rows that are empty throughout are left out, ragged ones said.
 * @param known - what is known of its headings; otherwise they are looked for
 */
export function readTable(text: string, known?: Pick<Mapping, 'headings' | 'headingsAt'>): Table {
  const { rows, problems } = csvRows(text)
  const told = [...problems]
  const filled = rows
    .map((cells, at) => ({ cells, at: at + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell.trim() !== ''))
  const headingsAt = headingRow(filled, known)
  const rest = filled.filter(({ at }) => at > headingsAt)
  const cells = filled.find(({ at }) => at === headingsAt)?.cells
  const width = Math.max(0, ...rest.slice(0, 50).map((row) => row.cells.length))
  const headings = cells?.map(oneLine) ?? Array.from({ length: width }, (_one, at) => `Column ${at + 1}`)
  for (const { cells, at } of rest) {
    if (cells.length > headings.length && cells.slice(headings.length).some((cell) => cell.trim() !== ''))
      told.push({
        where: `row ${at}`,
        what: `it has ${cells.length} cells, the headings are ${headings.length}`,
        done: 'the cells too many were left out',
      })
    else if (cells.length < headings.length && cells.length > 1)
      told.push({
        where: `row ${at}`,
        what: `it has ${cells.length} cells, the headings are ${headings.length}`,
        done: 'the cells missing were taken as empty',
      })
  }
  return { headings, headingsAt, rows: rest, top: filled.slice(0, mostAbove), problems: told }
}

function readRow(
  cells: readonly string[],
  at: number,
  headings: readonly string[],
  mapping: Mapping,
  context: ReadContext,
  problems: ReadProblem[],
): ReadItem | undefined {
  const item: { -readonly [Key in keyof ReadItem]: ReadItem[Key] } = {
    type: mapping.type,
    name: '',
    image: [],
    keywords: [],
  }
  const faults: ReadProblem[] = []
  const usable = new Map(columnsOf(mapping.type).map((column) => [column.id, column]))
  mapping.columns.forEach((id, place) => {
    const value = cells[place]?.trim() ?? ''
    const column = id ? usable.get(id) : undefined
    if (!column || value === '') return
    if (!column.put(item, value, context.url, headings[place] ?? ''))
      faults.push({
        where: `row ${at}, ${headings[place] || `column ${place + 1}`}`,
        what: `“${value.slice(0, 60)}” cannot be understood as ${column.label.toLowerCase()}`,
        done: 'it was left out',
      })
  })
  // Problems are read by everybody: of a private row no cell is quoted in them.
  problems.push(
    ...(item.visibility === 'private'
      ? faults.map((one) => ({ ...one, what: 'the cell cannot be understood' }))
      : faults),
  )
  item.name ||= oneLine([item.givenName, item.familyName].filter(Boolean).join(' '))
  return item
}
