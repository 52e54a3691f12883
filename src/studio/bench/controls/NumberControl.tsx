'use client'
/** A number by slider and by hand. What is typed stays on the screen, also while it does not fit. */
import { useState } from 'react'
import { brandValue } from '@/core/design/brand'
import { isLink } from '@/core/settings/field'
import type { NumberOptions } from '@/core/settings/controls/number'
import type { ControlProps } from './control'

export function NumberControl({
  id,
  field,
  leaf,
  brand,
  describedBy,
  onChange,
  control,
}: ControlProps<NumberOptions>) {
  const value = Number(isLink(leaf) ? brandValue(brand, leaf.link) : leaf)
  const [typed, setTyped] = useState<string>()
  const { min, max, by, unit, zero } = control
  const typedNumber = Number(typed)
  const isWrong =
    typed !== undefined &&
    (typed.trim() === '' || !Number.isFinite(typedNumber) || typedNumber < min || typedNumber > max)

  function type(text: string) {
    setTyped(text)
    const number = Number(text)
    if (text.trim() !== '' && Number.isFinite(number) && number >= min && number <= max) onChange(number)
  }

  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-center gap-2">
        <input
          type="range"
          aria-label={field.label}
          min={min}
          max={max}
          step={by}
          value={value}
          onChange={(event) => {
            setTyped(undefined)
            onChange(Number(event.target.value))
          }}
          className="h-6 min-w-0 flex-1 accent-spruce"
        />
        <input
          id={id}
          inputMode="numeric"
          value={typed ?? String(value)}
          aria-invalid={isWrong || undefined}
          aria-describedby={describedBy}
          onChange={(event) => type(event.target.value)}
          onBlur={() => setTyped(isWrong ? typed : undefined)}
          className="h-7 w-14 rounded-md border border-edge bg-paper px-1.5 text-right aria-invalid:border-brick"
        />
        <span className="min-w-8 text-[13px] text-faint">{unit}</span>
      </div>
      {value === 0 && zero && <p className="text-[12px] text-faint">0: {zero}</p>}
      {isWrong && (
        <p role="alert" className="text-[13px] text-brick">
          From {min} to {max}, please; it stays at {value}.
        </p>
      )}
    </div>
  )
}
