'use client'
/** Looks again whenever something is new, and lets visitors know that somebody is there. Where events don't get through, the queries' own interval has to do. */
import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'

/** @param at - id of the submission that is looked at */
export function useLive(at: string | undefined): void {
  const queries = useQueryClient()
  useEffect(() => {
    const events = new EventSource(at ? `/live?at=${at}` : '/live')
    events.onmessage = () => void queries.invalidateQueries({ queryKey: ['inbox'] })
    return () => events.close()
  }, [at, queries])
}
