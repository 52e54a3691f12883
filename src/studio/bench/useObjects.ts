'use client'
/** Objects of the client's that the settings choose, as the kind is given them: what visitors see of them now. */
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { BenchShape, FormShape } from '@/core/api/shapes'
import type { Settings } from '@/core/settings/field'
import { chosenFor, type Kind } from '@/kinds/contract'
import type { GivenForm } from '@/kinds/questions/kind'
import { api } from '../api'

export const formsPath = (clientId: string) => `/clients/${clientId}/forms`

export function useObjects(
  kind: Kind,
  { client, objects }: BenchShape,
  settings: Settings,
): Readonly<Record<string, object>> {
  const roles = Object.entries(kind.intake).flatMap(([role, { takes }]) =>
    'object' in takes && takes.object === 'form' ? [role] : [],
  )
  const path = formsPath(client.id)
  const { data: forms } = useQuery({
    queryKey: [path],
    queryFn: () => api<FormShape[]>('GET', path),
    enabled: roles.length > 0,
  })
  const chosen = roles.map((role) => `${role} ${chosenFor(role, settings)[0] ?? ''}`).join(',')
  return useMemo(() => {
    if (!forms) return objects as Readonly<Record<string, object>>
    const found = chosen.split(',').flatMap((one): [string, GivenForm][] => {
      const [role = '', id] = one.split(' ')
      const form = forms.find((other) => other.id === id)
      return form ? [[role, { form: form.live, release: form.liveNumber }]] : []
    })
    return Object.fromEntries(found)
  }, [forms, objects, chosen])
}
