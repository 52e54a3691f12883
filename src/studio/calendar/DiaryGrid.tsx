'use client'
/** Columns of hours with what is booked in them. A press on a booking opens it, on free time books there; a booking can be dragged. */
import { TriangleAlert } from 'lucide-react'
import { useRef, useState, type PointerEvent } from 'react'
import type { BookingShape } from '@/core/api/shapes'
import type { Calendar } from '@/core/booking/shape'
import { timeIn } from '@/core/booking/when'
import { writeMinutes } from '@/core/schedule/hours'
import { isoDay, minuteOf, type Placed } from './diary'

export interface Column {
  readonly label: string
  readonly day: number
  /** Id of a person; '' for all. */
  readonly who: string
  readonly isToday: boolean
}

const hourPx = 96
/** Of a line of words in a block. */
const linePx = 15
/** What is dragged snaps to it, in minutes. */
const step = 5
/** A press that moves less is none of dragging, in px. */
const slack = 4

const looks: Readonly<Record<BookingShape['state'], string>> = {
  booked: 'border-spruce bg-spruce-wash',
  asked: 'border-marigold bg-marigold-wash border-dashed',
  held: 'border-edge bg-wash border-dashed',
  cancelled: 'border-hair',
}

const changedThere = 'changed in their own calendar'

export interface DiaryGridProps {
  readonly columns: readonly Column[]
  readonly blocks: readonly Placed[]
  readonly calendar: Calendar
  readonly mayEdit: boolean
  readonly onOpen: (booking: BookingShape) => void
  readonly onFree: (column: Column, minute: number) => void
  /** @param to - wall time, `2026-12-03T10:20` */
  readonly onDrop: (booking: BookingShape, to: string) => void
}

interface Drag {
  readonly block: Placed
  readonly x: number
  readonly y: number
  readonly column: number
  readonly from: number
  readonly isMoved: boolean
}

export function DiaryGrid({ columns, blocks, calendar, mayEdit, onOpen, onFree, onDrop }: DiaryGridProps) {
  const grid = useRef<HTMLDivElement>(null)
  const [drag, setDrag] = useState<Drag>()
  const { first, last } = hoursShown(calendar, blocks)
  const nameOf = (id: string) =>
    calendar.services.find((one) => one.id === id)?.name ?? 'Something no longer offered'
  const whoOf = (ids: readonly string[]) =>
    calendar.resources
      .filter(({ id, is }) => is === 'person' && ids.includes(id))
      .map(({ name }) => name)
      .join(', ')
  const columnOf = (clientX: number) => {
    const box = grid.current!.getBoundingClientRect()
    const at = Math.floor(((clientX - box.left) / box.width) * columns.length)
    return Math.max(0, Math.min(columns.length - 1, at))
  }
  const onPointerMove = (event: PointerEvent) => {
    if (!drag) return
    const isMoved = drag.isMoved || Math.hypot(event.clientX - drag.x, event.clientY - drag.y) > slack
    const by = Math.round(((event.clientY - drag.y) / hourPx) * (60 / step)) * step
    setDrag({
      ...drag,
      isMoved,
      column: columnOf(event.clientX),
      from: Math.max(0, Math.min(24 * 60 - step, drag.block.from + by)),
    })
  }
  const onPointerUp = () => {
    if (drag?.isMoved)
      onDrop(drag.block.booking, `${isoDay(columns[drag.column]!.day)}T${writeMinutes(drag.from)}`)
    else if (drag) onOpen(drag.block.booking)
    setDrag(undefined)
  }
  return (
    <div
      role="region"
      aria-label="Hours"
      tabIndex={0}
      className="max-h-[70dvh] min-w-0 overflow-auto rounded-md border border-hair bg-paper"
    >
      <div
        className="sticky top-0 z-20 grid border-b border-hair bg-paper"
        style={{ gridTemplateColumns: `48px repeat(${columns.length}, minmax(110px, 1fr))` }}
      >
        <span />
        {columns.map(({ label, isToday }, at) => (
          <span
            key={at}
            className={`truncate px-2 py-1.5 text-[13px] font-medium ${isToday ? 'text-spruce underline underline-offset-4' : ''}`}
          >
            {label}
          </span>
        ))}
      </div>
      <div className="grid" style={{ gridTemplateColumns: `48px minmax(${110 * columns.length}px, 1fr)` }}>
        <div aria-hidden className="text-[12px] text-faint">
          {Array.from({ length: last - first }, (_one, hour) => (
            <div key={hour} style={{ height: hourPx }} className="pe-2 text-end">
              {`${first + hour}:00`}
            </div>
          ))}
        </div>
        <div
          ref={grid}
          onPointerMove={onPointerMove}
          onPointerUp={onPointerUp}
          onPointerCancel={() => setDrag(undefined)}
          onClick={(event) => {
            if (!mayEdit || event.target !== grid.current) return
            const box = grid.current.getBoundingClientRect()
            const minute = first * 60 + Math.floor(((event.clientY - box.top) / hourPx) * 4) * 15
            onFree(columns[columnOf(event.clientX)]!, minute)
          }}
          className="relative"
          style={{
            height: (last - first) * hourPx,
            backgroundImage:
              'linear-gradient(var(--hair) 1px, transparent 1px), linear-gradient(to right, var(--hair) 1px, transparent 1px)',
            backgroundSize: `100% ${hourPx}px, calc(100% / ${columns.length}) 100%`,
          }}
        >
          {blocks.map((block) => {
            const { booking, lane, lanes } = block
            const isDragged = drag?.isMoved && drag.block === block
            const column = isDragged ? drag.column : block.column
            const from = isDragged ? drag.from : block.from
            const height = Math.max(linePx, ((block.until - block.from) / 60) * hourPx - 1)
            const whom =
              booking.name ||
              booking.email ||
              (booking.state === 'held' ? 'being booked just now' : 'no name')
            const facts = [
              timeIn(minuteOf(booking.start), 'en', calendar.zone),
              nameOf(booking.service),
              booking.count > 1 ? `× ${booking.count}` : '',
            ].filter(Boolean)
            return (
              <button
                key={`${booking.id} ${block.column}`}
                type="button"
                aria-label={[
                  ...facts,
                  whom,
                  whoOf(booking.who),
                  booking.state,
                  booking.elsewhere && changedThere,
                ]
                  .filter(Boolean)
                  .join(', ')}
                onPointerDown={(event) => {
                  if (event.button !== 0 || !mayEdit || booking.state === 'held') return
                  event.currentTarget.focus()
                  grid.current!.setPointerCapture(event.pointerId)
                  setDrag({
                    block,
                    x: event.clientX,
                    y: event.clientY,
                    column: block.column,
                    from: block.from,
                    isMoved: false,
                  })
                }}
                // By keys only: a press of the mouse is let go on the grid.
                onKeyDown={(event) => {
                  if (event.key !== 'Enter' && event.key !== ' ') return
                  event.preventDefault()
                  onOpen(booking)
                }}
                onClick={() => !mayEdit && onOpen(booking)}
                className={`absolute overflow-hidden rounded-sm border px-1 text-start text-[12px] leading-[15px] text-ink select-none focus-visible:z-10 ${looks[booking.state]} ${isDragged ? 'z-20 opacity-80 shadow-lg' : ''}`}
                style={{
                  insetInlineStart: `calc(${((column + lane / lanes) / columns.length) * 100}% + 2px)`,
                  width: `calc(${100 / columns.length / lanes}% - 4px)`,
                  top: ((from - first * 60) / 60) * hourPx,
                  height,
                }}
              >
                {booking.elsewhere && (
                  <TriangleAlert
                    aria-hidden
                    className="float-end mt-px size-3.5 text-brick"
                    strokeWidth={2.25}
                  />
                )}
                <span
                  className="line-clamp-1"
                  style={{
                    WebkitLineClamp: Math.max(1, Math.floor(height / linePx) - (height < 3 * linePx ? 0 : 1)),
                  }}
                >
                  <b className="font-medium">{isDragged ? writeMinutes(from) : facts[0]}</b> {whom}
                </span>
                {height >= 2 * linePx && (
                  <span className="block truncate text-faint">{facts.slice(1).join(' ')}</span>
                )}
              </button>
            )
          })}
        </div>
      </div>
    </div>
  )
}

/** From the first opening of the week to the last, and as far as something is booked. */
function hoursShown({ resources }: Calendar, blocks: readonly Placed[]): { first: number; last: number } {
  const hours = resources.flatMap((one) => one.hours).map((line) => /(\d+):\d+-(\d+):(\d+)/.exec(line))
  const starts = [
    ...hours.map((one) => Number(one?.[1] ?? 8)),
    ...blocks.map(({ from }) => Math.floor(from / 60)),
  ]
  const ends = [
    ...hours.map((one) => Number(one?.[2] ?? 18) + (Number(one?.[3] ?? 0) > 0 ? 1 : 0)),
    ...blocks.map(({ until }) => Math.ceil(until / 60)),
  ]
  const first = Math.max(0, Math.min(8, ...starts))
  return { first, last: Math.min(24, Math.max(first + 4, 18, ...ends)) }
}
