'use client'
/** Webhooks of a client: where it is told of what visitors send, and how that went. */
import { useState, type FormEvent } from 'react'
import { toast } from 'sonner'
import type { DeliveryShape, NewWebhookShape, WebhookShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { CopyField } from '../parts/CopyField'
import { Dialog } from '../parts/Dialog'
import { DayAndTime } from '../parts/Local'
import { Notice } from '../parts/Notice'
import { ForEditors } from '../parts/Role'
import { TextField } from '../parts/TextField'
import { useAct } from './useAct'

export interface ClientWebhooksProps {
  readonly clientId: string
  readonly webhooks: readonly WebhookShape[]
}

export function ClientWebhooks({ clientId, webhooks }: ClientWebhooksProps) {
  const { busy, act } = useAct()
  const [url, setUrl] = useState('')
  const [made, setMade] = useState<NewWebhookShape>()
  const [seen, setSeen] = useState<WebhookShape>()
  const [isAdding, setIsAdding] = useState(false)

  const add = (event: FormEvent) => {
    event.preventDefault()
    void act(async () => {
      setMade(await api<NewWebhookShape>('POST', `/clients/${clientId}/webhooks`, { url }))
      setUrl('')
      setIsAdding(false)
    })
  }
  return (
    <>
      {webhooks.length > 0 && (
        <ul className="mb-3 divide-y divide-hair border-y border-hair">
          {webhooks.map((one) => (
            <li key={one.id} className="flex items-start justify-between gap-3 px-1 py-2.5">
              <span className="min-w-0">
                <span className="block font-mono text-[13px] break-all">{one.url}</span>
                <span
                  className={`text-[13px] ${one.stopped || one.failed > 0 ? 'text-brick' : 'text-faint'}`}
                >
                  {one.stopped ? `Stopped. ${one.stopped}` : inWords(one)}
                </span>
              </span>
              <Button small onClick={() => setSeen(one)}>
                Deliveries<span className="sr-only"> to {one.url}</span>
              </Button>
            </li>
          ))}
        </ul>
      )}
      <ForEditors>
        {isAdding ? (
          <form onSubmit={add} className="flex flex-wrap items-end gap-2">
            <div className="min-w-60 flex-1">
              <TextField
                label="Address that is to be told"
                type="url"
                required
                autoFocus
                placeholder="https://"
                value={url}
                onChange={(event) => setUrl(event.target.value)}
              />
            </div>
            <Button type="submit" look="main" busy={busy}>
              Add
            </Button>
            <Button onClick={() => setIsAdding(false)}>Leave it</Button>
          </form>
        ) : (
          <Button small onClick={() => setIsAdding(true)}>
            Add a webhook
          </Button>
        )}
      </ForEditors>
      <Dialog open={made !== undefined} onClose={() => setMade(undefined)} title="The secret of this webhook">
        {made && (
          <>
            <p>
              Whoever receives at <span className="font-mono text-[13px] break-all">{made.url}</span> checks
              by it that a message is ours, as Standard Webhooks says. It is shown this once.
            </p>
            <CopyField label="Secret" value={made.secret} />
          </>
        )}
      </Dialog>
      {seen && <Deliveries webhook={seen} onClose={() => setSeen(undefined)} />}
    </>
  )
}

const inWords = ({ done, waiting, failed }: WebhookShape) =>
  done + waiting + failed === 0
    ? 'Nothing to tell yet'
    : [`${done} taken`, waiting > 0 ? `${waiting} waiting` : '', failed > 0 ? `${failed} given up` : '']
        .filter(Boolean)
        .join(', ')

const states = { waiting: 'is tried again', done: 'taken', failed: 'given up' } as const

function Deliveries({ webhook, onClose }: { webhook: WebhookShape; onClose: () => void }) {
  const { busy, act } = useAct()
  const [deliveries, setDeliveries] = useState<readonly DeliveryShape[]>()
  const [hasAsked, setHasAsked] = useState(false)
  const load = async () =>
    setDeliveries(await api<DeliveryShape[]>('GET', `/webhooks/${webhook.id}/deliveries`))
  if (!hasAsked) {
    setHasAsked(true)
    load().catch((error: unknown) => toast.error(sentenceOf(error)))
  }
  const repeat = (deliveryId: string) =>
    act(async () => {
      await api('POST', `/webhooks/${webhook.id}/repeat`, { deliveryId })
      await load()
    })
  return (
    <Dialog open onClose={onClose} title="Deliveries">
      {webhook.stopped && <Notice tone="broken">{webhook.stopped} Repeat one, and it goes on.</Notice>}
      {deliveries?.length === 0 && (
        <p className="text-faint">Nothing yet. It is told when a visitor sends something.</p>
      )}
      <ul className="max-h-[50dvh] divide-y divide-hair overflow-y-auto border-y border-hair empty:hidden">
        {deliveries?.map(({ id, type, state, tries, said, madeAt, body }) => (
          <li key={id} className="py-2">
            <div className="flex items-start justify-between gap-3">
              <span className="min-w-0">
                <span className="font-mono text-[13px]">{type}</span>
                <span className={`block text-[13px] ${state === 'failed' ? 'text-brick' : 'text-faint'}`}>
                  <DayAndTime iso={madeAt} />, {states[state]}
                  {tries > 1 ? ` after ${tries} tries` : ''}. {said}
                </span>
              </span>
              <ForEditors>
                <Button small busy={busy} onClick={() => void repeat(id)}>
                  Repeat
                </Button>
              </ForEditors>
            </div>
            <details className="mt-1 text-[13px]">
              <summary className="cursor-pointer text-faint">What it is told</summary>
              <pre className="mt-1 max-h-48 overflow-auto rounded bg-wash p-2 text-[12px]">
                {JSON.stringify(body, null, 2)}
              </pre>
            </details>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <ForEditors>
          <Button
            look="grave"
            busy={busy}
            onClick={() =>
              void act(() => api('DELETE', `/webhooks/${webhook.id}`)).then((isGone) => isGone && onClose())
            }
          >
            Remove this webhook
          </Button>
        </ForEditors>
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  )
}
