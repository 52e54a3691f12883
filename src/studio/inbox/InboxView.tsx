'use client'
/** The inbox: what visitors sent, sorted into what is new, open, waiting and done; one of them large. */
import {
  keepPreviousData,
  QueryClient,
  QueryClientProvider,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query'
import { CalendarDays, Phone } from 'lucide-react'
import Link from 'next/link'
import { useDeferredValue, useMemo, useState } from 'react'
import { toast } from 'sonner'
import type { InboxShape, SubmissionShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { buttonClass } from '../parts/Button'
import { inputClass } from '../parts/TextField'
import { TopLine } from '../parts/TopLine'
import type { Person } from './Assigned'
import { ExportLinks } from './ExportLinks'
import { InboxList } from './InboxList'
import { folderOf, folders, type FolderId, type Sorting } from './folders'
import { onlyFrom, SentThrough } from './SentThrough'
import { SubmissionView } from './SubmissionView'
import { useInboxKeys } from './useInboxKeys'
import { useLive } from './useLive'

export interface InboxViewProps {
  /** What is new, as the page was asked for. */
  readonly first: InboxShape
  /** The one that a link leads to. */
  readonly asked: SubmissionShape | undefined
  /** To choose from; none for a client’s own people. */
  readonly clients: readonly { readonly id: string; readonly name: string }[]
  /** Of a client’s own people; none for others. */
  readonly rooms: readonly {
    readonly href: string
    readonly name: string
    readonly is: 'calendar' | 'switchboard'
  }[]
  /** Who can have something in hand. */
  readonly people: readonly Person[]
}

const everyMs = 5_000
/** Shown at once, and more of them when asked for; what is older still is found by its words. */
const step = 200
const mostShown = 2_000

export function InboxView(props: InboxViewProps) {
  const [queries] = useState(() => new QueryClient())
  return (
    <QueryClientProvider client={queries}>
      <Inbox {...props} />
    </QueryClientProvider>
  )
}

function Inbox({ first, asked, clients, rooms, people }: InboxViewProps) {
  const queries = useQueryClient()
  const [folder, setFolder] = useState<FolderId>(asked ? folderOf(asked) : 'new')
  const [clientId, setClientId] = useState('')
  /** `kind chat`, or `widget` with an id. */
  const [from, setFrom] = useState('')
  const [written, setWritten] = useState('')
  const [at, setAt] = useState(asked?.id)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [most, setMost] = useState(step)
  const words = useDeferredValue(written)
  const only = onlyFrom(from)
  const isFirst = folder === 'new' && from === '' && clientId === '' && words === '' && most === step
  const { data = first } = useQuery({
    queryKey: ['inbox', 'list', folder, clientId, from, words, most],
    queryFn: () =>
      api<InboxShape>('POST', '/inbox', {
        state: folder,
        words,
        most,
        ...only,
        ...(clientId ? { clientId } : {}),
      }),
    placeholderData: keepPreviousData,
    refetchInterval: everyMs,
    ...(isFirst ? { initialData: first } : {}),
  })
  const { submissions, counts } = data
  const listed = submissions.find((one) => one.id === at) ?? (at ? undefined : submissions[0])
  const shownId = at ?? listed?.id
  // The one that is looked at is read by itself, so that it is new at once and stays when an answer moves it to another folder.
  const { data: held } = useQuery({
    queryKey: ['inbox', 'one', shownId],
    queryFn: () => api<SubmissionShape>('GET', `/submissions/${shownId}`),
    enabled: shownId !== undefined,
    refetchInterval: everyMs,
    ...(listed ? { initialData: listed } : {}),
  })
  const now = held ?? listed ?? submissions[0]
  useLive(now?.id)
  const picked = useMemo(
    () => (chosen.size > 0 ? submissions.filter((one) => chosen.has(one.id)) : now ? [now] : []),
    [chosen, submissions, now],
  )

  const sort = useMutation({
    mutationFn: (sorting: Sorting & { ids: readonly string[] }) => api('POST', '/submissions/sort', sorting),
    onSuccess: () => setChosen(new Set()),
    onError: (error) => toast.error(sentenceOf(error)),
    onSettled: () => queries.invalidateQueries({ queryKey: ['inbox'] }),
  })
  /** Goes on to the next one, so that an inbox is gone through without a mouse. */
  const sortPicked = (sorting: Sorting) => {
    if (picked.length === 0 || sort.isPending) return
    const ids = picked.map((one) => one.id)
    const left = submissions.filter((one) => !ids.includes(one.id))
    const place = submissions.findIndex((one) => one.id === now?.id)
    setAt(left[Math.min(place, left.length - 1)]?.id)
    sort.mutate({ ...sorting, ids })
  }
  const move = (by: number) => {
    const place = submissions.findIndex((one) => one.id === now?.id)
    const next: SubmissionShape | undefined = submissions[place + by]
    if (!next) return
    setAt(next.id)
    document.getElementById(`submission-${next.id}`)?.scrollIntoView({ block: 'nearest' })
  }
  const toggle = (id: string) =>
    setChosen((before) => {
      const after = new Set(before)
      if (!after.delete(id)) after.add(id)
      return after
    })
  useInboxKeys({ onMove: move, onSort: sortPicked, onToggle: () => now && toggle(now.id) })

  const goTo = (next: FolderId) => {
    setFolder(next)
    setAt(undefined)
    setMost(step)
    setChosen(new Set())
  }
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <TopLine crumbs={[{ label: 'Inbox' }]}>
        {rooms.map(({ href, name, is }) => {
          const Icon = is === 'calendar' ? CalendarDays : Phone
          return (
            <Link key={href} href={href} className={buttonClass('quiet')}>
              <Icon aria-hidden className="size-4" />
              {name}
            </Link>
          )
        })}
      </TopLine>
      <main className="flex min-h-0 flex-1 flex-col">
        <h1 className="sr-only">Inbox</h1>
        <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-hair px-4 py-2 sm:px-6">
          <nav aria-label="Folders" className="flex flex-wrap gap-x-4">
            {folders.map(({ id, label }) => (
              <button
                key={id}
                type="button"
                aria-current={id === folder ? 'page' : undefined}
                onClick={() => goTo(id)}
                className="border-b-2 sm:-mb-[9px] border-transparent px-0.5 py-2 text-[13px] aria-[current]:border-spruce aria-[current]:font-semibold"
              >
                {label} <span className="text-faint tabular-nums">{counts[id] ?? 0}</span>
              </button>
            ))}
          </nav>
          <div className="ml-auto flex flex-wrap items-center gap-2">
            <ExportLinks
              folder={folder}
              only={{ ...only, ...(clientId ? { clientId } : {}) }}
              words={words}
            />
            {clients.length > 0 && (
              <select
                aria-label="Client"
                value={clientId}
                onChange={(event) => {
                  setClientId(event.target.value)
                  setFrom('')
                }}
                className={`${inputClass} !w-44`}
              >
                <option value="">All clients</option>
                {clients.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            )}
            <SentThrough widgets={data.widgets} chosen={from} onChoose={setFrom} />
            <input
              type="search"
              aria-label="Find in what was sent"
              placeholder="Find in what was sent"
              value={written}
              onChange={(event) => setWritten(event.target.value)}
              className={`${inputClass} !w-52`}
            />
          </div>
        </div>
        {submissions.length === 0 && !now ? (
          <p className="px-6 py-16 text-center text-faint">
            {words || clientId || from
              ? 'Nothing here fits. Look in another folder, or write other words.'
              : folders.find(({ id }) => id === folder)?.empty}
          </p>
        ) : (
          <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(280px,380px)_minmax(0,1fr)]">
            <InboxList
              submissions={submissions}
              now={now?.id}
              chosen={chosen}
              onShow={setAt}
              onToggle={toggle}
              {...(submissions.length >= most && most < mostShown
                ? { onMore: () => setMost(most + step) }
                : {})}
            />
            {now && (
              <SubmissionView
                submission={now}
                count={picked.length}
                people={people}
                onSort={sortPicked}
                onAnswer={() => setAt(now.id)}
              />
            )}
          </div>
        )}
      </main>
    </div>
  )
}
