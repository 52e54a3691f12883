'use client'
/** The form that is being edited: every change can be undone, and is saved by itself. */
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react'
import type { FormShape } from '@/core/api/shapes'
import type { Form } from '@/core/forms/form'
import { formSchema } from '@/core/forms/shape'
import { api, sentenceOf } from '../api'

interface History {
  readonly past: readonly Form[]
  readonly now: Form
  readonly future: readonly Form[]
  /** What the last change was to: typing on in one field is one step back. */
  readonly of: string
}
type Act = { readonly to: Form; readonly of: string } | 'undo' | 'redo'

const mostPast = 200

function reduce(history: History, act: Act): History {
  const { past, now, future } = history
  if (act === 'undo') {
    const before = past.at(-1)
    return before ? { past: past.slice(0, -1), now: before, future: [now, ...future], of: '' } : history
  }
  if (act === 'redo') {
    const [next, ...rest] = future
    return next ? { past: [...past, now], now: next, future: rest, of: '' } : history
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
const keptUnder = (id: string) => `yimble-form-${id}`

/** What was typed and not saved before the page was left, where nobody has changed the form since. */
function keptOf({ id, revision }: FormShape): Form | undefined {
  try {
    const kept = JSON.parse(sessionStorage.getItem(keptUnder(id)) ?? 'null') as {
      revision: number
      form: Form
    } | null
    return kept?.revision === revision ? kept.form : undefined
  } catch {
    return undefined
  }
}

export type Saving = 'saved' | 'saving' | { readonly problem: string }

export function useFormDraft(first: FormShape) {
  const [record, setRecord] = useState(first)
  const [history, act] = useReducer(reduce, first.form, (now) => ({ past: [], now, future: [], of: '' }))
  const [saving, setSaving] = useState<Saving>('saved')
  const revision = useRef(first.revision)
  const saved = useRef(first.form)
  const { now } = history

  useEffect(() => {
    const kept = keptOf(first)
    if (kept) act({ to: kept, of: '' })
  }, [first])

  const fault = useMemo(() => formSchema.safeParse(now).error?.issues[0], [now])
  useEffect(() => {
    if (saved.current === now) return
    sessionStorage.setItem(keptUnder(first.id), JSON.stringify({ revision: revision.current, form: now }))
    if (fault) return
    const timer = setTimeout(() => {
      setSaving('saving')
      void api<FormShape>(
        'PATCH',
        `/forms/${first.id}/draft`,
        { form: now },
        { 'if-match': `"${revision.current}"` },
      ).then(
        (next) => {
          revision.current = next.revision
          saved.current = now
          sessionStorage.removeItem(keptUnder(first.id))
          setRecord({ ...next, form: now })
          setSaving('saved')
        },
        (error: unknown) => setSaving({ problem: sentenceOf(error) }),
      )
    }, pauseMs)
    return () => clearTimeout(timer)
  }, [now, fault, first.id])

  const set = useCallback((to: Form, of = '') => act({ to, of }), [])
  return {
    record,
    setRecord,
    form: now,
    fault,
    saving,
    set,
    undo: useCallback(() => act('undo'), []),
    redo: useCallback(() => act('redo'), []),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  }
}
