'use client'
/** The submissions of a folder, newest first. */
import type { SubmissionShape } from '@/core/api/shapes'
import { Button } from '../parts/Button'
import { Ago } from '../parts/Local'

export interface InboxListProps {
  readonly submissions: readonly SubmissionShape[]
  readonly now: string | undefined
  readonly chosen: ReadonlySet<string>
  readonly onShow: (id: string) => void
  readonly onToggle: (id: string) => void
  /** Left out where there are no more. */
  readonly onMore?: () => void
}

export const InboxList = ({ submissions, now, chosen, onShow, onToggle, onMore }: InboxListProps) => (
  <ul
    aria-label="Submissions"
    className="min-h-0 overflow-y-auto border-hair max-lg:max-h-[40dvh] max-lg:border-b lg:border-r"
  >
    {submissions.map((one) => (
      <li
        key={one.id}
        id={`submission-${one.id}`}
        className={`flex items-start gap-2 border-b border-hair px-4 py-2.5 sm:pl-6 ${one.id === now ? 'bg-spruce-wash shadow-[inset_3px_0_0_var(--spruce)]' : 'hover:bg-wash'}`}
      >
        <input
          type="checkbox"
          aria-label={`Choose: ${titleOf(one)}`}
          checked={chosen.has(one.id)}
          onChange={() => onToggle(one.id)}
          className="mt-1 size-4"
        />
        <button
          type="button"
          aria-current={one.id === now ? 'true' : undefined}
          onClick={() => onShow(one.id)}
          className="min-w-0 flex-1 text-left"
        >
          <span className="flex items-baseline gap-2">
            <b className="min-w-0 flex-1 truncate font-semibold">{titleOf(one)}</b>
            <span className="shrink-0 text-[12px] text-faint">
              <Ago iso={one.sentAt} />
            </span>
          </span>
          <span className="block truncate text-[13px] text-faint">
            {one.widgetName}, {one.clientName}
          </span>
        </button>
      </li>
    ))}
    {onMore && (
      <li className="p-4">
        <Button small onClick={onMore}>
          Show older ones
        </Button>
      </li>
    )}
  </ul>
)

/** What was answered first says most. */
export const titleOf = ({ answers }: SubmissionShape): string => answers[0]?.value || 'Without an answer'
