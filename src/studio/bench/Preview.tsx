'use client'
/** The draft in a tab of its own: the client's page as wide as the window, as it was saved last. */
import { useEffect, useMemo, useState } from 'react'
import { getKind } from '@/kinds/all'
import { chosenFor } from '@/kinds/contract'
import type { BenchShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import { together } from '@/core/items/average'
import type { Item } from '@/core/items/item'
import type { Settings } from '@/core/settings/field'
import { formFor, placeOf } from './placeOf'
import { StageFrame } from './StageFrame'
import { useAsking } from './useAsking'
import { useRender } from './useRender'

const nothing = () => undefined

export function Preview({ bench, delivery }: { bench: BenchShape; delivery: string }) {
  const { widget, client, sites } = bench
  const saved = useMemo(
    () => ({ get: () => ({ settings: widget.settings as Settings }), subscribe: () => nothing }),
    [widget],
  )
  const rest = useMemo(
    () => ({
      kind: widget.kind,
      brand: client.brand as Brand,
      decisions: bench.decisions,
      locale: client.locale,
      timeZone: client.timeZone,
      assets: delivery,
      reviews: together(
        bench.sources
          .filter((one) => chosenFor('sources', widget.settings as Settings).includes(one.id))
          .flatMap((one) => one.reviews ?? []),
      ),
      objects: bench.objects as Readonly<Record<string, object>>,
      items: bench.items as readonly Item[],
      ...(formFor(bench.sites, widget.pageId) === 'frame' ? { frame: { chosen: widget.frameHeight } } : {}),
    }),
    [widget, client, bench, delivery],
  )
  const { addFrame } = useRender(
    saved,
    rest,
    nothing,
    useAsking(widget.id, getKind(widget.kind), widget.settings as Settings),
  )
  const [size, setSize] = useState<{ width: number; height: number }>()
  useEffect(() => {
    const measure = () => setSize({ width: window.innerWidth, height: window.innerHeight })
    measure()
    window.addEventListener('resize', measure)
    return () => window.removeEventListener('resize', measure)
  }, [])
  const page = sites.flatMap((site) => site.pages).find((one) => one.id === widget.pageId)
  const anchor = placeOf(widget, page, bench.neighbours)
  return (
    <main className="h-dvh overflow-hidden">
      <h1 className="sr-only">{widget.name}: preview of the draft</h1>
      {size && (
        <StageFrame
          name="preview"
          title={`${widget.name} in ${page?.name ?? 'a neutral page'}`}
          src={`${delivery}/stage/${page?.snapshotId ?? 'neutral'}`}
          start={{ ref: widget.ref, anchor }}
          viewport={size.width}
          box={size}
          onPort={addFrame}
        />
      )}
    </main>
  )
}
