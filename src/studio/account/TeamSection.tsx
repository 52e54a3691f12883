'use client'
/** The people of the agency. An owner invites, gives roles, removes, and makes links for new passwords. */
import { useState, type FormEvent } from 'react'
import type { LinkShape, TeamShape } from '@/core/api/shapes'
import { api } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { CopyField } from '../parts/CopyField'
import { Dialog } from '../parts/Dialog'
import { useRole, type Role } from '../parts/Role'
import { inputClass, TextField } from '../parts/TextField'
import { Ago, DayAndTime } from '../parts/Local'

const roles: readonly { readonly id: Role; readonly label: string }[] = [
  { id: 'viewer', label: 'Viewer: looks only' },
  { id: 'designer', label: 'Designer: changes and publishes' },
  { id: 'owner', label: 'Owner: also manages the team' },
]

type Member = TeamShape['members'][number]

export function TeamSection({ team }: { team: TeamShape }) {
  const isOwner = useRole() === 'owner'
  const { busy, act } = useAct()
  const [email, setEmail] = useState('')
  const [role, setRole] = useState<Role>('designer')
  const [link, setLink] = useState<LinkShape>()
  const [leaving, setLeaving] = useState<Member>()
  const invite = (event: FormEvent) => {
    event.preventDefault()
    void act(async () => {
      setLink(await api<LinkShape>('POST', '/team/invitations', { email, role }))
      setEmail('')
    })
  }
  return (
    <section aria-labelledby="team" className="flex flex-col gap-3">
      <h2 id="team" className="text-lg">
        Team
      </h2>
      <ul className="divide-y divide-hair border-y border-hair">
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
            {isOwner ? (
              <span className="flex flex-wrap items-center gap-2">
                <select
                  aria-label={`Role of ${member.name}`}
                  value={member.role}
                  disabled={busy}
                  onChange={(event) => {
                    const next = event.target.value
                    void act(() => api('PATCH', `/team/${member.id}`, { role: next }))
                  }}
                  className={`${inputClass} !w-auto`}
                >
                  {roles.map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.label}
                    </option>
                  ))}
                </select>
                {!member.you && (
                  <>
                    <Button
                      small
                      busy={busy}
                      onClick={() =>
                        void act(async () =>
                          setLink(await api<LinkShape>('POST', `/team/${member.id}/reset`)),
                        )
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
            ) : (
              <span className="text-faint">{member.role}</span>
            )}
          </li>
        ))}
        {team.invitations.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center justify-between gap-3 py-2.5">
            <span className="min-w-0">
              <span className="block break-words">{one.email}</span>
              <span className="block text-[13px] text-faint">
                invited as {one.role}, until <DayAndTime iso={one.expiresAt} />
              </span>
            </span>
            <Button
              small
              busy={busy}
              onClick={() => void act(() => api('DELETE', `/team/invitations/${one.id}`))}
            >
              Withdraw
            </Button>
          </li>
        ))}
      </ul>
      {link && (
        <div className="arrive rounded-md border border-hair bg-paper p-3" role="status">
          <p className="mb-2">
            Send this link to {link.email}. It works once, until <DayAndTime iso={link.expiresAt} />, and is
            told only now.
          </p>
          <CopyField label="Link" value={link.url} rows={2} />
        </div>
      )}
      {isOwner && (
        <form onSubmit={invite} className="flex flex-wrap items-end gap-2">
          <TextField
            label="E-mail address"
            type="email"
            value={email}
            onChange={(event) => setEmail(event.target.value)}
            className="min-w-52 flex-1"
          />
          <label className="flex flex-col gap-1 font-medium">
            Role
            <select
              value={role}
              onChange={(event) => setRole(event.target.value as Role)}
              className={`${inputClass} font-normal`}
            >
              {roles.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.label}
                </option>
              ))}
            </select>
          </label>
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
          They are signed out everywhere at once, and their tokens stop working. What they published stays as
          it is, under their name.
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
    </section>
  )
}
