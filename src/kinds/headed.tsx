/** @jsxImportSource preact */
/** A heading of the widget's own, on the level that fits the page. Islands draw it, too, so it brings nothing along. */
import type { VNode } from 'preact'

export interface HeadingProps {
  readonly words: string
  /** 2 to 4. */
  readonly level: number
}

export function Heading({ words, level }: HeadingProps): VNode {
  const Level = `h${level}` as 'h2'
  return <Level part="heading">{words}</Level>
}
