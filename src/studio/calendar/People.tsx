'use client'
/** People and rooms, each with their hours in a week and the days on which they differ. */
import { useState } from 'react'
import { resourceSchema, type CalendarResource } from '@/core/booking/shape'
import { newId } from '../newId'
import { Button } from '../parts/Button'
import { CopyField } from '../parts/CopyField'
import { Ago } from '../parts/Local'
import { TextField } from '../parts/TextField'
import type { EditedCalendar } from './CalendarView'
import { Exceptions } from './Exceptions'
import { HoursWeek } from './HoursWeek'
import { OwnCalendar } from './OwnCalendar'
import { RenewFeeds } from './RenewFeeds'

/** Everybody at once: their holidays. */
const everybody = 'everybody'

export function People({ calendar, record, onChange, onRecord }: EditedCalendar) {
  const { resources } = calendar
  const [at, setAt] = useState(resources[0]?.id ?? everybody)
  const chosen = resources.find(({ id }) => id === at)
  const change = (next: readonly CalendarResource[], of = '') =>
    onChange({ ...calendar, resources: [...next] }, of)
  const set = <K extends keyof CalendarResource>(field: K, value: CalendarResource[K]) =>
    change(
      resources.map((one) => (one.id === at ? { ...one, [field]: value } : one)),
      `${at} ${field}`,
    )
  const add = (is: CalendarResource['is']) => {
    const name = is === 'room' ? 'A new room' : 'Somebody new'
    const one = resourceSchema.parse({ id: newId(), is, name, hours: ['Mo-Fr 09:00-17:00'] })
    change([...resources, one])
    setAt(one.id)
  }
  const users = calendar.services.filter(({ needs }) => needs.some(({ of }) => of.includes(at)))
  const line = (id: string, name: string, note: string) => (
    <li key={id}>
      <button
        type="button"
        aria-current={id === at}
        onClick={() => setAt(id)}
        className="w-full px-2 py-2 text-start hover:bg-wash aria-[current=true]:bg-spruce-wash"
      >
        <span className="block truncate font-medium">{name || 'No name yet'}</span>
        <span className="block truncate text-[13px] text-faint">{note}</span>
      </button>
    </li>
  )
  return (
    <div className="grid gap-6 lg:grid-cols-[260px_1fr]">
      <div>
        <ul className="divide-y divide-hair border-y border-hair">
          {line(everybody, 'Everybody', 'Holidays')}
          {resources.map(({ id, name, note, is }) =>
            line(id, name, note || (is === 'room' ? 'A room' : 'A person')),
          )}
        </ul>
        <div className="mt-3 flex flex-wrap gap-2">
          <Button onClick={() => add('person')}>Add somebody</Button>
          <Button look="quiet" onClick={() => add('room')}>
            Add a room
          </Button>
        </div>
      </div>
      {chosen ? (
        <div key={at} className="flex min-w-0 flex-col gap-5">
          <div className="grid gap-4 sm:grid-cols-3">
            <TextField
              label="Name"
              value={chosen.name}
              maxLength={80}
              onChange={(event) => set('name', event.target.value)}
            />
            <TextField
              label="What they are for"
              value={chosen.note}
              maxLength={120}
              onChange={(event) => set('note', event.target.value)}
            />
            <TextField
              label="Told by mail"
              type="email"
              placeholder="Nobody"
              value={chosen.mail}
              maxLength={254}
              onChange={(event) => set('mail', event.target.value)}
            />
          </div>
          <section aria-label="Hours">
            <h2 className="mb-2 text-lg">Hours</h2>
            <HoursWeek of={chosen.name} lines={chosen.hours} onChange={(hours) => set('hours', hours)} />
          </section>
          <Exceptions
            title="Away, or there at other hours"
            all={chosen.exceptions}
            onChange={(exceptions) => set('exceptions', exceptions)}
          />
          <section aria-label="Busy already" className="flex flex-col gap-2">
            <h2 className="text-lg">Busy already</h2>
            <TextField
              isLong
              label="Addresses of calendars elsewhere"
              hint="One line each, as their program gives them for subscribing. Read every ten minutes; what stands there is not offered"
              key={`busy ${at}`}
              defaultValue={chosen.busyAt.join('\n')}
              onChange={(event) =>
                set(
                  'busyAt',
                  event.target.value
                    .split('\n')
                    .map((one) => one.trim().replace(/^webcals?:/, 'https:'))
                    .filter(Boolean)
                    .slice(0, 5),
                )
              }
            />
            {record.outside
              .filter(({ resource, isWritten }) => resource === at && !isWritten)
              .map(({ url, readAt, trouble }) => (
                <p key={url} className="text-[13px] break-words text-faint">
                  {new URL(url).host}:{' '}
                  {trouble ? (
                    trouble
                  ) : readAt ? (
                    <>
                      read <Ago iso={readAt} />
                    </>
                  ) : (
                    'not read yet'
                  )}
                </p>
              ))}
          </section>
          <OwnCalendar record={record} person={chosen} onRecord={onRecord} />
          <div>
            <Button
              look="quiet"
              disabled={users.length > 0}
              title={users.length > 0 ? `Needed for: ${users.map(({ name }) => name).join(', ')}` : undefined}
              onClick={() => {
                change(resources.filter(({ id }) => id !== at))
                setAt(everybody)
              }}
            >
              Take {chosen.name} away
            </Button>
            {users.length > 0 && (
              <p className="text-[13px] text-faint">
                Needed for {users.length === 1 ? 'one service' : `${users.length} services`}; take them off
                there first.
              </p>
            )}
          </div>
        </div>
      ) : (
        <div className="flex min-w-0 flex-col gap-5">
          <Exceptions
            title="Closed, or open at other hours"
            all={calendar.closed}
            onChange={(closed) => onChange({ ...calendar, closed }, 'closed')}
          />
          <section aria-label="Everything that is booked" className="flex flex-col gap-2">
            <h2 className="text-lg">Everything that is booked</h2>
            <p className="text-faint">
              To subscribe to in a calendar program. Whoever has the address can read it.
            </p>
            {record.feeds[0] && (
              <>
                <CopyField label="Address of the calendar of everybody" value={record.feeds[0].url} />
                <RenewFeeds record={record} onRecord={onRecord} />
              </>
            )}
          </section>
        </div>
      )}
    </div>
  )
}
