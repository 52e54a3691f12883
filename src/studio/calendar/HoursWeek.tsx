'use client'
/**
 * Hours of a week, drawn and dragged; by keys: arrows move what has the focus, with Shift they move its end, Delete takes it away,
 * Enter on a day adds hours there.
 */
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { writeSpan } from '@/core/schedule/hours'
import {
  dayMinutes,
  drawn,
  joined,
  linesOf,
  movedBy,
  stepMinutes,
  stretchedBy,
  stretchesOf,
  type Stretch,
} from './week'

const days = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
/** Of one hour, in px. */
const hourPx = 22
/** Height of the handles at both ends. */
const edgePx = 6

interface Drag {
  readonly at: number
  readonly how: 'move' | 'from' | 'until' | 'draw'
  /** Where it began: minute and day. */
  readonly minute: number
  readonly day: number
  readonly before: Stretch
}

export interface HoursWeekProps {
  readonly of: string
  readonly lines: readonly string[]
  readonly onChange: (lines: string[]) => void
}

export function HoursWeek({ of, lines, onChange }: HoursWeekProps) {
  const grid = useRef<HTMLDivElement>(null)
  const scroller = useRef<HTMLDivElement>(null)
  const [drag, setDrag] = useState<Drag>()
  const [dragged, setDragged] = useState<Stretch>()
  const stretches = stretchesOf(lines)
  const shown = drag
    ? drag.how === 'draw'
      ? [...stretches, ...(dragged ? [dragged] : [])]
      : stretches.map((one, at) => (at === drag.at && dragged ? dragged : one))
    : stretches

  // Nights are up there; what is worked at is seen first.
  useEffect(() => {
    const first = Math.min(...stretchesOf(lines).map(({ from }) => from), 8 * 60)
    if (scroller.current) scroller.current.scrollTop = Math.max(0, first / 60 - 1) * hourPx
    // Only when it is opened: it must not jump while hours are dragged.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
  const commit = (all: readonly Stretch[], focus?: Stretch) => {
    onChange(linesOf(all))
    if (!focus) return
    // It has another place in the list now.
    requestAnimationFrame(() => {
      const at = joined(all).find(
        (one) => one.day === focus.day && one.from <= focus.from && focus.from < one.until,
      )
      if (at) grid.current?.querySelector<HTMLElement>(`[data-at="${at.day}-${at.from}"]`)?.focus()
    })
  }
  const placeOf = (event: PointerEvent) => {
    const box = grid.current!.getBoundingClientRect()
    const across = ((event.clientX - box.left) / box.width) * 7
    const isRtl = getComputedStyle(grid.current!).direction === 'rtl'
    return {
      day: Math.max(0, Math.min(6, Math.floor(isRtl ? 7 - across : across))),
      minute: Math.max(0, Math.min(dayMinutes, ((event.clientY - box.top) / hourPx) * 60)),
    }
  }
  const begin = (event: PointerEvent<HTMLElement>, at: number, how: Drag['how']) => {
    if (event.button !== 0) return
    event.stopPropagation()
    const { day, minute } = placeOf(event)
    const before = stretches[at] ?? drawn(day, minute, minute)
    grid.current!.setPointerCapture(event.pointerId)
    setDrag({ at, how, minute, day, before })
    setDragged(how === 'draw' ? undefined : before)
  }
  const onPointerMove = (event: PointerEvent) => {
    if (!drag) return
    const { day, minute } = placeOf(event)
    const by = minute - drag.minute
    if (drag.how === 'draw') return setDragged(drawn(drag.day, drag.minute, minute))
    setDragged(
      drag.how === 'move' ? movedBy(drag.before, by, day - drag.day) : stretchedBy(drag.before, drag.how, by),
    )
  }
  const onPointerUp = () => {
    if (drag && dragged)
      commit(
        drag.how === 'draw'
          ? [...stretches, dragged]
          : stretches.map((one, at) => (at === drag.at ? dragged : one)),
        dragged,
      )
    setDrag(undefined)
    setDragged(undefined)
  }
  const replace = (at: number, to: Stretch | undefined) =>
    commit(
      stretches.flatMap((one, place) => (place === at ? (to ?? []) : one)),
      to,
    )
  const onKeyDown = (event: KeyboardEvent, at: number) => {
    const one = stretches[at]!
    const to = byKey(event, one)
    if (to === undefined) return
    event.preventDefault()
    replace(at, to === 'gone' ? undefined : to)
  }

  return (
    <div className="min-w-0">
      <div
        ref={scroller}
        className="max-h-[420px] overflow-auto rounded-md border border-hair bg-paper"
        tabIndex={-1}
      >
        <div className="sticky top-0 z-10 grid grid-cols-[44px_repeat(7,minmax(64px,1fr))] border-b border-hair bg-paper">
          <span />
          {days.map((day, at) => (
            <button
              key={day}
              type="button"
              title={`Add hours on ${day}`}
              onClick={() =>
                commit([...stretches, { day: at, from: 540, until: 1020 }], {
                  day: at,
                  from: 540,
                  until: 1020,
                })
              }
              className="px-1 py-1.5 text-start text-[13px] font-medium hover:bg-wash"
            >
              {day.slice(0, 3)}
              <span className="sr-only">{day.slice(3)}: add hours</span>{' '}
              <span aria-hidden className="text-faint">
                +
              </span>
            </button>
          ))}
        </div>
        <div className="grid grid-cols-[44px_minmax(448px,1fr)]">
          <div aria-hidden className="text-[12px] text-faint">
            {Array.from({ length: 24 }, (_one, hour) => (
              <div
                key={hour}
                style={{ height: hourPx }}
                className="border-t border-transparent pe-1 text-end"
              >
                {hour % 2 === 0 && `${hour}:00`}
              </div>
            ))}
          </div>
          <div
            ref={grid}
            role="group"
            aria-label={`Hours of ${of}`}
            onPointerDown={(event) => begin(event, -1, 'draw')}
            onPointerMove={onPointerMove}
            onPointerUp={onPointerUp}
            onPointerCancel={() => setDrag(undefined)}
            className="relative touch-none cursor-crosshair"
            style={{
              height: 24 * hourPx,
              backgroundImage: `linear-gradient(var(--hair) 1px, transparent 1px), linear-gradient(to right, var(--hair) 1px, transparent 1px)`,
              backgroundSize: `100% ${2 * hourPx}px, calc(100% / 7) 100%`,
            }}
          >
            {shown.map((one, at) => (
              <div
                key={`${one.day} ${one.from} ${at}`}
                role="button"
                tabIndex={0}
                data-at={`${one.day}-${one.from}`}
                aria-label={`${days[one.day]}, ${writeSpan(one)}. Arrows move it, Shift with arrows moves its end, Delete takes it away.`}
                onKeyDown={(event) => onKeyDown(event, at)}
                onPointerDown={(event) => {
                  const box = event.currentTarget.getBoundingClientRect()
                  const how =
                    event.clientY - box.top < edgePx
                      ? 'from'
                      : box.bottom - event.clientY < edgePx
                        ? 'until'
                        : 'move'
                  event.currentTarget.focus()
                  begin(event, at, how)
                }}
                className="absolute overflow-hidden rounded-sm border border-spruce bg-spruce-wash px-1 text-[12px] leading-4 text-ink select-none focus-visible:z-10"
                style={{
                  insetInlineStart: `calc(${(one.day / 7) * 100}% + 2px)`,
                  width: 'calc(100% / 7 - 4px)',
                  top: (one.from / 60) * hourPx,
                  height: Math.max(8, ((Math.min(one.until, dayMinutes) - one.from) / 60) * hourPx - 1),
                  cursor: 'grab',
                }}
              >
                {writeSpan(one)}
              </div>
            ))}
          </div>
        </div>
      </div>
      <p className="mt-1 text-[13px] text-faint">
        Draw hours with the mouse, drag them by the middle or by an end. By keys: a day’s name adds some,
        arrows move them, Shift with arrows moves the end, Delete takes them away.
      </p>
    </div>
  )
}

/** @returns undefined for a key that does nothing here */
function byKey(event: KeyboardEvent, one: Stretch): Stretch | 'gone' | undefined {
  if (event.key === 'Delete' || event.key === 'Backspace') return 'gone'
  const isVertical = event.key === 'ArrowUp' || event.key === 'ArrowDown'
  const by = event.key === 'ArrowUp' ? -stepMinutes : stepMinutes
  if (isVertical) return event.shiftKey ? stretchedBy(one, 'until', by) : movedBy(one, by)
  if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return undefined
  const isRtl = getComputedStyle(event.currentTarget).direction === 'rtl'
  return movedBy(one, 0, (event.key === 'ArrowRight') === isRtl ? -1 : 1)
}
