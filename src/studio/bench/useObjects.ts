'use client'
/** Objects of the client's that the settings choose, as the kind is given them: what visitors see of them now. */
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { BenchShape, CalendarShape, FormShape, SwitchboardShape } from '@/core/api/shapes'
import type { GivenSwitchboard } from '@/core/ring/shape'
import type { Settings } from '@/core/settings/field'
import { chosenFor, type Kind } from '@/kinds/contract'
import type { GivenCalendar } from '@/kinds/booking/offered'
import type { GivenForm } from '@/kinds/questions/kind'
import { api } from '../api'

export const formsPath = (clientId: string) => `/clients/${clientId}/forms`
export const calendarsPath = (clientId: string) => `/clients/${clientId}/calendars`
const switchboardsPath = (clientId: string) => `/clients/${clientId}/switchboards`

type Sort = 'form' | 'calendar' | 'switchboard'
/** What a kind is given of an object as it is now. Lists tell visitors nothing. */
const givenOf = {
  form: ({ live, liveNumber }: FormShape): GivenForm => ({ form: live, release: liveNumber }),
  calendar: ({ calendar }: CalendarShape): GivenCalendar => ({ calendar }),
  switchboard: ({ switchboard }: SwitchboardShape): GivenSwitchboard => switchboard,
} as const

export function useObjects(
  kind: Kind,
  { client, objects }: BenchShape,
  settings: Settings,
): Readonly<Record<string, object>> {
  const roles = Object.entries(kind.intake).flatMap(([role, { takes }]): [string, Sort][] =>
    'object' in takes && takes.object in givenOf ? [[role, takes.object as Sort]] : [],
  )
  const takes = (sort: Sort) => roles.some(([, one]) => one === sort)
  const forms = useAll<FormShape>(formsPath(client.id), takes('form'))
  const calendars = useAll<CalendarShape>(calendarsPath(client.id), takes('calendar'))
  const boards = useAll<SwitchboardShape>(switchboardsPath(client.id), takes('switchboard'))
  const isLoading =
    (takes('form') && !forms) || (takes('calendar') && !calendars) || (takes('switchboard') && !boards)
  const chosen = roles
    .map(([role, sort]) => `${role} ${sort} ${chosenFor(role, settings)[0] ?? ''}`)
    .join(',')
  return useMemo(() => {
    if (isLoading) return objects as Readonly<Record<string, object>>
    const found = chosen.split(',').flatMap((one): [string, object][] => {
      const [role = '', sort, id] = one.split(' ')
      const form = sort === 'form' && forms?.find((other) => other.id === id)
      if (form) return [[role, givenOf.form(form)]]
      const calendar = sort === 'calendar' && calendars?.find((other) => other.id === id)
      if (calendar) return [[role, givenOf.calendar(calendar)]]
      const board = sort === 'switchboard' && boards?.find((other) => other.id === id)
      return board ? [[role, givenOf.switchboard(board)]] : []
    })
    return Object.fromEntries(found)
  }, [isLoading, forms, calendars, boards, objects, chosen])
}

function useAll<T>(path: string, isNeeded: boolean): readonly T[] | undefined {
  const { data } = useQuery({ queryKey: [path], queryFn: () => api<T[]>('GET', path), enabled: isNeeded })
  return data
}
