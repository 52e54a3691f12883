'use client'
/** Tokens for scripts: made, told once, revoked. */
import { useState, type FormEvent } from 'react'
import { api } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { CopyField } from '../parts/CopyField'
import { Ago } from '../parts/Local'
import { TextField } from '../parts/TextField'

export interface TokensSectionProps {
  readonly tokens: readonly { readonly id: string; readonly name: string; readonly createdAt: string }[]
}

export function TokensSection({ tokens }: TokensSectionProps) {
  const { busy, act } = useAct()
  const [name, setName] = useState('')
  const [made, setMade] = useState<string>()

  const make = (event: FormEvent) => {
    event.preventDefault()
    void act(async () => {
      setMade((await api<{ token: string }>('POST', '/tokens', { name })).token)
      setName('')
    })
  }

  return (
    <section aria-labelledby="tokens" className="flex flex-col gap-3">
      <h2 id="tokens" className="text-lg">
        Tokens for scripts
      </h2>
      <p className="text-faint">
        Scripts use the same API as the studio; it is described at{' '}
        <a className="underline" href="/api/v1/openapi.json">
          /api/v1/openapi.json
        </a>
        .
      </p>
      {tokens.length > 0 && (
        <ul className="divide-y divide-hair border-y border-hair">
          {tokens.map((token) => (
            <li key={token.id} className="flex items-center justify-between gap-3 py-2.5">
              <span>
                {token.name}{' '}
                <span className="text-[13px] text-faint">
                  made <Ago iso={token.createdAt} />
                </span>
              </span>
              <Button small busy={busy} onClick={() => void act(() => api('DELETE', `/tokens/${token.id}`))}>
                Revoke
              </Button>
            </li>
          ))}
        </ul>
      )}
      {made && (
        <div className="arrive rounded-md border border-hair bg-paper p-3">
          <p className="mb-2">This is told once. Keep it where the script can read it.</p>
          <CopyField label="Token" value={made} rows={1} />
        </div>
      )}
      <form onSubmit={make} className="flex max-w-md items-end gap-2">
        <TextField
          label="What is it for?"
          value={name}
          onChange={(event) => setName(event.target.value)}
          maxLength={120}
          className="flex-1"
        />
        <Button type="submit" busy={busy} disabled={name.trim() === ''}>
          Make a token
        </Button>
      </form>
    </section>
  )
}
