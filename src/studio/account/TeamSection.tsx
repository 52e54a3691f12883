'use client'
/** The people of the agency. An owner invites, gives roles, removes, and makes links for new passwords. */
import { useState } from 'react'
import type { LinkShape, TeamShape } from '@/core/api/shapes'
import { api } from '../api'
import { useRole, type Role } from '../parts/Role'
import { inputClass } from '../parts/TextField'
import { Members, type MembersProps } from './Members'

const roles: readonly { readonly id: Role; readonly label: string }[] = [
  { id: 'viewer', label: 'Viewer: looks only' },
  { id: 'designer', label: 'Designer: changes and publishes' },
  { id: 'owner', label: 'Owner: also manages the team' },
]
const options = roles.map((one) => (
  <option key={one.id} value={one.id}>
    {one.label}
  </option>
))

export function TeamSection({ team }: { team: TeamShape }) {
  const isOwner = useRole() === 'owner'
  const [role, setRole] = useState<Role>('designer')
  const beside: MembersProps['beside'] = (member, isBusy, act) =>
    isOwner ? (
      <select
        aria-label={`Role of ${member.name}`}
        value={member.role}
        disabled={isBusy}
        onChange={(event) => {
          const next = event.target.value
          void act(() => api('PATCH', `/team/${member.id}`, { role: next }))
        }}
        className={`${inputClass} !w-auto`}
      >
        {options}
      </select>
    ) : (
      <span className="text-faint">{member.role}</span>
    )
  return (
    <section aria-labelledby="team" className="flex flex-col gap-3">
      <h2 id="team" className="text-lg">
        Team
      </h2>
      <Members
        team={team}
        isKeeper={isOwner}
        onInvite={(email) => api<LinkShape>('POST', '/team/invitations', { email, role })}
        toldOf={({ email }) => `Send this link to ${email}.`}
        beside={beside}
        besideAddress={
          <label className="flex flex-col gap-1 font-medium">
            Role
            <select
              value={role}
              onChange={(event) => setRole(event.target.value as Role)}
              className={`${inputClass} font-normal`}
            >
              {options}
            </select>
          </label>
        }
      />
    </section>
  )
}
