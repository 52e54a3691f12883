'use client'
/** Answers what an island asks on the stage: the server does as it would for a visitor, with the draft as it is on the bench. */
import { useCallback, useMemo, useRef } from 'react'
import type { Settings } from '@/core/settings/field'
import type { Kind } from '@/kinds/contract'
import { api } from '../api'
import type { Asking } from './useRender'

/** Three widths of the stage ask the same, and every change asks anew. */
const keptMs = 30_000

export function useAsking(widgetId: string, { fields }: Kind, draft: Settings): Asking {
  /** What goes into the widget; how it looks changes no answer. */
  const settings = useMemo(
    () => Object.fromEntries(Object.entries(draft).filter(([path]) => fields[path]?.step === 'gather')),
    [fields, draft],
  )
  const key = JSON.stringify(settings)
  const kept = useRef(new Map<string, { at: number; answer: Promise<unknown> }>())
  return useCallback(
    (name, query) => {
      const asked = { name, query, settings: JSON.parse(key) as Settings }
      const body = JSON.stringify(asked)
      const now = Date.now()
      kept.current.forEach(({ at }, old) => now - at > keptMs && kept.current.delete(old))
      const known = kept.current.get(body)
      if (known) return known.answer
      const answer = api('POST', `/widgets/${widgetId}/asked`, asked)
      kept.current.set(body, { at: now, answer })
      answer.catch(() => kept.current.delete(body)) // asked again next time
      return answer
    },
    [widgetId, key],
  )
}
