/**
 * What the embed lends to behaviours. Types only: what stands in `embed.js` is handed on, so that no chunk brings it a
 * second time.
 */
import type { Artifact, Content } from '../kinds/artifact'

export interface Opening {
  /** Loads what is inside, for somebody who is about to open it. */
  prepare(): void
  /** @param isAsked - false when it opens by itself */
  show(isAsked: boolean): Promise<void>
}

/** What all widgets of a page share. */
export interface Surroundings {
  /** Origin of delivery, taken from the script's own address. */
  readonly delivery: string
  /** Data by address; several copies of one widget ask once. */
  readonly data: Map<string, Promise<unknown>>
  /** Widgets that open over the page, by ref; put there by the behaviour `opening`. */
  readonly openings: Map<string, Opening>
  /** The surface that is open: there is at most one over the page. */
  open?: { close(): void }
  /** What ends when an element is filled, its behaviours with it. */
  readonly mounting: WeakMap<HTMLElement, Promise<void>>
  /** What ends the behaviours of each element, once it has left the page. */
  readonly running: Map<HTMLElement, (() => void)[]>
  /** Set while a piece put in waits to be drawn: all widgets of the page put in one piece a frame between them. */
  busy: Promise<void> | undefined
}

/** One widget, as its behaviours see it. */
export interface Home {
  readonly element: HTMLElement
  readonly root: ShadowRoot
  readonly ref: string
  readonly locale: string
  readonly opens: Artifact['opens']
  /** What the widget's program is given; null where it has none. */
  readonly island: Content['island']
  readonly around: Surroundings
  /** Data of delivery by its path, asked for once; undefined when it could not be had. */
  load<T>(path: string): Promise<T | undefined>
  /** A further program by its name; rejects when it can't be had. */
  chunk<T>(name: string): Promise<T>
  /** Markup that delivery made, as nodes: a page may let one policy through only, which is the embed's. */
  fragment(markup: string): Promise<DocumentFragment | undefined>
  /** Puts a content into a box of the root, with its styles, fonts and behaviours. */
  fill(box: HTMLElement, content: Content): Promise<void>
  /** Tells the page, by an event `yimble:<name>`. */
  tell(name: string): void
}

/** What a behaviour's file exports. */
export interface Behaviour {
  start(root: ShadowRoot, locale: string, home: Home): (() => void) | void
}
