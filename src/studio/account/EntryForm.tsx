'use client'
/** A form on a page of its own, for those who are not signed in yet. */
import { useState, type FormEvent, type ReactNode } from 'react'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { TextField } from '../parts/TextField'

export interface EntryField {
  readonly name: string
  readonly label: string
  readonly type?: 'text' | 'email' | 'password'
  readonly hint?: string
  readonly autoComplete?: string
}

export interface EntryFormProps {
  readonly title: string
  readonly intro?: ReactNode
  readonly fields: readonly EntryField[]
  readonly button: string
  readonly path: string
  /** Sent along with what is typed. */
  readonly more?: Readonly<Record<string, string>>
}

export const passwordField: EntryField = {
  name: 'password',
  label: 'Password',
  type: 'password',
  hint: 'At least 12 characters. A sentence is easier to keep than a riddle.',
  autoComplete: 'new-password',
}

export function EntryForm({ title, intro, fields, button, path, more }: EntryFormProps) {
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const [fault, setFault] = useState<string>()
  const [busy, setBusy] = useState(false)
  async function submit(event: FormEvent) {
    event.preventDefault()
    setBusy(true)
    setFault(undefined)
    try {
      await api('POST', path, { ...typed, ...more })
      window.location.assign('/')
    } catch (error) {
      setFault(sentenceOf(error))
      setBusy(false)
    }
  }
  return (
    <main className="mx-auto flex min-h-dvh max-w-sm flex-col justify-center gap-8 px-6 py-12">
      <div>
        <p className="font-display text-3xl font-bold tracking-tight text-spruce">Yimble</p>
        <h1 className="mt-2 text-xl font-medium">{title}</h1>
        {intro && <div className="mt-2 text-faint">{intro}</div>}
      </div>
      <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-4">
        {fields.map((field) => (
          <TextField
            key={field.name}
            {...field}
            required
            value={typed[field.name] ?? ''}
            onChange={(event) => setTyped({ ...typed, [field.name]: event.target.value })}
          />
        ))}
        {fault && (
          <Notice tone="broken" role="alert">
            {fault}
          </Notice>
        )}
        <Button look="main" type="submit" busy={busy}>
          {button}
        </Button>
      </form>
    </main>
  )
}
