'use client'
/** What is decided in the sorting table: each step is sent, can be undone, and follows what others decide meanwhile. */
import { useCallback, useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import type { DecisionsShape, DraftShape, TableRowShape, TableShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { limitPath, type LinkChange } from './ProductsDialog'
import { differing, type SortingRow } from './sortingRows'

/** Ids of one request. */
const batch = 2_000
/** Others decide at the same time: asked for so often. */
const decisionsEveryMs = 5_000

const idsOf = (wanted: readonly SortingRow[]) => wanted.map((row) => row.item.id)

export function useSorting(table: TableShape) {
  const { client } = table
  const [widget, setWidget] = useState(table.widget)
  const [rows, setRows] = useState<readonly TableRowShape[]>(table.rows)
  const [decisions, setDecisions] = useState<DecisionsShape>(table.decisions)
  const undoing = useRef<{ label: string; undo: () => Promise<void> }[]>([])

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

  const said = (wanted: readonly SortingRow[], what: string) =>
    wanted.length === 1
      ? `“${(wanted[0]!.item.name || wanted[0]!.item.text || 'Untitled').slice(0, 60)}” ${what}`
      : `${wanted.length} items ${what}`
  const show = (targets: readonly SortingRow[]) => {
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
  const hide = (targets: readonly SortingRow[]) => {
    const wanted = targets.filter((row) => row.state !== 'closed' && !decisions.hidden.includes(row.item.id))
    if (wanted.length > 0)
      void act(
        said(wanted, wanted.length === 1 ? 'is hidden' : 'are hidden'),
        () => decide(idsOf(wanted), { hidden: true }),
        () => decide(idsOf(wanted), { hidden: false }),
      )
  }
  const pin = (targets: readonly SortingRow[]) => {
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

  return {
    widget,
    rows,
    setRows,
    decisions,
    readAgain,
    act,
    undo,
    said,
    show,
    hide,
    pin,
    tag,
    link,
    limitProducts,
  }
}
