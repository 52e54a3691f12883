'use client'
/** Some of several in an order: ticked ones stand first, and are moved by their arrows. */
import { ArrowDown, ArrowUp } from 'lucide-react'
import type { OrderOptions } from '@/core/settings/controls/order'
import type { ControlProps } from './control'

export function OrderControl({ id, leaf, control, describedBy, onChange }: ControlProps<OrderOptions>) {
  const chosen = Array.isArray(leaf) ? (leaf as readonly string[]) : []
  const rest = control.options.filter(({ value }) => !chosen.includes(value))
  const labelOf = (value: string) => control.options.find((one) => one.value === value)?.label ?? value
  const swap = (at: number, by: number) => {
    const next = [...chosen]
    ;[next[at], next[at + by]] = [next[at + by]!, next[at]!]
    onChange(next)
  }
  return (
    <ul id={id} aria-describedby={describedBy} className="flex flex-col rounded-md border border-hair">
      {chosen.map((value, at) => (
        <li
          key={value}
          className="flex min-h-9 items-center gap-2 border-b border-hair px-2 text-[13px] last:border-0"
        >
          <label className="flex flex-1 items-center gap-2">
            <input type="checkbox" checked onChange={() => onChange(chosen.filter((one) => one !== value))} />
            {labelOf(value)}
          </label>
          <Move label={`Move ${labelOf(value)} up`} isOff={at === 0} onMove={() => swap(at, -1)}>
            <ArrowUp aria-hidden className="size-4" />
          </Move>
          <Move
            label={`Move ${labelOf(value)} down`}
            isOff={at === chosen.length - 1}
            onMove={() => swap(at, 1)}
          >
            <ArrowDown aria-hidden className="size-4" />
          </Move>
        </li>
      ))}
      {rest.map(({ value, label }) => (
        <li
          key={value}
          className="flex min-h-9 items-center border-b border-hair px-2 text-[13px] last:border-0"
        >
          <label className="flex flex-1 items-center gap-2 text-faint">
            <input type="checkbox" checked={false} onChange={() => onChange([...chosen, value])} />
            {label}
          </label>
        </li>
      ))}
    </ul>
  )
}

function Move({
  label,
  isOff,
  onMove,
  children,
}: {
  label: string
  isOff: boolean
  onMove: () => void
  children: React.ReactNode
}) {
  // It keeps the focus at the end of the list, where there is nothing more to move to.
  return (
    <button
      type="button"
      aria-label={label}
      aria-disabled={isOff || undefined}
      onClick={() => !isOff && onMove()}
      className="grid size-7 place-items-center rounded hover:bg-marigold-wash aria-disabled:opacity-30"
    >
      {children}
    </button>
  )
}
