'use client'
/** A calendar of the client's: what is booked, and what can be booked. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { useState } from 'react'
import type { CalendarShape } from '@/core/api/shapes'
import { calendarSchema, type Calendar } from '@/core/booking/shape'
import { DraftActions } from '../parts/DraftActions'
import { useMayEdit } from '../parts/Role'
import { TopLine } from '../parts/TopLine'
import { useInForce } from '../parts/useInForce'
import { Diary } from './Diary'
import { People } from './People'
import { Services } from './Services'
import { Terms } from './Terms'

const parts = ['Bookings', 'Services', 'People and hours', 'Terms'] as const
type Part = (typeof parts)[number]

export interface CalendarViewProps {
  readonly first: CalendarShape
}

export function CalendarView({ first }: CalendarViewProps) {
  const [queries] = useState(() => new QueryClient())
  return (
    <QueryClientProvider client={queries}>
      <View first={first} />
    </QueryClientProvider>
  )
}

function View({ first }: CalendarViewProps) {
  const mayEdit = useMayEdit()
  const [part, setPart] = useState<Part>('Bookings')
  const { record, setRecord, draft, saveNow, crumbs } = useInForce({
    first,
    name: 'calendar',
    schema: calendarSchema,
    said: 'Saved. It is in force from now on; what is booked stays as it is.',
  })
  const { document: calendar, set, fault } = draft
  const edited = { calendar, record, onChange: set, onRecord: setRecord }
  return (
    <>
      <TopLine crumbs={crumbs}>
        {mayEdit && part !== 'Bookings' && (
          <DraftActions
            draft={draft}
            fault={fault && inWords(calendar, fault)}
            onSave={() => void saveNow()}
          />
        )}
      </TopLine>
      <main className="mx-auto flex w-full max-w-6xl flex-col gap-5 px-4 py-6 sm:px-6">
        <div className="flex flex-wrap items-end justify-between gap-3">
          <h1 className="text-2xl">{record.name}</h1>
          <nav aria-label="Parts of the calendar" className="flex flex-wrap gap-x-5 gap-y-1">
            {parts.map((one) => (
              <button
                key={one}
                type="button"
                aria-current={one === part ? 'page' : undefined}
                onClick={() => setPart(one)}
                className="border-b-2 border-transparent pb-1 font-medium text-faint hover:text-ink aria-[current=page]:border-spruce aria-[current=page]:text-ink"
              >
                {one}
              </button>
            ))}
          </nav>
        </div>
        {part === 'Bookings' && <Diary record={record} />}
        <fieldset disabled={!mayEdit} className="min-w-0">
          {part === 'Services' && <Services {...edited} />}
          {part === 'People and hours' && <People {...edited} />}
          {part === 'Terms' && <Terms {...edited} />}
        </fieldset>
      </main>
    </>
  )
}

/** Where something is not right yet, as the screen calls it. */
function inWords(
  { services, resources }: Calendar,
  { path, message }: { path: PropertyKey[]; message: string },
): string {
  const [list, at, field] = path
  const of = list === 'services' ? services : list === 'resources' ? resources : undefined
  const name = of?.[Number(at)]?.name
  if (of && name === '') return `${list === 'services' ? 'a service' : 'somebody'} has no name.`
  if (list === 'services' && field === 'needs') return `${name} needs somebody who does it.`
  return name === undefined ? message : `${name}: ${message}`
}

export interface EditedCalendar {
  readonly calendar: Calendar
  readonly record: CalendarShape
  /** @param of - what is being typed in: going on there is one step back */
  readonly onChange: (calendar: Calendar, of?: string) => void
  /** What stands beside the document has changed. */
  readonly onRecord: (record: CalendarShape) => void
}
