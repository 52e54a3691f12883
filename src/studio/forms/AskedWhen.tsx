'use client'
/** Whether it is always shown, or when another answer is such. */
import { decidersOf } from '@/core/forms/edit'
import type { Entry, Form } from '@/core/forms/form'
import { inputClass } from '../parts/TextField'
import { Tick } from './Tick'

export interface AskedWhenProps {
  readonly form: Form
  readonly entry: Entry
  readonly onChange: (when: Entry['when']) => void
}

export function AskedWhen({ form, entry, onChange }: AskedWhenProps) {
  const deciders = decidersOf(form, entry.id)
  if (deciders.length === 0) return null
  const { when } = entry
  const other = deciders.find(({ id }) => id === when?.of)
  const options = other ? answersOf(other) : []
  return (
    <fieldset className="flex flex-col gap-2 border-t border-hair pt-3">
      <label className="flex flex-col gap-1 font-medium">
        It is shown
        <select
          value={when?.of ?? ''}
          onChange={(event) => onChange(event.target.value ? { of: event.target.value, is: [] } : undefined)}
          className={inputClass}
        >
          <option value="">always</option>
          {deciders.map(({ id, label }) => (
            <option key={id} value={id}>
              by the answer to: {label}
            </option>
          ))}
        </select>
      </label>
      {when && options.length === 0 && <p className="text-[13px] text-faint">Once that is answered.</p>}
      {when && options.length > 0 && (
        <div className="flex flex-col gap-1">
          <p className="text-[13px] text-faint">
            {when.is.length === 0 ? 'Whatever the answer is. Or only for:' : 'When the answer is:'}
          </p>
          {options.map(({ value, label }) => (
            <Tick
              key={value}
              label={label}
              isOn={when.is.includes(value)}
              onChange={(isOn) =>
                onChange({
                  of: when.of,
                  is: isOn ? [...when.is, value] : when.is.filter((one) => one !== value),
                })
              }
            />
          ))}
        </div>
      )}
    </fieldset>
  )
}

/** Answers that can be named beforehand. */
function answersOf(question: Entry): readonly { readonly value: string; readonly label: string }[] {
  if ('options' in question) return question.options.map((value) => ({ value, label: value }))
  if (question.type === 'rating')
    return Array.from({ length: question.of }, (_one, at) => String(at + 1)).map((value) => ({
      value,
      label: value === '1' ? '1 star' : `${value} stars`,
    }))
  return []
}
