'use client'
/** Sources that have no address to paste: sign in elsewhere, search, or give a key; then choose what to show. */
import { ChevronRight } from 'lucide-react'
import { Collapsible } from 'radix-ui'
import { useCallback, useEffect, useState } from 'react'
import type { ConnectionShape, ConnectorShape, SourceShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { inputClass } from '../parts/TextField'
import { AskOwner } from './AskOwner'
import { KeyForm } from './KeyForm'
import { Showables } from './Showables'
export interface ConnectPanelProps {
  readonly clientId: string
  /** Addresses of the sources that are chosen already. */
  readonly chosen: readonly string[]
  readonly onAdded: (source: SourceShape) => void
}

export function ConnectPanel({ clientId, chosen, onAdded }: ConnectPanelProps) {
  const [connectors, setConnectors] = useState<readonly ConnectorShape[]>()
  const [fault, setFault] = useState<string>()
  const [open, setOpen] = useState<string>()
  const load = useCallback(
    () =>
      api<ConnectorShape[]>('GET', `/clients/${clientId}/connectors`).then(
        (next) => {
          setConnectors(next)
          return next
        },
        (error: unknown) => {
          setFault(sentenceOf(error))
          return []
        },
      ),
    [clientId],
  )
  useEffect(() => {
    // Back from signing in elsewhere: what can be shown there is the next thing.
    const connected = new URLSearchParams(location.search).get('connected')
    void load().then((next) => {
      const back = next.find((one) => one.connections.some((each) => each.id === connected))?.id
      setOpen(back)
      // It stands below the fold: whoever comes back must not have to look for it.
      if (back)
        requestAnimationFrame(() =>
          document.getElementById(`connector-${back}`)?.scrollIntoView({ block: 'start' }),
        )
    })
  }, [load])
  const reload = useCallback(() => void load(), [load])
  if (fault)
    return (
      <Notice tone="broken" role="alert">
        {fault}
      </Notice>
    )
  if (!connectors || connectors.length === 0) return null
  return (
    <section aria-label="Accounts and directories">
      <h3 className="mb-1 font-medium">Or read it from</h3>
      <ul className="divide-y divide-hair rounded-md border border-hair bg-paper">
        {connectors.map((one) => (
          <li key={one.id} id={`connector-${one.id}`}>
            <Collapsible.Root
              open={open === one.id}
              onOpenChange={(isOpen) => setOpen(isOpen ? one.id : undefined)}
            >
              <Collapsible.Trigger className="flex w-full items-center gap-2 px-3 py-2 text-left">
                <ChevronRight
                  aria-hidden
                  className={`size-4 shrink-0 transition-transform ${open === one.id ? 'rotate-90' : ''}`}
                />
                <span className="min-w-0 flex-1">
                  <span className="block font-medium">{one.label}</span>
                  <span className="block text-[13px] text-faint">
                    {one.hint}
                    {one.connections.some((each) => each.state === 'lost')
                      ? ' · connection lost'
                      : one.connections.length > 0
                        ? ` · ${one.connections.map((each) => each.account).join(', ')}`
                        : ''}
                  </span>
                </span>
              </Collapsible.Trigger>
              <Collapsible.Content className="px-3 pb-3">
                <ConnectorBody
                  connector={one}
                  clientId={clientId}
                  used={chosen}
                  onAdded={onAdded}
                  onChanged={reload}
                />
              </Collapsible.Content>
            </Collapsible.Root>
          </li>
        ))}
      </ul>
    </section>
  )
}

function ConnectorBody({
  connector,
  clientId,
  used,
  onAdded,
  onChanged,
}: {
  connector: ConnectorShape
  clientId: string
  used: readonly string[]
  onAdded: (source: SourceShape) => void
  onChanged: () => void
}) {
  const [fault, setFault] = useState<string>()
  const [said, setSaid] = useState<string>()
  const [busy, setBusy] = useState(false)
  const usable = connector.connections.filter((one) => one.state === 'ok')
  const [chosen, setChosen] = useState(() => new URLSearchParams(location.search).get('connected') ?? '')
  const connection = usable.find((one) => one.id === chosen) ?? usable[0]
  const lost = connector.connections.filter((one) => one.state === 'lost')

  async function run(work: () => Promise<void>) {
    setBusy(true)
    setFault(undefined)
    try {
      await work()
    } catch (error) {
      setFault(sentenceOf(error))
    }
    setBusy(false)
  }
  const signIn = () =>
    run(async () => {
      const { url } = await api<{ url: string }>('POST', `/clients/${clientId}/connections`, {
        connector: connector.id,
        backTo: location.pathname,
      })
      location.assign(url)
    })
  const disconnect = (one: ConnectionShape) =>
    run(async () => {
      const { isKnownThere } = await api<{ isKnownThere: boolean }>('DELETE', `/connections/${one.id}`)
      setSaid(
        isKnownThere
          ? undefined
          : `Disconnected here. ${connector.label} could not be told: take the permission back there, too.`,
      )
      onChanged()
    })

  return (
    <div className="flex flex-col gap-2">
      {lost.map((one) => (
        <Notice key={one.id} tone="look">
          The connection as {one.account} is lost. What is live stays as it is;{' '}
          {connector.signIn === 'oauth' ? 'sign in again' : 'give a key that works'} to go on.
        </Notice>
      ))}
      {connector.signIn === 'oauth' && (!connection || lost.length > 0) && (
        <Button look="main" busy={busy} onClick={() => void signIn()}>
          Sign in at {connector.label}
        </Button>
      )}
      {connector.signIn === 'key' && (!connection || lost.length > 0) && (
        <KeyForm connector={connector} clientId={clientId} isBusy={busy} run={run} onConnected={onChanged} />
      )}
      {connector.signIn !== 'none' && (!connection || lost.length > 0) && (
        <AskOwner connector={connector} clientId={clientId} />
      )}
      {fault && (
        <Notice tone="broken" role="alert">
          {fault}
        </Notice>
      )}
      {said && (
        <Notice tone="look" role="status">
          {said}
        </Notice>
      )}
      {usable.length > 1 && (
        <label className="flex items-center gap-2 text-[13px]">
          As
          <select
            value={connection?.id}
            onChange={(event) => setChosen(event.target.value)}
            className={`${inputClass} min-w-0 flex-1`}
          >
            {usable.map((one) => (
              <option key={one.id} value={one.id}>
                {one.account}
              </option>
            ))}
          </select>
        </label>
      )}
      {(connector.signIn === 'none' || connection) && (
        <Showables
          key={connection?.id ?? ''}
          connector={connector}
          connection={connection}
          clientId={clientId}
          used={used}
          onAdded={onAdded}
          onLost={onChanged}
        />
      )}
      {connector.connections.length > 0 && (
        <p className="flex flex-wrap gap-x-3 text-[13px]">
          {connection && connector.signIn === 'oauth' && (
            <button type="button" className="underline" onClick={() => void signIn()}>
              Another account
            </button>
          )}
          {connector.connections
            .filter((one) => one.state === 'ok' || one.sources === 0)
            .map((one) => (
              <button key={one.id} type="button" className="underline" onClick={() => void disconnect(one)}>
                Disconnect {one.account}
              </button>
            ))}
        </p>
      )}
    </div>
  )
}
