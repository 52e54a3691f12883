'use client'
/** Keys of the inbox: up and down, a letter for each way to sort, x to choose several. */
import { useEffect, useRef } from 'react'
import { sortings, type Sorting } from './folders'

export interface InboxKeys {
  readonly onMove: (by: number) => void
  readonly onSort: (sorting: Sorting) => void
  readonly onToggle: () => void
}

const isField = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.closest('input, select, textarea, [contenteditable], [role=dialog]') !== null

export function useInboxKeys(keys: InboxKeys): void {
  const held = useRef(keys)
  useEffect(() => {
    held.current = keys
  })
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isField(event.target)) return
      const { key } = event
      const by = { ArrowDown: 1, j: 1, ArrowUp: -1, k: -1 }[key]
      const found = sortings.find((one) => one.key === key)
      if (by) held.current.onMove(by)
      else if (key === 'x') held.current.onToggle()
      else if (found) held.current.onSort(found.sorting)
      else return
      event.preventDefault()
    }
    document.addEventListener('keydown', hear)
    return () => document.removeEventListener('keydown', hear)
  }, [])
}
