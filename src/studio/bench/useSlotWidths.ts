'use client'
/** The widths that the widget has in its place, kept for the height that the snippet reserves. */
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import type { WidgetShape } from '@/core/api/shapes'
import type { Measure } from '@/core/stage/messages'
import { api } from '../api'
import { devices } from './Stage'

const settledMs = 600

/** @param isKept - false for those who may not write, and while a ruler holds the width */
export function useSlotWidths(
  widgetId: string,
  measures: Readonly<Record<string, Measure>>,
  isKept: boolean,
): void {
  const queries = useQueryClient()
  const measured = devices.flatMap(({ id, viewport }) =>
    measures[id] ? [{ viewport, width: Math.round(measures[id].slot) }] : [],
  )
  const key = isKept && measured.length === devices.length ? JSON.stringify(measured) : ''
  const sent = useRef('')
  useEffect(() => {
    if (key === '' || sent.current === key) return
    const timer = setTimeout(() => {
      sent.current = key
      void api<WidgetShape>('PATCH', `/widgets/${widgetId}`, { slotWidths: JSON.parse(key) }).then(
        () => queries.invalidateQueries({ queryKey: ['snippets'] }),
        () => {
          sent.current = '' // measured again next time
        },
      )
    }, settledMs)
    return () => clearTimeout(timer)
  }, [key, widgetId, queries])
}
