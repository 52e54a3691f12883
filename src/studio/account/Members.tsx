'use client'
/** People who may sign in, and invitations that wait: whoever looks after them removes, withdraws, and makes links for new passwords. */
import { useState, type FormEvent, type ReactNode } from 'react'
import type { LinkShape, TeamShape } from '@/core/api/shapes'
import { api } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { CopyField } from '../parts/CopyField'
import { Dialog } from '../parts/Dialog'
import { Ago, DayAndTime } from '../parts/Local'
import { TextField } from '../parts/TextField'

export type Member = TeamShape['members'][number]

export interface MembersProps {
  readonly team: TeamShape
  readonly isKeeper: boolean
  /** Invites an address. @returns the link, which is told this once */
  readonly onInvite: (email: string) => Promise<LinkShape>
  /** What is said before the link. */
  readonly toldOf: (link: LinkShape) => string
  /** Beside a person; their role, or a way to change it. */
  readonly beside?: (member: Member, isBusy: boolean, act: ReturnType<typeof useAct>['act']) => ReactNode
  /** Beside the address that is invited. */
  readonly besideAddress?: ReactNode
}

export function Members({ team, isKeeper, onInvite, toldOf, beside, besideAddress }: MembersProps) {
  const { busy, act } = useAct()
  const [email, setEmail] = useState('')
  const [link, setLink] = useState<LinkShape>()
  const [leaving, setLeaving] = useState<Member>()
  const invite = (event: FormEvent) => {
    event.preventDefault()
    void act(async () => {
      setLink(await onInvite(email))
      setEmail('')
    })
  }
  return (
    <>
      <ul className="divide-y divide-hair border-y border-hair empty:hidden">
        {team.members.map((member) => (
          <li key={member.id} className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1 py-2.5">
            <span className="min-w-0 flex-1 basis-52">
              <span className="block font-medium break-words">
                {member.name} {member.you && <span className="text-faint">(you)</span>}
              </span>
              <span className="block text-[13px] break-words text-faint">
                {member.email}
                <br />
                {member.seenAt ? (
                  <>
                    here <Ago iso={member.seenAt} />
                  </>
                ) : (
                  'never here yet'
                )}
              </span>
            </span>
            <span className="flex flex-wrap items-center gap-2">
              {beside?.(member, busy, act)}
              {isKeeper && !member.you && (
                <>
                  <Button
                    small
                    busy={busy}
                    onClick={() =>
                      void act(async () => setLink(await api<LinkShape>('POST', `/team/${member.id}/reset`)))
                    }
                  >
                    New password
                  </Button>
                  <Button small busy={busy} onClick={() => setLeaving(member)}>
                    Remove
                  </Button>
                </>
              )}
            </span>
          </li>
        ))}
        {team.invitations.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center justify-between gap-3 py-2.5">
            <span className="min-w-0">
              <span className="block break-words">{one.email}</span>
              <span className="block text-[13px] text-faint">
                invited{one.role === 'client' ? '' : ` as ${one.role}`}, until{' '}
                <DayAndTime iso={one.expiresAt} />
              </span>
            </span>
            {isKeeper && (
              <Button
                small
                busy={busy}
                onClick={() => void act(() => api('DELETE', `/team/invitations/${one.id}`))}
              >
                Withdraw
              </Button>
            )}
          </li>
        ))}
      </ul>
      {link && (
        <div className="arrive rounded-md border border-hair bg-paper p-3" role="status">
          <p className="mb-2">
            {toldOf(link)} It works once, until <DayAndTime iso={link.expiresAt} />, and is told only now.
          </p>
          <CopyField label="Link" value={link.url} rows={2} />
        </div>
      )}
      {isKeeper && (
        <form onSubmit={invite} className="flex flex-wrap items-end gap-2">
          <TextField
            label="E-mail address"
            type="email"
            value={email}
            onChange={(event) => setEmail(event.target.value)}
            className="min-w-52 flex-1"
          />
          {besideAddress}
          <Button type="submit" busy={busy} disabled={email.trim() === ''}>
            Invite
          </Button>
        </form>
      )}
      <Dialog
        open={leaving !== undefined}
        onClose={() => setLeaving(undefined)}
        title={`Remove ${leaving?.name}?`}
      >
        <p>
          They are signed out everywhere at once, and their tokens stop working. What they did stays as it is,
          under their name.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button
            look="grave"
            busy={busy}
            onClick={() =>
              void act(async () => {
                await api('DELETE', `/team/${leaving!.id}`)
                setLeaving(undefined)
              })
            }
          >
            Remove
          </Button>
          <Button onClick={() => setLeaving(undefined)}>Cancel</Button>
        </div>
      </Dialog>
    </>
  )
}
