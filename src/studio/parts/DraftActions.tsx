'use client'
/** For a document that is in force when it is saved: how it stands, a step back or on, and the saving. */
import { Button } from './Button'
import type { Saving } from './useDraft'

export interface DraftActionsProps {
  readonly draft: {
    readonly saving: Saving
    readonly isChanged: boolean
    readonly canUndo: boolean
    readonly canRedo: boolean
    undo(): void
    redo(): void
  }
  /** What is not right yet, as the screen calls it. */
  readonly fault: string | undefined
  readonly onSave: () => void
}

export const DraftActions = ({ draft, fault, onSave }: DraftActionsProps) => (
  <>
    <span role="status" className="text-[13px] text-faint">
      {fault
        ? `Not right yet: ${fault}`
        : typeof draft.saving === 'object'
          ? draft.saving.problem
          : draft.isChanged
            ? 'Not in force yet'
            : 'Saved'}
    </span>
    <Button look="quiet" disabled={!draft.canUndo} onClick={draft.undo}>
      Undo
    </Button>
    <Button look="quiet" disabled={!draft.canRedo} onClick={draft.redo}>
      Redo
    </Button>
    <Button
      look="main"
      busy={draft.saving === 'saving'}
      disabled={!draft.isChanged || fault !== undefined}
      onClick={onSave}
    >
      Save
    </Button>
  </>
)
