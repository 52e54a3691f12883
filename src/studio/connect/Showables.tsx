'use client'
/** What can be shown of an account or a directory: searched, picked, made a source. */
import { useQuery } from '@tanstack/react-query'
import { Check } from 'lucide-react'
import { useEffect, useState } from 'react'
import { connectedAddress } from '@/core/api/connectedAddress'
import type { ConnectionShape, ConnectorShape, ShowableShape, SourceShape } from '@/core/api/shapes'
import { api, ApiProblem, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { TextField } from '../parts/TextField'

export function Showables({
  connector,
  connection,
  clientId,
  used,
  onAdded,
  onLost,
}: {
  connector: ConnectorShape
  connection: ConnectionShape | undefined
  clientId: string
  used: readonly string[]
  onAdded: (source: SourceShape) => void
  onLost: () => void
}) {
  const [name, setName] = useState('')
  const [place, setPlace] = useState('')
  const [sought, setSought] = useState({ name: '', place: '' })
  const [refused, setRefused] = useState<string>()
  const [busy, setBusy] = useState<string>()
  const connectionId = connection?.id
  const hint = connector.searchHint
  const {
    data: found,
    error,
    isFetching,
  } = useQuery({
    queryKey: ['showable', connector.id, connectionId, sought],
    queryFn: () =>
      api<ShowableShape[]>('POST', `/clients/${clientId}/showable`, {
        connector: connector.id,
        ...(connectionId ? { connectionId } : {}),
        ...sought,
      }),
    enabled: hint === null || sought.name.length > 1,
    retry: false,
  })
  const isLost = error instanceof ApiProblem && error.details.code === 'connection_lost'
  useEffect(() => {
    if (isLost) onLost()
  }, [isLost, onLost])
  const fault = refused ?? (error ? sentenceOf(error) : undefined)

  async function add(one: ShowableShape) {
    setBusy(one.key)
    setRefused(undefined)
    try {
      onAdded(
        await api<SourceShape>('POST', `/clients/${clientId}/connected`, {
          connector: connector.id,
          ...(connectionId ? { connectionId } : {}),
          key: one.key,
          label: one.label,
        }),
      )
    } catch (error) {
      if (error instanceof ApiProblem && error.details.code === 'source_exists')
        onAdded(await api<SourceShape>('GET', `/sources/${String(error.details.facts.id)}`))
      else setRefused(sentenceOf(error))
    }
    setBusy(undefined)
  }

  const groups = [...new Set((found ?? []).map((one) => one.group))]
  return (
    <div className="flex flex-col gap-2">
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          setSought({ name: name.trim(), place: place.trim() })
        }}
      >
        {hint ? (
          <TextField label={hint.name} value={name} onChange={(event) => setName(event.target.value)} />
        ) : connection && connector.signIn === 'oauth' ? (
          <TextField
            label="Find an account, a topic, or words in posts"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        ) : null}
        {hint && (
          <TextField
            label={hint.place}
            value={place}
            onChange={(event) => setPlace(event.target.value)}
            hint="Leave it empty to look everywhere"
          />
        )}
        {(hint || connector.signIn === 'oauth') && (
          <Button type="submit" busy={isFetching} disabled={hint !== null && name.trim().length < 2}>
            Search
          </Button>
        )}
      </form>
      {fault && (
        <Notice tone="broken" role="alert">
          {fault}
        </Notice>
      )}
      {found?.length === 0 && (
        <p role="status" className="text-[13px] text-faint">
          Nothing was found by that name. Try a part of it, or leave the place empty.
        </p>
      )}
      {isFetching && !found && (
        <p role="status" className="text-[13px] text-faint">
          Looking …
        </p>
      )}
      {groups.map((group) => (
        <section key={group} aria-label={group}>
          <h4 className="text-[12px] font-semibold text-faint">{group}</h4>
          <ul className="divide-y divide-hair">
            {found!
              .filter((one) => one.group === group)
              .map((one) => (
                <li key={one.key} className="flex items-center gap-2 py-1.5">
                  <span className="min-w-0 flex-1">
                    <span className="block text-[13px] font-medium break-words">{one.label}</span>
                    {one.hint && <span className="block text-[12px] text-faint">{one.hint}</span>}
                  </span>
                  {used.includes(connectedAddress(connector.id, connectionId, one.key)) ? (
                    <span className="inline-flex items-center gap-1 text-[13px] text-spruce">
                      <Check aria-hidden className="size-3.5" />
                      In use
                    </span>
                  ) : (
                    <Button
                      small
                      busy={busy === one.key}
                      aria-label={`Use “${one.label}”`}
                      onClick={() => void add(one)}
                    >
                      Use
                    </Button>
                  )}
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  )
}
