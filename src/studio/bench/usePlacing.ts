'use client'
/** Where the widget stands: the page, the block, and choosing another one by pointing at the stage. */
import { useCallback, useRef, useState } from 'react'
import { toast } from 'sonner'
import type { NeighbourShape, PageShape, SiteShape, WidgetShape } from '@/core/api/shapes'
import type { Anchor, Position } from '@/core/stage/anchor'
import type { FromStage, StageOrder } from '@/core/stage/messages'
import { api, sentenceOf } from '../api'
import { placeOf } from './placeOf'
import type { DeviceId } from './Stage'

export interface Placing {
  readonly page: PageShape | undefined
  readonly anchor: Anchor
  readonly isPointing: boolean
  /** The block that is pointed at, in words. */
  readonly pointed: string | undefined
  point(on: boolean): void
  step(step: NonNullable<StageOrder['step']>): void
  stand(at: Position): void
  put(anchor: Anchor | null, pageId?: string | null): void
  hear(message: Extract<FromStage, { type: 'block' | 'pointed' }>): void
}

/** @param order - sends to one frame of the stage, or to all */
export function usePlacing(
  widget: WidgetShape,
  {
    sites,
    neighbours,
  }: { readonly sites: readonly SiteShape[]; readonly neighbours: readonly NeighbourShape[] },
  large: DeviceId,
  order: (order: StageOrder, frame?: string) => void,
  took: (next: WidgetShape) => void,
): Placing {
  const [chosen, setChosen] = useState<{ pageId: string | null; anchor: Anchor | null }>({
    pageId: widget.pageId,
    anchor: widget.anchor,
  })
  const [isPointing, setPointing] = useState(false)
  const [pointed, setPointed] = useState<string>()
  const page = sites.flatMap((site) => site.pages).find((one) => one.id === chosen.pageId)
  const anchor = placeOf(chosen, page, neighbours)

  const savedRef = useRef<Promise<void>>(Promise.resolve())
  const put = useCallback(
    (next: Anchor | null, pageId: string | null = chosen.pageId) => {
      const before = chosen
      setChosen({ pageId, anchor: next })
      if (next && pageId === before.pageId) order({ anchor: next })
      // One after the other: of two on their way at once the earlier one could be kept last.
      savedRef.current = savedRef.current
        .then(() => api<WidgetShape>('PATCH', `/widgets/${widget.id}`, { pageId, anchor: next }))
        .then(took, (error: unknown) => {
          setChosen(before)
          if (before.anchor) order({ anchor: before.anchor })
          toast.error(sentenceOf(error))
        })
    },
    [chosen, order, took, widget.id],
  )
  const point = useCallback(
    (on: boolean) => {
      setPointing(on)
      setPointed(undefined)
      order({ pointing: on }, large)
      // Keys go to the page while blocks are chosen in it.
      if (on) document.querySelector<HTMLIFrameElement>(`iframe[data-stage-frame="${large}"]`)?.focus()
    },
    [order, large],
  )
  const hear = useCallback(
    (message: Extract<FromStage, { type: 'block' | 'pointed' }>) => {
      if (message.type === 'pointed') {
        setPointing(false)
        setPointed(undefined)
        document.getElementById('point-button')?.focus()
      } else if (message.isChosen) put(message.anchor)
      else setPointed(message.anchor.words)
    },
    [put],
  )
  return {
    page,
    anchor,
    isPointing,
    pointed,
    point,
    hear,
    put,
    step: (step) => order({ step }, large),
    stand: (at) => put({ ...anchor, at }),
  }
}
