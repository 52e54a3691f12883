'use client'
/** What followed on a submission, and the place to write on: an answer by mail, or a note for colleagues. */
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useId, useState } from 'react'
import { toast } from 'sonner'
import type { SubmissionShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { DayAndTime } from '../parts/Local'
import { useMayEdit } from '../parts/Role'
import { inputClass } from '../parts/TextField'

type Kind = 'answer' | 'note'
const called = {
  visitor: 'They wrote',
  answer: 'answered by mail',
  note: 'noted, for colleagues only',
} as const

export function Conversation({ submission }: { submission: SubmissionShape }) {
  const mayEdit = useMayEdit()
  const { messages } = submission
  return (
    <section aria-label="Conversation" className="mt-6 max-w-[44em]">
      {messages.length > 0 && (
        <ol className="flex flex-col">
          {messages.map(({ id, kind, who, text, at }) => (
            <li
              key={id}
              className={`border-t border-hair py-4 ${kind === 'note' ? '-mx-3 bg-marigold-wash px-3' : kind === 'answer' ? 'pl-6' : ''}`}
            >
              <p className="mb-1 text-[13px] text-faint">
                {kind === 'visitor' ? called.visitor : `${who ?? 'Somebody'} ${called[kind]}`},{' '}
                <DayAndTime iso={at} />
              </p>
              <p className="break-words whitespace-pre-wrap">{text}</p>
            </li>
          ))}
        </ol>
      )}
      {mayEdit && <Composer key={submission.id} submission={submission} />}
    </section>
  )
}

const keptUnder = (id: string) => `yimble-answer-${id}`

/** What is written stays in the tab until it has been taken, whatever is looked at meanwhile. */
function Composer({ submission }: { submission: SubmissionShape }) {
  const { id, sender } = submission
  const queries = useQueryClient()
  const field = useId()
  const [text, setText] = useState(() => sessionStorage.getItem(keptUnder(id)) ?? '')
  const write = (next: string) => {
    setText(next)
    if (next) sessionStorage.setItem(keptUnder(id), next)
    else sessionStorage.removeItem(keptUnder(id))
  }
  const send = useMutation({
    mutationFn: (kind: Kind) =>
      api<SubmissionShape>('POST', `/submissions/${id}/messages`, { kind, text: text.trim() }),
    onSuccess: (_after, kind) => {
      write('')
      if (kind === 'answer') toast('The answer is on its way. It lies under Waiting until they write back.')
    },
    onSettled: () => queries.invalidateQueries({ queryKey: ['inbox'] }),
  })
  const first: Kind = sender ? 'answer' : 'note'
  const isEmpty = text.trim() === ''
  return (
    <form
      className="border-t border-hair pt-4"
      onSubmit={(event) => {
        event.preventDefault()
        if (!isEmpty && !send.isPending) send.mutate(first)
      }}
    >
      <label htmlFor={field} className="mb-1 block font-medium">
        {sender ? `Answer to ${sender}` : 'A note for colleagues'}
      </label>
      <textarea
        id={field}
        rows={4}
        value={text}
        maxLength={20_000}
        onChange={(event) => write(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey))
            event.currentTarget.form?.requestSubmit()
        }}
        className={inputClass.replace('h-8', 'py-1.5')}
      />
      {send.error && (
        <p role="alert" className="mt-1 text-[13px] text-brick">
          {sentenceOf(send.error)}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {sender && (
          <Button type="submit" look="main" disabled={isEmpty} busy={send.isPending}>
            Send the answer
          </Button>
        )}
        <Button disabled={isEmpty} busy={send.isPending} onClick={() => send.mutate('note')}>
          Keep as a note
        </Button>
        <span className="text-[13px] text-faint">
          {sender
            ? 'It goes out by mail; what comes back turns up here. Ctrl Enter sends.'
            : 'They left no e-mail address.'}
        </span>
      </div>
    </form>
  )
}
