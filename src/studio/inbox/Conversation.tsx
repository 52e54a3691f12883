'use client'
/** Shows what followed on a submission, and takes an answer or a note for colleagues. */
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useEffect, useId, useRef, useState, useSyncExternalStore } from 'react'
import { toast } from 'sonner'
import type { SubmissionShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { DayAndTime } from '../parts/Local'
import { useMayEdit } from '../parts/Role'
import { inputClass } from '../parts/TextField'
import { Attached } from './Attached'
import { FileLinks, isSound } from './FileLinks'
import { useAttached } from './useAttached'
import { TalkNow } from './TalkNow'

type Kind = 'answer' | 'note'
const called = { answer: 'answered', note: 'noted, for colleagues only' } as const
/** While somebody types, the visitor is told again after so long. */
const typingEveryMs = 3_000

interface ConversationProps {
  readonly submission: SubmissionShape
  readonly onAnswer: () => void
}

export function Conversation({ submission, onAnswer }: ConversationProps) {
  const mayEdit = useMayEdit()
  const { messages, isTalk, id } = submission
  const endRef = useRef<HTMLDivElement>(null)
  const countRef = useRef({ id, count: messages.length })
  // What is said while one looks on comes into view.
  useEffect(() => {
    const before = countRef.current
    countRef.current = { id, count: messages.length }
    if (isTalk && before.id === id && messages.length > before.count)
      endRef.current?.scrollIntoView({ block: 'end' })
  }, [id, isTalk, messages.length])
  return (
    <section aria-label="Conversation" className="mt-6 max-w-[38.5rem]">
      {messages.length > 0 && (
        <ol className="flex flex-col">
          {messages.map(({ id, kind, who, text, files, at }) => (
            <li
              key={id}
              className={`border-t border-hair py-4 ${kind === 'note' ? '-mx-3 bg-marigold-wash px-3' : kind === 'answer' ? 'pl-6' : ''}`}
            >
              <p className="mb-1 text-[13px] text-faint">
                {kind === 'visitor'
                  ? files.some(isSound)
                    ? 'They said'
                    : // A mail from another address than theirs says from which.
                      `${who ?? 'They'} wrote`
                  : kind === 'note' && who === null
                    ? 'How it went'
                    : `${who ?? 'Somebody'} ${called[kind]}`}
                , <DayAndTime iso={at} />
              </p>
              {text && <p className="break-words whitespace-pre-wrap">{text}</p>}
              {files.length > 0 && <FileLinks files={files} />}
            </li>
          ))}
        </ol>
      )}
      {isTalk && <TalkNow submission={submission} />}
      {mayEdit && <Composer key={submission.id} submission={submission} onAnswer={onAnswer} />}
      <div ref={endRef} />
    </section>
  )
}

const keptUnder = (id: string) => `yimble-answer-${id}`

/** What is written stays in the tab until it has been taken, whatever is looked at meanwhile. */
function Composer({ submission, onAnswer }: ConversationProps) {
  const { id, sender, isTalk } = submission
  const canAnswer = isTalk || sender !== null
  const queries = useQueryClient()
  const field = useId()
  // The server, which draws it first, has no tab to look into.
  const kept = useSyncExternalStore(
    () => () => undefined,
    () => sessionStorage.getItem(keptUnder(id)) ?? '',
    () => '',
  )
  const [typed, setTyped] = useState<string>()
  const text = typed ?? kept
  const write = (next: string) => {
    setTyped(next)
    if (next) sessionStorage.setItem(keptUnder(id), next)
    else sessionStorage.removeItem(keptUnder(id))
  }
  const attached = useAttached(id)
  const send = useMutation({
    onMutate: onAnswer,
    mutationFn: (kind: Kind) =>
      api<SubmissionShape>('POST', `/submissions/${id}/messages`, {
        kind,
        text: text.trim(),
        files: attached.ids,
      }),
    onSuccess: (_after, kind) => {
      write('')
      attached.clear()
      if (kind === 'answer' && !isTalk)
        toast('The answer is on its way. It lies under Waiting until they write back.')
    },
    onSettled: () => queries.invalidateQueries({ queryKey: ['inbox'] }),
  })
  const typedAt = useRef(0)
  const tellTyping = () => {
    if (Date.now() - typedAt.current < typingEveryMs) return
    typedAt.current = Date.now()
    void api('POST', `/submissions/${id}/typing`).catch(() => undefined) // in passing: nothing hangs on it
  }
  const first: Kind = canAnswer ? 'answer' : 'note'
  const isEmpty = text.trim() === '' && attached.ids.length === 0
  const isWaiting = send.isPending || attached.isComing
  return (
    <form
      className="border-t border-hair pt-4"
      onSubmit={(event) => {
        event.preventDefault()
        if (!isEmpty && !isWaiting) send.mutate(first)
      }}
      {...attached.on}
    >
      <label htmlFor={field} className="mb-1 block font-medium">
        {isTalk ? 'Answer' : sender ? `Answer to ${sender}` : 'A note for colleagues'}
      </label>
      <textarea
        id={field}
        rows={4}
        value={text}
        maxLength={20_000}
        onChange={(event) => {
          write(event.target.value)
          if (isTalk) tellTyping()
        }}
        onKeyDown={(event) => {
          const { key, ctrlKey, metaKey, shiftKey, nativeEvent } = event
          if (key !== 'Enter' || nativeEvent.isComposing || !(ctrlKey || metaKey || (isTalk && !shiftKey)))
            return
          event.preventDefault()
          event.currentTarget.form?.requestSubmit()
        }}
        className={inputClass.replace('h-8', 'py-1.5')}
      />
      <Attached {...attached} />
      {send.error && (
        <p role="alert" className="mt-1 text-[13px] text-brick">
          {sentenceOf(send.error)}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {canAnswer && (
          <Button type="submit" look="main" disabled={isEmpty} busy={isWaiting}>
            Send the answer
          </Button>
        )}
        <Button disabled={isEmpty} busy={isWaiting} onClick={() => send.mutate('note')}>
          Keep as a note
        </Button>
        <span className="text-[13px] text-faint">
          {isTalk
            ? 'Enter sends, Shift Enter begins a line.'
            : sender
              ? 'It goes out by mail; what comes back turns up here. Ctrl Enter sends.'
              : 'They left no e-mail address.'}
        </span>
      </div>
    </form>
  )
}
