'use client'
/** Days on which the hours of the week do not hold: away, or there at other hours. */
import type { StoredException } from '@/core/schedule/exceptions'
import { readSpan } from '@/core/schedule/hours'
import { Button } from '../parts/Button'
import { inputClass } from '../parts/TextField'

export interface ExceptionsProps {
  readonly title: string
  readonly all: readonly StoredException[]
  readonly onChange: (all: StoredException[]) => void
}

const short = inputClass.replace('w-full', 'w-36')
const today = () => new Date().toISOString().slice(0, 10)

export function Exceptions({ title, all, onChange }: ExceptionsProps) {
  const set = (at: number, change: Partial<StoredException>) =>
    onChange(all.map((one, place) => (place === at ? { ...one, ...change } : one)))
  return (
    <section aria-label={title}>
      <h2 className="mb-2 text-lg">{title}</h2>
      <ul className="flex flex-col gap-2">
        {all.map(({ first, last, open, words }, at) => (
          <li key={at} className="flex flex-wrap items-end gap-2">
            <label className="flex flex-col gap-1 text-[13px]">
              From
              <input
                type="date"
                value={first}
                onChange={({ target }) =>
                  target.value &&
                  set(at, { first: target.value, last: last < target.value ? target.value : last })
                }
                className={short}
              />
            </label>
            <label className="flex flex-col gap-1 text-[13px]">
              To, with that day
              <input
                type="date"
                value={last}
                min={first}
                onChange={({ target }) => target.value && set(at, { last: target.value })}
                className={short}
              />
            </label>
            <label className="flex flex-col gap-1 text-[13px]">
              There only
              <input
                key={open.join()}
                defaultValue={open.join(', ')}
                placeholder="not at all"
                title="Such as 10:00-14:00, with commas between several"
                onBlur={({ target }) =>
                  set(at, {
                    open: target.value
                      .split(',')
                      .map((one) => one.trim())
                      .filter((one) => readSpan(one) !== undefined)
                      .slice(0, 6),
                  })
                }
                className={short}
              />
            </label>
            <label className="flex min-w-32 flex-1 flex-col gap-1 text-[13px]">
              Why
              <input
                value={words}
                maxLength={80}
                placeholder="Only you see it"
                onChange={({ target }) => set(at, { words: target.value })}
                className={inputClass}
              />
            </label>
            <Button
              look="quiet"
              aria-label={`Remove ${words || first}`}
              onClick={() => onChange(all.filter((_one, place) => place !== at))}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <Button
        className="mt-2"
        onClick={() => onChange([...all, { first: today(), last: today(), open: [], words: '' }])}
      >
        Add days
      </Button>
    </section>
  )
}
