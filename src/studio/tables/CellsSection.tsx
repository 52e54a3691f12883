'use client'
/**
 * A table that is kept here, edited cell by cell. Nothing is written before it is saved, and nothing typed is lost: what is
 * not saved yet is kept in the browser, and somebody else's change is not written over unasked.
 */
import { useCallback, useEffect, useState } from 'react'
import * as z from 'zod'
import type { CellsShape } from '@/core/api/shapes'
import { safeJson } from '@/core/readers/json'
import { api, ApiProblem, sentenceOf } from '../api'
import { useAct } from '../clients/useAct'
import { Button, buttonClass } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { CellGrid, type CellGridProps } from './CellGrid'
import { tableAsCsv } from './tableAsCsv'

const unsaved = z.object({
  version: z.string(),
  headings: z.array(z.string()),
  rows: z.array(z.array(z.string())),
})
const nameOf = (sourceId: string) => `yimble-cells ${sourceId}`

/** Columns are named by their headings: numbers count some that are not on the screen. */
const named = (detail: string, headings: readonly string[]) =>
  detail.replace(/column (\d+)/, (all, at: string) =>
    headings[Number(at) - 1] ? `“${headings[Number(at) - 1]}”` : all,
  )

export function CellsSection({
  sourceId,
  clientId,
  name,
}: {
  sourceId: string
  clientId: string
  name: string
}) {
  const { busy, act } = useAct()
  const [cells, setCells] = useState<CellsShape>()
  const [saved, setSaved] = useState('')
  const [fault, setFault] = useState<string>()
  const [conflict, setConflict] = useState<string>()
  const [wrong, setWrong] = useState<string>()
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

  const setRows = useCallback<CellGridProps['onRows']>(
    (change) => setCells((before) => before && { ...before, rows: change(before.rows) as string[][] }),
    [],
  )

  if (fault)
    return (
      <section aria-labelledby="rows">
        <h2 id="rows" className="mb-2 text-lg">
          Rows
        </h2>
        <p className="text-faint">{fault}</p>
      </section>
    )
  if (!cells) return null
  const { headings, rows, columns, version } = cells
  const save = (isOver: boolean) =>
    act(async () => {
      setWrong(undefined)
      try {
        await api('POST', `/sources/${sourceId}/cells`, {
          rows,
          ...(isOver ? {} : { version }),
        })
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error
        if (error.details.code !== 'table_gone_ahead') return setWrong(named(error.details.detail, headings))
        return setConflict(error.details.detail)
      }
      take(await read())
    })
  return (
    <section aria-labelledby="rows">
      <h2 id="rows" className="mb-2 text-lg">
        Rows
      </h2>
      {rows.length === 0 && (
        <p className="mb-2 text-faint">
          Nothing in it yet. Add a row and fill in what there is; a name is enough. Lists and groups are
          written like “Tableware / Plates”.
        </p>
      )}
      {rows.length > 0 && (
        <CellGrid headings={headings} rows={rows} columns={columns} clientId={clientId} onRows={setRows} />
      )}
      {wrong && (
        <Notice tone="broken" role="alert">
          {wrong}
        </Notice>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Button onClick={() => setRows((before) => [...before, headings.map(() => '')])}>Add a row</Button>
        <a
          download={`${name}.csv`}
          href={`data:text/csv;charset=utf-8,${encodeURIComponent(tableAsCsv([headings, ...rows]))}`}
          className={buttonClass('quiet')}
        >
          Download table
        </a>
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
