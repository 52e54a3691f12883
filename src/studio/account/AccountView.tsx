'use client'
/** The own account: browsers that are signed in, tokens for scripts. */
import type { PlacesShape, TeamShape } from '@/core/api/shapes'
import { api } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { TopLine } from '../parts/TopLine'
import { Ago } from '../parts/Local'
import { AppearanceSection } from './AppearanceSection'
import { PasswordSection } from './PasswordSection'
import { PlacesSection } from './PlacesSection'
import { TeamSection } from './TeamSection'
import { TokensSection } from './TokensSection'

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
  /** What is the agency’s; none of it for a client’s own people. */
  readonly agency:
    | {
        readonly tokens: readonly { readonly id: string; readonly name: string; readonly createdAt: string }[]
        readonly team: TeamShape
        readonly places: PlacesShape
      }
    | undefined
}

export function AccountView({ me, sessions, agency }: AccountViewProps) {
  const { busy, act } = useAct()

  return (
    <>
      <TopLine crumbs={[...(agency ? [{ label: 'Clients', href: '/' }] : []), { label: 'Account' }]}>
        <Button onClick={() => void api('POST', '/sign-out').then(() => window.location.assign('/sign-in'))}>
          Sign out
        </Button>
      </TopLine>
      <main className="mx-auto flex max-w-3xl flex-col gap-8 px-4 py-8 sm:px-6">
        <div>
          <h1 className="text-3xl">{me.name}</h1>
          <p className="text-faint">
            {me.email} · {agency ? `${me.role} at ${me.agency}` : `invited by ${me.agency}`}
          </p>
        </div>
        <AppearanceSection />
        <PasswordSection />
        {agency && (
          <>
            <TeamSection team={agency.team} />
            <PlacesSection places={agency.places} />
          </>
        )}
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
        {agency && <TokensSection tokens={agency.tokens} />}
      </main>
    </>
  )
}
