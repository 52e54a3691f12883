'use client'
/** For a widget that opens over the page: whether the stage shows it open or shut. */
import { useEffect, useState } from 'react'
import type { RenderHandle } from './useRender'

const states = [
  { isOpen: false, label: 'Shut' },
  { isOpen: true, label: 'Open' },
] as const

/** @param page - names the page on the stage: one that has just come shows it open */
export function OpenOrShut({
  order,
  page,
}: {
  order: RenderHandle['order']
  page: string | null | undefined
}) {
  const [isOpen, setIsOpen] = useState(true)
  useEffect(() => order({ open: isOpen }), [isOpen, order, page])
  return (
    <div
      role="radiogroup"
      aria-label="Show it"
      className="flex self-center rounded-md border border-edge bg-paper p-0.5"
    >
      {states.map((one) => (
        <label
          key={one.label}
          className="relative flex min-h-7 min-w-20 items-center justify-center rounded-[3px] px-3 text-[13px] has-checked:bg-spruce has-checked:font-medium has-checked:text-onspruce has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-spruce"
        >
          <input
            type="radio"
            name="open-or-shut"
            checked={isOpen === one.isOpen}
            onChange={() => setIsOpen(one.isOpen)}
            className="absolute inset-0 cursor-pointer opacity-0"
          />
          {one.label}
        </label>
      ))}
    </div>
  )
}
