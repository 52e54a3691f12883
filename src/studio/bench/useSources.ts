'use client'
/** Sources of the client and items of those that the widget shows; both follow what is still being read in. */
import { useCallback, useEffect, useRef } from 'react'
import { toast } from 'sonner'
import type { BenchShape, SourceShape } from '@/core/api/shapes'
import type { Item } from '@/core/items/item'
import { api, apiAll, sentenceOf } from '../api'
import { useKept } from './useKept'

const followMs = 1_500

const itemsOf = async (ids: readonly string[]): Promise<readonly Item[]> =>
  (await Promise.all(ids.map((id) => apiAll<Item>(`/sources/${id}/items`)))).flat()

export function useSources(bench: BenchShape, chosen: readonly string[]) {
  const path = `/clients/${bench.client.id}/sources`
  const [sources, setSources] = useKept<readonly SourceShape[]>(path, bench.sources, () => apiAll(path))
  const [items, setItems] = useKept<readonly Item[]>(
    `/widgets/${bench.widget.id}/items`,
    bench.items as readonly Item[],
    () => itemsOf(chosen),
  )
  const chosenKey = chosen.join(' ')
  const loadedKey = useRef(chosenKey)
  const load = useCallback(async (ids: readonly string[]) => setItems(await itemsOf(ids)), [setItems])
  useEffect(() => {
    if (loadedKey.current === chosenKey) return
    loadedKey.current = chosenKey
    void load(chosenKey === '' ? [] : chosenKey.split(' ')).catch((error: unknown) =>
      toast.error(sentenceOf(error)),
    )
  }, [chosenKey, load])

  const underWay = sources
    .filter((one) => one.progress && !one.lastProblem)
    .map((one) => one.id)
    .join(' ')
  useEffect(() => {
    if (underWay === '') return
    const timer = setInterval(() => {
      for (const id of underWay.split(' ')) {
        void api<SourceShape>('GET', `/sources/${id}`).then(
          (next) => {
            setSources((before) => before.map((one) => (one.id === id ? next : one)))
            if (chosenKey.includes(id)) return load(chosenKey.split(' '))
          },
          () => undefined, // asked again a moment later
        )
      }
    }, followMs)
    return () => clearInterval(timer)
  }, [underWay, chosenKey, load, setSources])

  const put = useCallback(
    (source: SourceShape) =>
      setSources((before) =>
        before.some((one) => one.id === source.id)
          ? before.map((one) => (one.id === source.id ? source : one))
          : [...before, source],
      ),
    [setSources],
  )
  return { sources, items, put }
}
