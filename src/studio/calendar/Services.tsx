'use client'
/** What can be booked: a list, and all about the one that is chosen. */
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useState } from 'react'
import { isEverOpen } from '@/core/booking/everOpen'
import { serviceSchema, type CalendarService } from '@/core/booking/shape'
import { lengthInWords } from '@/core/locale/length'
import { newId } from '../newId'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import type { EditedCalendar } from './CalendarView'
import { ServiceFields } from './ServiceFields'

export function Services({ calendar, record, onChange }: EditedCalendar) {
  const { services, resources } = calendar
  const [at, setAt] = useState(services[0]?.id)
  const chosen = services.find(({ id }) => id === at)
  const change = (next: readonly CalendarService[], of = '') =>
    onChange({ ...calendar, services: [...next] }, of)
  const add = () => {
    const one = serviceSchema.parse({
      id: newId(),
      name: 'A new service',
      group: chosen?.group ?? '',
      minutes: 30,
      every: 30,
      needs: chosen?.needs ?? [{ of: resources.slice(0, 1).map(({ id }) => id) }],
    })
    change([...services, one])
    setAt(one.id)
  }
  const move = (place: number, by: number) => {
    const next = [...services]
    const [one] = next.splice(place, 1)
    next.splice(place + by, 0, one!)
    change(next)
  }
  if (resources.length === 0)
    return (
      <p className="rounded-md border border-dashed border-edge p-8 text-center">
        Nobody is there to do anything yet. Add people first, under “People and hours”.
      </p>
    )
  return (
    <div className="grid gap-6 lg:grid-cols-[320px_1fr]">
      <div>
        <ul className="divide-y divide-hair border-y border-hair">
          {services.map((one, place) => (
            <li key={one.id} className="flex items-center">
              <button
                type="button"
                aria-current={one.id === at}
                onClick={() => setAt(one.id)}
                className="min-w-0 flex-1 px-2 py-2 text-start hover:bg-wash aria-[current=true]:bg-spruce-wash"
              >
                <span className="block truncate font-medium">{one.name || 'No name yet'}</span>
                <span className="block truncate text-[13px] text-faint">
                  {[
                    lengthInWords(one.minutes, 'en'),
                    one.places > 1 ? `${one.places} places` : '',
                    one.group,
                    one.isOffered ? '' : 'not offered',
                    isEverOpen(calendar, one) ? '' : 'no hours',
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </button>
              <Button
                small
                look="quiet"
                aria-label={`Move ${one.name} up`}
                disabled={place === 0}
                onClick={() => move(place, -1)}
              >
                <ArrowUp aria-hidden className="size-3.5" />
              </Button>
              <Button
                small
                look="quiet"
                aria-label={`Move ${one.name} down`}
                disabled={place === services.length - 1}
                onClick={() => move(place, 1)}
              >
                <ArrowDown aria-hidden className="size-3.5" />
              </Button>
            </li>
          ))}
        </ul>
        <div className="mt-3 flex gap-2">
          <Button onClick={add}>Add a service</Button>
          {chosen && (
            <Button
              look="quiet"
              onClick={() => {
                change(services.filter(({ id }) => id !== at))
                setAt(services.find(({ id }) => id !== at)?.id)
              }}
            >
              Take it away
            </Button>
          )}
        </div>
      </div>
      {chosen && (
        <div className="flex flex-col gap-5">
          {!isEverOpen(calendar, chosen) && (
            <Notice tone="look">
              Nobody can book it yet: those whom it needs have no hours. Give them some under “People and
              hours”.
            </Notice>
          )}
          <ServiceFields
            key={chosen.id}
            service={chosen}
            resources={resources}
            currency={calendar.currency}
            clientId={record.clientId}
            onChange={(next, field) =>
              change(
                services.map((one) => (one.id === next.id ? next : one)),
                `${next.id} ${field}`,
              )
            }
          />
        </div>
      )}
    </div>
  )
}
