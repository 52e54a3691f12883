'use client'
/** One of the client's objects, such as a list or a form, or a new one. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import Link from 'next/link'
import { useState } from 'react'
import { toast } from 'sonner'
import type { CalendarShape, FormShape, ListShape, SwitchboardShape } from '@/core/api/shapes'
import { questionsOf } from '@/core/forms/form'
import type { ObjectOptions } from '@/core/settings/controls/object'
import { readyCalendars } from '@/kinds/booking/example'
import { readyForms } from '@/kinds/questions/example'
import { api, sentenceOf } from '../../api'
import { Button } from '../../parts/Button'
import { inputClass, TextField } from '../../parts/TextField'
import type { ControlProps } from './control'

interface Known {
  readonly id: string
  readonly name: string
}
interface Sort<O extends Known> {
  readonly path: string
  readonly told: (one: O) => string
  readonly placeholder: string
  /** What a new one can begin with. */
  readonly begin: readonly { readonly id: string; readonly label: string; readonly hint: string }[]
  readonly edit?: { readonly label: string; readonly href: (id: string) => string }
}
const many = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`

const list: Sort<ListShape> = {
  path: 'lists',
  told: ({ name, confirmed }) => `${name} · ${confirmed} on it`,
  placeholder: 'Letters on Thursdays',
  begin: [],
}
const form: Sort<FormShape> = {
  path: 'forms',
  told: ({ name, live }) => `${name} · ${many(questionsOf(live).length, 'question')}`,
  placeholder: 'Questions to us',
  begin: readyForms,
  edit: { label: 'Change its questions', href: (id) => `/forms/${id}` },
}
const calendar: Sort<CalendarShape> = {
  path: 'calendars',
  told: ({ name, calendar: { services } }) => `${name} · ${many(services.length, 'service')}`,
  placeholder: 'Visits',
  begin: readyCalendars,
  edit: { label: 'Change services, people and hours', href: (id) => `/calendars/${id}` },
}
const switchboard: Sort<SwitchboardShape> = {
  path: 'switchboards',
  told: ({ name, switchboard: { phones } }) => `${name} · ${many(phones.length, 'telephone')}`,
  placeholder: 'The practice',
  begin: [],
  edit: { label: 'Change telephones, hours and greeting', href: (id) => `/switchboards/${id}` },
}
const sorts = { list, form, calendar, switchboard } as unknown as Readonly<
  Record<ObjectOptions['of'], Sort<Known>>
>

export function ObjectControl({
  id,
  leaf,
  control,
  clientId,
  describedBy,
  onChange,
}: ControlProps<ObjectOptions>) {
  const { of } = control
  const sort = sorts[of]
  const path = `/clients/${clientId}/${sort.path}`
  const queries = useQueryClient()
  const { data: known = [] } = useQuery({ queryKey: [path], queryFn: () => api<Known[]>('GET', path) })
  const [name, setName] = useState('')
  const [from, setFrom] = useState(sort.begin[0]?.id)
  const [busy, setBusy] = useState(false)
  const chosen = String(leaf)

  async function add() {
    setBusy(true)
    try {
      const made = await api<Known>('POST', path, { name: name.trim(), ...(from ? { from } : {}) })
      await queries.invalidateQueries({ queryKey: [path] })
      onChange(made.id)
      setName('')
    } catch (error) {
      toast.error(sentenceOf(error))
    }
    setBusy(false)
  }

  return (
    <div className="flex flex-col gap-2">
      <select
        id={id}
        value={chosen}
        aria-describedby={describedBy}
        onChange={(event) => onChange(event.target.value)}
        className={inputClass}
      >
        <option value="">{known.length > 0 ? `Choose a ${of}` : `No ${of} yet`}</option>
        {known.map((one) => (
          <option key={one.id} value={one.id}>
            {sort.told(one)}
          </option>
        ))}
      </select>
      {sort.edit && chosen && (
        <Link href={sort.edit.href(chosen)} className="self-start text-spruce underline">
          {sort.edit.label}
        </Link>
      )}
      <form
        className="mt-3 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim()) void add()
        }}
      >
        {from && (
          <label className="flex w-full flex-col gap-1 font-medium">
            A new one begins with
            <select value={from} onChange={(event) => setFrom(event.target.value)} className={inputClass}>
              {sort.begin.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.label}
                </option>
              ))}
            </select>
            <span className="text-[13px] font-normal text-faint">
              {sort.begin.find((one) => one.id === from)?.hint}
            </span>
          </label>
        )}
        <TextField
          label={from ? 'Its name' : `A new ${of}`}
          value={name}
          maxLength={80}
          placeholder={sort.placeholder}
          onChange={(event) => setName(event.target.value)}
          className="flex-1"
        />
        <Button type="submit" busy={busy} disabled={name.trim() === ''}>
          Add it
        </Button>
      </form>
    </div>
  )
}
