'use client'
/** Where those go who sign up to a list: kept here only, or carried along to a list of another service. */
import { Progress as RadixProgress } from 'radix-ui'
import { useEffect, useState } from 'react'
import { toast } from 'sonner'
import type {
  ConnectionShape,
  ConnectorShape,
  ListShape,
  RefusedShape,
  ShowableShape,
} from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { KeyForm } from '../connect/KeyForm'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { Notice } from '../parts/Notice'
import { useAct } from './useAct'

export interface ListDestinationProps {
  readonly list: ListShape
  readonly onChanged: (list: ListShape) => void
  readonly onClose: () => void
}

const everyMs = 1_000

export function ListDestination({ list, onChanged, onClose }: ListDestinationProps) {
  const { busy, act } = useAct()
  const [services, setServices] = useState<readonly ConnectorShape[]>()
  const [refused, setRefused] = useState<readonly RefusedShape[]>([])
  const { destination, clientId, id } = list

  useEffect(() => {
    api<ConnectorShape[]>('GET', `/clients/${clientId}/list-services`).then(setServices, (error: unknown) =>
      toast.error(sentenceOf(error)),
    )
  }, [clientId])
  // While it is carried along, how far it is; then who was not taken.
  const isUnderWay = (destination?.waiting ?? 0) > 0
  useEffect(() => {
    if (!isUnderWay) return
    const timer = setInterval(() => {
      api<ListShape>('GET', `/lists/${id}`).then(onChanged, () => undefined)
    }, everyMs)
    return () => clearInterval(timer)
  }, [isUnderWay, id, onChanged])
  const refusedCount = destination?.refused ?? 0
  useEffect(() => {
    if (refusedCount > 0) api<RefusedShape[]>('GET', `/lists/${id}/refused`).then(setRefused, () => undefined)
  }, [refusedCount, id])

  const choose = (next: { connectionId: string; key: string; label: string } | null) =>
    act(async () => onChanged(await api<ListShape>('PATCH', `/lists/${id}`, { destination: next })))

  return (
    <Dialog open onClose={onClose} title={`Where “${list.name}” goes`}>
      <p>
        Whoever signs up is always kept here, with the words that they agreed to. They can be carried along to
        another service, at any time, with nothing to paste anew.
      </p>
      {destination ? (
        <Progress list={list} refused={refused} />
      ) : (
        <p className="font-medium">Kept here only.</p>
      )}
      <div className="flex flex-col gap-3">
        {services?.map((service) => (
          <Service
            key={service.id}
            service={service}
            clientId={clientId}
            chosen={destination}
            isBusy={busy}
            onChoose={(next) => void choose(next)}
            onConnected={(connection) =>
              setServices(
                services.map((one) => (one.id === service.id ? { ...one, connections: [connection] } : one)),
              )
            }
          />
        ))}
        {services?.length === 0 && (
          <p className="text-faint">
            This installation knows no service that takes sign-ups. A webhook can tell another program of
            each.
          </p>
        )}
      </div>
      {destination && (
        <div className="flex flex-wrap items-center gap-3">
          <Button busy={busy} onClick={() => void choose(null)}>
            Keep them here only
          </Button>
          <span className="text-[13px] text-faint">Whom {destination.service} knows by now, it keeps.</span>
        </div>
      )}
    </Dialog>
  )
}

function Progress({ list: { destination }, refused }: { list: ListShape; refused: readonly RefusedShape[] }) {
  const { service, label, carried, waiting, refused: count, trouble } = destination!
  const all = carried + waiting + count
  return (
    <section aria-label="How far they are carried" className="flex flex-col gap-2">
      <p className="font-medium">
        To “{label}” at {service}
      </p>
      <RadixProgress.Root
        value={carried + count}
        max={Math.max(1, all)}
        aria-label="Carried along"
        getValueLabel={() => `${carried + count} of ${all}`}
        className="h-1.5 w-full bg-hair"
      >
        <RadixProgress.Indicator
          className="h-full bg-spruce transition-[width]"
          style={{ width: `${(100 * (carried + count)) / Math.max(1, all)}%` }}
        />
      </RadixProgress.Root>
      <p role="status" className="text-[13px] text-faint">
        {carried} carried along
        {waiting > 0 ? `, ${waiting} to go` : ''}
        {count > 0 ? `, ${count} not taken` : ''}.
      </p>
      {trouble && <Notice tone="broken">{trouble}</Notice>}
      {refused.length > 0 && count > 0 && (
        <details>
          <summary className="cursor-pointer">Who was not taken</summary>
          <ul className="mt-1 max-h-48 divide-y divide-hair overflow-y-auto border-y border-hair text-[13px]">
            {refused.map(({ email, why }) => (
              <li key={email} className="py-1.5 break-words">
                {email}: {why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}

interface ServiceProps {
  readonly service: ConnectorShape
  readonly clientId: string
  readonly chosen: ListShape['destination']
  readonly isBusy: boolean
  readonly onChoose: (next: { connectionId: string; key: string; label: string }) => void
  readonly onConnected: (connection: ConnectionShape) => void
}

function Service({ service, clientId, chosen, isBusy, onChoose, onConnected }: ServiceProps) {
  const [fault, setFault] = useState<string>()
  const [lists, setLists] = useState<readonly ShowableShape[]>()
  const connection = service.connections.find((one) => one.state === 'ok')
  const connectionId = connection?.id
  useEffect(() => {
    if (!connectionId) return
    const asked = { connector: service.id, connectionId, name: '', place: '' }
    api<ShowableShape[]>('POST', `/clients/${clientId}/showable`, asked).then(setLists, (error: unknown) =>
      setFault(sentenceOf(error)),
    )
  }, [clientId, service.id, connectionId])
  async function run(work: () => Promise<void>) {
    setFault(undefined)
    try {
      await work()
    } catch (error) {
      setFault(sentenceOf(error))
    }
  }
  return (
    <fieldset className="rounded-md border border-hair bg-paper p-3">
      <legend className="px-1 font-medium">{service.label}</legend>
      {connection ? (
        <ul className="divide-y divide-hair">
          {lists?.map((one) => {
            const isChosen = chosen?.connectionId === connection.id && chosen.key === one.key
            return (
              <li key={one.key} className="flex items-center justify-between gap-3 py-1.5">
                <span>
                  {one.label} <span className="text-[13px] text-faint">{one.hint}</span>
                </span>
                <Button
                  small
                  busy={isBusy}
                  disabled={isChosen}
                  onClick={() => onChoose({ connectionId: connection.id, key: one.key, label: one.label })}
                >
                  {isChosen ? 'They go here' : 'Carry them here'}
                </Button>
              </li>
            )
          })}
        </ul>
      ) : (
        <KeyForm
          connector={service}
          clientId={clientId}
          isBusy={isBusy}
          run={run}
          onConnected={onConnected}
        />
      )}
      {fault && (
        <Notice tone="broken" role="alert">
          {fault}
        </Notice>
      )}
    </fieldset>
  )
}
