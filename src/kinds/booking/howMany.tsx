/** @jsxImportSource preact */
/** How many come to a class. */
import type { VNode } from 'preact'
import type { BookingIslandWord } from './words'

export interface HowManyProps {
  readonly most: number
  readonly count: number
  readonly words: Readonly<Record<BookingIslandWord, string>>
  readonly onCount: (count: number) => void
}

export function HowMany({ most, count, words, onCount }: HowManyProps): VNode {
  const to = (next: number) => next >= 1 && next <= most && onCount(next)
  return (
    <div part="count" role="group" aria-label={words.howMany}>
      <span>{words.howMany}</span>
      <button
        part="arrow"
        type="button"
        aria-label={words.fewer}
        aria-disabled={count === 1}
        onClick={() => to(count - 1)}
      >
        −
      </button>
      <b aria-live="polite">{count}</b>
      <button
        part="arrow"
        type="button"
        aria-label={words.more}
        aria-disabled={count >= most}
        onClick={() => to(count + 1)}
      >
        +
      </button>
    </div>
  )
}
