'use client'
/** Signing in, on its own page or in a dialog over unfinished work. */
import { useState, type FormEvent } from 'react'
import { api, sentenceOf } from '../api'
import { Button } from './Button'
import { Notice } from './Notice'
import { TextField } from './TextField'

export function SignInForm({
  onDone,
  demo,
}: {
  onDone: () => void
  demo?: { email: string; password: string }
}) {
  const [email, setEmail] = useState('')
  const [password, setPassword] = useState('')
  const [fault, setFault] = useState<string>()
  const [busy, setBusy] = useState(false)

  async function submit(event: FormEvent) {
    event.preventDefault()
    setBusy(true)
    setFault(undefined)
    try {
      await api('POST', '/sign-in', { email, password })
      onDone()
    } catch (error) {
      setFault(sentenceOf(error))
      setBusy(false)
    }
  }

  return (
    <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-4">
      <TextField
        label="E-mail address"
        type="email"
        name="email"
        autoComplete="username"
        required
        value={email}
        onChange={(event) => setEmail(event.target.value)}
      />
      <TextField
        label="Password"
        type="password"
        name="password"
        autoComplete="current-password"
        required
        value={password}
        onChange={(event) => setPassword(event.target.value)}
      />
      {fault && (
        <Notice tone="broken" role="alert">
          {fault}
        </Notice>
      )}
      <Button look="main" type="submit" busy={busy}>
        {busy ? 'Signing in …' : 'Sign in'}
      </Button>
      {demo && (
        <p className="text-[13px] text-faint">
          This is the demo. Sign in as <span className="font-mono text-ink">{demo.email}</span> with{' '}
          <span className="font-mono text-ink">{demo.password}</span>.{' '}
          <button
            type="button"
            className="underline"
            onClick={() => {
              setEmail(demo.email)
              setPassword(demo.password)
            }}
          >
            Fill in
          </button>
        </p>
      )}
    </form>
  )
}
