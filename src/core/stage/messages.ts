/** What the stage's frames, the render worker and the bench say to each other. */
import * as z from 'zod'

/** Frame → bench, once, by window message: trust is the sender's window plus this nonce, since its origin is null. */
export const helloSchema = z.strictObject({ yimble: z.literal('stage'), nonce: z.string() })

/** Frame → worker → bench, by port. */
export const fromStageSchema = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('measure'),
    revision: z.number(),
    /** CSS px: the frame's viewport, the slot, the widget, and the widest thing in the widget. */
    viewport: z.number(),
    slot: z.number(),
    width: z.number(),
    height: z.number(),
    content: z.number(),
    /** Colour behind the slot, as the browser computes it. */
    background: z.string(),
    found: z.boolean(),
    /** Names of the parts that are in it now. */
    parts: z.array(z.string()),
  }),
  z.strictObject({ type: z.literal('pick'), part: z.string() }),
  z.strictObject({ type: z.literal('key'), key: z.string() }),
])
export type FromStage = z.infer<typeof fromStageSchema>
export type Measure = Extract<FromStage, { type: 'measure' }>

/** Bench → frame, with the port. */
export interface StageStart {
  readonly yimble: 'start'
  readonly ref: string
  readonly selector: string
}

/** Worker → frame: only what changed. */
export interface ToStage {
  readonly revision: number
  readonly css?: string
  readonly html?: string
  readonly fonts?: readonly { readonly family: string; readonly url: string }[]
  readonly behaviours?: readonly string[]
  readonly locale?: string
  /** Width in px that the ruler gives the widget's container; null takes it back. */
  readonly width?: number | null
}
