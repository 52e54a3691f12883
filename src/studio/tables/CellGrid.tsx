'use client'
/**
 * Cells as in a spreadsheet: Enter and the arrows move, what is pasted from a spreadsheet fills cells, and each cell is as
 * high as what is in it. Rows are numbered as in the file, where the headings are the first.
 */
import { X } from 'lucide-react'
import { memo, useCallback, useEffect, useRef, type ClipboardEvent, type KeyboardEvent } from 'react'
import type { CellsShape } from '@/core/api/shapes'
import { UploadPicture } from '../parts/UploadPicture'
import { cellsIn, filled, stepFrom } from './cellMoves'

export interface CellGridProps {
  readonly headings: readonly string[]
  readonly rows: readonly (readonly string[])[]
  readonly columns: CellsShape['columns']
  readonly clientId: string
  readonly onRows: (change: (rows: readonly (readonly string[])[]) => readonly (readonly string[])[]) => void
}

export function CellGrid({ headings, rows, columns, clientId, onRows }: CellGridProps) {
  const body = useRef<HTMLTableSectionElement>(null)
  const count = useRef(rows.length)
  useEffect(() => {
    count.current = rows.length
  })
  const set = useCallback(
    (row: number, at: number, value: string) =>
      onRows((before) =>
        before.map((one, index) =>
          index === row
            ? headings.map((_heading, place) => (place === at ? value : (one[place] ?? '')))
            : one,
        ),
      ),
    [onRows, headings],
  )
  const takeOut = useCallback(
    (row: number) => onRows((before) => before.filter((_one, index) => index !== row)),
    [onRows],
  )
  const goTo = useCallback((row: number, at: number) => {
    const next = body.current?.querySelector<HTMLTextAreaElement>(`[data-cell="${row} ${at}"]`)
    next?.focus()
    next?.select()
  }, [])
  const shown = columns.flatMap((column, at) => (column === 'guid' ? [] : [at]))
  const onKey = (event: KeyboardEvent<HTMLTextAreaElement>, row: number, at: number) => {
    const { selectionStart, selectionEnd, value } = event.currentTarget
    const isWhole = selectionStart === 0 && selectionEnd === value.length
    const step = stepFrom(event, {
      atStart: isWhole || (selectionStart === 0 && selectionEnd === 0),
      atEnd: isWhole || (selectionStart === value.length && selectionEnd === value.length),
    })
    if (!step) return
    event.preventDefault()
    const next = row + step.down
    // Enter in the last row begins another.
    if (next === count.current && event.key === 'Enter') {
      onRows((before) => [...before, headings.map(() => '')])
      requestAnimationFrame(() => goTo(next, at))
    } else goTo(next, shown[shown.indexOf(at) + step.right] ?? at)
  }
  const onPaste = (event: ClipboardEvent<HTMLTextAreaElement>, row: number, at: number) => {
    const pasted = cellsIn(event.clipboardData.getData('text/plain'))
    if (pasted.length === 1 && pasted[0]!.length === 1) return
    event.preventDefault()
    onRows((before) =>
      filled(before, pasted, { row, places: shown.slice(shown.indexOf(at)), width: headings.length }),
    )
  }
  return (
    <div
      className="max-h-[70dvh] overflow-auto rounded-md border border-hair"
      tabIndex={0}
      role="region"
      aria-label="The table"
    >
      <table className="border-collapse text-[13px]">
        <thead className="sticky top-0 z-10">
          <tr>
            <th scope="col" className="border-b border-hair bg-wash px-2 text-right font-normal text-faint">
              <span className="sr-only">Row </span>1
            </th>
            {shown.map((at) => (
              <th
                key={at}
                scope="col"
                className="border-b border-hair bg-wash px-2 py-1.5 text-left font-medium whitespace-nowrap"
              >
                {headings[at]}
              </th>
            ))}
            <th className="border-b border-hair bg-wash">
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody ref={body}>
          {rows.map((row, index) => (
            <CellRow
              key={index}
              row={row}
              index={index}
              shown={shown.join(' ')}
              headings={headings}
              columns={columns}
              clientId={clientId}
              onSet={set}
              onTakeOut={takeOut}
              onKey={onKey}
              onPaste={onPaste}
            />
          ))}
        </tbody>
      </table>
    </div>
  )
}

interface CellRowProps {
  readonly row: readonly string[]
  readonly index: number
  /** Places that are shown, as one word: lists would be new each time. */
  readonly shown: string
  readonly headings: readonly string[]
  readonly columns: CellsShape['columns']
  readonly clientId: string
  readonly onSet: (row: number, at: number, value: string) => void
  readonly onTakeOut: (row: number) => void
  readonly onKey: (event: KeyboardEvent<HTMLTextAreaElement>, row: number, at: number) => void
  readonly onPaste: (event: ClipboardEvent<HTMLTextAreaElement>, row: number, at: number) => void
}

/** Typing draws its own row alone, however long the table is. */
const CellRow = memo(
  function CellRow({
    row,
    index,
    shown,
    headings,
    columns,
    clientId,
    onSet,
    onTakeOut,
    onKey,
    onPaste,
  }: CellRowProps) {
    const number = index + 2
    return (
      <tr>
        <th scope="row" className="border-b border-hair bg-wash px-2 text-right font-normal text-faint">
          {number}
        </th>
        {shown.split(' ').map((written) => {
          const at = Number(written)
          return (
            <td key={at} className="border-b border-l border-hair p-0 align-top">
              <div className="flex">
                <textarea
                  data-cell={`${index} ${at}`}
                  aria-label={`${headings[at]}, row ${number}`}
                  rows={1}
                  value={row[at] ?? ''}
                  onChange={(event) => onSet(index, at, event.target.value)}
                  onKeyDown={(event) => onKey(event, index, at)}
                  onPaste={(event) => onPaste(event, index, at)}
                  className="[field-sizing:content] block max-h-40 min-h-8 max-w-72 min-w-32 resize-none bg-transparent px-2 py-1.5 focus-visible:bg-paper"
                />
                {columns[at] === 'image' && (
                  <UploadPicture
                    isSmall
                    clientId={clientId}
                    label={`Upload a picture for row ${number}`}
                    onDone={({ url }) => onSet(index, at, [row[at]?.trim(), url].filter(Boolean).join(' '))}
                  />
                )}
              </div>
            </td>
          )
        })}
        <td className="border-b border-l border-hair">
          <button
            type="button"
            aria-label={`Remove row ${number}`}
            onClick={() => onTakeOut(index)}
            className="grid size-8 place-items-center hover:bg-wash"
          >
            <X aria-hidden className="size-4" />
          </button>
        </td>
      </tr>
    )
  },
  // The handlers read the table as it is when they are called, so that an older one does as well.
  (before, next) => before.row === next.row && before.index === next.index && before.shown === next.shown,
)
