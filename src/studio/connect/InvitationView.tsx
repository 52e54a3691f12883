'use client'
/** For whoever owns an account elsewhere and has no studio account: who asks, for what, and the one thing to do. */
import { useState, type ReactNode } from 'react'
import type { InvitedShape } from '@/core/api/shapes'
import type { ProblemDetails } from '@/core/problems'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { TextField } from '../parts/TextField'

const Sheet = ({ title, children }: { title: string; children: ReactNode }) => (
  <main className="mx-auto flex min-h-dvh max-w-lg flex-col justify-center gap-4 px-6 py-12">
    <h1 className="text-2xl break-words">{title}</h1>
    {children}
  </main>
)

export function InvitationView({
  token,
  invited: { agency, client, label, hint, signIn },
}: {
  token: string
  invited: InvitedShape
}) {
  const [key, setKey] = useState('')
  const [fault, setFault] = useState<string>()
  const [busy, setBusy] = useState(false)

  async function accept() {
    setBusy(true)
    setFault(undefined)
    try {
      const answer = await fetch(`/api/connect/${token}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(signIn === 'key' ? { key } : {}),
      })
      const said = (await answer.json()) as { url: string | null } | ProblemDetails
      if ('url' in said && answer.ok) return location.assign(said.url ?? '/connect/done')
      setFault('detail' in said ? said.detail : 'That did not work. Try again in a moment.')
    } catch {
      setFault('There is no connection. Check yours, and try again.')
    }
    setBusy(false)
  }

  return (
    <Sheet title={`${agency} asks you to connect your account at ${label}`}>
      <p>
        It is for the site of <b>{client}</b>. What is shown there comes from {label}: {hint.toLowerCase()}.
      </p>
      <ul className="list-disc pl-5">
        {signIn === 'oauth' && <li>You sign in at {label} itself. Nobody here learns your password.</li>}
        <li>{agency} can read what is there, and can’t write, change or delete anything.</li>
        <li>What {label} marks private is never shown on the site.</li>
        <li>You can take it back at {label} at any time.</li>
      </ul>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          void accept()
        }}
      >
        {signIn === 'key' && (
          <TextField
            label={`Key from ${label}`}
            value={key}
            onChange={(event) => setKey(event.target.value)}
            autoComplete="off"
            spellCheck={false}
            hint="It is stored encrypted, and shown to nobody."
          />
        )}
        {fault && (
          <Notice tone="broken" role="alert">
            {fault}
          </Notice>
        )}
        <div>
          <Button look="main" type="submit" busy={busy} disabled={signIn === 'key' && key.trim() === ''}>
            {signIn === 'key' ? 'Connect' : `Sign in at ${label}`}
          </Button>
        </div>
      </form>
      <p className="text-[13px] text-faint">
        Not yours, or not wanted? Close this page; nothing has been connected.
      </p>
    </Sheet>
  )
}

export const InvitationDone = () => (
  <Sheet title="Connected. Thank you!">
    <p role="status">
      That was all; you can close this page. Whoever asked sees it at once, and chooses what the site shows.
    </p>
  </Sheet>
)

export const InvitationOver = ({ problem }: { problem: ProblemDetails }) => (
  <Sheet title={problem.title}>
    <p role="alert">{problem.detail}</p>
  </Sheet>
)
