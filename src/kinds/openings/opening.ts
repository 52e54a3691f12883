/**
 * How a widget comes onto the page. A *surface* is what it opens as, an *opener* is what opens it. Both are blocks as facts
 * and layouts are. Every kind gets all of them at `defineKind`; no kind knows of any.
 */
import type { VNode } from 'preact'
import type { Fields } from '../../core/settings/field'
import type { Block, BlockValues } from '../block'

/** One way to lie over the page. Its element is a `<dialog>` with the part `surface` and `data-as={id}`. */
export interface Surface<F extends Fields = Fields, I extends string = string> extends Block<F> {
  readonly id: I
  readonly label: string
  readonly hint: string
  /** Width in px that what is inside has, in a viewport so many px wide. */
  inside(values: BlockValues<F>, viewportPx: number): number
}

/** One way to get a widget opened. Several can be on at once: a button, and after some seconds by itself. */
export interface Opener<F extends Fields = Fields> extends Block<F> {
  /** What stands in the page while the widget is shut; undefined when nothing does. */
  /** @param assets - origin of delivery, where uploaded pictures lie */
  view?(values: BlockValues<F>, assets: string): VNode | undefined
  /** What the embed has to know, as attributes of the surface. Those that are undefined are not written. */
  data?(values: BlockValues<F>): Data
}
export type Data = Readonly<Record<`data-${string}`, string | number | undefined>>

export const surface = <F extends Fields, const I extends string>(block: Surface<F, I>): Surface<F, I> =>
  block
export const opener = <F extends Fields>(block: Opener<F>): Opener<F> => block

/** Fields of openings show only while the widget opens over the page. */
export const placeGroup = (group: string) => ({ step: 'place', group }) as const
export const whileOver = { path: 'opening.as', isNot: ['page'] } as const
export { phonePx } from './phone'
