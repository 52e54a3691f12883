'use client'
/** The draft store for React, with its door to the API and its place in the browser. */
import { useEffect, useState, useSyncExternalStore } from 'react'
import type { BenchShape, DraftShape } from '@/core/api/shapes'
import type { Settings } from '@/core/settings/field'
import { api } from '../api'
import { DraftStore, type DraftDoor } from './draftStore'

function doorOf(widgetId: string): DraftDoor {
  const key = `yimble draft ${widgetId}`
  return {
    send: (revision, patches) =>
      api<DraftShape>('PATCH', `/widgets/${widgetId}/draft`, { patches }, { 'if-match': `"${revision}"` }),
    keep(kept) {
      try {
        localStorage.setItem(key, JSON.stringify(kept))
      } catch {
        // full or forbidden: then a reload forgets undo, and nothing else
      }
    },
    kept() {
      try {
        return JSON.parse(localStorage.getItem(key) ?? 'null') ?? undefined
      } catch {
        return undefined // not ours, or cut off
      }
    },
  }
}

export function useDraft(bench: BenchShape, userId: string): DraftStore {
  const [store] = useState(
    () =>
      new DraftStore(
        {
          settings: bench.widget.settings as Settings,
          revision: bench.widget.draftRevision,
          changes: bench.widget.changes,
          userId,
        },
        doorOf(bench.widget.id),
      ),
  )
  useEffect(() => {
    const flush = () => void store.flush()
    window.addEventListener('pagehide', flush)
    window.addEventListener('online', flush)
    return () => {
      window.removeEventListener('pagehide', flush)
      window.removeEventListener('online', flush)
      void store.flush()
    }
  }, [store])
  return store
}

export const useDraftState = (store: DraftStore) =>
  useSyncExternalStore(store.subscribe, store.get, store.get)
