'use client'
/** Hours of a week: on which days, from when, until when; a line for each. */
import { Plus, X } from 'lucide-react'
import { dayCodes, readHours, writeHours, writeMinutes, type Hours } from '@/core/schedule/hours'
import { inputClass } from '../../parts/TextField'
import type { ControlProps } from './control'

const names = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const
const office: Hours = { days: [0, 1, 2, 3, 4], from: 9 * 60, until: 17 * 60 }
const dayMinutes = 24 * 60

/** What the field of the browser holds; a day's end is the midnight after it. */
const minutesOf = (time: string) => {
  const [hour, minute] = time.split(':').map(Number)
  return (hour ?? 0) * 60 + (minute ?? 0)
}

export function HoursControl({ id, field, leaf, describedBy, onChange }: ControlProps) {
  const lines = (Array.isArray(leaf) ? (leaf as readonly string[]) : []).flatMap(
    (line) => readHours(line) ?? [],
  )
  const put = (next: readonly Hours[]) => onChange(next.map(writeHours))
  const change = (at: number, part: Partial<Hours>) => {
    const next = { ...lines[at]!, ...part }
    const end = next.until % dayMinutes || dayMinutes
    const until = end <= next.from ? end + dayMinutes : end
    put(lines.map((line, place) => (place === at ? { ...next, until } : line)))
  }
  return (
    <div
      id={id}
      role="group"
      aria-label={field.label}
      aria-describedby={describedBy}
      className="flex w-full flex-col gap-2"
    >
      {lines.map(({ days, from, until }, at) => (
        <fieldset key={at} className="rounded-md border border-hair p-2">
          <legend className="sr-only">Hours {at + 1}</legend>
          <div className="mb-2 flex flex-wrap gap-1">
            {dayCodes.map((code, day) => (
              <button
                key={code}
                type="button"
                aria-pressed={days.includes(day)}
                onClick={() => {
                  const next = days.includes(day) ? days.filter((one) => one !== day) : [...days, day]
                  if (next.length > 0) change(at, { days: next })
                }}
                className="h-7 min-w-8 rounded border border-edge text-[12px] text-faint aria-pressed:border-spruce aria-pressed:bg-spruce-wash aria-pressed:text-ink"
              >
                <span aria-hidden>{code}</span>
                <span className="sr-only">{names[day]}</span>
              </button>
            ))}
          </div>
          <div className="flex items-center gap-2 text-[13px]">
            <input
              type="time"
              aria-label="From"
              required
              value={writeMinutes(from)}
              onChange={({ target }) => target.value && change(at, { from: minutesOf(target.value) })}
              className={inputClass}
            />
            to
            <input
              type="time"
              aria-label="Until"
              required
              value={writeMinutes(until % dayMinutes)}
              onChange={({ target }) => target.value && change(at, { until: minutesOf(target.value) })}
              className={inputClass}
            />
            <button
              type="button"
              aria-label={`Remove hours ${at + 1}`}
              onClick={() => put(lines.filter((_line, place) => place !== at))}
              className="grid size-8 shrink-0 place-items-center rounded hover:bg-marigold-wash"
            >
              <X aria-hidden className="size-4" />
            </button>
          </div>
        </fieldset>
      ))}
      <button
        type="button"
        disabled={lines.length >= 14}
        onClick={() => put([...lines, lines.length > 0 ? { ...office, days: [5] } : office])}
        className="flex h-8 items-center gap-1.5 self-start text-[13px] text-spruce underline-offset-2 hover:underline"
      >
        <Plus aria-hidden className="size-4" />
        {lines.length > 0 ? 'Add other hours' : 'Set hours'}
      </button>
    </div>
  )
}
