'use client'
/** A small number within a sentence, with what is wrong about it beside it. */
import { useState } from 'react'

export function Numbered({
  label,
  value,
  most,
  unit,
  onChange,
}: {
  label: string
  value: number
  most: number
  unit: string
  onChange: (value: number) => void
}) {
  const [typed, setTyped] = useState<string>()
  const number = Number(typed)
  const isWrong =
    typed !== undefined && (typed.trim() === '' || !Number.isFinite(number) || number < 0 || number > most)
  return (
    <label className="flex items-center gap-1.5 text-[13px]">
      {label}
      <input
        inputMode="decimal"
        value={typed ?? String(value)}
        aria-invalid={isWrong || undefined}
        onBlur={() => setTyped(isWrong ? typed : undefined)}
        onChange={(event) => {
          setTyped(event.target.value)
          const next = Number(event.target.value)
          if (event.target.value.trim() !== '' && next >= 0 && next <= most) onChange(next)
        }}
        className="h-7 w-16 rounded-md border border-edge bg-paper px-1.5 text-right aria-invalid:border-brick"
      />
      {unit}
      {isWrong && (
        <span role="alert" className="text-brick">
          0 to {most}, please
        </span>
      )}
    </label>
  )
}
