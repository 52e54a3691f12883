'use client'
/** A table that is kept here, edited cell by cell. Nothing is written before it is saved; nothing typed is lost by a refusal. */
import { X } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { CellsShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { UploadPicture } from '../parts/UploadPicture'

export function CellsSection({ sourceId, clientId }: { sourceId: string; clientId: string }) {
  const { busy, act } = useAct()
  const [cells, setCells] = useState<CellsShape>()
  const [saved, setSaved] = useState('')
  const [fault, setFault] = useState<string>()
  useEffect(() => {
    api<CellsShape>('GET', `/sources/${sourceId}/cells`).then((next) => { setCells(next); setSaved(JSON.stringify(next.rows)) }, (error: unknown) => setFault(sentenceOf(error)))
  }, [sourceId])
  if (fault) return <section aria-labelledby="rows"><h2 id="rows" className="mb-2 text-lg">Its rows</h2><p className="text-faint">{fault}</p></section>
  if (!cells) return null
  const { headings, rows, columns } = cells
  const key = columns.indexOf('guid')
  const shown = headings.map((heading, at) => ({ heading, at })).filter(({ at }) => at !== key)
  const isChanged = JSON.stringify(rows) !== saved
  const set = (row: number, at: number, value: string) => setCells({ ...cells, rows: rows.map((one, index) => (index === row ? one.map((cell, place) => (place === at ? value : cell)) : one)) })
  const save = () => act(async () => {
    await api('POST', `/sources/${sourceId}/cells`, { rows: rows.filter((one) => one.some((cell, at) => at !== key && cell.trim() !== '')) })
    const next = await api<CellsShape>('GET', `/sources/${sourceId}/cells`)
    setCells(next)
    setSaved(JSON.stringify(next.rows))
  })
  return (
    <section aria-labelledby="rows">
      <h2 id="rows" className="mb-2 text-lg">Its rows</h2>
      {rows.length === 0 && <p className="mb-2 text-faint">Nothing in it yet. Add a row and fill in what there is; a name is enough. Lists and groups are written like “Tableware / Plates”.</p>}
      {rows.length > 0 && (
        <div className="overflow-x-auto rounded-md border border-hair" tabIndex={0} role="region" aria-label="The table">
          <table className="border-collapse text-[13px]">
            <thead><tr>{shown.map(({ heading, at }) => <th key={at} scope="col" className="border-b border-hair bg-wash px-2 py-1.5 text-left font-medium whitespace-nowrap">{heading}</th>)}<th className="border-b border-hair bg-wash"><span className="sr-only">Take out</span></th></tr></thead>
            <tbody>
              {rows.map((row, index) => (
                <tr key={index}>
                  {shown.map(({ heading, at }) => <td key={at} className="border-b border-hair p-0"><div className="flex"><input aria-label={`${heading}, row ${index + 1}`} value={row[at] ?? ''} onChange={(event) => set(index, at, event.target.value)} className="h-8 w-40 bg-transparent px-2 focus-visible:bg-paper" />{columns[at] === 'image' && <UploadPicture isSmall clientId={clientId} label={`Upload a picture for row ${index + 1}`} onDone={({ url }) => set(index, at, [row[at]?.trim(), url].filter(Boolean).join(' '))} />}</div></td>)}
                  <td className="border-b border-hair"><button type="button" aria-label={`Take out row ${index + 1}`} onClick={() => setCells({ ...cells, rows: rows.filter((_one, place) => place !== index) })} className="grid size-8 place-items-center hover:bg-wash"><X aria-hidden className="size-4" /></button></td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Button onClick={() => setCells({ ...cells, rows: [...rows, headings.map(() => '')] })}>Add a row</Button>
        <Button look="main" busy={busy} disabled={!isChanged} onClick={() => void save()}>Save the table</Button>
        {isChanged && <Notice tone="look" role="status">Not saved yet. What is live follows when it is.</Notice>}
      </div>
    </section>
  )
}
