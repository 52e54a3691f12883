'use client'
/** Every item of a widget's sources in one long table: keyboard first, many at once, each step can be undone. */
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query'
import Link from 'next/link'
import {
  type KeyboardEvent,
  useCallback,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { toast } from 'sonner'
import { chosenFor } from '@/kinds/contract'
import type { DecisionsShape, KeptViewShape, TableShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import { offsetIn } from '@/core/schedule/offsetIn'
import type { Settings } from '@/core/settings/field'
import { getKind } from '@/kinds/all'
import { valuesOf } from '@/kinds/render'
import { api, sentenceOf } from '../api'
import { Button, buttonClass } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { useMayEdit } from '../parts/Role'
import { TopLine } from '../parts/TopLine'
import { CorrectDialog } from './CorrectDialog'
import { ProductsDialog } from './ProductsDialog'
import { Actions } from './SortingActions'
import { Grid, rowPx } from './SortingGrid'
import { TagDialog } from './TagDialog'
import { ViewBar } from './ViewBar'
import { isIn, search, type SortingRow, sortingRows, type ViewId } from './sortingRows'
import { useSorting } from './useSorting'

export interface SortingTableProps extends Pick<TableShape, 'client' | 'widget'> {
  readonly now: number
  /** Origin of delivery, where pictures are. */
  readonly delivery: string
}

/** The frame is there at once; ten thousand items follow in one go. */
export function SortingTable(props: SortingTableProps) {
  const [queries] = useState(() => new QueryClient())
  return (
    <QueryClientProvider client={queries}>
      <ReadTable {...props} />
    </QueryClientProvider>
  )
}

function ReadTable({ client, widget, now, delivery }: SortingTableProps) {
  const { data, error, refetch } = useQuery({
    queryKey: ['table', widget.id],
    queryFn: () => api<TableShape>('GET', `/widgets/${widget.id}/table`),
    staleTime: Infinity,
    retry: false,
  })
  if (data) return <LoadedTable table={data} now={now} delivery={delivery} />
  return (
    <div className="flex h-dvh min-h-[560px] flex-col">
      <TableTop client={client} widget={widget} />
      <main className="flex flex-col gap-3 px-4 py-3 sm:px-6">
        <h1 className="text-2xl">What may be shown in “{widget.name}”</h1>
        {error ? (
          <>
            <Notice tone="broken" role="alert">
              {sentenceOf(error)}
            </Notice>
            <div>
              <Button onClick={() => void refetch()}>Try again</Button>
            </div>
          </>
        ) : (
          <p role="status" className="border-y border-hair py-8 text-center text-faint">
            Reading the items …
          </p>
        )}
      </main>
    </div>
  )
}

const TableTop = ({ client, widget }: Pick<TableShape, 'client' | 'widget'>) => (
  <TopLine
    crumbs={[
      { label: 'Clients', href: '/' },
      { label: client.name, href: `/clients/${client.id}` },
      { label: widget.name, href: `/widgets/${widget.id}` },
      { label: 'Table' },
    ]}
  >
    <Link href={`/widgets/${widget.id}`} className={buttonClass('plain')}>
      Back to the bench
    </Link>
  </TopLine>
)

function LoadedTable({ table, now, delivery }: { table: TableShape; now: number; delivery: string }) {
  const { client } = table
  const sorting = useSorting(table)
  const { widget, rows, decisions, readAgain, undo, tag, link, limitProducts } = sorting
  const [sources, setSources] = useState(
    table.sources.filter((source) => chosenFor('sources', widget.settings as Settings).includes(source.id)),
  )
  const [view, setView] = useState<ViewId>(table.rows.some((row) => row.waiting) ? 'waiting' : 'all')
  const [written, setWritten] = useState('')
  const [kept, setKept] = useState(table.views)
  const sought = useDeferredValue(written)
  const [at, setAt] = useState(0)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [dialog, setDialog] = useState<'tags' | 'correct' | 'products'>()
  const grid = useRef<HTMLDivElement>(null)
  const mayEdit = useMayEdit()
  // The table is what one comes for: its rows are at hand as soon as they are there.
  useEffect(() => {
    if (document.activeElement === document.body) grid.current?.focus({ preventScroll: true })
  }, [])

  const rules = useMemo(() => {
    const kind = getKind(widget.kind)
    const values = valuesOf(kind, widget.settings as Settings, client.brand as Brand, client.locale)
    return (decided: DecisionsShape) => kind.rules?.(values, decided) ?? []
  }, [widget, client])
  const sorted = useMemo(
    () => sortingRows(rows, rules, decisions, now, offsetIn(client.timeZone)),
    [rows, rules, decisions, now, client.timeZone],
  )
  const listed = useMemo(
    () =>
      search(
        sorted.filter((row) => isIn(view, row)),
        sought,
      ),
    [sorted, view, sought],
  )
  const pictures = useMemo(
    () => (rows.some((row) => row.item.image.length > 0) ? delivery : undefined),
    [rows, delivery],
  )
  const current = listed[Math.min(at, listed.length - 1)]
  const targets: readonly SortingRow[] =
    chosen.size > 0 ? sorted.filter((row) => chosen.has(row.item.id)) : current ? [current] : []

  async function keep(next: readonly KeptViewShape[]) {
    try {
      setKept(await api<KeptViewShape[]>('POST', `/widgets/${widget.id}/views`, { views: next }))
    } catch (error) {
      toast.error(sentenceOf(error))
    }
  }
  const idsOf = (wanted: readonly SortingRow[]) => wanted.map((row) => row.item.id)
  const show = () => sorting.show(targets)
  const hide = () => sorting.hide(targets)
  const pin = () => sorting.pin(targets)
  const move = (to: number, extend: boolean) => {
    const next = Math.max(0, Math.min(listed.length - 1, to))
    if (extend)
      setChosen(
        (before) => new Set([...before, ...idsOf(listed.slice(Math.min(at, next), Math.max(at, next) + 1))]),
      )
    setAt(next)
  }
  const toggle = useCallback(
    (id: string) =>
      setChosen((before) =>
        before.has(id) ? new Set([...before].filter((one) => one !== id)) : new Set(before).add(id),
      ),
    [],
  )
  const pick = useCallback((index: number) => {
    setAt(index)
    grid.current?.focus()
  }, [])
  const pickAndToggle = useCallback(
    (index: number, id: string) => {
      setAt(index)
      toggle(id)
    },
    [toggle],
  )
  function onKey(event: KeyboardEvent) {
    if ((event.target as HTMLElement).matches('input, select, textarea')) return
    const isCommand = event.ctrlKey || event.metaKey
    const page = Math.max(1, Math.floor((grid.current?.clientHeight ?? rowPx * 10) / rowPx) - 1)
    const keys: Readonly<Record<string, () => void>> = isCommand
      ? { z: () => void undo(), a: () => setChosen(new Set(idsOf(listed))) }
      : {
          ArrowDown: () => move(at + 1, event.shiftKey),
          ArrowUp: () => move(at - 1, event.shiftKey),
          PageDown: () => move(at + page, event.shiftKey),
          PageUp: () => move(at - page, event.shiftKey),
          Home: () => move(0, event.shiftKey),
          End: () => move(listed.length - 1, event.shiftKey),
          ' ': () => current && toggle(current.item.id),
          Escape: () => setChosen(new Set()),
          s: show,
          h: hide,
          p: pin,
          u: () => void undo(),
          t: () => targets.length > 0 && setDialog('tags'),
          c: () => current && setDialog('correct'),
          l: () => targets.length > 0 && setDialog('products'),
        }
    const does = keys[event.key]
    if (!does || (!mayEdit && /^[shputcl]$/.test(event.key))) return
    event.preventDefault()
    does()
  }

  return (
    <div className="flex h-dvh min-h-[560px] flex-col">
      <TableTop client={client} widget={widget} />
      <main className="flex min-h-0 flex-1 flex-col gap-2 px-4 py-3 sm:px-6">
        <div className="flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
          <h1 className="text-2xl">What may be shown in “{widget.name}”</h1>
          <p role="status" className="text-[13px] text-faint">
            {listed.length.toLocaleString('en')} {listed.length === 1 ? 'item' : 'items'} listed
            {chosen.size > 0 ? `, ${chosen.size.toLocaleString('en')} selected` : ''}
          </p>
        </div>
        <ViewBar
          sorted={sorted}
          view={view}
          written={written}
          kept={kept}
          onView={(next, words) => {
            setView(next)
            setWritten(words)
            setAt(0)
          }}
          onKeep={(next) => void keep(next)}
        />
        {mayEdit && (
          <Actions
            count={targets.length}
            isMany={chosen.size > 0}
            onShow={show}
            onHide={hide}
            onPin={pin}
            onTag={() => setDialog('tags')}
            onCorrect={() => setDialog('correct')}
            onLink={() => setDialog('products')}
            onUndo={() => void undo()}
            onClear={() => setChosen(new Set())}
          />
        )}
        {listed.length === 0 ? (
          <p className="border-y border-hair py-8 text-center text-faint">
            {rows.length === 0
              ? 'The sources have nothing yet, or no source is chosen. '
              : written
                ? 'Nothing matches that. '
                : 'Nothing here. '}
            {rows.length === 0 ? (
              <Link href={`/widgets/${widget.id}`} className="underline">
                Choose sources on the bench
              </Link>
            ) : (
              <button
                type="button"
                className="underline"
                onClick={() => {
                  setWritten('')
                  setView('all')
                }}
              >
                Show all
              </button>
            )}
          </p>
        ) : (
          <Grid
            listed={listed}
            at={Math.min(at, listed.length - 1)}
            chosen={chosen}
            pictures={pictures}
            grid={grid}
            onKey={onKey}
            onPick={pick}
            onToggle={pickAndToggle}
          />
        )}
        <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-1 text-[12px] text-faint">
          <p className="hidden sm:block">
            <kbd>↑↓</kbd> move · <kbd>space</kbd> select · <kbd>shift ↑↓</kbd> several
            {mayEdit && (
              <>
                {' '}
                · <kbd>s</kbd> show · <kbd>h</kbd> hide · <kbd>p</kbd> pin · <kbd>t</kbd> tag · <kbd>c</kbd>{' '}
                correct · <kbd>l</kbd> link products · <kbd>u</kbd> undo
              </>
            )}
          </p>
          <ul className="flex flex-wrap gap-x-4 gap-y-1">
            {sources.map((source) => (
              <li key={source.id} className="flex items-center gap-1.5">
                <label className="flex items-center gap-1.5">
                  New in {source.label}
                  <select
                    disabled={!mayEdit}
                    value={source.policy}
                    onChange={(event) =>
                      void api<typeof source>('PATCH', `/sources/${source.id}`, {
                        policy: event.target.value,
                      }).then(
                        (next) =>
                          setSources((before) => before.map((each) => (each.id === next.id ? next : each))),
                        (error: unknown) => toast.error(sentenceOf(error)),
                      )
                    }
                    className="h-7 rounded-md border border-edge bg-paper px-1 text-ink"
                  >
                    <option value="show">shows at once</option>
                    <option value="wait">waits for a decision</option>
                  </select>
                </label>
              </li>
            ))}
          </ul>
        </div>
      </main>
      {dialog === 'tags' && (
        <TagDialog
          count={targets.length}
          known={[...new Set(targets.flatMap((row) => row.row.tags))]}
          onClose={() => setDialog(undefined)}
          onAdd={(tags) => tag(tags, true, targets)}
          onRemove={(tags) => tag(tags, false, targets)}
        />
      )}
      {dialog === 'correct' && current && (
        <CorrectDialog
          row={current.row}
          clientId={client.id}
          onClose={() => setDialog(undefined)}
          onDone={() => void readAgain().catch((error: unknown) => toast.error(sentenceOf(error)))}
        />
      )}
      {dialog === 'products' && (
        <ProductsDialog
          items={targets.map((row) => row.row.item)}
          client={client}
          widget={widget}
          onClose={() => setDialog(undefined)}
          onLink={(changes) => link(changes, targets)}
          onLimit={limitProducts}
        />
      )}
    </div>
  )
}
