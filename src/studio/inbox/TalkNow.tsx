'use client'
/** How a conversation stands at the moment: who else has it open, whether the visitor is there, whether they are writing. */
import { useQuery } from '@tanstack/react-query'
import type { SubmissionShape, TalkShape } from '@/core/api/shapes'
import { api } from '../api'
import { Notice } from '../parts/Notice'

const everyMs = 10_000

export function TalkNow({ submission: { id, sender } }: { submission: SubmissionShape }) {
  const { data } = useQuery({
    queryKey: ['inbox', 'talk', id],
    queryFn: () => api<TalkShape>('GET', `/submissions/${id}/talk`),
    refetchInterval: everyMs,
  })
  if (!data) return null
  const { colleagues, isVisitor, isTyping } = data
  return (
    <>
      {colleagues.length > 0 && (
        <div className="mb-3">
          <Notice tone="look">
            {colleagues.join(' and ')} {colleagues.length === 1 ? 'has' : 'have'} this conversation open, too.
          </Notice>
        </div>
      )}
      <p role="status" className="mb-2 text-[13px] text-faint">
        {isTyping
          ? 'They are writing …'
          : isVisitor
            ? 'They have the page open and read what you write.'
            : sender
              ? `They have left the page. An answer goes by mail to ${sender}.`
              : 'They have left the page without an address. They read an answer when they come back in the same tab.'}
      </p>
    </>
  )
}
