'use client'
/** A new password for oneself. */
import { useState, type FormEvent } from 'react'
import { toast } from 'sonner'
import { api } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { TextField } from '../parts/TextField'

export function PasswordSection() {
  const { busy, act } = useAct()
  const [now, setNow] = useState('')
  const [next, setNext] = useState('')
  const save = (event: FormEvent) => {
    event.preventDefault()
    void act(async () => {
      await api('POST', '/password', { now, next })
      setNow('')
      setNext('')
      toast.success('Your password is changed. Other browsers are signed out.')
    })
  }
  return (
    <section aria-labelledby="password">
      <h2 id="password" className="mb-2 text-lg">
        Password
      </h2>
      <form onSubmit={save} className="flex max-w-md flex-col gap-3">
        <TextField
          label="Current password"
          type="password"
          autoComplete="current-password"
          value={now}
          onChange={(event) => setNow(event.target.value)}
        />
        <TextField
          label="New password"
          type="password"
          autoComplete="new-password"
          hint="At least 12 characters"
          value={next}
          onChange={(event) => setNext(event.target.value)}
        />
        <div>
          <Button type="submit" busy={busy} disabled={now === '' || next === ''}>
            Change password
          </Button>
        </div>
      </form>
    </section>
  )
}
