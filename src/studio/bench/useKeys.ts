'use client'
/** Keys of the bench: 1–6 for the steps, undo and redo; of the form editor without the steps. Not while somebody types. */
import { useEffect, useRef } from 'react'
import { steps, type Step } from '@/core/settings/field'

export interface BenchKeys {
  readonly onStep?: (step: Step) => void
  readonly onUndo: () => void
  readonly onRedo: () => void
}

/** @param key - as the stage names it: `3`, `ctrl+z`, `ctrl+shift+z`, `ctrl+y` @returns whether it was one of ours */
export function pressed(key: string, { onStep, onUndo, onRedo }: BenchKeys): boolean {
  const step = steps[Number(key) - 1]
  if (step && onStep) onStep(step)
  else if (key === 'ctrl+z') onUndo()
  else if (key === 'ctrl+shift+z' || key === 'ctrl+y') onRedo()
  else return false
  return true
}

export function useKeys(keys: BenchKeys): void {
  const latest = useRef(keys)
  useEffect(() => {
    latest.current = keys
  })
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement
      const isTyping = target.matches(
        'textarea, select, [contenteditable], input:not([type=checkbox], [type=radio], [type=range])',
      )
      const isCommand = event.ctrlKey || event.metaKey
      if (event.altKey || isTyping) return
      if (
        pressed(
          `${isCommand ? 'ctrl+' : ''}${event.shiftKey ? 'shift+' : ''}${event.key.toLowerCase()}`,
          latest.current,
        )
      )
        event.preventDefault()
    }
    document.addEventListener('keydown', hear)
    return () => document.removeEventListener('keydown', hear)
  }, [])
}
