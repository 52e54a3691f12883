'use client'
/**
 * A table that is kept here, edited cell by cell. Nothing is written before it is saved, and nothing typed is lost: what is
 * not saved yet is kept in the browser, and somebody else's change is not written over unasked.
 */
import { X } from 'lucide-react'
import { memo, useCallback, useEffect, useState } from 'react'
import * as z from 'zod'
import type { CellsShape } from '@/core/api/shapes'
import { safeJson } from '@/core/readers/json'
import { api, ApiProblem, sentenceOf } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { UploadPicture } from '../parts/UploadPicture'

const unsaved = z.object({
  version: z.string(),
  headings: z.array(z.string()),
  rows: z.array(z.array(z.string())),
})
const nameOf = (sourceId: string) => `yimble-cells ${sourceId}`

export function CellsSection({ sourceId, clientId }: { sourceId: string; clientId: string }) {
  const { busy, act } = useAct()
  const [cells, setCells] = useState<CellsShape>()
  const [saved, setSaved] = useState('')
  const [fault, setFault] = useState<string>()
  const [conflict, setConflict] = useState<string>()
  const isChanged = cells !== undefined && JSON.stringify(cells.rows) !== saved

  const read = useCallback(() => api<CellsShape>('GET', `/sources/${sourceId}/cells`), [sourceId])
  const take = useCallback(
    (now: CellsShape, takeUnsaved = false) => {
      const kept = takeUnsaved
        ? unsaved.safeParse(safeJson(localStorage.getItem(nameOf(sourceId)) ?? ''))
        : undefined
      // Of another table by now: its columns were changed.
      const isFitting = kept?.success && kept.data.headings.join('\n') === now.headings.join('\n')
      setCells(isFitting ? { ...now, rows: kept.data.rows, version: kept.data.version } : now)
      setSaved(JSON.stringify(now.rows))
      setConflict(undefined)
    },
    [sourceId],
  )
  useEffect(() => {
    read().then(
      (now) => take(now, true),
      (error: unknown) => setFault(sentenceOf(error)),
    )
  }, [read, take])
  useEffect(() => {
    if (!cells) return
    if (isChanged)
      localStorage.setItem(
        nameOf(sourceId),
        JSON.stringify({ version: cells.version, headings: cells.headings, rows: cells.rows }),
      )
    else localStorage.removeItem(nameOf(sourceId))
  }, [cells, isChanged, sourceId])

  const setRows = useCallback(
    (change: (rows: string[][]) => string[][]) =>
      setCells((before) => before && { ...before, rows: change(before.rows) }),
    [],
  )
  const set = useCallback(
    (row: number, at: number, value: string) =>
      setRows((rows) =>
        rows.map((one, index) =>
          index === row ? one.map((cell, place) => (place === at ? value : cell)) : one,
        ),
      ),
    [setRows],
  )
  const takeOut = useCallback(
    (row: number) => setRows((rows) => rows.filter((_one, place) => place !== row)),
    [setRows],
  )

  if (fault)
    return (
      <section aria-labelledby="rows">
        <h2 id="rows" className="mb-2 text-lg">
          Its rows
        </h2>
        <p className="text-faint">{fault}</p>
      </section>
    )
  if (!cells) return null
  const { headings, rows, columns, version } = cells
  const key = columns.indexOf('guid')
  const save = (isOver: boolean) =>
    act(async () => {
      try {
        await api('POST', `/sources/${sourceId}/cells`, {
          rows: rows.filter((one) => one.some((cell, at) => at !== key && cell.trim() !== '')),
          ...(isOver ? {} : { version }),
        })
      } catch (error) {
        if (!(error instanceof ApiProblem && error.details.code === 'table_gone_ahead')) throw error
        return setConflict(error.details.detail)
      }
      take(await read())
    })
  return (
    <section aria-labelledby="rows">
      <h2 id="rows" className="mb-2 text-lg">
        Its rows
      </h2>
      {rows.length === 0 && (
        <p className="mb-2 text-faint">
          Nothing in it yet. Add a row and fill in what there is; a name is enough. Lists and groups are
          written like “Tableware / Plates”.
        </p>
      )}
      {rows.length > 0 && (
        <div
          className="max-h-[70dvh] overflow-auto rounded-md border border-hair"
          tabIndex={0}
          role="region"
          aria-label="The table"
        >
          <table className="border-collapse text-[13px]">
            <thead className="sticky top-0 z-10">
              <tr>
                {headings.map(
                  (heading, at) =>
                    at !== key && (
                      <th
                        key={at}
                        scope="col"
                        className="border-b border-hair bg-wash px-2 py-1.5 text-left font-medium whitespace-nowrap"
                      >
                        {heading}
                      </th>
                    ),
                )}
                <th className="border-b border-hair bg-wash">
                  <span className="sr-only">Take out</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, index) => (
                <CellRow
                  key={index}
                  row={row}
                  index={index}
                  headings={headings}
                  columns={columns}
                  clientId={clientId}
                  onSet={set}
                  onTakeOut={takeOut}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Button onClick={() => setRows((before) => [...before, headings.map(() => '')])}>Add a row</Button>
        <Button look="main" busy={busy} disabled={!isChanged} onClick={() => void save(false)}>
          Save the table
        </Button>
        {isChanged && !conflict && (
          <>
            <Button look="quiet" onClick={() => void act(async () => take(await read()))}>
              Discard what is not saved
            </Button>
            <Notice tone="look" role="status">
              Not saved yet; this browser keeps it. What is live follows when it is saved.
            </Notice>
          </>
        )}
      </div>
      {conflict && (
        <div className="mt-2 flex flex-col gap-2">
          <Notice tone="look" role="alert">
            {conflict}
          </Notice>
          <div className="flex flex-wrap gap-2">
            <Button look="main" busy={busy} onClick={() => void save(true)}>
              Save mine over it
            </Button>
            <Button busy={busy} onClick={() => void act(async () => take(await read()))}>
              Take theirs
            </Button>
          </div>
        </div>
      )}
    </section>
  )
}

interface CellRowProps {
  readonly row: readonly string[]
  readonly index: number
  readonly headings: readonly string[]
  readonly columns: CellsShape['columns']
  readonly clientId: string
  readonly onSet: (row: number, at: number, value: string) => void
  readonly onTakeOut: (row: number) => void
}

/** Typing draws its own row alone, however long the table is. */
const CellRow = memo(function CellRow({
  row,
  index,
  headings,
  columns,
  clientId,
  onSet,
  onTakeOut,
}: CellRowProps) {
  return (
    <tr>
      {headings.map(
        (heading, at) =>
          columns[at] !== 'guid' && (
            <td key={at} className="border-b border-hair p-0">
              <div className="flex">
                <input
                  aria-label={`${heading}, row ${index + 1}`}
                  value={row[at] ?? ''}
                  onChange={(event) => onSet(index, at, event.target.value)}
                  className="h-8 w-40 bg-transparent px-2 focus-visible:bg-paper"
                />
                {columns[at] === 'image' && (
                  <UploadPicture
                    isSmall
                    clientId={clientId}
                    label={`Upload a picture for row ${index + 1}`}
                    onDone={({ url }) => onSet(index, at, [row[at]?.trim(), url].filter(Boolean).join(' '))}
                  />
                )}
              </div>
            </td>
          ),
      )}
      <td className="border-b border-hair">
        <button
          type="button"
          aria-label={`Take out row ${index + 1}`}
          onClick={() => onTakeOut(index)}
          className="grid size-8 place-items-center hover:bg-wash"
        >
          <X aria-hidden className="size-4" />
        </button>
      </td>
    </tr>
  )
})
