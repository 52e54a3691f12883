'use client'
/** Tags by hand, for one item or many. */
import { useState } from 'react'
import { WordsInput } from '../bench/controls/WordsInput'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'

export interface TagDialogProps {
  readonly count: number
  readonly known: readonly string[]
  readonly onClose: () => void
  readonly onAdd: (tags: readonly string[]) => void
  readonly onRemove: (tags: readonly string[]) => void
}

export function TagDialog({ count, known, onClose, onAdd, onRemove }: TagDialogProps) {
  const [tags, setTags] = useState<readonly string[]>([])
  return (
    <Dialog open title={count === 1 ? 'Tag this item' : `Tag ${count} items`} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          if (tags.length > 0) onAdd(tags)
          onClose()
        }}
      >
        <WordsInput label="Tags to add" words={tags} placeholder="best seller, spring" onChange={setTags} />
        <p className="text-[12px] text-faint">
          Rules can ask for tags. They stay on the item when its source is read again.
        </p>
        {known.length > 0 && (
          <ul className="flex flex-wrap gap-1.5">
            {known.map((one) => (
              <li key={one}>
                <Button
                  small
                  onClick={() => {
                    onRemove([one])
                    onClose()
                  }}
                >
                  Take “{one}” off
                </Button>
              </li>
            ))}
          </ul>
        )}
        <div className="flex gap-2">
          <Button look="main" type="submit">
            Tag
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  )
}
