'use client'
/** Who has a submission in hand. */
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { toast } from 'sonner'
import type { SubmissionShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'

export interface Person {
  readonly id: string
  readonly name: string
  /** Of a client’s own people: the client. */
  readonly clientId: string | null
}

export function Assigned({ submission, people }: { submission: SubmissionShape; people: readonly Person[] }) {
  const queries = useQueryClient()
  const assign = useMutation({
    mutationFn: (to: string | null) => api('POST', `/submissions/${submission.id}/assign`, { to }),
    onError: (error) => toast.error(sentenceOf(error)),
    onSettled: () => queries.invalidateQueries({ queryKey: ['inbox'] }),
  })
  const { assignedTo, clientId } = submission
  const here = people.filter((one) => one.clientId === null || one.clientId === clientId)
  return (
    <label className="ml-auto flex items-center gap-2 text-[13px] text-faint">
      In the hands of
      <select
        value={assignedTo ?? ''}
        onChange={(event) => assign.mutate(event.target.value || null)}
        className="h-7 max-w-44 rounded-md border border-edge bg-paper px-1.5 text-ink"
      >
        <option value="">nobody</option>
        {assignedTo && !here.some(({ id }) => id === assignedTo) && (
          <option value={assignedTo}>somebody at the agency</option>
        )}
        {here.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}
