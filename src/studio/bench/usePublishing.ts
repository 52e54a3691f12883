'use client'
/** What changes the widget as a whole: its name, releases, switching off. One thing at a time; what is refused is said. */
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { toast } from 'sonner'
import type { BenchShape, ReleaseShape, WidgetShape } from '@/core/api/shapes'
import { api, apiAll, ApiProblem } from '../api'
import { useBusy } from '../parts/useBusy'
import type { DraftStore } from './draftStore'
import { useKept } from './useKept'

const notSaved = {
  title: 'Not saved yet',
  status: 0,
  detail: 'Your last change is not saved yet, so nothing was published. It is tried again by itself.',
  facts: {},
} as const

export function usePublishing(bench: BenchShape, store: DraftStore, onPublished: () => void) {
  const path = `/widgets/${bench.widget.id}`
  const queries = useQueryClient()
  const [widget, setWidget] = useKept<WidgetShape>(path, bench.widget, () => api('GET', path))
  const [releases, setReleases] = useKept<readonly ReleaseShape[]>(`${path}/releases`, bench.releases, () =>
    apiAll(`${path}/releases`),
  )
  const { busy, run: act } = useBusy()
  /** What others changed since this bench showed the draft, while it is asked whether to publish it all the same. */
  const [unseen, setUnseen] = useState<readonly string[]>()

  async function took(next: WidgetShape) {
    setWidget(next)
    store.changesAre(next.changes)
    setReleases(await apiAll<ReleaseShape>(`${path}/releases`))
    await queries.invalidateQueries({ queryKey: ['snippets'] })
  }
  const ask = (way: string, body: object) =>
    void act(async () => took(await api<WidgetShape>('POST', `${path}/${way}`, body)))

  /** Publishes what this bench shows. What others have changed unseen is listed first. */
  const publish = () =>
    void act(async () => {
      setUnseen(undefined)
      const known = store.get().theirs.length
      await store.flush()
      const { conflict, theirs, saving } = store.get()
      if (conflict) return
      if (saving !== 'saved') throw new ApiProblem({ ...notSaved, code: 'not_saved' })
      if (theirs.length > known)
        return setUnseen([...new Set(theirs.slice(known).map((one) => `${one.label} (${one.who})`))])
      try {
        const next = await api<WidgetShape>('POST', `${path}/releases`, undefined, {
          'if-match': `"${store.revision}"`,
        })
        await took(next)
        onPublished()
        toast.success(`Release ${next.liveNumber} is live`)
      } catch (error) {
        if (!(error instanceof ApiProblem) || error.details.code !== 'draft_moved') throw error
        setUnseen([`${error.details.facts.what} (${error.details.facts.who})`])
      }
    })
  return {
    widget,
    setWidget,
    releases,
    busy,
    act,
    unseen,
    forgetUnseen: () => setUnseen(undefined),
    publish,
    rename: (name: string) => void act(async () => setWidget(await api('PATCH', path, { name }))),
    rollBack: (number: number) => ask('live', { number }),
    switchTo: (on: boolean) => ask('switch', { on }),
  }
}
export type Publishing = ReturnType<typeof usePublishing>
