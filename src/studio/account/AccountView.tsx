'use client'
/** The own account: browsers that are signed in, tokens for scripts. */
import { useState, type FormEvent } from 'react'
import type { PlacesShape, TeamShape } from '@/core/api/shapes'
import { api } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { CopyField } from '../parts/CopyField'
import { TextField } from '../parts/TextField'
import { TopLine } from '../parts/TopLine'
import { Ago } from '../parts/Local'
import { AppearanceSection } from './AppearanceSection'
import { PasswordSection } from './PasswordSection'
import { PlacesSection } from './PlacesSection'
import { TeamSection } from './TeamSection'

export interface AccountViewProps {
  readonly me: {
    readonly name: string
    readonly email: string
    readonly role: string
    readonly agency: string
  }
  readonly sessions: readonly {
    readonly id: string
    readonly device: string
    readonly seenAt: string
    readonly current: boolean
  }[]
  readonly tokens: readonly { readonly id: string; readonly name: string; readonly createdAt: string }[]
  readonly team: TeamShape
  readonly places: PlacesShape
}

export function AccountView({ me, sessions, tokens, team, places }: AccountViewProps) {
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
    <>
      <TopLine crumbs={[{ label: 'Clients', href: '/' }, { label: 'Account' }]}>
        <Button onClick={() => void api('POST', '/sign-out').then(() => window.location.assign('/sign-in'))}>
          Sign out
        </Button>
      </TopLine>
      <main className="mx-auto flex max-w-3xl flex-col gap-8 px-4 py-8 sm:px-6">
        <div>
          <h1 className="text-3xl">{me.name}</h1>
          <p className="text-faint">
            {me.email} · {me.role} at {me.agency}
          </p>
        </div>
        <AppearanceSection />
        <PasswordSection />
        <TeamSection team={team} />
        <PlacesSection places={places} />
        <section aria-labelledby="sessions">
          <h2 id="sessions" className="mb-2 text-lg">
            Signed-in browsers
          </h2>
          <ul className="divide-y divide-hair border-y border-hair">
            {sessions.map((session) => (
              <li key={session.id} className="flex items-center justify-between gap-3 py-2.5">
                <span className="min-w-0">
                  <span className="block truncate">{session.device}</span>
                  <span className="text-[13px] text-faint">
                    {session.current ? (
                      'this browser'
                    ) : (
                      <>
                        last seen <Ago iso={session.seenAt} />
                      </>
                    )}
                  </span>
                </span>
                {!session.current && (
                  <Button
                    small
                    busy={busy}
                    onClick={() => void act(() => api('DELETE', `/sessions/${session.id}`))}
                  >
                    Sign it out
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
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
                  <Button
                    small
                    busy={busy}
                    onClick={() => void act(() => api('DELETE', `/tokens/${token.id}`))}
                  >
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
      </main>
    </>
  )
}
