'use client'
/** The bench's top line: client ▸ widget, undo and redo, what is saved, preview, publish. */
import { CircleUser, CloudOff, ExternalLink, Redo2, Undo2, Users } from 'lucide-react'
import Link from 'next/link'
import { useState } from 'react'
import { toast } from 'sonner'
import { Button, buttonClass } from '../parts/Button'
import { FindButton } from '../parts/Palette'
import type { DraftState, Saving } from './draftStore'

const savingWords: Readonly<Record<Saving, string>> = {
  saved: 'Saved',
  unsaved: 'Saving …',
  saving: 'Saving …',
  away: 'Not saved: kept here, trying again',
  'signed-out': 'Not saved: sign in again',
}

export interface BenchTopProps {
  readonly client: { readonly id: string; readonly name: string }
  readonly name: string
  readonly draft: DraftState
  /** Address of the draft in a tab of its own. */
  readonly preview: string
  readonly publishLabel: string
  /** Why it can't be published now. */
  readonly cannotPublish: string | undefined
  /** Names of others who have it open. */
  readonly others: readonly string[]
  readonly mayEdit: boolean
  readonly busy: boolean
  readonly onRename: (name: string) => void
  readonly onUndo: () => void
  readonly onRedo: () => void
  readonly onPublish: () => void
}

export function BenchTop({
  client,
  name,
  draft,
  preview,
  publishLabel,
  cannotPublish,
  others,
  mayEdit,
  busy,
  onRename,
  onUndo,
  onRedo,
  onPublish,
}: BenchTopProps) {
  const [typed, setTyped] = useState<string>()
  const finish = () => {
    if (typed !== undefined && typed.trim() !== '' && typed.trim() !== name) onRename(typed.trim())
    setTyped(undefined)
  }
  return (
    <header className="flex flex-wrap items-center gap-x-2 gap-y-1 px-3 py-1.5">
      <h1 className="sr-only">{name}: bench</h1>
      <Link href="/" className="font-display text-[19px] font-bold tracking-tight text-spruce">
        Yimble
      </Link>
      <span aria-hidden className="text-edge">
        /
      </span>
      <Link href={`/clients/${client.id}`} className="max-w-44 truncate hover:underline">
        {client.name}
      </Link>
      <span aria-hidden className="text-edge">
        /
      </span>
      <input
        aria-label="Name of the widget"
        value={typed ?? name}
        size={Math.min(34, Math.max(8, (typed ?? name).length))}
        maxLength={120}
        readOnly={!mayEdit}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={finish}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur()
          if (event.key === 'Escape') setTyped(undefined)
        }}
        className="h-8 min-w-0 rounded border border-transparent bg-transparent px-1.5 font-display font-semibold hover:border-edge focus:border-edge focus:bg-paper"
      />
      <span
        role="status"
        className={`flex items-center gap-1 text-[13px] ${draft.saving === 'away' || draft.saving === 'signed-out' ? 'text-brick' : 'text-faint'}`}
      >
        {draft.saving === 'away' && <CloudOff aria-hidden className="size-4" />}
        {mayEdit ? savingWords[draft.saving] : 'To look at'}
      </span>
      {others.length > 0 && (
        <span role="status" className="flex items-center gap-1 text-[13px] text-marigold">
          <Users aria-hidden className="size-4" />
          {others.length === 1 ? `${others[0]} is here, too` : `${others.join(', ')} are here, too`}
        </span>
      )}
      <div className="ml-auto flex items-center gap-1">
        <FindButton />
        {mayEdit && (
          <>
            <Button
              look="quiet"
              aria-label={draft.canUndo ? `Undo: ${draft.canUndo}` : 'Undo'}
              title={draft.canUndo ? `Undo: ${draft.canUndo}` : undefined}
              aria-keyshortcuts="Control+Z"
              disabled={!draft.canUndo}
              onClick={onUndo}
            >
              <Undo2 aria-hidden className="size-4" />
            </Button>
            <Button
              look="quiet"
              aria-label={draft.canRedo ? `Redo: ${draft.canRedo}` : 'Redo'}
              title={draft.canRedo ? `Redo: ${draft.canRedo}` : undefined}
              aria-keyshortcuts="Control+Shift+Z"
              disabled={!draft.canRedo}
              onClick={onRedo}
            >
              <Redo2 aria-hidden className="size-4" />
            </Button>
          </>
        )}
        <a href={preview} target="_blank" rel="noreferrer" className={buttonClass('quiet')}>
          <ExternalLink aria-hidden className="size-4" />
          Preview
        </a>
        <Link href="/account" aria-label="Account" title="Account" className={buttonClass('quiet')}>
          <CircleUser aria-hidden className="size-4" />
        </Link>
        {mayEdit && (
          <Button
            look="main"
            busy={busy}
            // Not disabled: whoever comes to it is told why.
            aria-disabled={cannotPublish !== undefined || undefined}
            title={cannotPublish}
            onClick={() => (cannotPublish ? toast(cannotPublish) : onPublish())}
          >
            {publishLabel}
          </Button>
        )}
      </div>
    </header>
  )
}
