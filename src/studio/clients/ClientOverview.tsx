'use client'
/** All clients of the agency: who they are by their colours, what is live, what is broken. */
import Link from 'next/link'
import { useState, type FormEvent } from 'react'
import type { ClientShape } from '@/core/api/shapes'
import { colourRoles, type Brand } from '@/core/design/brand'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { inputClass, TextField } from '../parts/TextField'
import { TopLine } from '../parts/TopLine'
import { useAct } from './useAct'

const lines = { atFirst: 60, searchedFrom: 10 } as const

/** What one line tells: a thousand of them go over at once. */
export type ClientLine = Pick<ClientShape, 'id' | 'name' | 'widgets' | 'live' | 'failing' | 'archived'> & {
  readonly colours: Brand['colours']
}

export function ClientOverview({
  clients,
  me,
}: {
  clients: readonly ClientLine[]
  me: { name: string; agency: string; role: string }
}) {
  const [adding, setAdding] = useState(false)
  const [sought, setSought] = useState('')
  const [most, setMost] = useState<number>(lines.atFirst)
  const [withArchived, setWithArchived] = useState(false)
  const archived = clients.filter((client) => client.archived).length
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean)
  const fitting = clients
    .filter((client) => withArchived || !client.archived)
    .filter((client) => words.every((word) => client.name.toLowerCase().includes(word)))
  return (
    <>
      <TopLine crumbs={[{ label: me.agency }]} />
      <main className="mx-auto max-w-5xl px-4 py-8 sm:px-6">
        <div className="mb-5 flex flex-wrap items-end justify-between gap-3">
          <h1 className="text-3xl">Clients</h1>
          <div className="flex flex-wrap items-end gap-3">
            {clients.length > lines.searchedFrom && (
              <input
                type="search"
                value={sought}
                onChange={(event) => setSought(event.target.value)}
                aria-label={`Search in ${clients.length} clients`}
                placeholder={`Search in ${clients.length.toLocaleString('en')} clients`}
                className={`${inputClass} !w-64`}
              />
            )}
            {me.role !== 'viewer' && <Button onClick={() => setAdding(true)}>Add a client</Button>}
          </div>
        </div>
        {clients.length === 0 ? (
          <p className="rounded-md border border-dashed border-edge p-8 text-center">
            No client yet. Add the first one, then give it a widget.
          </p>
        ) : (
          <ul className="divide-y divide-hair border-y border-hair">
            {fitting.slice(0, most).map((client) => (
              <li key={client.id}>
                <Link
                  href={`/clients/${client.id}`}
                  className="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-4 gap-y-1 py-3.5 hover:bg-wash sm:grid-cols-[auto_minmax(0,1fr)_auto] sm:px-2"
                >
                  <span aria-hidden className="flex overflow-hidden rounded-md border border-hair">
                    {colourRoles
                      .filter((role) => role !== 'line')
                      .map((role) => (
                        <span key={role} className="h-9 w-4" style={{ background: client.colours[role] }} />
                      ))}
                  </span>
                  <span className="min-w-0 truncate font-display text-lg font-semibold">{client.name}</span>
                  <span className="col-start-2 text-[13px] text-faint sm:col-start-3 sm:text-right">
                    {client.widgets === 0
                      ? 'no widget yet'
                      : `${client.widgets} ${client.widgets === 1 ? 'widget' : 'widgets'}, ${client.live} live`}
                    {client.failing > 0 && (
                      <span className="block text-brick">
                        {client.failing === 1 ? 'A source cannot' : `${client.failing} sources cannot`} be
                        read
                      </span>
                    )}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
        {fitting.length === 0 && clients.length > 0 && (
          <p role="status" className="py-6 text-center text-faint">
            {sought ? `No client has “${sought}” in its name.` : 'All clients are archived.'}
          </p>
        )}
        {archived > 0 && (
          <p className="mt-4 text-center">
            <Button look="quiet" aria-pressed={withArchived} onClick={() => setWithArchived(!withArchived)}>
              {withArchived ? 'Hide archived clients' : `Show ${archived} archived`}
            </Button>
          </p>
        )}
        {fitting.length > most && (
          <p className="mt-4 text-center">
            <Button onClick={() => setMost(Infinity)}>Show all {fitting.length.toLocaleString('en')}</Button>
          </p>
        )}
      </main>
      <AddClient open={adding} onClose={() => setAdding(false)} />
    </>
  )
}

function AddClient({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { busy, act } = useAct()
  const [name, setName] = useState('')
  const [fault, setFault] = useState<string>()
  async function submit(event: FormEvent) {
    event.preventDefault()
    setFault(undefined)
    await act(async () => {
      try {
        await api('POST', '/clients', { name, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone })
      } catch (error) {
        return setFault(sentenceOf(error))
      }
      setName('')
      onClose()
    })
  }
  return (
    <Dialog open={open} onClose={onClose} title="Add a client">
      <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-4">
        <TextField
          label="Name of the business"
          value={name}
          onChange={(event) => setName(event.target.value)}
          required
          maxLength={120}
          error={fault}
        />
        <Button type="submit" look="main" busy={busy} disabled={name.trim() === ''}>
          Add client
        </Button>
      </form>
    </Dialog>
  )
}
