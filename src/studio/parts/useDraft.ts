'use client'
/** A document that is being edited: every change can be undone, is kept in this tab, and saved by itself or when it is said. */
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react'
import type * as z from 'zod'
import { sentenceOf } from '../api'

interface History<D> {
  readonly past: readonly D[]
  readonly now: D
  readonly future: readonly D[]
  /** What the last change was to: typing on in one field is one step back. */
  readonly of: string
}
type Act<D> = { readonly to: D; readonly of: string } | 'undo' | 'redo'

const mostPast = 200

function reduce<D>(history: History<D>, act: Act<D>): History<D> {
  const { past, now, future } = history
  if (act === 'undo') {
    const before = past.at(-1)
    return before !== undefined
      ? { past: past.slice(0, -1), now: before, future: [now, ...future], of: '' }
      : history
  }
  if (act === 'redo') {
    const [next, ...rest] = future
    return next !== undefined ? { past: [...past, now], now: next, future: rest, of: '' } : history
  }
  const isSameField = act.of !== '' && act.of === history.of
  return {
    past: isSameField ? past : [...past, now].slice(-mostPast),
    now: act.to,
    future: [],
    of: act.of,
  }
}

const pauseMs = 500

export type Saving = 'saved' | 'saving' | { readonly problem: string }

export interface DraftFacts<D, R> {
  /** Names it among what this tab keeps. */
  readonly key: string
  readonly first: { readonly document: D; readonly revision: R }
  readonly schema: z.ZodType<D, unknown>
  /** @returns the revision that it has then; text where the stored document itself tells one state from another */
  readonly save: (document: D, revision: R) => Promise<R>
  /** Otherwise only `saveNow` saves. */
  readonly isSavedByItself: boolean
}

/** What was typed and not saved before the page was left, where nobody has changed it since. */
function keptOf<D>(key: string, seen: string | number): D | undefined {
  try {
    const kept = JSON.parse(sessionStorage.getItem(key) ?? 'null') as {
      revision: string | number
      document: D
    } | null
    return kept?.revision === seen ? kept.document : undefined
  } catch {
    return undefined
  }
}

/** @param facts - its functions have to stay the same from one drawing to the next */
export function useDraft<D, R extends string | number = number>({
  key,
  first,
  schema,
  save,
  isSavedByItself,
}: DraftFacts<D, R>) {
  const [history, act] = useReducer(reduce<D>, first.document, (now): History<D> => ({
    past: [],
    now,
    future: [],
    of: '',
  }))
  const [saving, setSaving] = useState<Saving>('saved')
  const [saved, setSaved] = useState(first.document)
  const revision = useRef(first.revision)
  const { now } = history

  useEffect(() => {
    const kept = keptOf<D>(key, revision.current)
    if (kept !== undefined) act({ to: kept, of: '' })
  }, [key])

  const fault = useMemo(() => schema.safeParse(now).error?.issues[0], [schema, now])
  const isChanged = saved !== now

  const saveNow = useCallback(async (): Promise<boolean> => {
    setSaving('saving')
    try {
      revision.current = await save(now, revision.current)
      sessionStorage.removeItem(key)
      setSaved(now)
      setSaving('saved')
      return true
    } catch (error) {
      setSaving({ problem: sentenceOf(error) })
      return false
    }
  }, [now, save, key])

  useEffect(() => {
    if (!isChanged) return
    sessionStorage.setItem(key, JSON.stringify({ revision: revision.current, document: now }))
    if (fault || !isSavedByItself) return
    const timer = setTimeout(() => void saveNow(), pauseMs)
    return () => clearTimeout(timer)
  }, [isChanged, now, fault, key, isSavedByItself, saveNow])

  return {
    document: now,
    fault,
    saving,
    isChanged,
    saveNow,
    set: useCallback((to: D, of = '') => act({ to, of }), []),
    undo: useCallback(() => act('undo'), []),
    redo: useCallback(() => act('redo'), []),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  }
}
