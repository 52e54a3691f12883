'use client'
/** One of a few: joined buttons, three in a row where they are more; one of many: a list. */
import type { ChoiceOptions } from '@/core/settings/controls/choice'
import { inputClass } from '../../parts/TextField'
import type { ControlProps } from './control'

const mostJoined = 9
const mostInRow = 3

export function ChoiceControl({
  id,
  field,
  leaf,
  describedBy,
  onChange,
  control: { options },
}: ControlProps<ChoiceOptions>) {
  const fits = options.length <= mostJoined && options.every((option) => option.label.length <= 16)
  if (!fits) {
    return (
      <select
        id={id}
        value={String(leaf)}
        aria-describedby={describedBy}
        onChange={(event) => onChange(event.target.value)}
        className={inputClass}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    )
  }
  return (
    <div
      role="radiogroup"
      aria-label={field.label}
      aria-describedby={describedBy}
      className={`grid rounded-md border border-edge bg-paper p-0.5 ${options.length > mostInRow ? 'grid-cols-3' : 'auto-cols-fr grid-flow-col'}`}
    >
      {options.map((option, at) => (
        <label
          key={option.value}
          className="relative flex min-h-7 items-center justify-center rounded-[3px] px-1.5 text-center text-[13px] leading-tight has-checked:bg-spruce has-checked:font-medium has-checked:text-onspruce has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-spruce"
        >
          <input
            type="radio"
            id={at === 0 ? id : undefined}
            name={id}
            value={option.value}
            checked={leaf === option.value}
            onChange={() => onChange(option.value)}
            className="absolute inset-0 cursor-pointer opacity-0"
          />
          {option.label}
        </label>
      ))}
    </div>
  )
}
