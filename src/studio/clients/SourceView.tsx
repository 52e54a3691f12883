'use client'
/** One source: where it is, how it is, what was wrong in it, what it has now. */
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import type { ClientShape, SourceShape } from '@/core/api/shapes'
import { api } from '../api'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { ReadingIn } from '../parts/ReadingIn'
import { TextField } from '../parts/TextField'
import { TopLine } from '../parts/TopLine'
import { CellsSection } from '../tables/CellsSection'
import { ColumnsSection } from '../tables/ColumnsSection'
import type { Item } from '@/core/items/item'
import { detailsOf } from '../items/inWords'
import { alike } from './alike'
import { MovedSource } from './MovedSource'
import { PartnerSection } from './PartnerSection'
import { ForEditors, useMayEdit } from '../parts/Role'
import { Ago, DayAndTime, Local } from '../parts/Local'
import { useAct } from './useAct'

export function SourceView({
  source,
  client,
  items,
}: {
  source: SourceShape
  client: ClientShape
  items: readonly Item[]
}) {
  const router = useRouter()
  const { busy, act } = useAct()
  const mayEdit = useMayEdit()
  const [label, setLabel] = useState(source.label)
  const isFile = source.address.startsWith('file:')
  const isUnderWay = source.progress !== null && source.lastProblem === null
  useEffect(() => {
    if (!isUnderWay) return
    const timer = setInterval(() => router.refresh(), 2_000)
    return () => clearInterval(timer)
  }, [isUnderWay, router])
  return (
    <>
      <TopLine
        crumbs={[
          { label: 'Clients', href: '/' },
          { label: client.name, href: `/clients/${client.id}` },
          { label: source.label },
        ]}
      >
        {mayEdit && !isFile && (
          <Button busy={busy} onClick={() => void act(() => api('POST', `/sources/${source.id}/refresh`))}>
            Read it now
          </Button>
        )}
      </TopLine>
      <main className="mx-auto flex max-w-4xl flex-col gap-8 px-4 py-8 sm:px-6">
        <div className="flex flex-col gap-2">
          <h1 className="text-3xl break-words">{source.label}</h1>
          <p className="text-faint first-letter:uppercase">
            {source.readerLabel} ·{' '}
            {isFile ? (
              <>
                kept here as {source.address.slice('file:'.length)}; a file uploaded under the same name takes
                its place
              </>
            ) : !/^https?:/.test(source.address) ? (
              'read through a connection'
            ) : (
              <a
                href={source.address}
                target="_blank"
                rel="noreferrer"
                className="font-mono text-[13px] break-all underline"
              >
                {source.address}
              </a>
            )}
          </p>
          <p>
            {source.items} {source.items === 1 ? 'item' : 'items'}
            {source.waiting > 0 ? `, ${source.waiting} of them wait for a decision` : ''}
            {source.closed > 0 ? `, ${source.closed} marked private: they never leave the studio` : ''}. Read{' '}
            {source.checkedAt ? <Ago iso={source.checkedAt} /> : 'not yet'}
            {!isFile && (
              <>
                , next <Ago iso={source.nextAt} />
              </>
            )}
            .
            {source.changedAt && (
              <>
                {' '}
                Last changed <Ago iso={source.changedAt} />.
              </>
            )}
          </p>
          {source.hub && (
            <p>
              {
                {
                  asked: `${source.hub.host} has been asked to tell of news at once, and has not agreed yet.`,
                  confirmed: (
                    <>
                      {source.hub.host} tells of news at once
                      {source.hub.until && (
                        <>
                          , until <DayAndTime iso={source.hub.until} />; it is asked again before
                        </>
                      )}
                      .
                    </>
                  ),
                  refused: `${source.hub.host}, which could tell of news at once, does not agree. It is asked again tomorrow; until then the source is read as usual.`,
                }[source.hub.state]
              }
            </p>
          )}
          <ReadingIn source={source} onStopped={() => router.refresh()} />
          {source.connection === 'lost' && (
            <Notice tone="look" role="status">
              Its connection is lost. Open a widget of this client, go to Gather, and sign in again there;
              what it has stays until then.
            </Notice>
          )}
          {source.lastProblem && (
            <Notice tone="broken" role="status">
              <p>{source.lastProblem.detail}</p>
              <p>
                Tried {source.failures} {source.failures === 1 ? 'time' : 'times'}. What is live stays as it
                was.
              </p>
            </Notice>
          )}
        </div>
        {mayEdit && (
          <form
            className="flex max-w-md items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault()
              void act(() => api('PATCH', `/sources/${source.id}`, { label }))
            }}
          >
            <TextField
              label="Name, as visitors may read it"
              value={label}
              onChange={(event) => setLabel(event.target.value)}
              maxLength={120}
              className="flex-1"
            />
            <Button type="submit" disabled={label.trim() === '' || label === source.label} busy={busy}>
              Rename
            </Button>
          </form>
        )}
        {mayEdit && /^https?:/.test(source.address) && <MovedSource source={source} />}
        {source.problems.length > 0 && (
          <section aria-labelledby="problems">
            <h2 id="problems" className="mb-2 text-lg">
              Problems in what was read
            </h2>
            <ul className="divide-y divide-hair border-y border-hair">
              {alike(source.problems).map(({ first, count }) => (
                <li key={`${first.what} ${first.done}`} className="py-2">
                  <span className="font-medium">{first.where}</span>
                  {count > 1 && ` and ${count - 1} more like it`}: {first.what};{' '}
                  <span className="text-faint">{first.done}.</span>
                </li>
              ))}
            </ul>
          </section>
        )}
        {mayEdit && isFile && source.reader === 'csv' && (
          <CellsSection sourceId={source.id} clientId={client.id} name={source.label} />
        )}
        {source.reader === 'csv' && <ColumnsSection sourceId={source.id} />}
        <section aria-labelledby="items">
          <h2 id="items" className="mb-2 text-lg">
            Items
          </h2>
          {items.length === 0 ? (
            <p className="text-faint">Nothing.</p>
          ) : (
            <ul className="divide-y divide-hair border-y border-hair">
              {items.slice(0, 100).map((item) => (
                <li key={item.id} className="flex flex-wrap justify-between gap-x-4 py-2">
                  <span className="min-w-0 break-words">
                    {item.url ? (
                      <a href={item.url} target="_blank" rel="noreferrer" className="hover:underline">
                        {item.name || item.text || 'Untitled'}
                      </a>
                    ) : (
                      item.name
                    )}
                  </span>
                  <span className="text-[13px] text-faint">
                    <Local words={() => detailsOf(item as Item)} />
                  </span>
                </li>
              ))}
            </ul>
          )}
        </section>
        {(!isFile || items.some(({ url }) => url)) && <PartnerSection sourceId={source.id} />}
        <section aria-labelledby="history">
          <h2 id="history" className="mb-2 text-lg">
            History
          </h2>
          <ol className="text-[13px]">
            {[...source.history].reverse().map((event, at) => (
              <li key={at}>
                <span className="text-faint">
                  <DayAndTime iso={event.at} />
                </span>{' '}
                {event.what}
              </li>
            ))}
          </ol>
        </section>
        <ForEditors>
          <section aria-labelledby="remove" className="border-t border-hair pt-6">
            <h2 id="remove" className="mb-2 text-lg">
              Remove
            </h2>
            {source.usedBy.length > 0 ? (
              <p className="text-faint">
                It feeds {source.usedBy.map((one) => one.name).join(', ')}. Take it out there first.
              </p>
            ) : (
              <Button
                look="grave"
                busy={busy}
                onClick={() =>
                  void act(async () => {
                    await api('DELETE', `/sources/${source.id}`)
                    router.push(`/clients/${client.id}`)
                  })
                }
              >
                Remove this source
              </Button>
            )}
          </section>
        </ForEditors>
      </main>
    </>
  )
}
