'use client'
/** A file becomes a source: tables are shown with what their columns mean before anything is kept. */
import { useRef, useState } from 'react'
import type { SourceShape } from '@/core/api/shapes'
import { guessMapping, exampleTable, tableTypes } from '@/core/readers/tableMapping'
import { csv, readTable, type Table } from '@/core/readers/csv'
import { decode } from '@/core/readers/decode'
import { isText } from '@/core/readers/isText'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { Notice } from '../parts/Notice'
import { inputClass } from '../parts/TextField'
import { MappingEditor, type MappingValue } from './MappingEditor'

const mostBytes = 8_000_000
interface Chosen {
  readonly name: string
  readonly text: string
  readonly table?: Table
}

export function UploadFile({
  clientId,
  onAdded,
}: {
  clientId: string
  onAdded: (source: SourceShape) => void
}) {
  const input = useRef<HTMLInputElement>(null)
  const [chosen, setChosen] = useState<Chosen>()
  const [mapping, setMapping] = useState<MappingValue>()
  const [fault, setFault] = useState<string>()
  const [busy, setBusy] = useState(false)

  async function take(file: File | undefined) {
    setFault(undefined)
    if (!file) return
    if (file.size > mostBytes)
      return setFault(
        `${file.name} has ${Math.round(file.size / 1e6)} MB; up to 8 MB can be taken. Leave out columns or rows that no widget needs.`,
      )
    if (file.size === 0) return setFault(`${file.name} is empty. Save it again from where it was made.`)
    const { text } = decode(new Uint8Array(await file.arrayBuffer()), { contentType: 'text/plain' })
    if (!isText(text))
      return setFault(
        `${file.name} is no text, whatever its name says. From a spreadsheet, save it as CSV and upload that.`,
      )
    const isTable = /\.(csv|tsv)$/i.test(file.name) || csv.sniff(text.slice(0, 4096), {}) > 0.3
    if (!isTable) return keep({ name: file.name, text })
    const table = readTable(text)
    if (table.rows.length === 0)
      return setFault(
        `${file.name} has a row of headings and nothing below it. Fill it in and upload it again.`,
      )
    choose(file.name, text, table)
  }

  function choose(name: string, text: string, table: Table) {
    const { headings, headingsAt, rows } = table
    const guess = guessMapping(
      headings,
      rows.map((row) => row.cells),
    )
    setMapping({
      type: guess.type,
      columns: headings.map((_heading, at) => guess.columns[at] ?? null),
      headingsAt,
    })
    setChosen({ name, text, table })
  }

  async function keep({ name, text }: Chosen, by?: MappingValue) {
    setBusy(true)
    setFault(undefined)
    try {
      onAdded(
        await api<SourceShape>('POST', `/clients/${clientId}/files`, {
          name,
          text,
          ...(by ? { mapping: by } : {}),
        }),
      )
      setChosen(undefined)
    } catch (error) {
      setFault(sentenceOf(error))
    }
    setBusy(false)
  }

  return (
    <div className="relative flex flex-col gap-1.5">
      <Button busy={busy} onClick={() => input.current?.click()}>
        Upload a file
      </Button>
      <input
        ref={input}
        type="file"
        aria-label="A file with entries"
        accept=".csv,.tsv,.txt,.ics,.vcf,.xml,.rss,.atom,.json,.opml"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          void take(event.target.files?.[0])
          event.target.value = ''
        }}
      />
      <p className="text-[12px] text-faint">
        A table (CSV), a calendar, address cards or a saved feed. <ExampleTables />
      </p>
      {fault && !chosen && (
        <Notice tone="broken" role="alert">
          {fault}
        </Notice>
      )}
      {chosen?.table && mapping && (
        <Dialog
          open
          isWide
          title={`What the columns of ${chosen.name} mean`}
          onClose={() => setChosen(undefined)}
        >
          <HeadingsAt
            table={chosen.table}
            onChange={(headingsAt) =>
              choose(chosen.name, chosen.text, readTable(chosen.text, { headingsAt }))
            }
          />
          <MappingEditor
            headings={chosen.table.headings}
            rows={chosen.table.rows.map((row) => row.cells)}
            mapping={mapping}
            onChange={setMapping}
          />
          <ReadProblems problems={chosen.table.problems} />
          {fault && (
            <Notice tone="broken" role="alert">
              {fault}
            </Notice>
          )}
          <div className="flex gap-2">
            <Button look="main" busy={busy} onClick={() => void keep(chosen, mapping)}>
              Take {chosen.table.rows.length.toLocaleString('en')}{' '}
              {chosen.table.rows.length === 1 ? 'row' : 'rows'}
            </Button>
            <Button onClick={() => setChosen(undefined)}>Cancel</Button>
          </div>
        </Dialog>
      )}
    </div>
  )
}

/** Where the headings stand: found out, and mended by hand. */
function HeadingsAt({ table, onChange }: { table: Table; onChange: (headingsAt: number) => void }) {
  return (
    <label className="mb-3 flex items-center gap-2 whitespace-nowrap">
      Its headings stand in
      <select
        value={table.headingsAt}
        onChange={(event) => onChange(Number(event.target.value))}
        className={inputClass}
      >
        {table.top.map(({ at, cells }) => (
          <option key={at} value={at}>
            row {at}:{' '}
            {cells
              .filter((cell) => cell.trim() !== '')
              .join(', ')
              .slice(0, 60)}
          </option>
        ))}
        <option value={0}>no row: there are none</option>
      </select>
    </label>
  )
}

const mostProblems = 4

/** What was odd about the file, before anything of it is taken. */
function ReadProblems({ problems }: { problems: Table['problems'] }) {
  if (problems.length === 0) return null
  return (
    <Notice tone="look" role="status">
      <ul>
        {problems.slice(0, mostProblems).map(({ where, what, done }) => (
          <li key={where + what}>
            {where[0]!.toUpperCase() + where.slice(1)}: {what}; {done}.
          </li>
        ))}
      </ul>
      {problems.length > mostProblems && `And ${problems.length - mostProblems} more like these.`}
    </Notice>
  )
}

/** Links that download a table to fill in. */
function ExampleTables() {
  return (
    <>
      Tables to fill in:{' '}
      {tableTypes.map(({ type, label }, at) => (
        <span key={type}>
          {at > 0 && ', '}
          <a
            href={`data:text/csv;charset=utf-8,${encodeURIComponent(exampleTable(type))}`}
            download={`${label.toLowerCase()}.csv`}
            className="underline"
          >
            {label.toLowerCase()}
          </a>
        </span>
      ))}
      .
    </>
  )
}
