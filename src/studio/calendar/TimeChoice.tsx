'use client'
/** A day and one of its free times. */
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import type { CalendarShape, FreeTimeShape } from '@/core/api/shapes'
import { dayOf, timeIn } from '@/core/booking/when'
import { api } from '../api'
import { inputClass } from '../parts/TextField'
import { isoDay, minuteOf } from './diary'

export interface TimeChoiceProps {
  readonly record: CalendarShape
  readonly service: string
  readonly who: string
  readonly count: number
  /** `2026-12-03` */
  readonly day: string
  /** Instant, ISO; '' while none is chosen. */
  readonly start: string
  /** Counts as free: what a booking that is moved has itself. */
  readonly own?: string
  readonly onDay: (day: string) => void
  readonly onStart: (start: string) => void
}

export function TimeChoice({
  record,
  service,
  who,
  count,
  day,
  start,
  own,
  onDay,
  onStart,
}: TimeChoiceProps) {
  const { zone } = record.calendar
  const path = `/calendars/${record.id}/free`
  const noon = Date.parse(`${day}T12:00:00Z`)
  const asked = {
    service,
    who,
    count,
    from: new Date(noon - 36 * 3_600_000).toISOString(),
    until: new Date(noon + 36 * 3_600_000).toISOString(),
  }
  const { data, isPending } = useQuery({
    queryKey: [path, asked],
    queryFn: () => api<FreeTimeShape[]>('POST', path, asked),
    enabled: service !== '' && Number.isFinite(noon),
  })
  const free = (data ?? []).filter((one) => isoDay(dayOf(minuteOf(one.start), zone)) === day)
  const starts = [...free.map((one) => one.start), ...(own ? [own] : [])]
    .filter((one, at, all) => all.indexOf(one) === at && isoDay(dayOf(minuteOf(one), zone)) === day)
    .sort()
  // A time that is not offered on this day is none that was chosen: it must not be sent from behind the field.
  const isGone = !isPending && start !== '' && !starts.includes(start)
  useEffect(() => {
    if (isGone) onStart('')
  }, [isGone, onStart])
  return (
    <div className="grid grid-cols-2 gap-3">
      <label className="flex flex-col gap-1 font-medium">
        Day
        <input
          type="date"
          value={day}
          onChange={({ target }) => target.value && onDay(target.value)}
          className={inputClass}
        />
      </label>
      <label className="flex flex-col gap-1 font-medium">
        Time
        <select
          value={starts.includes(start) ? start : ''}
          onChange={({ target }) => onStart(target.value)}
          className={inputClass}
        >
          <option value="">
            {isPending ? 'Looking …' : starts.length > 0 ? 'Choose a time' : 'Nothing is free'}
          </option>
          {starts.map((one) => (
            <option key={one} value={one}>
              {timeIn(minuteOf(one), 'en', zone)}
            </option>
          ))}
        </select>
      </label>
    </div>
  )
}
