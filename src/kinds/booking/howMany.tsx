/** @jsxImportSource preact */
/** How many come to a class. */
import type { VNode } from 'preact'
import type { Offered } from './names'
import type { BookingIslandWord } from './words'

interface HowManyProps {
  readonly service: Offered
  readonly count: number
  readonly words: Readonly<Record<BookingIslandWord, string>>
  readonly onCount: (count: number) => void
}

export function HowMany({ service, count, words, onCount }: HowManyProps): VNode {
  const to = (next: number) => next >= 1 && next <= service.places && onCount(next)
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
        aria-disabled={count >= service.places}
        onClick={() => to(count + 1)}
      >
        +
      </button>
    </div>
  )
}
