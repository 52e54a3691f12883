'use client'
/** The ruler: gives the widget on the large page any container width, with marks where the layout changes. */
import { Button } from '../parts/Button'

const from = 240
const to = 1600
const left = (width: number) => `${((Math.min(Math.max(width, from), to) - from) / (to - from)) * 100}%`

export interface RulerProps {
  readonly width: number | null
  /** Width in px of the slot as it is. */
  readonly slot: number | undefined
  readonly marks: readonly number[]
  readonly overflows: boolean
  readonly onWidth: (width: number | null) => void
}

export function Ruler({ width, slot, marks, overflows, onWidth }: RulerProps) {
  const shown = width ?? Math.round(slot ?? 640)
  return (
    <div className="flex flex-wrap items-center gap-x-3 text-[13px]">
      <label htmlFor="ruler" className="shrink-0 font-medium">
        Width
      </label>
      <div className="relative min-w-0 flex-1 pb-2.5 max-sm:order-last max-sm:basis-full">
        <input
          id="ruler"
          type="range"
          min={from}
          max={to}
          step={4}
          value={shown}
          aria-valuetext={`${shown} pixels`}
          onChange={(event) => onWidth(Number(event.target.value))}
          className="block h-5 w-full accent-spruce"
        />
        <div aria-hidden className="pointer-events-none absolute inset-x-2 bottom-0 h-2.5">
          {marks.map((mark) => (
            <span
              key={mark}
              title={`Layout changes at ${mark} px`}
              className="absolute bottom-0.5 h-2 w-0.5 bg-edge"
              style={{ left: left(mark) }}
            />
          ))}
          {slot !== undefined && (
            <span
              className="absolute bottom-0.5 h-2 w-2 -translate-x-1 rotate-45 bg-marigold"
              style={{ left: left(slot) }}
            />
          )}
        </div>
      </div>
      <output
        htmlFor="ruler"
        className={`shrink-0 text-right max-sm:flex-1 sm:w-40 ${overflows ? 'text-brick' : ''}`}
      >
        {shown} px{width === null ? ', as in its place' : overflows ? ', sticks out' : ''}
      </output>
      <Button small disabled={width === null} onClick={() => onWidth(null)}>
        Reset width
      </Button>
    </div>
  )
}
