/**
 * The web worker behind the stage: the same render as the server's, on every change, sent to each frame by its own port.
 * Only what has changed is sent: a colour is a stylesheet and no markup.
 */
import type { Brand } from '@/core/design/brand'
import { layoutMarks } from '@/core/fit/marks'
import type { Average } from '@/core/items/average'
import type { Item } from '@/core/items/item'
import { fontAlone, fontFaceOf } from '@/core/design/fonts'
import { frameHeight } from '@/core/snippet/frame'
import { groundOfFrame, hostStyles, wrap } from '@/kinds/artifact'
import type { Kind } from '@/kinds/contract'
import type { Island } from '@/kinds/door'
import { drawn, prepare, type Counts, type Font, type Prepared } from '@/kinds/render'
import type { Decisions } from '@/core/rules/fields'
import type { Settings } from '@/core/settings/field'
import {
  fromStageSchema,
  type FrameAround,
  type Measure,
  type StageOrder,
  type ToStage,
} from '@/core/stage/messages'
import { offsetIn } from '@/core/schedule/offsetIn'

export interface WorkerState {
  readonly kind: string
  readonly settings: Settings
  readonly brand: Brand
  readonly decisions: Decisions
  readonly locale: string
  readonly timeZone: string
  readonly assets: string
  readonly reviews: Average | undefined
  /** By role. */
  readonly objects: Readonly<Record<string, object>>
  /** There where a frame will be pasted, with the height that somebody chose for it. */
  readonly frame?: { readonly chosen: number | null }
  /** Sent when they have changed; left out otherwise. */
  readonly items?: readonly Item[]
}

export type ToWorker =
  | { readonly type: 'state'; readonly revision: number; readonly state: WorkerState }
  | { readonly type: 'frame'; readonly frame: string; readonly port: MessagePort }
  | { readonly type: 'forget'; readonly frame: string }
  /** Without a frame it goes to all. */
  | { readonly type: 'order'; readonly frame: string | undefined; readonly order: StageOrder }

export interface Outcome {
  readonly revision: number
  readonly counts: Counts
  /** Ids of what a visitor sees. */
  readonly shown: readonly string[]
  /** Height in px of what opens over the page, by viewport; undefined where it stands in the page, or in a frame. */
  readonly opens: Readonly<Record<number, number>> | undefined
  readonly ms: number
}
export type FromWorker =
  | { readonly type: 'rendered'; readonly outcome: Outcome }
  /** Widths (px) at which the layout changes. */
  | { readonly type: 'marks'; readonly marks: readonly number[] }
  | { readonly type: 'stage'; readonly frame: string; readonly message: unknown }
  | { readonly type: 'failed'; readonly sentence: string }

interface Shown {
  readonly revision: number
  readonly css: string
  readonly html: string
  readonly fonts: readonly Font[]
  readonly behaviours: readonly string[]
  readonly locale: string
  readonly frame: FrameAround | null
  readonly island: Island | null
}

const ports = new Map<string, MessagePort>()
let items: readonly Item[] = []
let shown: Shown | undefined
const say = (message: FromWorker) => self.postMessage(message)

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  switch (data.type) {
    case 'state':
      return update(data.revision, data.state)
    case 'frame':
      ports.get(data.frame)?.close()
      ports.set(data.frame, data.port)
      widths.delete(data.frame)
      data.port.onmessage = ({ data: message }: MessageEvent<unknown>) => {
        const told = fromStageSchema.safeParse(message)
        if (told.success && told.data.type === 'measure') measured(data.frame, told.data)
        say({ type: 'stage', frame: data.frame, message })
      }
      if (shown) data.port.postMessage(shown satisfies ToStage)
      return
    case 'forget':
      ports.get(data.frame)?.close()
      ports.delete(data.frame)
      widths.delete(data.frame)
      return
    case 'order':
      for (const [name, port] of ports)
        if (data.frame === undefined || data.frame === name)
          port.postMessage({ ...data.order, revision: 0 } satisfies ToStage)
  }
}

function measured(frame: string, { width, slot, viewport }: Measure): void {
  widths.set(frame, { width, told: widths.get(frame)?.told ?? 0 })
  const next = reserveOf(frame)
  if (next.reserve !== undefined) ports.get(frame)?.postMessage({ revision: 0, ...next } satisfies ToStage)
  if (viewport < (widest?.viewport ?? 0) || (widest?.viewport === viewport && widest.slot === slot)) return
  widest = { viewport, slot }
  draw()
}

/** The place on the widest device: a frame has the height that is needed there. */
let widest: { readonly viewport: number; readonly slot: number } | undefined

/** Width of the widget in each frame of the stage, and the height that was told for it. */
const widths = new Map<string, { readonly width: number; readonly told: number }>()
let heightFor: (widthPx: number) => number = () => 0

/** The height that the live page would reserve at the width that a frame has; nothing where it is told already. */
function reserveOf(frame: string): { readonly reserve?: number } {
  const known = widths.get(frame)
  if (!known) return {}
  const told = shown?.frame ? 0 : heightFor(known.width) // a frame keeps its own
  widths.set(frame, { ...known, told })
  return told === known.told ? {} : { reserve: told }
}

/** Of the three devices. */
const viewports = [390, 768, 1280] as const
function opensAt({ shell, heightAt }: Prepared): Readonly<Record<number, number>> | undefined {
  if (!shell) return undefined
  return Object.fromEntries(
    viewports.map((viewport) => {
      const inside = shell.inside(viewport)
      return [viewport, shell.around(inside, heightAt(inside))]
    }),
  )
}

let marksDue: ReturnType<typeof setTimeout> | undefined
/** Marks ask for the height at many widths. They wait until changing pauses, so that no measure of a frame waits for them. */
function marksSoon(): void {
  clearTimeout(marksDue)
  marksDue = setTimeout(() => say({ type: 'marks', marks: layoutMarks(heightFor) }), 200)
}

let last: { readonly revision: number; readonly state: WorkerState } | undefined

function update(revision: number, state: WorkerState): void {
  items = state.items ?? items
  last = { revision, state }
  draw()
}

function draw(): void {
  if (!last) return
  const { revision, state } = last
  const begun = performance.now()
  try {
    const context = {
      now: Date.now(),
      locale: state.locale,
      offsetAt: offsetIn(state.timeZone),
      assets: state.assets,
      reviews: state.reviews,
    }
    const prepared = prepare(state, items, context)
    const {
      pieces,
      css,
      fonts,
      behaviours,
      counts,
      shown: ids,
      opening,
      island,
    } = drawn(prepared, context, [])
    const content = wrap(pieces, state.locale)
    // A frame can't reach over the page: what opens elsewhere stands in it.
    const shell = state.frame ? null : opening
    const around = state.frame ? frameOf(state, prepared, state.frame.chosen) : null
    const own = around && fontFaceOf(state.brand.fonts.body, state.assets)
    const next: Shown = {
      revision,
      css: (shell?.css ?? (opening ? hostStyles : '')) + css,
      html: shell ? shell.shell[0] + content + shell.shell[1] : content,
      fonts: own ? [...fonts, own] : fonts,
      behaviours,
      locale: state.locale,
      frame: around,
      island: isAlive(prepared.kind, state) ? island : null,
    }
    const message: ToStage = changed(shown, next)
    shown = next
    heightFor = prepared.shell && !around ? () => 0 : prepared.heightAt
    // In one message: a second one would have the frame laid out again.
    for (const [frame, port] of ports) port.postMessage({ ...message, ...reserveOf(frame) })
    say({
      type: 'rendered',
      outcome: {
        revision,
        counts,
        shown: ids,
        opens: around ? undefined : opensAt(prepared),
        ms: performance.now() - begun,
      },
    })
    marksSoon()
  } catch (error) {
    say({ type: 'failed', sentence: error instanceof Error ? error.message : String(error) })
  }
}

/** An example has nobody who would answer. */
const isAlive = ({ asksFirst, intake }: Kind, { objects }: WorkerState): boolean =>
  Boolean(asksFirst) &&
  Object.entries(intake).every(
    ([role, { takes, isOptional }]) => isOptional || 'items' in takes || objects[role],
  )

/** Until its place has been measured, it is as high as in a column of text. */
const usualSlotPx = 720
function frameOf({ brand }: WorkerState, { heightAt, values }: Prepared, chosen: number | null): FrameAround {
  const { viewport = 1280, slot = usualSlotPx } = widest ?? {}
  return {
    height: frameHeight([{ viewport, height: heightAt(slot) }], chosen),
    ground: groundOfFrame(values),
    font: fontAlone(brand.fonts.body),
  }
}

/** Only what differs from what the frames have. */
function changed(before: Shown | undefined, next: Shown): ToStage {
  const message: Record<string, unknown> = { revision: next.revision }
  for (const name of ['frame', 'css', 'html', 'fonts', 'behaviours', 'locale', 'island'] as const)
    if (JSON.stringify(next[name]) !== JSON.stringify(before?.[name])) message[name] = next[name]
  return message as unknown as ToStage
}
