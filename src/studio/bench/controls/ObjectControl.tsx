'use client'
/** One of the client's lists, or a new one. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { toast } from 'sonner'
import type { ListShape } from '@/core/api/shapes'
import type { ObjectOptions } from '@/core/settings/controls/object'
import { api, sentenceOf } from '../../api'
import { Button } from '../../parts/Button'
import { inputClass, TextField } from '../../parts/TextField'
import type { ControlProps } from './control'

export function ObjectControl({ id, leaf, clientId, describedBy, onChange }: ControlProps<ObjectOptions>) {
  const path = `/clients/${clientId}/lists`
  const queries = useQueryClient()
  const { data: lists = [] } = useQuery({ queryKey: [path], queryFn: () => api<ListShape[]>('GET', path) })
  const [name, setName] = useState('')
  const [busy, setBusy] = useState(false)

  async function add() {
    setBusy(true)
    try {
      const made = await api<ListShape>('POST', path, { name: name.trim() })
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
        value={String(leaf)}
        aria-describedby={describedBy}
        onChange={(event) => onChange(event.target.value)}
        className={inputClass}
      >
        <option value="">{lists.length > 0 ? 'Choose a list' : 'No list yet'}</option>
        {lists.map((list) => (
          <option key={list.id} value={list.id}>
            {list.name} · {list.confirmed} on it
          </option>
        ))}
      </select>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim()) void add()
        }}
      >
        <TextField
          label="A new list"
          value={name}
          maxLength={80}
          placeholder="Letters on Thursdays"
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
