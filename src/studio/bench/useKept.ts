'use client'
/** What the server keeps, held in the query cache: read once with the page, then as each answer says. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback } from 'react'

/**
 * @param key - path of the API that reads it anew
 * @param initial - as it came with the page
 * @returns what it is now, and what takes a newer answer
 */
export function useKept<T>(
  key: string,
  initial: T,
  read: () => Promise<T>,
): readonly [T, (next: T | ((before: T) => T)) => void] {
  const queries = useQueryClient()
  const { data = initial } = useQuery({
    queryKey: [key],
    queryFn: read,
    initialData: () => initial,
    staleTime: Infinity,
  })
  const keep = useCallback(
    (next: T | ((before: T) => T)) =>
      void queries.setQueryData<T>([key], (before) =>
        next instanceof Function ? next(before ?? initial) : next,
      ),
    [queries, key, initial],
  )
  return [data, keep]
}
