'use client'
/** When the account is somebody else's: a written request with a link, by which they connect it themselves. */
import { useState } from 'react'
import { toast } from 'sonner'
import type { ConnectorShape, InvitationShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button, buttonClass } from '../parts/Button'
import { CopyField } from '../parts/CopyField'
import { Dialog } from '../parts/Dialog'
import { DayAndTime } from '../parts/Local'

export function AskOwner({ connector, clientId }: { connector: ConnectorShape; clientId: string }) {
  const [invitation, setInvitation] = useState<InvitationShape>()
  const [busy, setBusy] = useState(false)
  async function write() {
    setBusy(true)
    try {
      setInvitation(
        await api<InvitationShape>('POST', `/clients/${clientId}/invitations`, { connector: connector.id }),
      )
    } catch (error) {
      toast.error(sentenceOf(error))
    }
    setBusy(false)
  }
  return (
    <>
      <Button busy={busy} onClick={() => void write()}>
        Ask whoever has the account
      </Button>
      {invitation && (
        <Dialog
          open
          title={`Ask for the account at ${connector.label}`}
          onClose={() => setInvitation(undefined)}
        >
          <p>
            Send this to whoever has the account. They connect it themselves: no studio account, no password
            told. It stands here once they have.
          </p>
          <CopyField label="The request" value={invitation.text} rows={13} isProse />
          <div>
            <a
              href={`mailto:?subject=${encodeURIComponent(invitation.subject)}&body=${encodeURIComponent(invitation.text)}`}
              className={buttonClass('plain')}
            >
              Write it as an e-mail
            </a>
          </div>
          <p className="text-[12px] text-faint">
            The link works once, until <DayAndTime iso={invitation.expiresAt} />. Asking again makes a new
            one, and this one stops working.
          </p>
        </Dialog>
      )}
    </>
  )
}
