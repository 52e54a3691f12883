'use client'
/** Chooses the catalogue that a form fills, which question fills which column, and whether new entries wait. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { toast } from 'sonner'
import type { CellsShape, SourceShape } from '@/core/api/shapes'
import { questionsOf, type Form } from '@/core/forms/form'
import { fileColumns } from '@/core/forms/posting'
import { api, sentenceOf } from '../api'
import { inputClass } from '../parts/TextField'

export interface PostsToProps {
  readonly form: Form
  readonly clientId: string
  readonly onChange: (form: Form) => void
}

export function PostsTo({ form, clientId, onChange }: PostsToProps) {
  const { source, columns } = form.posts
  const path = `/clients/${clientId}/sources`
  const queries = useQueryClient()
  const { data: sources = [] } = useQuery({
    queryKey: [path],
    queryFn: () => api<SourceShape[]>('GET', path),
  })
  const catalogues = sources.filter(({ address }) => address.startsWith('file:'))
  const chosen = catalogues.find(({ id }) => id === source)
  const { data: cells } = useQuery({
    queryKey: ['cells', source],
    queryFn: () => api<CellsShape>('GET', `/sources/${source}/cells`),
    enabled: chosen !== undefined,
  })
  const fillable = cells?.columns.flatMap((id, at) =>
    id && id !== 'guid' ? [{ id, label: cells.headings[at]! }] : [],
  )
  const set = (change: Partial<Form['posts']>) => onChange({ ...form, posts: { ...form.posts, ...change } })
  const fill = (question: string, column: string) => {
    const { [question]: _before, ...rest } = columns
    set({ columns: column ? { ...rest, [question]: column } : rest })
  }
  async function setPolicy(policy: SourceShape['policy']) {
    try {
      await api('PATCH', `/sources/${source}`, { policy })
      await queries.invalidateQueries({ queryKey: [path] })
    } catch (error) {
      toast.error(sentenceOf(error))
    }
  }
  if (catalogues.length === 0) return null
  return (
    <div className="flex flex-col gap-3">
      <label className="flex flex-col gap-1 font-medium">
        What is sent becomes an entry of
        <select
          value={source}
          onChange={(event) => set({ source: event.target.value })}
          className={inputClass}
        >
          <option value="">No catalogue</option>
          {catalogues.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </select>
        <span className="text-[13px] font-normal text-faint">
          Whoever sent it gets a link by which they change it or take it back
        </span>
      </label>
      {chosen && (
        <label className="flex flex-col gap-1 font-medium">
          New entries
          <select
            value={chosen.policy}
            onChange={(event) => void setPolicy(event.target.value as SourceShape['policy'])}
            className={inputClass}
          >
            <option value="wait">wait until somebody lets them show</option>
            <option value="show">show at once</option>
          </select>
        </label>
      )}
      {chosen && fillable && (
        <fieldset className="flex flex-col gap-1.5">
          <legend className="mb-1 font-medium">Which question fills what</legend>
          {questionsOf(form)
            .filter(({ type }) => type !== 'consent')
            .map(({ id, label, type }) => (
              <label key={id} className="grid grid-cols-2 items-center gap-2">
                <span className="truncate" title={label}>
                  {label}
                </span>
                <select
                  value={columns[id] ?? ''}
                  onChange={(event) => fill(id, event.target.value)}
                  className={inputClass}
                >
                  <option value="">Nothing</option>
                  {fillable
                    .filter((one) => type !== 'file' || fileColumns.has(one.id))
                    .map((one) => (
                      <option key={one.id} value={one.id}>
                        {one.label}
                      </option>
                    ))}
                </select>
              </label>
            ))}
        </fieldset>
      )}
    </div>
  )
}
