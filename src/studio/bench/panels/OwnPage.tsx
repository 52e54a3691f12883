'use client'
/** The widget's own page: where it lies, and the words that its address can have. */
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import type { AddressShape, WidgetShape } from '@/core/api/shapes'
import { addressFrom, addressLimits } from '@/core/snippet/address'
import { api, sentenceOf } from '../../api'
import { Button } from '../../parts/Button'
import { QrCode } from '../../parts/QrCode'
import { TextField } from '../../parts/TextField'
import { useMayEdit } from '../../parts/Role'

export interface OwnPageProps {
  readonly widget: WidgetShape
  readonly delivery: string
  /** Takes the address, which is stored at once and is no part of a release. */
  readonly onChanged: (next: WidgetShape) => void
}

export function OwnPage({ widget, delivery, onChanged }: OwnPageProps) {
  const mayEdit = useMayEdit()
  const href = `${delivery}/h/${widget.address ?? widget.ref}`
  return (
    <>
      <h3 className="mb-1 text-[13px] font-semibold">Page of its own</h3>
      <p className="mb-2 text-[13px]">
        For mails, print and links. It shows what is live:{' '}
        <a href={href} target="_blank" rel="noreferrer" className="font-mono text-[12px] break-all underline">
          {href.replace(/^https?:\/\//, '')}
        </a>
      </p>
      <QrCode address={href} name={widget.address ?? widget.ref} />
      {mayEdit && <Words key={widget.address} widget={widget} onChanged={onChanged} />}
    </>
  )
}

function Words({ widget, onChanged }: Omit<OwnPageProps, 'delivery'>) {
  const [written, setWritten] = useState(widget.address ?? '')
  const [fault, setFault] = useState<string>()
  const [busy, setBusy] = useState(false)
  const address = addressFrom(written)
  const asked = useDeferredValue(address)
  const isOwn = address === (widget.address ?? '')
  const isLongEnough = address.length >= addressLimits.min
  const { data } = useQuery({
    queryKey: ['address', widget.id, asked],
    queryFn: () => api<AddressShape>('GET', `/widgets/${widget.id}/addresses/${asked}`),
    enabled: asked.length >= addressLimits.min && asked !== widget.address,
    staleTime: 0,
  })
  const told = data?.address === address ? data : undefined

  async function take(next: string | null) {
    setBusy(true)
    setFault(undefined)
    try {
      onChanged(await api<WidgetShape>('PATCH', `/widgets/${widget.id}/address`, { address: next }))
    } catch (error) {
      setFault(sentenceOf(error))
    }
    setBusy(false)
  }

  const taken = told?.isTaken
    ? `“${address}” is taken.${told.free ? ` “${told.free}” is free.` : ''}`
    : undefined
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (isLongEnough && !isOwn && !told?.isTaken) void take(address)
      }}
    >
      <TextField
        label="Words of its address"
        value={written}
        maxLength={addressLimits.max}
        autoComplete="off"
        spellCheck={false}
        placeholder="our-reviews"
        onChange={(event) => {
          setWritten(event.target.value)
          setFault(undefined)
        }}
        error={fault ?? taken}
        hint={
          isOwn || taken || fault
            ? undefined
            : !isLongEnough
              ? `At least ${addressLimits.min} letters or figures`
              : told
                ? `…/h/${address} is free`
                : `…/h/${address}`
        }
      />
      <span className="flex flex-wrap gap-2">
        {told?.isTaken && told.free ? (
          <Button type="button" busy={busy} onClick={() => void take(told.free)}>
            Take {told.free}
          </Button>
        ) : (
          !isOwn &&
          isLongEnough && (
            <Button type="submit" busy={busy}>
              Use these words
            </Button>
          )
        )}
        {widget.address && isOwn && (
          <Button type="button" busy={busy} onClick={() => void take(null)}>
            Back to the short name
          </Button>
        )}
      </span>
    </form>
  )
}
