'use client'
/** A number with its unit. What is no number is not taken over, and stays while it is typed. */
import { useId, useState } from 'react'
import { inputClass } from '../parts/TextField'

export interface NumberFieldProps {
  readonly label: string
  readonly unit?: string
  readonly hint?: string
  readonly value: number | null
  readonly least?: number
  readonly most: number
  readonly isWhole?: boolean
  /** Empty is an answer, too. */
  readonly canBeEmpty?: boolean
  readonly onChange: (value: number | null) => void
}

export function NumberField({
  label,
  unit,
  hint,
  value,
  least = 0,
  most,
  isWhole = true,
  canBeEmpty = false,
  onChange,
}: NumberFieldProps) {
  const id = useId()
  const [typed, setTyped] = useState<string>()
  const shown = typed ?? (value === null ? '' : String(value))
  const take = (text: string) => {
    setTyped(text)
    const number = Number(text.replace(',', '.'))
    if (text.trim() === '') return canBeEmpty && onChange(null)
    if (
      Number.isFinite(number) &&
      number >= least &&
      number <= most &&
      (!isWhole || Number.isInteger(number))
    )
      onChange(number)
  }
  return (
    <div className="flex min-w-0 flex-col gap-1">
      <label htmlFor={id} className="font-medium">
        {label}
      </label>
      <div className="flex items-center gap-2">
        <input
          id={id}
          inputMode={isWhole ? 'numeric' : 'decimal'}
          value={shown}
          aria-describedby={hint ? `${id}-hint` : undefined}
          onChange={(event) => take(event.target.value)}
          onBlur={() => setTyped(undefined)}
          className={`${inputClass} max-w-24`}
        />
        {unit && <span className="text-faint">{unit}</span>}
      </div>
      {hint && (
        <p id={`${id}-hint`} className="text-[13px] text-faint">
          {hint}
        </p>
      )}
    </div>
  )
}
