'use client'
/** What can be done with the chosen items, as buttons with their keys. */
import { Button } from '../parts/Button'

interface ActionsProps {
  readonly count: number
  readonly isMany: boolean
  readonly onShow: () => void
  readonly onHide: () => void
  readonly onPin: () => void
  readonly onTag: () => void
  readonly onCorrect: () => void
  readonly onLink: () => void
  readonly onUndo: () => void
  readonly onClear: () => void
}

export function Actions({
  count,
  isMany,
  onShow,
  onHide,
  onPin,
  onTag,
  onCorrect,
  onLink,
  onUndo,
  onClear,
}: ActionsProps) {
  return (
    <div
      className="flex flex-wrap items-center gap-1.5"
      role="group"
      aria-label={isMany ? `For the ${count} selected` : 'For the current item'}
    >
      <span className="text-[13px] text-faint">
        {isMany ? `${count.toLocaleString('en')} selected:` : 'This one:'}
      </span>
      <Button small disabled={count === 0} onClick={onShow}>
        Show
      </Button>
      <Button small disabled={count === 0} onClick={onHide}>
        Hide
      </Button>
      <Button small disabled={count === 0} onClick={onPin}>
        Pin
      </Button>
      <Button small disabled={count === 0} onClick={onTag}>
        Tag
      </Button>
      <Button small disabled={count === 0} onClick={onLink}>
        Products
      </Button>
      {!isMany && (
        <Button small disabled={count === 0} onClick={onCorrect}>
          Correct
        </Button>
      )}
      <Button small look="quiet" onClick={onUndo}>
        Undo
      </Button>
      {isMany && (
        <Button small look="quiet" onClick={onClear}>
          Select none
        </Button>
      )}
    </div>
  )
}
