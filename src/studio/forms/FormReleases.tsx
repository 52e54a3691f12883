'use client'
/** What the form asked before, to begin with again; and a copy of it. */
import Link from 'next/link'
import { useState } from 'react'
import type { FormReleaseShape, FormShape } from '@/core/api/shapes'
import type { Form } from '@/core/forms/form'
import { api } from '../api'
import { Button } from '../parts/Button'
import { DayAndTime } from '../parts/Local'
import { useBusy } from '../parts/useBusy'

export interface FormReleasesProps {
  readonly record: FormShape
  /** The draft is this from now on; it can be undone, and visitors see it once it is published. */
  readonly onTake: (form: Form) => void
}

export function FormReleases({ record, onTake }: FormReleasesProps) {
  const [releases, setReleases] = useState<readonly FormReleaseShape[]>()
  const [copy, setCopy] = useState<FormShape>()
  const { busy, run } = useBusy()
  const show = () =>
    run(async () => setReleases(await api<FormReleaseShape[]>('GET', `/forms/${record.id}/releases`)))
  const makeCopy = () =>
    run(async () => {
      const name = `${record.name.slice(0, 60)}, copy ${new Date().toISOString().slice(5, 16).replace('T', ' ')}`
      setCopy(await api<FormShape>('POST', `/forms/${record.id}/copy`, { name }))
    })
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap gap-2">
        <Button small busy={busy} onClick={() => void show()}>
          Earlier releases
        </Button>
        <Button small busy={busy} onClick={() => void makeCopy()}>
          Copy this form
        </Button>
      </div>
      {copy && (
        <p role="status" className="text-[13px]">
          There is{' '}
          <Link href={`/forms/${copy.id}`} className="underline">
            {copy.name}
          </Link>
          .
        </p>
      )}
      {releases && (
        <ol className="divide-y divide-hair border-y border-hair">
          {releases.map(({ number, publishedAt, publishedBy, form }) => (
            <li key={number} className="flex items-center justify-between gap-3 py-1.5">
              <span>
                Release {number}
                <span className="block text-[13px] text-faint">
                  {publishedBy}, <DayAndTime iso={publishedAt} />
                </span>
              </span>
              <Button small onClick={() => onTake(form)}>
                Begin with it<span className="sr-only"> again: release {number}</span>
              </Button>
            </li>
          ))}
        </ol>
      )}
    </div>
  )
}
