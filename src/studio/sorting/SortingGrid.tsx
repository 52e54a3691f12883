'use client'
/** The rows of the sorting table, of which only those in view are drawn. */
import { useVirtualizer } from '@tanstack/react-virtual'
import { Pin } from 'lucide-react'
import { type KeyboardEvent, memo, type RefObject, useEffect, useRef } from 'react'
import { whenOf } from '../items/inWords'
import { Local } from '../parts/Local'
import { type RowState, smallPrint, type SortingRow } from './sortingRows'

export const rowPx = 52
const tones: Readonly<Record<RowState, string>> = {
  shows: 'text-spruce',
  cut: 'text-faint',
  ruled: 'text-faint',
  hidden: 'text-faint',
  double: 'text-faint',
  waiting: 'text-marigold',
  closed: 'text-brick',
}

interface GridProps {
  readonly listed: readonly SortingRow[]
  readonly at: number
  readonly chosen: ReadonlySet<string>
  readonly pictures: string | undefined
  readonly grid: RefObject<HTMLDivElement | null>
  readonly onKey: (event: KeyboardEvent) => void
  readonly onPick: (index: number) => void
  readonly onToggle: (index: number, id: string) => void
}

/** Apart from the rest of the table: scrolling draws this alone. */
export function Grid({ listed, at, chosen, pictures, grid, onKey, onPick, onToggle }: GridProps) {
  // eslint-disable-next-line react-hooks/incompatible-library -- the virtualizer keeps its own state on purpose
  const virtual = useVirtualizer({
    count: listed.length,
    getScrollElement: () => grid.current,
    estimateSize: () => rowPx,
    overscan: 4,
  })
  const isFirst = useRef(true)
  useEffect(() => {
    if (!isFirst.current) virtual.scrollToIndex(at)
    isFirst.current = false
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the virtualizer is one and the same
  }, [at])
  return (
    <div
      ref={grid}
      role="grid"
      aria-label="Items"
      aria-rowcount={listed.length}
      aria-multiselectable
      tabIndex={0}
      onKeyDown={onKey}
      aria-activedescendant={`row-${at}`}
      className="min-h-0 flex-1 overflow-auto border-y border-hair focus-visible:outline-2 focus-visible:-outline-offset-2 focus-visible:outline-spruce"
    >
      <div role="rowgroup" style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const one = listed[index]
          return (
            one && (
              <Row
                key={one.item.id}
                index={index}
                top={start}
                one={one}
                isCurrent={index === at}
                isChosen={chosen.has(one.item.id)}
                pictures={pictures}
                onPick={onPick}
                onToggle={onToggle}
              />
            )
          )
        })}
      </div>
    </div>
  )
}

interface RowProps {
  readonly index: number
  /** Where they are; undefined when no item has any. */ readonly pictures: string | undefined
  readonly top: number
  readonly one: SortingRow
  readonly isCurrent: boolean
  readonly isChosen: boolean
  readonly onPick: (index: number) => void
  readonly onToggle: (index: number, id: string) => void
}

const Row = memo(function Row({
  index,
  top,
  one,
  isCurrent,
  isChosen,
  pictures,
  onPick,
  onToggle,
}: RowProps) {
  const { item, row, state, why, isPinned } = one
  return (
    <div
      id={`row-${index}`}
      role="row"
      aria-rowindex={index + 1}
      aria-selected={isChosen}
      onClick={() => onPick(index)}
      style={{
        position: 'absolute',
        top: 0,
        left: 0,
        right: 0,
        height: rowPx,
        transform: `translateY(${top}px)`,
      }}
      className={`grid cursor-default items-center gap-x-3 border-b border-hair px-2 ${pictures ? 'grid-cols-[28px_40px_minmax(0,1fr)_88px] md:grid-cols-[28px_40px_minmax(0,1fr)_150px_130px_minmax(0,220px)]' : 'grid-cols-[28px_minmax(0,1fr)_88px] md:grid-cols-[28px_minmax(0,1fr)_150px_130px_minmax(0,220px)]'} ${isChosen ? 'bg-marigold-wash' : isCurrent ? 'bg-wash' : ''} ${isCurrent ? 'shadow-[inset_3px_0_0_var(--color-spruce)]' : ''}`}
    >
      <span role="gridcell">
        <input
          type="checkbox"
          tabIndex={-1}
          checked={isChosen}
          onChange={() => onToggle(index, item.id)}
          onClick={(event) => event.stopPropagation()}
          aria-label={`Select “${item.name || item.text.slice(0, 40) || 'Untitled'}”`}
          className="size-6 accent-spruce"
        />
      </span>
      {/* What is private is asked for nowhere, not even here. */}
      {pictures && (
        <span role="gridcell">
          {item.image[0] && state !== 'closed' && (
            <img
              src={`${pictures}/p/${item.image[0].ref}/160.webp`}
              alt={item.image[0].caption ?? ''}
              width={40}
              height={40}
              loading="lazy"
              decoding="async"
              className="size-10 rounded-sm bg-wash object-cover text-[0px]"
            />
          )}
        </span>
      )}
      <span role="gridcell" className="min-w-0">
        <span className="block truncate font-medium">
          {isPinned && <Pin aria-label="Pinned" className="mr-1 inline size-3.5" />}
          {item.name || item.text || 'Untitled'}
        </span>
        <span className="block truncate text-[12px] text-faint">{smallPrint(row)}</span>
      </span>
      <span role="gridcell" className="hidden truncate text-[13px] text-faint md:block">
        <Local words={() => whenOf(item)} />
      </span>
      <span role="gridcell" className="hidden truncate text-[12px] md:block">
        {item.keywords.join(', ')}
      </span>
      <span role="gridcell" className={`line-clamp-2 text-[12px] ${tones[state]}`}>
        {why}
        {row.fresh && state === 'shows' ? ' · new' : ''}
      </span>
    </div>
  )
})
