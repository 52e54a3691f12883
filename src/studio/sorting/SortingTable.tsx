'use client'
/** Every item of a widget's sources in one long table: keyboard first, many at once, each step can be undone. */
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query'
import { useVirtualizer } from '@tanstack/react-virtual'
import { Pin } from 'lucide-react'
import Link from 'next/link'
import {
  memo,
  useCallback,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type RefObject,
} from 'react'
import { toast } from 'sonner'
import type { DecisionsShape, DraftShape, KeptViewShape, TableRowShape, TableShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import { getKind } from '@/kinds/all'
import type { Settings } from '@/core/settings/field'
import { valuesOf } from '@/kinds/render'
import { offsetIn } from '@/core/schedule/offsetIn'
import { api, sentenceOf } from '../api'
import { whenOf } from '../items/inWords'
import { Button, buttonClass } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { useMayEdit } from '../parts/Role'
import { TopLine } from '../parts/TopLine'
import { CorrectDialog } from './CorrectDialog'
import {
  differing,
  isIn,
  search,
  smallPrint,
  sortingRows,
  type RowState,
  type SortingRow,
  type ViewId,
} from './sortingRows'
import { limitPath, ProductsDialog, type LinkChange } from './ProductsDialog'
import { TagDialog } from './TagDialog'
import { ViewBar } from './ViewBar'
import { Local } from '../parts/Local'

const rowPx = 52
/** So many ids go over in one request. */
const batch = 2_000

const tones: Readonly<Record<RowState, string>> = {
  shows: 'text-spruce',
  cut: 'text-faint',
  ruled: 'text-faint',
  hidden: 'text-faint',
  double: 'text-faint',
  waiting: 'text-marigold',
  closed: 'text-brick',
}

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

/** Others decide at the same time: asked for so often. */
const decisionsEveryMs = 5_000

function LoadedTable({ table, now, delivery }: { table: TableShape; now: number; delivery: string }) {
  const { client } = table
  const [widget, setWidget] = useState(table.widget)
  const [rows, setRows] = useState<readonly TableRowShape[]>(table.rows)
  const [decisions, setDecisions] = useState<DecisionsShape>(table.decisions)
  const [sources, setSources] = useState(
    table.sources.filter((source) => (widget.settings.sources as string[]).includes(source.id)),
  )
  const [view, setView] = useState<ViewId>(table.rows.some((row) => row.waiting) ? 'waiting' : 'all')
  const [written, setWritten] = useState('')
  const [kept, setKept] = useState(table.views)
  const sought = useDeferredValue(written)
  const [at, setAt] = useState(0)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [dialog, setDialog] = useState<'tags' | 'correct' | 'products'>()
  const undoing = useRef<{ label: string; undo: () => Promise<void> }[]>([])
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

  const decide = useCallback(
    async (ids: readonly string[], decision: { hidden?: boolean; pinned?: boolean; apart?: boolean }) => {
      for (let from = 0; from < ids.length; from += batch)
        setDecisions(
          await api<DecisionsShape>('POST', `/widgets/${widget.id}/decisions`, {
            itemIds: ids.slice(from, from + batch),
            ...decision,
          }),
        )
    },
    [widget.id],
  )
  const wait = useCallback(
    async (ids: readonly string[], waiting: boolean) => {
      for (let from = 0; from < ids.length; from += batch)
        await api('POST', `/clients/${client.id}/items/waiting`, {
          itemIds: ids.slice(from, from + batch),
          waiting,
        })
      const set = new Set(ids)
      setRows((before) => before.map((row) => (set.has(row.item.id) ? { ...row, waiting } : row)))
    },
    [client.id],
  )

  /** Steps of ours that have begun or ended. */
  const begun = useRef(0)
  const undo = useCallback(async () => {
    const last = undoing.current.pop()
    if (!last) return void toast('There is nothing to undo.')
    begun.current += 1
    try {
      await last.undo()
      toast(`Undone: ${last.label}`)
    } catch (error) {
      undoing.current.push(last)
      toast.error(sentenceOf(error))
    }
    begun.current += 1
  }, [])
  const act = useCallback(
    async (label: string, work: () => Promise<void>, back: () => Promise<void>) => {
      begun.current += 1
      try {
        await work()
        undoing.current.push({ label, undo: back })
        toast(label, { action: { label: 'Undo', onClick: () => void undo() } })
      } catch (error) {
        toast.error(sentenceOf(error))
      }
      begun.current += 1
    },
    [undo],
  )
  const readAgain = useCallback(
    async () => setRows((await api<TableShape>('GET', `/widgets/${widget.id}/table`)).rows),
    [widget.id],
  )

  // ── what others decide meanwhile ──
  useEffect(() => {
    const ask = async () => {
      const asked = begun.current
      const theirs = await api<DecisionsShape>('GET', `/widgets/${widget.id}/decisions`).catch(
        () => undefined,
      ) // the next time will do
      // An answer from before our own last step would undo it on the screen.
      if (!theirs || asked !== begun.current) return
      setDecisions((ours) => {
        const count = differing(ours, theirs)
        if (count > 0)
          toast(`Somebody else decided on ${count === 1 ? 'an item' : `${count} items`}`, { id: 'others' })
        return count > 0 ? theirs : ours
      })
    }
    const timer = setInterval(() => {
      if (!document.hidden) void ask()
    }, decisionsEveryMs)
    const back = () => {
      if (!document.hidden) void readAgain().catch(() => undefined)
    } // what is here stays
    document.addEventListener('visibilitychange', back)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', back)
    }
  }, [widget.id, readAgain])

  async function keep(next: readonly KeptViewShape[]) {
    try {
      setKept(await api<KeptViewShape[]>('POST', `/widgets/${widget.id}/views`, { views: next }))
    } catch (error) {
      toast.error(sentenceOf(error))
    }
  }
  const idsOf = (wanted: readonly SortingRow[]) => wanted.map((row) => row.item.id)
  const said = (wanted: readonly SortingRow[], what: string) =>
    wanted.length === 1
      ? `“${(wanted[0]!.item.name || wanted[0]!.item.text || 'Untitled').slice(0, 60)}” ${what}`
      : `${wanted.length} items ${what}`
  const show = () => {
    const open = targets.filter((row) => row.state !== 'closed')
    const waiting = open.filter((row) => row.row.waiting)
    const hidden = open.filter((row) => row.state === 'hidden')
    const doubles = open.filter((row) => row.state === 'double')
    if (open.length === 0)
      return targets.length > 0
        ? void toast.error('What its source marks private can’t be shown.')
        : undefined
    void act(
      said(open, 'may show'),
      async () => {
        if (waiting.length > 0) await wait(idsOf(waiting), false)
        if (hidden.length > 0) await decide(idsOf(hidden), { hidden: false })
        if (doubles.length > 0) await decide(idsOf(doubles), { apart: true })
      },
      async () => {
        if (waiting.length > 0) await wait(idsOf(waiting), true)
        if (hidden.length > 0) await decide(idsOf(hidden), { hidden: true })
        if (doubles.length > 0) await decide(idsOf(doubles), { apart: false })
      },
    )
  }
  const hide = () => {
    const wanted = targets.filter((row) => row.state !== 'closed' && !decisions.hidden.includes(row.item.id))
    if (wanted.length > 0)
      void act(
        said(wanted, wanted.length === 1 ? 'is hidden' : 'are hidden'),
        () => decide(idsOf(wanted), { hidden: true }),
        () => decide(idsOf(wanted), { hidden: false }),
      )
  }
  const pin = () => {
    const isPinning = !targets.every((row) => row.isPinned)
    const wanted = targets.filter((row) => row.isPinned !== isPinning && row.state !== 'closed')
    if (wanted.length > 0)
      void act(
        said(wanted, isPinning ? 'pinned to the front' : 'no longer pinned'),
        () => decide(idsOf(wanted), { pinned: isPinning }),
        () => decide(idsOf(wanted), { pinned: !isPinning }),
      )
  }
  const tag = (tags: readonly string[], isAdding: boolean, wanted: readonly SortingRow[]) => {
    const send = async (add: readonly string[], remove: readonly string[]) => {
      await api('POST', `/clients/${client.id}/items/tags`, { itemIds: idsOf(wanted), add, remove })
      const set = new Set(idsOf(wanted))
      setRows((before) =>
        before.map((row) =>
          set.has(row.item.id)
            ? {
                ...row,
                tags: [...new Set([...row.tags, ...add])].filter((one) => !remove.includes(one)),
                item: {
                  ...row.item,
                  keywords: [...new Set([...row.item.keywords, ...add])].filter(
                    (one) => !remove.includes(one),
                  ),
                },
              }
            : row,
        ),
      )
    }
    void act(
      said(wanted, `${isAdding ? 'tagged' : 'no longer tagged'} ${tags.join(', ')}`),
      () => send(isAdding ? tags : [], isAdding ? [] : tags),
      () => send(isAdding ? [] : tags, isAdding ? tags : []),
    )
  }

  const link = async (changes: readonly LinkChange[], wanted: readonly SortingRow[]) => {
    const send = async (isForward: boolean) => {
      for (const { productId, isLinked, itemIds } of changes)
        await api('POST', `/clients/${client.id}/items/products`, {
          itemIds,
          ...(isLinked === isForward ? { add: [productId], remove: [] } : { add: [], remove: [productId] }),
        })
      await readAgain()
    }
    const added = changes.filter((change) => change.isLinked).length
    await act(
      said(
        wanted,
        added === 0
          ? 'with fewer products'
          : added === 1
            ? 'with one more product'
            : `with ${added} more products`,
      ),
      () => send(true),
      () => send(false),
    )
  }
  const limitProducts = async (most: number) => {
    const draft = await api<DraftShape>(
      'PATCH',
      `/widgets/${widget.id}/draft`,
      {
        patches: [
          {
            path: limitPath,
            from: widget.settings[limitPath] ?? 0,
            to: most,
            label: `Linked products, at most ${most}`,
          },
        ],
      },
      { 'If-Match': `"${widget.draftRevision}"` },
    )
    setWidget((before) => ({ ...before, settings: draft.settings, draftRevision: draft.draftRevision }))
  }

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

interface ActionsProps {
  readonly count: number
  readonly isMany: boolean
  readonly onShow: () => void
  readonly onHide: () => void
  readonly onPin: () => void
  readonly onTag: () => void
  readonly onCorrect: () => void
  readonly onLink: () => void
  readonly onUndo: () => void
  readonly onClear: () => void
}

function Actions({
  count,
  isMany,
  onShow,
  onHide,
  onPin,
  onTag,
  onCorrect,
  onLink,
  onUndo,
  onClear,
}: ActionsProps) {
  return (
    <div
      className="flex flex-wrap items-center gap-1.5"
      role="group"
      aria-label={isMany ? `For the ${count} selected` : 'For the current item'}
    >
      <span className="text-[13px] text-faint">
        {isMany ? `${count.toLocaleString('en')} selected:` : 'This one:'}
      </span>
      <Button small disabled={count === 0} onClick={onShow}>
        Show
      </Button>
      <Button small disabled={count === 0} onClick={onHide}>
        Hide
      </Button>
      <Button small disabled={count === 0} onClick={onPin}>
        Pin
      </Button>
      <Button small disabled={count === 0} onClick={onTag}>
        Tag
      </Button>
      <Button small disabled={count === 0} onClick={onLink}>
        Products
      </Button>
      {!isMany && (
        <Button small disabled={count === 0} onClick={onCorrect}>
          Correct
        </Button>
      )}
      <Button small look="quiet" onClick={onUndo}>
        Undo
      </Button>
      {isMany && (
        <Button small look="quiet" onClick={onClear}>
          Select none
        </Button>
      )}
    </div>
  )
}

interface GridProps {
  readonly listed: readonly SortingRow[]
  readonly at: number
  readonly chosen: ReadonlySet<string>
  readonly pictures: string | undefined
  readonly grid: RefObject<HTMLDivElement | null>
  readonly onKey: (event: KeyboardEvent) => void
  readonly onPick: (index: number) => void
  readonly onToggle: (index: number, id: string) => void
}

/** Apart from the rest of the table: scrolling draws this alone. */
function Grid({ listed, at, chosen, pictures, grid, onKey, onPick, onToggle }: GridProps) {
  // eslint-disable-next-line react-hooks/incompatible-library -- the virtualizer keeps its own state on purpose
  const virtual = useVirtualizer({
    count: listed.length,
    getScrollElement: () => grid.current,
    estimateSize: () => rowPx,
    overscan: 4,
  })
  const isFirst = useRef(true)
  useEffect(() => {
    if (!isFirst.current) virtual.scrollToIndex(at)
    isFirst.current = false
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the virtualizer is one and the same
  }, [at])
  return (
    <div
      ref={grid}
      role="grid"
      aria-label="Items"
      aria-rowcount={listed.length}
      aria-multiselectable
      tabIndex={0}
      onKeyDown={onKey}
      aria-activedescendant={`row-${at}`}
      className="min-h-0 flex-1 overflow-auto border-y border-hair focus-visible:outline-2 focus-visible:-outline-offset-2 focus-visible:outline-spruce"
    >
      <div role="rowgroup" style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const one = listed[index]
          return (
            one && (
              <Row
                key={one.item.id}
                index={index}
                top={start}
                one={one}
                isCurrent={index === at}
                isChosen={chosen.has(one.item.id)}
                pictures={pictures}
                onPick={onPick}
                onToggle={onToggle}
              />
            )
          )
        })}
      </div>
    </div>
  )
}

interface RowProps {
  readonly index: number
  /** Where they are; undefined when no item has any. */ readonly pictures: string | undefined
  readonly top: number
  readonly one: SortingRow
  readonly isCurrent: boolean
  readonly isChosen: boolean
  readonly onPick: (index: number) => void
  readonly onToggle: (index: number, id: string) => void
}

const Row = memo(function Row({
  index,
  top,
  one,
  isCurrent,
  isChosen,
  pictures,
  onPick,
  onToggle,
}: RowProps) {
  const { item, row, state, why, isPinned } = one
  return (
    <div
      id={`row-${index}`}
      role="row"
      aria-rowindex={index + 1}
      aria-selected={isChosen}
      onClick={() => onPick(index)}
      style={{
        position: 'absolute',
        top: 0,
        left: 0,
        right: 0,
        height: rowPx,
        transform: `translateY(${top}px)`,
      }}
      className={`grid cursor-default items-center gap-x-3 border-b border-hair px-2 ${pictures ? 'grid-cols-[28px_40px_minmax(0,1fr)_88px] md:grid-cols-[28px_40px_minmax(0,1fr)_150px_130px_minmax(0,220px)]' : 'grid-cols-[28px_minmax(0,1fr)_88px] md:grid-cols-[28px_minmax(0,1fr)_150px_130px_minmax(0,220px)]'} ${isChosen ? 'bg-marigold-wash' : isCurrent ? 'bg-wash' : ''} ${isCurrent ? 'shadow-[inset_3px_0_0_var(--color-spruce)]' : ''}`}
    >
      <span role="gridcell">
        <input
          type="checkbox"
          tabIndex={-1}
          checked={isChosen}
          onChange={() => onToggle(index, item.id)}
          onClick={(event) => event.stopPropagation()}
          aria-label={`Select “${item.name || item.text.slice(0, 40) || 'Untitled'}”`}
          className="size-6 accent-spruce"
        />
      </span>
      {/* What is private is asked for nowhere, not even here. */}
      {pictures && (
        <span role="gridcell">
          {item.image[0] && state !== 'closed' && (
            <img
              src={`${pictures}/p/${item.image[0].ref}/160.webp`}
              alt={item.image[0].caption ?? ''}
              width={40}
              height={40}
              loading="lazy"
              decoding="async"
              className="size-10 rounded-sm bg-wash object-cover text-[0px]"
            />
          )}
        </span>
      )}
      <span role="gridcell" className="min-w-0">
        <span className="block truncate font-medium">
          {isPinned && <Pin aria-label="Pinned" className="mr-1 inline size-3.5" />}
          {item.name || item.text || 'Untitled'}
        </span>
        <span className="block truncate text-[12px] text-faint">{smallPrint(row)}</span>
      </span>
      <span role="gridcell" className="hidden truncate text-[13px] text-faint md:block">
        <Local words={() => whenOf(item)} />
      </span>
      <span role="gridcell" className="hidden truncate text-[12px] md:block">
        {item.keywords.join(', ')}
      </span>
      <span role="gridcell" className={`line-clamp-2 text-[12px] ${tones[state]}`}>
        {why}
        {row.fresh && state === 'shows' ? ' · new' : ''}
      </span>
    </div>
  )
})
