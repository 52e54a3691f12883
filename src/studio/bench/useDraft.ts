'use client'
/** The draft store for React: its door to the API, its place in the browser, and what others do meanwhile. */
import { useEffect, useState, useSyncExternalStore } from 'react'
import type { BenchShape, DraftShape, HereShape } from '@/core/api/shapes'
import type { Settings } from '@/core/settings/field'
import { api } from '../api'
import { DraftStore } from './draftStore'
import { keep, ownTab, takeKept } from './keptDrafts'

const followMs = 1_500

/** @returns the store, and who else has the bench open */
export function useDraft(
  bench: BenchShape,
  userId: string,
  mayEdit: boolean,
): { readonly store: DraftStore; readonly others: readonly string[] } {
  const { id } = bench.widget
  const [others, setOthers] = useState<readonly string[]>([])
  const [{ store, tab }] = useState(() => {
    const own = { name: '' }
    const made = new DraftStore(
      {
        settings: bench.widget.settings as Settings,
        revision: bench.widget.draftRevision,
        changes: bench.widget.changes,
        userId,
      },
      {
        send: (revision, patches) =>
          api<DraftShape>('PATCH', `/widgets/${id}/draft`, { patches }, { 'if-match': `"${revision}"` }),
        keep: (kept) => {
          if (own.name) keep(id, own.name, kept)
        },
      },
    )
    return { store: made, tab: own }
  })
  useEffect(() => {
    let isOver = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const flush = () => void store.flush()
    // Only now is the browser asked for what it keeps: the server has drawn the bench without it.
    const begun = ownTab().then(async (name) => {
      tab.name = name
      const kept = await takeKept(id, name, userId)
      if (kept && !isOver) store.adopt(kept)
    })
    async function follow() {
      if (!document.hidden && tab.name)
        await api<HereShape>('POST', `/widgets/${id}/here`, { since: store.revision, tab: tab.name }).then(
          (answer) => {
            if (isOver) return
            store.receive(answer)
            setOthers((before) => {
              const names = answer.others.map((one) => one.name)
              return names.join() === before.join() ? before : names
            })
          },
          () => undefined, // asked again a moment later
        )
      if (!isOver) timer = setTimeout(() => void follow(), followMs)
    }
    void begun.then(follow, () => undefined)
    const seen = () => {
      if (document.hidden) return
      clearTimeout(timer)
      void follow()
    }
    window.addEventListener('pagehide', flush)
    window.addEventListener('online', flush)
    document.addEventListener('visibilitychange', seen)
    return () => {
      isOver = true
      clearTimeout(timer)
      window.removeEventListener('pagehide', flush)
      window.removeEventListener('online', flush)
      document.removeEventListener('visibilitychange', seen)
      if (mayEdit) void store.flush()
    }
  }, [store, tab, id, userId, mayEdit])
  return { store, others }
}

export const useDraftState = (store: DraftStore) =>
  useSyncExternalStore(store.subscribe, store.get, store.get)
