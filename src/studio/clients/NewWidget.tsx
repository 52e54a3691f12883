'use client'
/** Starting a widget: which kind, from which starting point. One click leads to the bench. */
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { ClientShape, WidgetShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import { kinds } from '@/kinds/all'
import type { Kind, StartingPoint } from '@/kinds/contract'
import { api } from '../api'
import { TextField } from '../parts/TextField'
import { TopLine } from '../parts/TopLine'
import { ExampleView } from './ExampleView'
import { useAct } from './useAct'

export function NewWidget({ client }: { client: ClientShape }) {
  const router = useRouter()
  const { busy, act } = useAct()
  const [search, setSearch] = useState('')
  const wanted = search.trim().toLowerCase()
  const fitting = kinds.filter((kind) =>
    `${kind.label} ${kind.description} ${kind.alsoCalled.join(' ')} ${kind.startingPoints.map((point) => `${point.label} ${point.hint}`).join(' ')}`
      .toLowerCase()
      .includes(wanted),
  )

  const start = (kind: Kind, point: StartingPoint) =>
    act(async () => {
      const widget = await api<WidgetShape>('POST', `/clients/${client.id}/widgets`, {
        kind: kind.id,
        name: point.label,
        from: point.id,
      })
      router.push(`/widgets/${widget.id}`)
    })

  return (
    <>
      <TopLine
        crumbs={[
          { label: 'Clients', href: '/' },
          { label: client.name, href: `/clients/${client.id}` },
          { label: 'New widget' },
        ]}
      />
      <main className="mx-auto max-w-6xl px-4 py-8 sm:px-6">
        <div className="mb-6 flex flex-wrap items-end justify-between gap-4">
          <h1 className="text-3xl">What should it show?</h1>
          <TextField
            label="Search the kinds"
            type="search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            className="w-full sm:w-64"
          />
        </div>
        {fitting.length === 0 && <p role="status">No kind is called “{search}”. Try another word.</p>}
        {fitting.map((kind) => (
          <section key={kind.id} aria-labelledby={`kind-${kind.id}`} className="mb-10">
            <h2 id={`kind-${kind.id}`} className="text-xl">
              {kind.label}
            </h2>
            <p className="mb-3 text-faint">
              {kind.description} Pick a starting point; everything in it can be changed.
            </p>
            <ul className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
              {kind.startingPoints.map((point) => (
                <li
                  key={point.id}
                  className="relative flex flex-col overflow-hidden rounded-md border border-hair bg-paper has-[button:hover]:border-edge"
                >
                  <ExampleView
                    kind={kind}
                    settings={point.settings}
                    items={point.items}
                    brand={client.brand as Brand}
                    locale={client.locale}
                  />
                  <div className="p-3">
                    <button
                      type="button"
                      disabled={busy}
                      onClick={() => void start(kind, point)}
                      className="font-display text-base font-semibold before:absolute before:inset-0"
                    >
                      {point.label}
                    </button>
                    <p className="text-[13px] text-faint">{point.hint}</p>
                  </div>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </main>
    </>
  )
}
