'use client'
/** Some of the services of the client's calendars; none ticked means all of them. */
import { useQuery } from '@tanstack/react-query'
import type { CalendarShape } from '@/core/api/shapes'
import type { PicksOptions } from '@/core/settings/controls/picks'
import { api } from '../../api'
import { calendarsPath } from '../useObjects'
import type { ControlProps } from './control'

export function PicksControl({ id, leaf, clientId, describedBy, onChange }: ControlProps<PicksOptions>) {
  const path = calendarsPath(clientId)
  const { data: calendars = [] } = useQuery({
    queryKey: [path],
    queryFn: () => api<CalendarShape[]>('GET', path),
  })
  const picked = Array.isArray(leaf) ? (leaf as readonly string[]) : []
  const services = calendars.flatMap(({ calendar, name }) =>
    calendar.services.map((one) => ({ ...one, calendarName: name })),
  )
  if (services.length === 0)
    return (
      <p id={id} className="text-faint">
        There are no services yet. Choose a calendar above, or make one.
      </p>
    )
  return (
    <ul id={id} aria-describedby={describedBy} className="flex max-h-72 flex-col overflow-y-auto">
      {services.map(({ id: service, name, calendarName }) => (
        <li key={`${calendarName} ${service}`}>
          <label className="flex min-h-8 items-center gap-2">
            <input
              type="checkbox"
              checked={picked.includes(service)}
              onChange={({ target }) =>
                onChange(target.checked ? [...picked, service] : picked.filter((one) => one !== service))
              }
              className="size-4 accent-spruce"
            />
            <span className="min-w-0 flex-1 truncate">{name}</span>
            {calendars.length > 1 && <span className="text-[13px] text-faint">{calendarName}</span>}
          </label>
        </li>
      ))}
    </ul>
  )
}
