'use client'
/** What is booked: a week, or one day with a column for each person. */
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import { useState } from 'react'
import type { BookingShape, CalendarShape } from '@/core/api/shapes'
import { dayOf, write } from '@/core/booking/when'
import { api } from '../api'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { useMayEdit } from '../parts/Role'
import { inputClass } from '../parts/TextField'
import { BookDialog } from './BookDialog'
import { BookingDialog } from './BookingDialog'
import { isoDay, mondayOf, placed } from './diary'
import { DiaryGrid, type Column } from './DiaryGrid'

const everyMs = 10_000
const narrow = inputClass.replace('w-full', 'w-auto')
type Span = 'week' | 'day'

export function Diary({ record }: { readonly record: CalendarShape }) {
  const { calendar } = record
  const { zone, resources } = calendar
  const mayEdit = useMayEdit()
  const queries = useQueryClient()
  const [today] = useState(() => dayOf(Math.floor(Date.now() / 60_000), zone))
  const [day, setDay] = useState(today)
  const [span, setSpan] = useState<Span>('week')
  const [who, setWho] = useState('')
  const [opened, setOpened] = useState<{ readonly booking: BookingShape; readonly to?: string }>()
  const [booking, setBooking] = useState<{
    readonly day: number
    readonly minute: number
    readonly who: string
  }>()

  const first = span === 'week' ? mondayOf(day) : day
  const count = span === 'week' ? 7 : 1
  // A day on either side: clocks elsewhere, and what goes on past midnight.
  const range = { from: `${isoDay(first - 1)}T00:00:00Z`, until: `${isoDay(first + count + 1)}T00:00:00Z` }
  const path = `/calendars/${record.id}/bookings/find`
  const { data, error } = useQuery({
    queryKey: [path, range.from, range.until],
    queryFn: () => api<BookingShape[]>('POST', path, range),
    refetchInterval: everyMs,
    placeholderData: keepPreviousData,
  })
  const people = resources.filter(({ is, id }) => is === 'person' && (who === '' || id === who))
  const columns: readonly Column[] =
    span === 'week'
      ? Array.from({ length: 7 }, (_one, at) => ({
          label: write((first + at) * 1440, 'en', 'UTC', { weekday: 'short', day: 'numeric' }),
          day: first + at,
          who,
          isToday: first + at === today,
        }))
      : people.map(({ id, name }) => ({ label: name, day, who: id, isToday: day === today }))
  const shown = (data ?? []).filter(
    (one) => one.state !== 'cancelled' && (who === '' || one.who.includes(who)),
  )
  const blocks = placed(shown, zone, (on, of) =>
    columns.flatMap((column, at) =>
      column.day === on && (span === 'week' || of.includes(column.who)) ? [at] : [],
    ),
  )
  const asked = shown.filter(({ state }) => state === 'asked').length
  const refresh = () => queries.invalidateQueries({ queryKey: [path] })
  const title = write(first * 1440, 'en', 'UTC', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    ...(span === 'day' ? { weekday: 'long' } : {}),
  })
  return (
    <section aria-label="What is booked" className="flex min-w-0 flex-col gap-3">
      <div className="flex flex-wrap items-center gap-2">
        <Button aria-label={`The ${span} before`} onClick={() => setDay(day - count)}>
          <ChevronLeft aria-hidden className="size-4 rtl:rotate-180" />
        </Button>
        <Button aria-label={`The ${span} after`} onClick={() => setDay(day + count)}>
          <ChevronRight aria-hidden className="size-4 rtl:rotate-180" />
        </Button>
        <Button look="quiet" disabled={day === today} onClick={() => setDay(today)}>
          Today
        </Button>
        <h2 aria-live="polite" className="min-w-48 text-lg">
          {span === 'week' ? `Week of ${title}` : title}
        </h2>
        <select
          aria-label="By week or day"
          value={span}
          onChange={({ target }) => setSpan(target.value as Span)}
          className={`${narrow} ml-auto`}
        >
          <option value="week">By week</option>
          <option value="day">By day and person</option>
        </select>
        <select
          aria-label="Of whom"
          value={who}
          onChange={({ target }) => setWho(target.value)}
          className={`${narrow} max-w-56`}
        >
          <option value="">Everybody</option>
          {resources.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        {mayEdit && calendar.services.length > 0 && (
          <Button look="main" onClick={() => setBooking({ day, minute: 9 * 60, who })}>
            Book by hand
          </Button>
        )}
      </div>
      {error && <Notice tone="broken">{error.message}</Notice>}
      {asked > 0 && (
        <Notice tone="look">
          {asked === 1 ? 'One wants' : `${asked} want`} to be confirmed. Open it to say yes or no.
        </Notice>
      )}
      <DiaryGrid
        columns={columns}
        blocks={blocks}
        calendar={calendar}
        mayEdit={mayEdit}
        onOpen={(one) => setOpened({ booking: one })}
        onFree={(column, minute) => setBooking({ day: column.day, minute, who: column.who })}
        onDrop={(one, to) => setOpened({ booking: one, to })}
      />
      <p className="text-[13px] text-faint">
        Times are by the clock of {zone.split('/').at(-1)!.replaceAll('_', ' ')}.
        {data && shown.length === 0 && ' Nothing is booked here.'}
      </p>
      {booking && (
        <BookDialog
          record={record}
          at={booking}
          onClose={() => setBooking(undefined)}
          onDone={() => {
            setBooking(undefined)
            void refresh()
          }}
        />
      )}
      {opened && (
        <BookingDialog
          record={record}
          booking={opened.booking}
          to={opened.to}
          onClose={() => setOpened(undefined)}
          onDone={() => {
            setOpened(undefined)
            void refresh()
          }}
        />
      )}
    </section>
  )
}
