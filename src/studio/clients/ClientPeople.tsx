'use client'
/** A client's own people: invited by mail, they read and answer what its visitors send, and see nothing else. */
import type { LinkShape, TeamShape } from '@/core/api/shapes'
import { Members } from '../account/Members'
import { api } from '../api'
import { useMayEdit } from '../parts/Role'

export function ClientPeople({ clientId, team }: { clientId: string; team: TeamShape }) {
  const mayEdit = useMayEdit()
  return (
    <div className="flex flex-col gap-3">
      {team.members.length + team.invitations.length === 0 && (
        <p className="text-[13px] text-faint">
          None. Somebody of the client’s can read and answer what its visitors send; they see nothing else.
        </p>
      )}
      <Members
        team={team}
        isKeeper={mayEdit}
        onInvite={(email) => api<LinkShape>('POST', `/clients/${clientId}/people`, { email })}
        toldOf={({ email }) => `A mail with this link is on its way to ${email}.`}
      />
    </div>
  )
}
