'use client'
/** One submission: its answers as they were asked, where it came from, and what to do with it. */
import { useQueryClient } from '@tanstack/react-query'
import Link from 'next/link'
import type { SubmissionShape } from '@/core/api/shapes'
import { api } from '../api'
import { Button } from '../parts/Button'
import { DayAndTime } from '../parts/Local'
import { Notice } from '../parts/Notice'
import { useIsClient, useMayEdit } from '../parts/Role'
import { useBusy } from '../parts/useBusy'
import { dayOnly } from '../time'
import { Assigned, type Person } from './Assigned'
import { Conversation } from './Conversation'
import { FileLinks } from './FileLinks'
import { sortings, type Sorting } from './folders'

export interface SubmissionViewProps {
  readonly submission: SubmissionShape
  /** How many what is done here is done with. */
  readonly count: number
  readonly people: readonly Person[]
  readonly onSort: (sorting: Sorting) => void
  /** Something is said about it: it is to stay in view. */
  readonly onAnswer: () => void
}

export function SubmissionView({ submission, count, people, onSort, onAnswer }: SubmissionViewProps) {
  const mayEdit = useMayEdit()
  const isClient = useIsClient()
  const { answers, page, junk, isElsewhere } = submission
  const hasMatter = answers.some((one) => one.about === 'matter')
  const hasPerson = hasMatter && answers.some((one) => one.about === 'person')
  return (
    <article aria-label="Submission" className="min-h-0 overflow-y-auto px-4 py-6 sm:px-10">
      {mayEdit && (
        <div className="mb-6 flex flex-wrap items-center gap-2">
          {sortings
            .filter((one) => one.isFor(submission))
            .map(({ key, label, sorting }, at) => (
              <Button
                key={label}
                small
                look={at === 0 ? 'main' : 'plain'}
                aria-keyshortcuts={key}
                onClick={() => onSort(sorting)}
              >
                {label}
                <kbd aria-hidden className="ml-1.5 font-mono text-[11px] opacity-70">
                  {key}
                </kbd>
              </Button>
            ))}
          <Assigned submission={submission} people={people} />
          {count > 1 && <span className="text-[13px] text-faint">all {count} that are chosen</span>}
        </div>
      )}
      {junk && (
        <div className="mb-6">
          <Notice tone="look">{junk} Nothing was done with it. Say that it is no junk, and it is.</Notice>
        </div>
      )}
      {submission.entry && <Entry submission={submission} entry={submission.entry} />}
      <Told answers={answers.filter((one) => one.about === 'matter')} isFirst />
      {hasPerson && (
        <h2 className="mt-8 mb-3 max-w-[38.5rem] border-t border-hair pt-4 text-lg">Who sent it</h2>
      )}
      <Told answers={answers.filter((one) => one.about === 'person')} isFirst={!hasMatter} />
      <p className="mt-8 max-w-[38.5rem] border-t border-hair pt-3 text-[13px] text-faint">
        Sent <DayAndTime iso={submission.sentAt} /> by{' '}
        {isClient ? (
          submission.widgetName
        ) : (
          <Link href={`/widgets/${submission.widgetId}`} className="underline">
            {submission.widgetName}
          </Link>
        )}
        {submission.release !== null && `, release ${submission.release},`} of {submission.clientName}
        {page ? (
          <>
            {' '}
            on{' '}
            <a
              href={page}
              target="_blank"
              rel="noreferrer"
              className="font-mono text-[12px] break-all underline"
            >
              {page}
            </a>
          </>
        ) : null}
        .{isElsewhere ? ' That page is none of the client’s sites.' : ''}
      </p>
      <Conversation submission={submission} onAnswer={onAnswer} />
    </article>
  )
}

/** The entry that came of it: whether it shows, and the way to change that. */
function Entry({
  submission: { id },
  entry: { source, sourceId, isWaiting },
}: Pick<SubmissionViewProps, 'submission'> & { entry: NonNullable<SubmissionShape['entry']> }) {
  const mayEdit = useMayEdit()
  const isClient = useIsClient()
  const queries = useQueryClient()
  const { busy, run } = useBusy()
  const decide = () =>
    run(async () => {
      await api('POST', `/submissions/${id}/entry`, { isWaiting: !isWaiting })
      await queries.invalidateQueries({ queryKey: ['inbox'] })
    })
  const name = isClient ? (
    `“${source}”`
  ) : (
    <Link href={`/sources/${sourceId}`} className="underline">
      {source}
    </Link>
  )
  return (
    <div className="mb-6 flex max-w-[38.5rem] flex-wrap items-center justify-between gap-3 border-y border-hair py-2">
      <p>{isWaiting ? <>It waits in {name}: visitors do not see it yet.</> : <>It shows in {name}.</>}</p>
      {mayEdit && (
        <Button small look={isWaiting ? 'main' : 'plain'} busy={busy} onClick={() => void decide()}>
          {isWaiting ? 'Let it show' : 'Have it wait'}
        </Button>
      )}
    </div>
  )
}

/** What was asked in small print, what was answered below it; the first answer of all is the largest. */
/** A date field sends `2026-12-14`. */
const inWords = (value: string) => (/^\d{4}-\d{2}-\d{2}$/.test(value) ? dayOnly(value) : value)

const Told = ({ answers, isFirst = false }: { answers: SubmissionShape['answers']; isFirst?: boolean }) => (
  <dl className="flex max-w-[38.5rem] flex-col gap-5">
    {answers.map(({ label, value, files }, at) => (
      <div key={label + at}>
        <dt className="mb-0.5 text-[13px] text-faint">{label}</dt>
        <dd
          className={`break-words whitespace-pre-wrap ${isFirst && at === 0 ? 'font-display text-xl font-semibold' : ''}`}
        >
          {files ? (
            <FileLinks files={files} />
          ) : (
            inWords(value) || <span className="text-faint">No answer</span>
          )}
        </dd>
      </div>
    ))}
  </dl>
)
