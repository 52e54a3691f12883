'use client'
/** Looks again whenever something is new, and lets visitors know that somebody is there. */
import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { listen } from '@/kinds/bell'

/** The list is long: in a busy inbox it is read again so often and no more. What is looked at is read at once. */
const listEveryMs = 2_000

/** @param at - id of the submission that is looked at */
export function useLive(at: string | undefined): void {
  const queries = useQueryClient()
  useEffect(() => {
    let later: ReturnType<typeof setTimeout> | undefined
    const lookAt = (...key: string[]) => void queries.invalidateQueries({ queryKey: ['inbox', ...key] })
    const stop = listen(at ? `/live?at=${at}` : '/live', (what) => {
      if (what !== 'inbox') {
        lookAt('one')
        lookAt('talk')
      }
      later ??= setTimeout(() => {
        later = undefined
        lookAt('list')
      }, listEveryMs)
    })
    return () => {
      stop()
      clearTimeout(later)
    }
  }, [at, queries])
}
