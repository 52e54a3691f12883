/** What the stage's frames, the render worker and the bench say to each other. */
import * as z from 'zod'
import { anchorSchema, type Anchor } from './anchor'

/** Frame → bench, once, by window message: trust is the sender's window plus this nonce, since its origin is null. */
export const helloSchema = z.strictObject({ yimble: z.literal('stage'), nonce: z.string() })

const hex = z.string().regex(/^#[0-9a-f]{6}$/)
/** Whether the texts that are drawn can be read on what is behind them. */
const textsMeasured = z.strictObject({
  /** How many texts there are, and how many of them stand on a picture, where contrast cannot be measured. */
  count: z.number(),
  onPictures: z.number(),
  /** Those with less contrast than WCAG 2.2 (1.4.3) asks for, the worst of each part and pair of colours. */
  weak: z
    .array(
      z.strictObject({
        part: z.string().max(80),
        colour: hex,
        ground: hex,
        ratio: z.number(),
        needed: z.number(),
        sample: z.string().max(80),
      }),
    )
    .max(60),
  /** Every colour that some text has. */
  colours: z.array(hex),
  /** Behind the widget; null where that is a picture. */
  ground: hex.nullable(),
})
export type TextsMeasured = z.infer<typeof textsMeasured>

/** Frame → worker → bench, by port. */
export const fromStageSchema = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('measure'),
    revision: z.number(),
    /** CSS px: the frame's viewport, the place's inner width, the widget, and the widest thing in the widget. */
    viewport: z.number(),
    slot: z.number(),
    width: z.number(),
    height: z.number(),
    /** Height in CSS px of the frame that is drawn around it; null where a script puts it into the page. */
    frame: z.number().nullable(),
    content: z.number(),
    /** Where it begins in the page, in a frame of what height: pages may be laid out by that. */
    top: z.number(),
    viewportHeight: z.number(),
    /** The place in the page: where it was chosen, found again elsewhere, or lost. */
    found: z.enum(['there', 'moved', 'lost']),
    /** What comes nearest to a lost place. */
    nearest: z.array(anchorSchema),
    /** Names of the parts that are in it now. */
    parts: z.array(z.string()),
    /** Refs of pictures that could not be loaded. */
    broken: z.array(z.string().max(40)),
  }),
  /** Some moments after what is drawn has changed. */
  z.strictObject({
    type: z.literal('texts'),
    revision: z.number(),
    viewport: z.number(),
    texts: textsMeasured,
  }),
  z.strictObject({ type: z.literal('pick'), part: z.string() }),
  z.strictObject({ type: z.literal('key'), key: z.string() }),
  /** The block that is pointed at; chosen by a click, by Enter, or by a step of `ToStage.step`. */
  z.strictObject({ type: z.literal('block'), anchor: anchorSchema, isChosen: z.boolean() }),
  z.strictObject({ type: z.literal('pointed') }),
  /** A question of an island. `StageOrder.answer` brings the answer under the same number. */
  z.strictObject({ type: z.literal('ask'), id: z.number(), name: z.string().max(40), query: z.unknown() }),
])
export type FromStage = z.infer<typeof fromStageSchema>
export type Measure = Extract<FromStage, { type: 'measure' }>

/** Bench → frame, with the port. */
export interface StageStart {
  readonly yimble: 'start'
  readonly ref: string
  readonly anchor: Anchor
}

/** Bench → worker → one frame or all: about the place, not about the widget. */
export interface StageOrder {
  /** Width in px that the ruler gives the widget's container; null takes it back. */
  readonly width?: number | null
  /** Moves the widget there. */
  readonly anchor?: Anchor
  /** Outlines and names blocks under the pointer, until one is chosen or it is taken back. */
  readonly pointing?: boolean
  /** Chooses the block around, within or beside the one of now. */
  readonly step?: 'wider' | 'narrower' | 'next' | 'previous'
  /** Height in px that the snippet reserves at the widget's width: the live page has it, so the stage does. */
  readonly reserve?: number
  readonly answer?: { readonly id: number; readonly answer: unknown }
  /** Shows what opens over the page open, or shut. */
  readonly open?: boolean
  /** Brings the widget into view. */
  readonly show?: true
}

/** As `kinds/door.ts` has it. */
interface StageIsland {
  readonly name: string
  readonly props: object
  readonly words: Readonly<Record<string, string>>
}

/** The frame that will be pasted, as the stage draws it. */
export interface FrameAround {
  /** CSS px. */
  readonly height: number
  /** Behind the widget; null where the page shows through. */
  readonly ground: string | null
  /** As in `font-family`. */
  readonly font: string
}

/** Worker → frame: only what changed. */
export interface ToStage extends StageOrder {
  readonly revision: number
  readonly css?: string
  readonly html?: string
  readonly fonts?: readonly { readonly family: string; readonly url: string }[]
  readonly behaviours?: readonly string[]
  readonly locale?: string
  /** Of a kind that is shown alive; null for all others. */
  readonly island?: StageIsland | null
  /** Null where a script puts the widget into the page. */
  readonly frame?: FrameAround | null
}
