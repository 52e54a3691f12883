'use client'
/** What the bench has to ask: to sign in again, whose value is kept, whether to publish what others changed. */
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { SignInForm } from '../parts/SignInForm'
import type { DraftStore } from './draftStore'
import { useDraftState } from './useDraft'
import type { Publishing } from './usePublishing'

export function BenchDialogs({ store, publishing }: { store: DraftStore; publishing: Publishing }) {
  const { saving, conflict } = useDraftState(store)
  const { unseen, forgetUnseen, publish, busy } = publishing
  return (
    <>
      <Dialog open={saving === 'signed-out'} title="Sign in again">
        <p>Your session has ended. What you changed is kept here and saved as soon as you are in.</p>
        <SignInForm onDone={() => void store.flush()} />
      </Dialog>
      <Dialog open={conflict !== undefined} title="Changed by someone else">
        <p>{conflict?.sentence}</p>
        <div className="flex flex-wrap gap-2">
          <Button look="main" onClick={() => store.resolve('mine')}>
            Keep mine: {conflict?.yoursInWords}
          </Button>
          <Button onClick={() => store.resolve('theirs')}>Take theirs: {conflict?.theirsInWords}</Button>
        </div>
      </Dialog>
      <Dialog open={unseen !== undefined} title="Changed meanwhile" onClose={forgetUnseen}>
        <p>Others have changed this draft since you last saw it. The stage shows it as it is now.</p>
        <ul className="list-inside list-disc">
          {unseen?.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <div className="flex flex-wrap gap-2">
          <Button look="main" busy={busy} onClick={publish}>
            Publish with these changes
          </Button>
          <Button onClick={forgetUnseen}>Look at it first</Button>
        </div>
      </Dialog>
    </>
  )
}
